'use client';

import { colour } from '@/ui/colour';
import type { KeyboardEvent } from 'react';
import type { Job } from '@/core/job/job';
import { find } from '@/core/job/job';
import type { Id, ServicePoint, Spot } from '@/core/job/records';
import { useJob, useJobStore, useProofs } from '@/client/store/JobProvider';
import { foundWords, MarkShape, plannedMark, type Mark } from '@/ui/marks';
import type { Placed } from '@/editor/labels/placeLabels';
import { Peg } from './Peg';
import { leastScale, smallSize, tagSize } from './sheetLabels';
import type { SheetSpace, SheetStage, ToPx } from './sheetSpace';

/** Makes a mark on the drawing reachable and usable by keyboard. */
export function useChoosable() {
  const store = useJobStore();
  return (id: Id, label: string) => ({
    'data-id': id,
    role: 'button',
    tabIndex: 0,
    'aria-label': label,
    onKeyDown: (event: KeyboardEvent) => {
      if (event.key === 'Enter' || event.key === ' ') {
        event.preventDefault();
        store.getState().set({ selectedId: id });
      }
    },
  });
}

/** Signs of services, 12 px, around 0, 0. */
export const servicePointShapes: Record<ServicePoint['kind'], string> = {
  socket: 'M-6 -4A6 6 0 0 0 6 -4M0 2V7M-6 -4H6',
  coax: 'M5 0A5 5 0 1 0 -5 0A5 5 0 1 0 5 0M1.6 0A1.6 1.6 0 1 0 -1.6 0A1.6 1.6 0 1 0 1.6 0',
  data: 'M-5 -5H5V5H-5ZM-2.5 5V1H2.5V5',
  entry: 'M-6 0L6 -6V6Z',
  splitter: 'M0 -6V0M0 0L-6 6M0 0L0 6M0 0L6 6',
  board: 'M-6 -5H6V5H-6ZM-6 -5L6 5',
  panel: 'M-6 -6H6V6H-6ZM-3.5 -2.5H3.5M-3.5 0.5H3.5M-3.5 3.5H3.5',
  duct: 'M-6 -3H6M-6 3H6M-2 -3V3M2 -3V3',
};

/** Sockets, outlets and the entry. */
export function ServicePointMarks({
  job,
  space,
  places,
  px,
  scale,
  selectedId,
}: {
  job: Job;
  space: SheetSpace;
  places: Placed;
  px: ToPx;
  scale: number;
  selectedId: Id | null;
}) {
  const choosable = useChoosable();
  if (scale < leastScale.service) return null;
  const [dx, dy] = px(0, 0);
  return (
    <g>
      {job.services
        .filter((s) => s.storeyId === space.storey.id)
        .map((s) => {
          const at = space.place(s);
          if (!at) return null;
          const [x, y] = px(...at);
          const word = places.get(`circuit ${s.id}`);
          return (
            <g
              key={s.id}
              transform={`translate(${x} ${y})`}
              {...choosable(s.id, `${s.name}${s.circuit ? `, circuit ${s.circuit}` : ''}`)}
            >
              <title>{`${s.name}${s.circuit ? `, circuit ${s.circuit}` : ''}`}</title>
              <circle r={11} fill="transparent" />
              <path
                d={servicePointShapes[s.kind]}
                fill={s.kind === 'entry' ? colour.ink : colour.panel}
                stroke={s.id === selectedId ? colour.action : colour.ink}
                strokeWidth={s.id === selectedId ? 2.2 : 1.3}
              />
              {word && (
                <text
                  x={word.x + dx - x}
                  y={word.y + dy - y + 4}
                  fontSize={smallSize}
                  textAnchor="middle"
                  fill={colour.muted}
                  className="halo"
                  data-label="circuit"
                >
                  {s.circuit}
                </text>
              )}
            </g>
          );
        })}
    </g>
  );
}

/** Televisions, desktops, cameras, bulbs: devices that stay where they are. */
export function FixedDeviceMarks({
  job,
  space,
  px,
  scale,
  selectedId,
}: {
  job: Job;
  space: SheetSpace;
  px: ToPx;
  scale: number;
  selectedId: Id | null;
}) {
  const choosable = useChoosable();
  if (scale < leastScale.device) return null;
  return (
    <g>
      {job.fixedDevices
        .filter((d) => space.onSheet(d.storeyId))
        .map((d) => {
          const at = space.place(d);
          if (!at) return null;
          const [x, y] = px(...at);
          const chosen = d.id === selectedId;
          return (
            <g key={d.id} transform={`translate(${x} ${y})`} {...choosable(d.id, `${d.name}, fixed device`)}>
              <title>{d.name}</title>
              <circle r={14} fill="transparent" />
              <path
                d="M-8 -6H8V4H-8ZM-3 4V7M3 4V7M-6 7H6"
                fill={colour.panel}
                stroke={chosen ? colour.action : colour.ink}
                strokeWidth={chosen ? 2.2 : 1.4}
              />
              {d.only24 && (
                <text y={1.8} fontSize={7.5} fontWeight={700} textAnchor="middle" fill={colour.ink}>
                  2.4
                </text>
              )}
            </g>
          );
        })}
    </g>
  );
}

/** Spots: a cross and a boxed number, with the shape of how they stand. */
export function SpotMarks({
  space,
  px,
  stage,
  moved,
  places,
}: {
  space: SheetSpace;
  px: ToPx;
  stage: SheetStage;
  moved: Spot | null;
  places: Placed;
}) {
  const job = useJob((s) => s.job);
  const selectedId = useJob((s) => s.selectedId);
  const planned = useJob((s) => s.planned);
  const proofs = useProofs();
  const choosable = useChoosable();
  const statusOf = (spot: Spot): { mark: Mark; words: string } | null => {
    if (stage === 'before') return foundWords[proofs.find((p) => p.spotId === spot.id)?.found ?? 'untested'];
    const prediction = planned?.find((p) => p.spotId === spot.id);
    return stage === 'plan' && prediction ? plannedMark(prediction.met, prediction.certainty) : null;
  };
  return (
    <g>
      {job.spots.map((stored) => {
        const spot = moved?.id === stored.id ? moved : stored;
        if (!space.onSheet(spot.storeyId)) return null;
        const at = space.place(spot);
        if (!at) return null;
        const [x, y] = px(...at);
        const status = statusOf(spot);
        const chosen = spot.id === selectedId;
        const tone = chosen ? colour.action : colour.ink;
        const width = tagSize(spot, false).w;
        const place = places.get(`spot ${spot.id}`);
        const [dx, dy] = px(0, 0);
        const tag = place && { x: place.x + dx - x - place.w / 2, y: place.y + dy - y - place.h / 2 };
        return (
          <g
            key={spot.id}
            transform={`translate(${x} ${y})`}
            {...choosable(spot.id, `Spot ${spot.number}, ${spot.name}${status ? `: ${status.words}` : ''}`)}
          >
            <circle r={15} fill="transparent" />
            <path d="M-7 0H7M0 -7V7" stroke={colour.panel} strokeWidth={6} />
            <path d="M-6 0H6M0 -6V6" stroke={tone} strokeWidth={2.2} />
            {place?.from && tag && (
              <path
                d={`M0 0L${place.x + dx - x} ${place.y + dy - y}`}
                stroke={tone}
                strokeWidth={1}
                fill="none"
              />
            )}
            {tag && (
              <g transform={`translate(${tag.x} ${tag.y})`} data-label="spot">
                <rect
                  width={width + (status ? 15 : 0)}
                  height={17}
                  fill={chosen ? colour.action : colour.panel}
                  stroke={tone}
                  strokeWidth={1.3}
                  rx={1.5}
                />
                <text
                  x={width / 2}
                  y={12.7}
                  fontSize={12.5}
                  fontWeight={700}
                  textAnchor="middle"
                  fill={chosen ? colour.panel : tone}
                >
                  {spot.number}
                </text>
                {status && (
                  <g transform={`translate(${width - 2} 2) scale(0.93)`}>
                    <rect x={-1} y={0} width={15} height={14} fill={colour.panel} />
                    <MarkShape mark={status.mark} />
                  </g>
                )}
              </g>
            )}
          </g>
        );
      })}
    </g>
  );
}

/** Units of the network that the stage shows, on this storey; one that is dragged is under the pointer instead. */
export function UnitPegs({ space, px, stage }: { space: SheetSpace; px: ToPx; stage: SheetStage }) {
  const job = useJob((s) => s.job);
  const selectedId = useJob((s) => s.selectedId);
  const draggedId = useJob((s) => s.dragged?.id);
  const choosable = useChoosable();
  const units = job.units.filter((u) => (stage === 'plan' ? u.planned : u.found));
  return (
    <g>
      {units
        .sort((a, b) => Number(a.id === selectedId) - Number(b.id === selectedId))
        .map((u) => {
          if (!space.onSheet(u.storeyId)) return null;
          const at = space.place(u);
          if (!at) return null;
          const [x, y] = px(...at);
          const storey = find(job, 'storey', u.storeyId);
          return (
            <g
              key={u.id}
              transform={`translate(${x} ${y})`}
              className="cursor-grab"
              opacity={u.id === draggedId ? 0 : undefined}
              style={u.id === draggedId ? { outline: 'none' } : undefined}
              data-unit={u.letter}
              {...choosable(u.id, `Unit ${u.letter}, ${u.name}, ${storey?.name ?? ''}`)}
            >
              <rect x={-17} y={-34} width={34} height={38} fill="transparent" />
              <Peg
                letter={u.letter}
                look={u.id === selectedId ? 'selected' : u.found ? 'installed' : 'planned'}
              />
            </g>
          );
        })}
    </g>
  );
}
