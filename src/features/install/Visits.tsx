'use client';

import { Trash2 } from 'lucide-react';
import { useMemo } from 'react';
import { putOne } from '@/core/job/edits';
import { freshId } from '@/core/job/fresh';
import { makeRecord } from '@/core/job/make';
import type { Id, Visit } from '@/core/job/records';
import { runbookOf } from '@/core/install/runbook';
import { visitsInOrder, visitWork } from '@/core/install/visits';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import {
  Button,
  Choice,
  Field,
  IconButton,
  inputClass,
  NumberInput,
  PartHead,
  TextInput,
} from '@/ui/primitives';
import { dayText, minutesText } from '@/ui/time';
import { useTimes } from '@/ui/useTimes';

export const visitKinds: Record<Visit['kind'], string> = {
  survey: 'Survey',
  install: 'Installation',
  return: 'Return visit',
};

/** Name of a visit: what it is, which of its kind, and its day. */
export function useVisitName(): (visit: Visit) => string {
  const job = useJob((s) => s.job);
  const { dateShort } = useTimes();
  return (visit) => {
    const alike = visitsInOrder(job).filter((v) => v.kind === visit.kind);
    const nth = alike.length > 1 ? ` ${alike.findIndex((v) => v.id === visit.id) + 1}` : '';
    return `${visitKinds[visit.kind]}${nth}${visit.day ? `, ${dateShort(visit.day)}` : ''}`;
  };
}

/** The visits of a job: what each is for, its day, its work, and what has to be there first. */
export function Visits() {
  const store = useJobStore();
  const job = useJob((s) => s.job);
  const work = useMemo(() => visitWork(job, runbookOf(job), dayText(new Date())), [job]);
  const name = useVisitName();
  const save = (visit: Visit, label: string) => store.getState().commit(putOne(label, visit));
  const add = () =>
    save(
      makeRecord({
        ...{ type: 'visit', id: freshId(job, 'visit'), note: '' },
        kind: job.visits.some((v) => v.kind === 'install') ? 'return' : 'install',
      }),
      'Add a visit',
    );
  return (
    <section aria-label="Visits" data-testid="visits">
      <PartHead right={job.visits.length ? String(job.visits.length) : undefined}>Visits</PartHead>
      {work.length === 0 && (
        <p className="py-1.5 text-muted">
          All steps on one day. Add visits where the work takes more days, or parts come later.
        </p>
      )}
      <ul>
        {work.map(({ visit, steps, handsMin, problems }) => (
          <li key={visit.id} className="border-b border-rule py-2">
            <div className="flex items-center gap-2">
              <Choice
                label={`Kind of ${name(visit)}`}
                className="min-w-0 flex-1"
                value={visit.kind}
                options={Object.entries(visitKinds).map(([value, text]) => ({ value, text }))}
                onChange={(kind) => isKind(kind) && save({ ...visit, kind }, `Visit: ${visitKinds[kind]}`)}
              />
              <input
                type="date"
                aria-label={`Day of ${name(visit)}`}
                className={`${inputClass} w-[132px]`}
                value={visit.day ?? ''}
                onChange={(e) => save({ ...visit, day: e.target.value || null }, `Day of ${name(visit)}`)}
              />
              <IconButton
                label={`Remove ${name(visit)}`}
                onClick={() =>
                  store.getState().commit({ label: `Remove ${name(visit)}`, put: [], remove: [visit.id] })
                }
              >
                <Trash2 size={15} />
              </IconButton>
            </div>
            <Field label="Begins at">
              {(id) => (
                <input
                  id={id}
                  type="time"
                  className={`${inputClass} w-[104px]`}
                  value={visit.startsAt ?? ''}
                  onChange={(e) =>
                    save({ ...visit, startsAt: e.target.value || null }, `Time of ${name(visit)}`)
                  }
                />
              )}
            </Field>
            <Field label="Travel">
              {(id) => (
                <NumberInput
                  id={id}
                  label={`Travel of ${name(visit)}, minutes`}
                  unit="min"
                  value={visit.travelMin}
                  min={0}
                  max={600}
                  onChange={(n) => save({ ...visit, travelMin: Math.round(n) }, `Travel of ${name(visit)}`)}
                />
              )}
            </Field>
            {visit.kind !== 'survey' && (
              <>
                <p className="mt-1 text-[12px] text-muted">
                  {steps.length} {steps.length === 1 ? 'step' : 'steps'}, hands-on {minutesText(handsMin)}
                </p>
                <Field label="Waits for parts">
                  {(id) => (
                    <TextInput
                      id={id}
                      className="w-40"
                      value={visit.waitsFor}
                      read={(text) =>
                        save({ ...visit, waitsFor: text.trim().slice(0, 200) }, 'Parts awaited')
                      }
                    />
                  )}
                </Field>
              </>
            )}
            {problems.slice(0, 3).map((p) => (
              <p key={p} className="mt-1 text-[12px] text-rust-text">
                {p}
              </p>
            ))}
          </li>
        ))}
      </ul>
      <Button className="mt-2" onClick={add}>
        Add a visit
      </Button>
    </section>
  );
}

const isKind = (kind: string): kind is Visit['kind'] => kind in visitKinds;

/** Which visit a step belongs to; nothing where there are no two to choose from. */
export function VisitChoice({
  stepKey,
  of,
  move,
}: {
  stepKey: string;
  of: Visit | null;
  move: (id: Id) => void;
}) {
  const job = useJob((s) => s.job);
  const name = useVisitName();
  const all = visitsInOrder(job).filter((v) => v.kind !== 'survey');
  if (all.length < 2) return null;
  return (
    <Field label="Done at">
      {(id) => (
        <Choice
          id={id}
          key={stepKey}
          value={of?.id ?? ''}
          options={all.map((v) => ({ value: v.id, text: name(v) }))}
          onChange={move}
        />
      )}
    </Field>
  );
}
