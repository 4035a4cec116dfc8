'use client';

import { fromSite } from '@/core/geometry/place';
import { find } from '@/core/job/job';
import type { Link } from '@/core/job/records';
import { useJob } from '@/ui/store/JobProvider';
import { rateText } from '@/ui/units';
import type { ToPx } from './RoomLabels';
import type { SheetSpace, SheetStage } from './sheetSpace';

/**
 * How a link is drawn along a path: Ethernet and fibre solid, coax double, over the air as dots on a
 * light casing. Powerline is a zig-zag, so its path has to be one: see `zigzag`.
 */
export function LinkStroke({ link, d }: { link: Pick<Link, 'medium'>; d: string }) {
  switch (link.medium) {
    case 'wireless':
      return (
        <>
          <path d={d} fill="none" stroke="#fffdf8" strokeWidth={7} strokeLinecap="round" />
          <path
            d={d}
            fill="none"
            stroke="#1f2a37"
            strokeWidth={3.2}
            strokeLinecap="round"
            strokeDasharray="0.1 7"
          />
        </>
      );
    case 'coax':
      return (
        <>
          <path d={d} fill="none" stroke="#fffdf8" strokeWidth={8} />
          <path d={d} fill="none" stroke="#1f2a37" strokeWidth={5} />
          <path d={d} fill="none" stroke="#fffdf8" strokeWidth={2.2} />
        </>
      );
    case 'powerline':
      return (
        <>
          <path d={d} fill="none" stroke="#fffdf8" strokeWidth={5} strokeLinejoin="round" />
          <path d={d} fill="none" stroke="#1f2a37" strokeWidth={1.6} strokeLinejoin="round" />
        </>
      );
    default:
      return (
        <>
          <path d={d} fill="none" stroke="#fffdf8" strokeWidth={5} />
          <path d={d} fill="none" stroke="#1f2a37" strokeWidth={2.2} />
        </>
      );
  }
}

/** A zig-zag from one place to another, px: teeth 12 long and 4 high. */
function zigzag(ax: number, ay: number, bx: number, by: number): string {
  const length = Math.hypot(bx - ax, by - ay);
  const teeth = Math.max(1, Math.round(length / 6));
  const [ux, uy] = length ? [(bx - ax) / length, (by - ay) / length] : [1, 0];
  const points = Array.from({ length: teeth + 1 }, (_, i) => {
    const along = (i / teeth) * length;
    const side = i === 0 || i === teeth ? 0 : i % 2 ? 4 : -4;
    return `${ax + ux * along - uy * side} ${ay + uy * along + ux * side}`;
  });
  return `M${points.join('L')}`;
}

/** A link's line as a small sign in lists, 34 × 14. */
export function LinkIcon({ link }: { link: Pick<Link, 'medium'> }) {
  const d =
    link.medium === 'wireless'
      ? 'M3 11Q17 -1 31 11'
      : link.medium === 'powerline'
        ? zigzag(2, 7, 32, 7)
        : 'M2 7H32';
  return (
    <svg width={34} height={14} aria-hidden="true" className="mt-0.5 shrink-0">
      <LinkStroke link={link} d={d} />
    </svg>
  );
}

/** Links between units of this sheet; one that leaves the storey ends in a word where it goes. */
export function LinkLines({ space, px, stage }: { space: SheetSpace; px: ToPx; stage: SheetStage }) {
  const job = useJob((s) => s.job);
  const dragged = useJob((s) => s.dragged);
  const network = useJob((s) => s.network);
  if (stage === 'survey') return null;
  const moved = (id: string) => (dragged?.id === id ? dragged : find(job, 'unit', id));
  return (
    <g pointerEvents="none">
      {job.links.map((link) => {
        const [to, from] = [moved(link.unitId), moved(link.fromUnitId)];
        if (!to || !from || (stage === 'plan' ? !(to.planned && from.planned) : !(to.found && from.found)))
          return null;
        const buildingOf = (id: string) => find(job, 'storey', id)?.buildingId;
        if (space.isSite && buildingOf(from.storeyId) === buildingOf(to.storeyId)) return null;
        const [p, q] = [space.place(from), space.place(to)];
        const [fromHere, toHere] = [space.onSheet(from.storeyId), space.onSheet(to.storeyId)];
        if (!p || !q || (!fromHere && !toHere)) {
          const here = toHere ? to : fromHere ? from : null;
          const other = here === to ? from : to;
          const at = here && space.place(here);
          if (!at) return null;
          const [x, y] = px(...at);
          const place = find(job, 'building', find(job, 'storey', other.storeyId)?.buildingId)?.name ?? '';
          return (
            <Away
              key={link.id}
              x={x}
              y={y}
              text={`${here === to ? 'from' : 'to'} ${other.letter}, ${place}`}
            />
          );
        }
        const [ax, ay] = px(...p);
        const [bx, by] = px(...q);
        const length = Math.hypot(bx - ax, by - ay);
        const bend = link.medium === 'wireless' ? Math.min(40, length * 0.16) : 0;
        const [nx, ny] = length ? [-(by - ay) / length, (bx - ax) / length] : [0, 0];
        const sign = ny > 0 ? -1 : 1;
        const [cx, cy] = [(ax + bx) / 2 + nx * bend * sign, (ay + by) / 2 + ny * bend * sign];
        const rate = network?.links.find((l) => l.linkId === link.id)?.downMbps;
        const leaves = !fromHere || !toHere;
        return (
          <g key={link.id} opacity={leaves ? 0.55 : 1}>
            <LinkStroke
              link={link}
              d={
                link.medium === 'powerline' ? zigzag(ax, ay, bx, by) : `M${ax} ${ay}Q${cx} ${cy} ${bx} ${by}`
              }
            />
            {leaves && (
              <Away
                x={fromHere ? bx : ax}
                y={fromHere ? by : ay}
                text={`${fromHere ? to.letter : from.letter}, ${find(job, 'storey', (fromHere ? to : from).storeyId)?.name ?? ''}`}
              />
            )}
            {rate !== undefined && length > 110 && (
              <text
                x={(ax + 2 * cx + bx) / 4}
                y={(ay + 2 * cy + by) / 4 - 9}
                fontSize={12.5}
                fontWeight={700}
                textAnchor="middle"
                fill="#1d4f7a"
                className="halo"
              >
                {rateText(rate)} Mbps
              </text>
            )}
          </g>
        );
      })}
    </g>
  );
}

function Away({ x, y, text }: { x: number; y: number; text: string }) {
  return (
    <text x={x} y={y + 15} fontSize={11.5} textAnchor="middle" fill="#1f2a37" className="halo">
      {text}
    </text>
  );
}

/** The ways from the unit that serves a chosen spot: the strongest strong, others faint, a dot at each turn. */
export function RayLine({ space, px, stage }: { space: SheetSpace; px: ToPx; stage: SheetStage }) {
  const place = useJob((s) => find(s.job, 'spot', s.selectedId) ?? find(s.job, 'fixedDevice', s.selectedId));
  const predictions = useJob((s) => (stage === 'plan' ? s.planned : s.found));
  const fixed = useJob((s) => s.fixed);
  if (!place || stage === 'survey' || !space.onSheet(place.storeyId)) return null;
  const ways = [...(predictions ?? []), ...(fixed ?? [])].find((p) => p.spotId === place.id)?.ways ?? [];
  const floor = space.storey.floorZM;
  const here = (z: number) => space.isSite || (z > floor - 0.3 && z < floor + space.storey.heightM + 0.3);
  return (
    <g pointerEvents="none" data-testid="rays">
      {[...ways].reverse().map((way, i) => {
        const strongest = i === ways.length - 1;
        const points = way.points.map(([x, y]) => px(...fromSite(space.building, x, y)));
        return (
          <g key={i} opacity={strongest ? 1 : 0.55}>
            {points.slice(1).map(([bx, by], k) => {
              const [ax, ay] = points[k] ?? [bx, by];
              const level = here(way.points[k]?.[2] ?? 0) && here(way.points[k + 1]?.[2] ?? 0);
              return (
                <g key={k}>
                  <path d={`M${ax} ${ay}L${bx} ${by}`} stroke="#fffdf8" strokeWidth={strongest ? 4 : 3} />
                  <path
                    d={`M${ax} ${ay}L${bx} ${by}`}
                    stroke="#1d4f7a"
                    strokeWidth={strongest ? 1.6 : 1}
                    strokeDasharray={level ? undefined : '6 4'}
                  />
                </g>
              );
            })}
            {points.slice(1, -1).map(([x, y], k) => (
              <circle
                key={k}
                cx={x}
                cy={y}
                r={strongest ? 3.4 : 2.4}
                fill="#fffdf8"
                stroke="#1d4f7a"
                strokeWidth={1.4}
              />
            ))}
          </g>
        );
      })}
    </g>
  );
}
