'use client';

import { explanations } from '@/ui/explanations';
import { colour } from '@/ui/colour';
import { bands, type Id } from '@/core/job/records';
import { Segmented } from '@/ui/primitives';
import { HatchSwatch } from '@/editor/sheet/hatches';
import { tints, unitTint } from '@/editor/sheet/CoverageLayer';
import { levelText } from '@/editor/sheet/isolinePlaces';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import { layerLevels, type LevelLayer } from '@/workers/protocol';

const titles: Record<LevelLayer, string> = {
  headroom: 'Headroom over need, dB',
  signal: 'Signal, dBm',
  certainty: 'Certainty that the need is met',
  taught: 'Change by calibration, dB',
};
const below: Record<LevelLayer, string> = {
  headroom: 'Short',
  signal: 'Weaker',
  certainty: 'Less than 50 %',
  taught: 'More than 9 dB less',
};

/** The strip under the sheet: which layer is shown, and what its tints and hatches mean. */
export function Legend({ shortBefore }: { shortBefore: boolean }) {
  const store = useJobStore();
  const layer = useJob((s) => s.layer);
  const band = useJob((s) => s.band);
  const job = useJob((s) => s.job);
  const storeyId = useJob((s) => s.storeyId);
  const read = job.readings.some((r) => r.rssiDbm !== null) || layer === 'taught';
  const here = job.assemblies
    .filter((a) => job.walls.some((w) => w.storeyId === storeyId && w.assemblyId === a.id))
    .slice(0, shortBefore ? 2 : 4);
  return (
    <div className="@container shrink-0 border-t border-ink bg-panel">
      <div className="flex min-h-[45px] items-center gap-x-3.5 gap-y-1 px-4 py-1 text-[12px] max-[699px]:flex-wrap">
        <Segmented
          label="Layer"
          value={layer}
          onChange={(value) => store.getState().set({ layer: value })}
          options={[
            { value: 'headroom', text: 'Headroom', tip: explanations.headroom },
            { value: 'signal', text: 'Signal', tip: explanations.signal },
            { value: 'certainty', text: 'Certainty', tip: explanations.certainty },
            { value: 'units', text: 'Serving unit', tip: explanations.servingUnit },
            ...(read ? [{ value: 'taught' as const, text: 'Readings', tip: explanations.readings }] : []),
          ]}
        />
        {(layer === 'signal' || layer === 'taught') && (
          <Segmented
            label="Band"
            value={band}
            onChange={(value) => store.getState().set({ band: value })}
            options={bands.map((b) => ({ value: b, text: `${b} GHz` }))}
          />
        )}
        {layer === 'units' ? <UnitSteps /> : <Steps layer={layer} />}
        <div className="grid grid-flow-col grid-rows-2 gap-x-3 gap-y-0.5 text-[11.5px] leading-tight max-[699px]:hidden">
          <span className="flex items-center gap-1.5">
            {layer === 'units' ? (
              <>
                <SwatchHatch colour={colour.ochre} turn={45} /> Phone may stay connected
              </>
            ) : (
              <>
                <SwatchHatch colour={colour.rust} turn={-45} /> {below[layer]}
              </>
            )}
          </span>
          {shortBefore && layer !== 'units' && (
            <span className="flex items-center gap-1.5">
              <svg width={20} height={8} aria-hidden="true">
                <path d="M0 4H20" stroke={colour.rust} strokeWidth={1.6} strokeDasharray="5 4" />
              </svg>
              Met before, up to this line
            </span>
          )}
          {here.map((a) => (
            <span key={a.id} className="hidden items-center gap-1.5 whitespace-nowrap @min-[880px]:flex">
              <HatchSwatch hatch={a.hatch} width={20} /> {a.name.split(',')[0]}
            </span>
          ))}
        </div>
      </div>
    </div>
  );
}

function Steps({ layer }: { layer: LevelLayer }) {
  const levels = layerLevels[layer];
  const text = (level: number) => (layer === 'headroom' ? String(level) : levelText(layer, level));
  return (
    <figure className="flex items-center gap-2">
      <figcaption className="sr-only">{titles[layer]}</figcaption>
      <svg
        width={levels.length * 26 + 34}
        height={30}
        role="img"
        aria-label={`${titles[layer]}: ${levels.map(text).join(', ')}`}
      >
        {levels.map((level, i) => (
          <g key={level}>
            <rect
              x={i * 26 + 2}
              y={14}
              width={26}
              height={13}
              fill={tints[i] ?? colour.head4}
              stroke={colour.isoline}
              strokeWidth={0.8}
            />
            <text x={i * 26 + 2} y={10} fontSize={11.5}>
              {text(level)}
            </text>
          </g>
        ))}
        <text x={levels.length * 26 + 7} y={25} fontSize={11.5}>
          {{ headroom: 'dB', taught: 'dB', signal: 'dBm', certainty: 'certain' }[layer]}
        </text>
      </svg>
    </figure>
  );
}

/** The units that serve ground of this storey, each with its tint. */
function UnitSteps() {
  const job = useJob((s) => s.job);
  const answer = useJob((s) => s.answer);
  const serving = new Set<Id>(answer?.rooms.flatMap((r) => r.unitIds));
  const all = job.units.map((u) => u.id);
  return (
    <ul className="flex flex-wrap items-center gap-2.5" aria-label="Units that serve this storey">
      {job.units
        .filter((u) => serving.has(u.id))
        .map((u) => (
          <li key={u.id} className="flex items-center gap-1.5">
            <svg width={26} height={15} aria-hidden="true">
              <rect
                x={0.5}
                y={0.5}
                width={25}
                height={14}
                fill={unitTint(all, u.id)}
                stroke={colour.isoline}
              />
            </svg>
            <b>{u.letter}</b>
          </li>
        ))}
      {serving.size === 0 && <li className="text-muted">No unit serves here</li>}
    </ul>
  );
}

function SwatchHatch({ colour, turn }: { colour: string; turn: number }) {
  const id = `legend-${turn}`;
  return (
    <svg width={20} height={13} viewBox="0 0 28 13" preserveAspectRatio="none" aria-hidden="true">
      <defs>
        <pattern
          id={id}
          width={7}
          height={7}
          patternUnits="userSpaceOnUse"
          patternTransform={`rotate(${turn})`}
        >
          <rect width={7} height={1.9} fill={colour} fillOpacity={0.75} />
        </pattern>
      </defs>
      <rect x={0.5} y={0.5} width={27} height={12} fill={`url(#${id})`} stroke={colour} />
    </svg>
  );
}
