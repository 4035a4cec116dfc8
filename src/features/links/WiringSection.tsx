'use client';

import { colour } from '@/ui/colour';
import { type KeyboardEvent, useId, useMemo, useRef } from 'react';
import { find } from '@/core/job/job';
import type { Unit } from '@/core/job/records';
import type { BackhaulOption } from '@/core/network/backhaulOptions';
import { mediumWords } from '@/core/media/mediumWords';
import { wiringLayout } from '@/core/wiring/layout';
import { wiringPath, wiringPaths } from '@/core/wiring/paths';
import { Hatches } from '@/editor/sheet/hatches';
import { Peg } from '@/editor/sheet/Peg';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import { useSize } from '@/ui/useSize';
import { rateText } from '@/core/network/rateText';
import { lengthText } from '@/ui/units';
import { HouseSection } from './HouseSection';
import { LinkBand, OtherWay } from './LinkBand';

export type Use = 'one' | 'all';

const pad = { left: 34, right: 16, top: 14, bottom: 44 };
/** Smaller than this nothing could be read: the drawing is scrolled instead, px a metre. */
const leastScale = 15;
/** Heights are drawn at most so many times as large as widths. */
const mostTaller = 1.6;

/** The property cut open large, every unit at its true height, each link a band by what it carries. */
export function WiringSection({ use, options }: { use: Use; options: BackhaulOption[] | null }) {
  const store = useJobStore();
  const prefix = useId().replace(/[^A-Za-z0-9]/g, '');
  const box = useRef<HTMLDivElement>(null);
  const { width, height } = useSize(box);
  const job = useJob((s) => s.job);
  const network = useJob((s) => s.network);
  const selectedId = useJob((s) => s.selectedId);
  const layout = useMemo(() => wiringLayout(job), [job]);
  const paths = useMemo(() => (layout ? wiringPaths(job, layout) : []), [job, layout]);
  const units = job.units.filter((u) => u.planned);
  const selected = find(job, 'unit', selectedId);
  const others = useMemo(() => {
    if (!layout || !selected || !options) return [];
    // of each medium the best that is not taken
    const open = options.filter((o) => o.whyNot === null && !o.taken);
    const taken = options.find((o) => o.taken)?.link.medium;
    return (['ethernet', 'coax', 'powerline', 'wireless'] as const).flatMap((medium) => {
      const best = medium === taken ? undefined : open.find((o) => o.link.medium === medium);
      const from = find(job, 'unit', best?.link.fromUnitId);
      return best && from
        ? [
            {
              path: wiringPath(job, layout, best.link, from, selected),
              text: `${rateText(best.downMbps)} by ${mediumWords[medium].toLowerCase()}`,
            },
          ]
        : [];
    });
  }, [job, layout, selected, options]);
  if (!layout)
    return (
      <p className="p-6 text-muted">
        This job has no building yet: draw one in Survey (1), then place units in Plan (3).
      </p>
    );
  const tallM = layout.topZ - layout.bottomZ;
  const [wideFit, tallFit] = [
    (width - pad.left - pad.right) / layout.widthM,
    (height - pad.top - pad.bottom) / tallM,
  ];
  const scale = Math.max(leastScale, Math.min(wideFit, tallFit));
  // a wide property leaves room above: heights may be drawn larger
  const up = Math.min(mostTaller * scale, Math.max(scale, tallFit));
  const [w, h] = [
    Math.max(width, layout.widthM * scale + pad.left + pad.right),
    Math.max(height, tallM * up + pad.top + pad.bottom),
  ];
  const shift = Math.max(0, (w - pad.left - pad.right - layout.widthM * scale) / 2);
  const spare = Math.max(0, h - pad.top - pad.bottom - tallM * up);
  const px = (x: number, z: number): [number, number] => [
    pad.left + shift + x * scale,
    h - pad.bottom - spare / 2 - (z - layout.bottomZ) * up,
  ];
  const [, ground] = px(0, 0);
  const { lengths } = job.info;
  const at = (u: Unit) => px(...layout.placeOf(u));
  const under = px(0, layout.bottomZ)[1] + 20;
  const ticks = [0, 3, 6, 9, 12, 15].filter((z) => z < layout.topZ);
  const rateOf = (linkId: string) => network?.links.find((l) => l.linkId === linkId)?.downMbps ?? null;
  const flowOf = (linkId: string) => network?.load.links.find((l) => l.linkId === linkId)?.downMbps ?? 0;
  return (
    <div ref={box} className="relative min-h-0 flex-1 overflow-auto bg-paper" data-testid="wiring">
      {width > 0 && (
        <svg
          width={w}
          height={h}
          className="absolute top-0 left-0"
          role="group"
          aria-label="The wiring, cut open"
        >
          <Hatches prefix={prefix} />
          <path d={`M0 ${ground}H${w}`} stroke={colour.ink} strokeWidth={1.4} />
          <path
            d={Array.from({ length: Math.ceil(w / 9) }, (_, i) => `M${i * 9 + 4} ${ground + 1}l-5 6`).join(
              '',
            )}
            stroke={colour.faint}
            strokeWidth={0.8}
          />
          {ticks.map((z) => (
            <text key={z} x={6} y={px(0, z)[1] + 4} fontSize={11.5} fill={colour.muted}>
              {lengthText(z, lengths, 0).replace(/\s?m$/, z === 0 ? '' : ' m')}
            </text>
          ))}
          {layout.gaps.map((g) => {
            const [a] = px(g.x0, 0);
            const [b] = px(g.x1, 0);
            return (
              <g key={g.x0}>
                {g.shortened && (
                  <path
                    d={`M${(a + b) / 2 - 5} ${ground + 7}l4 -14M${(a + b) / 2 + 2} ${ground + 7}l4 -14`}
                    stroke={colour.ink}
                    strokeWidth={1.3}
                  />
                )}
                <text x={(a + b) / 2} y={under} fontSize={11.5} textAnchor="middle" fill={colour.muted}>
                  {lengthText(g.metres, lengths, 0)}
                </text>
              </g>
            );
          })}
          {layout.buildings.map((section) => {
            const [a] = px(section.x0, 0);
            const [b] = px(section.x1, 0);
            return (
              <g key={section.building.id}>
                <HouseSection {...{ job, cut: section, px, scale, prefix }} />
                <text
                  x={(a + b) / 2}
                  y={under}
                  fontSize={12.5}
                  fontWeight={700}
                  textAnchor="middle"
                  fill={colour.ink}
                >
                  {section.building.name}
                </text>
              </g>
            );
          })}
          {layout.yard && (
            <text
              x={(px(layout.yard.x0, 0)[0] + px(layout.yard.x1, 0)[0]) / 2}
              y={under}
              fontSize={12.5}
              fontWeight={700}
              textAnchor="middle"
              fill={colour.ink}
            >
              Outdoors
            </text>
          )}
          <g pointerEvents="none">
            {job.spots.map((s) => {
              const [x, y] = px(...layout.placeOf(s));
              return (
                <g key={s.id} transform={`translate(${x} ${y})`}>
                  <path d="M-4 0H4M0 -4V4" stroke={colour.faint} strokeWidth={1.6} />
                  <text x={5} y={-3} fontSize={11} fontWeight={600} fill={colour.muted} className="halo">
                    {s.number}
                  </text>
                </g>
              );
            })}
            {others.map((o) => (
              <OtherWay key={o.path.link.medium} path={o.path} px={px} title={o.text} />
            ))}
            {paths.map((path) => {
              const mbps = rateOf(path.link.id);
              return (
                <LinkBand
                  key={path.link.id}
                  path={path}
                  px={px}
                  mbps={mbps}
                  load={use === 'all' && mbps ? flowOf(path.link.id) / mbps : null}
                  chosen={path.to.id === selectedId}
                />
              );
            })}
          </g>
          {[...units]
            .sort((a, b) => Number(a.id === selectedId) - Number(b.id === selectedId))
            .map((u) => (
              <UnitPeg
                key={u.id}
                unit={u}
                at={at(u)}
                chosen={u.id === selectedId}
                toLeft={units.some((o) => {
                  const [dx, dy] = [0, 1].map((k) => (at(o)[k] ?? 0) - (at(u)[k] ?? 0));
                  return o.id !== u.id && (dx ?? 0) > 0 && (dx ?? 0) < 92 && Math.abs(dy ?? 0) < 40;
                })}
                lines={linesOf(u)}
                onChoose={() => store.getState().set({ selectedId: u.id })}
              />
            ))}
        </svg>
      )}
    </div>
  );

  /** What is written beside a peg: what comes to it, and what everyone at once takes. */
  function linesOf(u: Unit): string[] {
    const link = job.links.find((l) => l.unitId === u.id);
    const backhaul = link ? rateOf(link.id) : network ? job.info.planDownMbps : null;
    if (network?.unfed.some((f) => f.unitId === u.id)) return ['not fed'];
    if (backhaul === null) return [];
    const flow = link ? flowOf(link.id) : (network?.load.plan.downMbps ?? 0);
    return [rateText(backhaul), ...(use === 'all' ? [`${rateText(flow)} at once`] : [])];
  }
}

function UnitPeg({
  unit,
  at: [x, y],
  chosen,
  toLeft,
  lines,
  onChoose,
}: {
  unit: Unit;
  at: [number, number];
  chosen: boolean;
  /** Is another unit so near at the right that the words go to the left? */
  toLeft: boolean;
  lines: string[];
  onChoose: () => void;
}) {
  const [first, second] = lines;
  const wide = Math.max((first?.length ?? 0) * 8.6, (second?.length ?? 0) * 6.1) + 5;
  const text = { x: toLeft ? -17 : 17, textAnchor: toLeft ? ('end' as const) : ('start' as const) };
  return (
    <g
      transform={`translate(${x} ${y})`}
      className="cursor-pointer"
      role="button"
      tabIndex={0}
      aria-pressed={chosen}
      aria-label={`Unit ${unit.letter}, ${unit.name}${first ? `: ${lines.join(', ')} Mbps` : ''}`}
      onClick={onChoose}
      onKeyDown={(event: KeyboardEvent) => {
        if (event.key !== 'Enter' && event.key !== ' ') return;
        event.preventDefault();
        onChoose();
      }}
    >
      <rect x={-17} y={-34} width={34} height={38} fill="transparent" />
      <Peg letter={unit.letter} look={chosen ? 'selected' : unit.found ? 'installed' : 'planned'} />
      {first && (
        <rect
          x={toLeft ? -15 - wide : 15}
          y={-29}
          width={wide}
          height={second ? 32 : 18}
          fill={colour.panel}
          fillOpacity={0.88}
        />
      )}
      {first && (
        <text {...text} y={-15} fontSize={14} fontWeight={700} fill={colour.ink}>
          {first}
        </text>
      )}
      {second && (
        <text {...text} y={-2} fontSize={11.5} fill={colour.muted}>
          {second}
        </text>
      )}
    </g>
  );
}
