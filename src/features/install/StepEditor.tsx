'use client';

import { zodResolver } from '@hookform/resolvers/zod';
import { useForm } from 'react-hook-form';
import { z } from 'zod';
import { putOne } from '@/core/job/edits';
import { freshId } from '@/core/job/fresh';
import { makeRecord } from '@/core/job/make';
import type { StepEdit } from '@/core/job/records';
import type { Step } from '@/core/install/step';
import { Button, Field, inputClass, TextInput } from '@/ui/primitives';
import { numberOf } from '@/ui/typed';
import { useJob, useJobStore } from '@/client/store/JobProvider';

const minutesOf = (text: string): number => {
  const n = numberOf(text);
  if (n === null || !(n >= 0 && n <= 600)) throw new Error('Minutes from 0 to 600.');
  return n;
};

const ownSchema = z.object({ title: z.string().trim().min(1).max(120) });

/** The step's words, times and order in this job; a step of one's own after it. */
export function StepEditor({ step, steps }: { step: Step; steps: readonly Step[] }) {
  const store = useJobStore();
  const edit = useJob((s) => s.job.stepEdits.find((e) => e.stepKey === step.key));
  const own = useForm({ resolver: zodResolver(ownSchema), defaultValues: { title: '' } });
  const save = (label: string, part: Partial<StepEdit>) => {
    const { job, commit } = store.getState();
    const base: StepEdit = edit ?? {
      type: 'stepEdit',
      id: freshId(job, 'step-edit'),
      stepKey: step.key,
      own: false,
      dropped: false,
      title: null,
      text: null,
      handsMin: null,
      waitMin: null,
      after: null,
    };
    commit(putOne(`${label}: ${step.title}`, makeRecord({ ...base, ...part, type: 'stepEdit' })));
  };
  const add = own.handleSubmit(({ title }) => {
    const { job, commit } = store.getState();
    const id = freshId(job, 'step-edit');
    commit(
      putOne(
        `Own step: ${title}`,
        makeRecord({
          type: 'stepEdit',
          id,
          stepKey: `own-${id.replace(/\D/g, '')}`,
          own: true,
          dropped: false,
          title,
          text: '',
          handsMin: 5,
          waitMin: null,
          after: [step.key],
        }),
      ),
    );
    own.reset();
  });
  return (
    <details className="mt-3 border-t border-strong">
      <summary className="flex h-9 cursor-pointer items-center font-semibold text-action pointer-coarse:h-11">
        Edit this step
      </summary>
      <Field label="Title">
        {(id) => (
          <TextInput
            id={id}
            value={step.title}
            className="w-48"
            read={(text) => {
              if (!text.trim()) throw new Error('A title is needed.');
              save('Title', { title: text.trim().slice(0, 120) });
            }}
          />
        )}
      </Field>
      <Field label="Hands-on, min">
        {(id) => (
          <TextInput
            id={id}
            value={String(step.hands.min)}
            className="w-20"
            read={(t) => save('Hands-on', { handsMin: minutesOf(t) })}
          />
        )}
      </Field>
      <Field label="Wait, min">
        {(id) => (
          <TextInput
            id={id}
            value={String(step.wait?.min ?? 0)}
            className="w-20"
            read={(t) => save('Wait', { waitMin: minutesOf(t) })}
          />
        )}
      </Field>
      <Field label="Do also after">
        {(id) => (
          <select
            id={id}
            className={`${inputClass} w-48`}
            value=""
            onChange={(e) =>
              e.target.value && save('Order', { after: [...new Set([...step.after, e.target.value])] })
            }
          >
            <option value="">choose a step</option>
            {steps
              .filter((s) => s.key !== step.key && !step.after.includes(s.key))
              .map((s) => (
                <option key={s.key} value={s.key}>
                  {s.title}
                </option>
              ))}
          </select>
        )}
      </Field>
      <div className="mt-2 flex flex-wrap gap-2">
        {step.key !== 'walk' && (
          <Button onClick={() => save('Excluded from the runbook', { dropped: true })}>
            Exclude from the runbook
          </Button>
        )}
        {edit && (
          <Button
            look="quiet"
            onClick={() =>
              store.getState().commit({ label: `As the template: ${step.title}`, put: [], remove: [edit.id] })
            }
          >
            {edit.own ? 'Remove it' : 'Restore the template'}
          </Button>
        )}
      </div>
      <form className="mt-2 flex items-end gap-2" onSubmit={(e) => void add(e)}>
        <label className="min-w-0 flex-1 text-muted">
          Add own step after this
          <input className={`${inputClass} mt-0.5 w-full`} maxLength={120} {...own.register('title')} />
        </label>
        <Button type="submit" disabled={!own.formState.isDirty}>
          Add
        </Button>
      </form>
    </details>
  );
}
