'use client';

import { sayError } from '@/ui/sayError';
import { useMemo, useState } from 'react';
import { type Assembly, type Id, schemas } from '@/core/job/records';
import { freshId } from '@/core/job/fresh';
import { problemsOf } from '@/core/job/jobFile';
import { adjusted } from '@/core/survey/adjust';
import { paintWalls } from '@/core/survey/paint';
import { DialogFrame } from '@/ui/DialogFrame';
import { Button, PartHead, TextInput } from '@/ui/primitives';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import { AssemblyDrawing, AssemblyLayers } from './AssemblyLayers';
import { AssemblyLoss } from './AssemblyLoss';

/** Stores a construction as one step, or as a new one that is put on the wall. @returns whether it was done; why not is told. */
function saveAssembly(
  store: ReturnType<typeof useJobStore>,
  before: Assembly,
  draft: Assembly,
  { asNew, wallId }: { asNew: boolean; wallId: Id | undefined },
): boolean {
  const { job, commit } = store.getState();
  const name = draft.name === before.name ? `${draft.name}, changed` : draft.name;
  const parsed = schemas.assembly.safeParse(asNew ? { ...draft, id: freshId(job, 'asm'), name } : draft);
  if (!parsed.success) {
    const problem = problemsOf(parsed.error)[0];
    sayError(`${problem?.path}: ${problem?.message}`);
    return false;
  }
  const label = `${asNew ? 'New' : 'Change'} construction: ${parsed.data.name}`;
  if (!commit(adjusted(job, { label, put: [parsed.data], remove: [] }))) return false;
  if (asNew && wallId) commit(paintWalls(store.getState().job, [wallId], parsed.data.id));
  return true;
}

/** What a wall is made of: its layers, with the loss that they give seen at once. Saved as one step. */
export function AssemblyEditor({
  assembly,
  wallId,
  onClose,
}: {
  assembly: Assembly;
  wallId?: Id;
  onClose: () => void;
}) {
  const store = useJobStore();
  const job = useJob((s) => s.job);
  const [draft, setDraft] = useState(assembly);
  const users = useMemo(
    () =>
      [...job.walls, ...job.openings, ...job.floorOpenings].filter((r) => r.assemblyId === assembly.id)
        .length + job.storeys.filter((s) => s.floorAssemblyId === assembly.id).length,
    [job, assembly.id],
  );
  const change = (part: Partial<Assembly>) => setDraft({ ...draft, ...part });
  const save = (asNew: boolean) => {
    if (saveAssembly(store, assembly, draft, { asNew, wallId })) onClose();
  };
  return (
    <DialogFrame
      title="Construction"
      wide
      onClose={onClose}
      footer={
        <>
          <span className="mr-auto text-muted">
            {users === 0 ? 'Not used yet.' : `Used ${users} times in this job; all of them change.`}
          </span>
          <Button onClick={() => save(true)}>{wallId ? 'Save as new, this wall only' : 'Save as new'}</Button>
          <Button look="action" onClick={() => save(false)}>
            Save
          </Button>
        </>
      }
    >
      <div className="grid gap-x-6 md:grid-cols-[1fr_320px]">
        <div>
          <PartHead>Name</PartHead>
          <TextInput
            label="Name of the construction"
            className="w-full"
            value={draft.name}
            read={(name) => {
              if (name.trim() === '') throw new Error('A name is needed.');
              change({ name: name.trim().slice(0, 120) });
            }}
          />
          <AssemblyLayers draft={draft} change={change} />
          <AssemblyDrawing draft={draft} change={change} />
        </div>
        <div>
          <AssemblyLoss draft={draft} change={change} />
        </div>
      </div>
    </DialogFrame>
  );
}
