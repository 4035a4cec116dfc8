'use client';

import { Plus } from 'lucide-react';
import { useMemo, useState } from 'react';
import { toast } from 'sonner';
import { bands, type Assembly, type Id, type Layer, type PerBand, schemas } from '@/core/job/records';
import { freshId } from '@/core/job/fresh';
import { problemsOf } from '@/core/job/jobFile';
import { assemblyLoss, assemblySpread } from '@/core/materials/assemblyLoss';
import { adjusted } from '@/core/survey/adjust';
import { paintWalls } from '@/core/survey/paint';
import { DialogFrame } from '@/ui/DialogFrame';
import { Button, Choice, NumberInput, PartHead, Segmented, TextInput } from '@/ui/primitives';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import { WallLossTable } from '@/panels/why/WallLossTable';
import { ConstructionSection } from './ConstructionSection';
import { LayerList } from './LayerList';
import { toTenth } from '@/core/geometry/round';

const perBand = (of: (band: (typeof bands)[number]) => number): PerBand => ({
  '2.4': toTenth(of('2.4')),
  '5': toTenth(of('5')),
  '6': toTenth(of('6')),
});

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
  const thick = draft.layers.reduce((sum, l) => sum + ('thicknessMm' in l ? l.thicknessMm : 0), 0) / 1000;
  const setLayers = (layers: Layer[]) => {
    const sum = layers.reduce((s, l) => s + ('thicknessMm' in l ? l.thicknessMm : 0), 0) / 1000;
    // a wall is as thick as its layers unless it was given a thickness of its own
    change({
      layers,
      ...(Math.abs(draft.thicknessM - thick) < 0.002 && sum >= 0.002 ? { thicknessM: sum } : {}),
    });
  };
  const save = (asNew: boolean) => {
    const next = asNew
      ? {
          ...draft,
          id: freshId(job, 'asm'),
          name: draft.name === assembly.name ? `${draft.name}, changed` : draft.name,
        }
      : draft;
    const parsed = schemas.assembly.safeParse(next);
    if (!parsed.success) {
      const problem = problemsOf(parsed.error)[0];
      toast.error(`${problem?.path}: ${problem?.message}`);
      return;
    }
    const { commit } = store.getState();
    if (
      !commit(
        adjusted(job, {
          label: `${asNew ? 'New' : 'Change'} make: ${next.name}`,
          put: [parsed.data],
          remove: [],
        }),
      )
    )
      return;
    if (asNew && wallId) commit(paintWalls(store.getState().job, [wallId], next.id));
    onClose();
  };
  return (
    <DialogFrame
      title="What it is made of"
      wide
      onClose={onClose}
      footer={
        <>
          <span className="mr-auto text-muted">
            {users === 0 ? 'Not used yet.' : `Used ${users} times in this job; all of them change.`}
          </span>
          <Button onClick={() => save(true)}>{wallId ? 'Only this wall: save as new' : 'Save as new'}</Button>
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
            label="Name of the make"
            className="w-full"
            value={draft.name}
            read={(name) => {
              if (name.trim() === '') throw new Error('A name is needed.');
              change({ name: name.trim().slice(0, 120) });
            }}
          />
          <PartHead right={`${(thick * 1000).toFixed(0)} mm in all`}>
            Layers, from one side to the other
          </PartHead>
          <LayerList layers={draft.layers} onChange={setLayers} />
          <Button
            className="mt-2"
            onClick={() => setLayers([...draft.layers, { material: 'plasterboard', thicknessMm: 12.5 }])}
          >
            <Plus size={15} aria-hidden="true" /> Add a layer
          </Button>
          <PartHead>In the drawing</PartHead>
          <p className="flex flex-wrap items-center gap-3">
            <span className="flex items-center gap-2">
              Thick
              <NumberInput
                label="Thickness in the drawing"
                value={Math.round(draft.thicknessM * 1e4) / 10}
                unit="mm"
                min={2}
                max={2000}
                onChange={(mm) => change({ thicknessM: mm / 1000 })}
              />
            </span>
            <span className="flex items-center gap-2">
              Hatch
              <Choice
                label="Hatch"
                value={draft.hatch}
                options={schemas.assembly.shape.hatch.options.map((h) => ({ value: h, text: h }))}
                onChange={(v) => {
                  const hatch = schemas.assembly.shape.hatch.options.find((h) => h === v);
                  if (hatch) change({ hatch });
                }}
              />
            </span>
          </p>
        </div>
        <div>
          {draft.layers.length > 0 && (
            <>
              <PartHead right="mm">Cut through it, to scale</PartHead>
              <ConstructionSection assembly={draft} />
            </>
          )}
          <PartHead right="dB">Loss</PartHead>
          <Segmented
            label="Which loss counts"
            value={draft.planningLossDb ? 'planning' : 'layers'}
            options={[
              { value: 'layers', text: 'From layers' },
              { value: 'planning', text: 'Planning value' },
            ]}
            onChange={(v) =>
              change({
                planningLossDb:
                  v === 'layers'
                    ? null
                    : perBand((b) => assemblyLoss({ ...draft, planningLossDb: null }, b, 0)),
              })
            }
          />
          <div className="mt-2">
            <WallLossTable assembly={draft} />
          </div>
          {draft.planningLossDb && (
            <BandNumbers
              label="Planned loss"
              values={draft.planningLossDb}
              onChange={(planningLossDb) => change({ planningLossDb })}
            />
          )}
          <Segmented
            label="Spread"
            value={draft.spreadDb ? 'own' : 'usual'}
            options={[
              { value: 'usual', text: 'Usual spread' },
              { value: 'own', text: 'Its own' },
            ]}
            onChange={(v) =>
              change({ spreadDb: v === 'usual' ? null : perBand((b) => assemblySpread(draft, b)) })
            }
          />
          {draft.spreadDb && (
            <BandNumbers
              label="Spread"
              values={draft.spreadDb}
              onChange={(spreadDb) => change({ spreadDb })}
            />
          )}
          <p className="mt-2 flex items-center gap-2">
            <label className="flex items-center gap-2">
              <input
                type="checkbox"
                className="h-4 w-4 accent-(--color-action)"
                checked={draft.leakDb !== null}
                onChange={(e) => change({ leakDb: e.target.checked ? 32 : null })}
              />
              Leaks at joints
            </label>
            {draft.leakDb !== null && (
              <NumberInput
                label="Leak"
                value={draft.leakDb}
                unit="dB"
                min={0}
                max={120}
                onChange={(leakDb) => change({ leakDb })}
              />
            )}
          </p>
        </div>
      </div>
    </DialogFrame>
  );
}

/** Three numbers, one a band. */
function BandNumbers({
  label,
  values,
  onChange,
}: {
  label: string;
  values: PerBand;
  onChange: (values: PerBand) => void;
}) {
  return (
    <div className="my-1.5 flex flex-wrap gap-1.5">
      {bands.map((b) => (
        <label key={b} className="text-[12px] text-muted">
          {b} GHz
          <TextInput
            label={`${label} at ${b} GHz`}
            className="block w-20 text-right"
            value={String(values[b])}
            read={(text) => {
              const n = Number(text.trim().replace(',', '.'));
              if (text.trim() === '' || !Number.isFinite(n) || n < 0 || n > 200)
                throw new Error('From 0 to 200.');
              onChange({ ...values, [b]: n });
            }}
          />
        </label>
      ))}
    </div>
  );
}
