'use client';

import { useState } from 'react';
import { type Symptom, symptomWords } from '@/core/install/causes';
import { mostQuestions, type Stuck, stuckOn, symptomsAt } from '@/core/install/stuck';
import type { Step } from '@/core/install/step';
import { Button, Choice, PartHead } from '@/ui/primitives';

/** What may be behind it, likeliest first, weighed by what the job knows and by a few answers. */
export function StuckPanel({
  step,
  facts,
  predictedFine,
  onClose,
}: {
  step: Step | null;
  facts: readonly { id: string; yes: boolean; words: string }[];
  predictedFine: boolean | null;
  onClose: () => void;
}) {
  const symptoms = symptomsAt(step);
  const [symptom, setSymptom] = useState<Symptom>(symptoms[0] ?? 'not-found');
  const [answers, setAnswers] = useState<{ id: string; yes: boolean }[]>([]);
  const stuck: Stuck = stuckOn(symptom, facts, answers, predictedFine);
  return (
    <section aria-label="Stuck?" data-testid="stuck">
      <PartHead right={answers.length ? `${answers.length} of at most ${mostQuestions} asked` : undefined}>
        Stuck?
      </PartHead>
      <label className="block text-muted" htmlFor="symptom">
        Symptom
      </label>
      <Choice
        id="symptom"
        value={symptom}
        options={symptoms.map((value) => ({ value, text: symptomWords[value] }))}
        onChange={(value) => {
          const next = symptoms.find((s) => s === value);
          if (!next) return;
          setSymptom(next);
          setAnswers([]);
        }}
      />
      {stuck.dontMove && (
        <p className="mt-2 border-l-[3px] border-action bg-chosen px-2.5 py-1.5 font-semibold">
          Do not move the unit. Most of the likely causes are elsewhere.
        </p>
      )}
      {stuck.ask && (
        <div className="mt-2 border-2 border-ink p-2.5">
          <p className="font-bold">{stuck.ask.words}</p>
          <div className="mt-2 flex gap-2">
            {[true, false].map((yes) => (
              <Button
                key={String(yes)}
                className="flex-1"
                onClick={() => setAnswers([...answers, { id: stuck.ask?.id ?? '', yes }])}
              >
                {yes ? 'Yes' : 'No'}
              </Button>
            ))}
          </div>
        </div>
      )}
      <ol className="mt-2">
        {stuck.likely.slice(0, 4).map((l, i) => (
          <li key={l.id} className="flex gap-2.5 border-b border-rule py-1.5">
            <span
              className={`grid h-[22px] w-[22px] shrink-0 place-items-center rounded-full border border-ink text-[12px] font-bold ${i === 0 ? 'bg-ink text-panel' : ''}`}
            >
              {i + 1}
            </span>
            <span className="min-w-0 flex-1">
              <b>{l.words}</b>
              <span className="block text-muted">{l.fix}</span>
            </span>
            <span className="w-12 shrink-0 text-right text-muted">{inTen(l.chance)}</span>
          </li>
        ))}
      </ol>
      {stuck.known.length > 0 && (
        <p className="mt-1.5 text-[12px] text-muted">Already known: {stuck.known.join('; ')}.</p>
      )}
      <div className="mt-2 flex gap-2">
        {answers.length > 0 && (
          <Button look="quiet" onClick={() => setAnswers(answers.slice(0, -1))}>
            Undo the last answer
          </Button>
        )}
        <Button look="quiet" onClick={onClose}>
          Close
        </Button>
      </div>
    </section>
  );
}

const inTen = (chance: number): string => (chance < 0.05 ? '< 1 in 10' : `${Math.round(chance * 10)} in 10`);
