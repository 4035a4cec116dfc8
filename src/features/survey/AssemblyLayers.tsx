import { Plus } from 'lucide-react';
import { type Assembly, type Layer, schemas } from '@/core/job/records';
import { Button, Choice, NumberInput, PartHead } from '@/ui/primitives';
import { LayerList } from './LayerList';

const thicknessOf = (layers: readonly Layer[]) =>
  layers.reduce((sum, l) => sum + ('thicknessMm' in l ? l.thicknessMm : 0), 0) / 1000;

interface Draft {
  draft: Assembly;
  change: (part: Partial<Assembly>) => void;
}

/** The layers of a construction, from one side to the other. */
export function AssemblyLayers({ draft, change }: Draft) {
  const thick = thicknessOf(draft.layers);
  const setLayers = (layers: Layer[]) => {
    const sum = thicknessOf(layers);
    // a wall is as thick as its layers unless it was given a thickness of its own
    change({
      layers,
      ...(Math.abs(draft.thicknessM - thick) < 0.002 && sum >= 0.002 ? { thicknessM: sum } : {}),
    });
  };
  return (
    <>
      <PartHead right={`${(thick * 1000).toFixed(0)} mm in all`}>Layers, from side to side</PartHead>
      <LayerList layers={draft.layers} onChange={setLayers} />
      <Button
        className="mt-2"
        onClick={() => setLayers([...draft.layers, { material: 'plasterboard', thicknessMm: 12.5 }])}
      >
        <Plus size={15} aria-hidden="true" /> Add a layer
      </Button>
    </>
  );
}

/** How a construction is drawn. */
export function AssemblyDrawing({ draft, change }: Draft) {
  return (
    <>
      <PartHead>In the drawing</PartHead>
      <p className="flex flex-wrap items-center gap-3">
        <span className="flex items-center gap-2">
          Thickness
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
    </>
  );
}
