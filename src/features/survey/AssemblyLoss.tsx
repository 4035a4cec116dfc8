import { Explain } from '@/ui/Explain';
import { explanations } from '@/ui/explanations';
import { type Assembly, bands, type PerBand } from '@/core/job/records';
import { assemblyLoss, assemblySpread } from '@/core/materials/assemblyLoss';
import { toTenth } from '@/core/geometry/round';
import { NumberInput, PartHead, Segmented, TextInput } from '@/ui/primitives';
import { WallLossTable } from '@/panels/why/WallLossTable';
import { ConstructionSection } from './ConstructionSection';

const perBand = (of: (band: (typeof bands)[number]) => number): PerBand => ({
  '2.4': toTenth(of('2.4')),
  '5': toTenth(of('5')),
  '6': toTenth(of('6')),
});

interface Draft {
  draft: Assembly;
  change: (part: Partial<Assembly>) => void;
}

/** What a construction loses: by its layers, or as planned; how far it spreads; what leaks at its joints. */
export function AssemblyLoss({ draft, change }: Draft) {
  return (
    <>
      {draft.layers.length > 0 && (
        <>
          <PartHead right="mm">Section to scale</PartHead>
          <ConstructionSection assembly={draft} />
        </>
      )}
      <PartHead right="dB">Loss</PartHead>
      <Segmented
        label="Loss to use"
        value={draft.planningLossDb ? 'planning' : 'layers'}
        options={[
          { value: 'layers', text: 'From layers' },
          { value: 'planning', text: 'Planning value' },
        ]}
        onChange={(v) =>
          change({
            planningLossDb:
              v === 'layers' ? null : perBand((b) => assemblyLoss({ ...draft, planningLossDb: null }, b, 0)),
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
        label="Uncertainty"
        value={draft.spreadDb ? 'own' : 'usual'}
        options={[
          { value: 'usual', text: 'Usual uncertainty', tip: explanations.uncertainty },
          { value: 'own', text: 'Own value' },
        ]}
        onChange={(v) =>
          change({ spreadDb: v === 'usual' ? null : perBand((b) => assemblySpread(draft, b)) })
        }
      />
      {draft.spreadDb && (
        <BandNumbers
          label="Uncertainty"
          values={draft.spreadDb}
          onChange={(spreadDb) => change({ spreadDb })}
        />
      )}
      <JointLeak draft={draft} change={change} />
    </>
  );
}

function JointLeak({ draft, change }: Draft) {
  return (
    <p className="mt-2 flex items-center gap-2">
      <label className="flex items-center gap-2">
        <input
          type="checkbox"
          className="h-4 w-4 accent-(--color-action)"
          checked={draft.leakDb !== null}
          onChange={(e) => change({ leakDb: e.target.checked ? 32 : null })}
        />
        Leak at joints
      </label>
      <Explain of="leak">?</Explain>
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
