'use client';

import { colour } from '@/ui/colour';
import { fromSite } from '@/core/geometry/place';
import { find } from '@/core/job/job';
import type { Link } from '@/core/job/records';
import { useJob } from '@/client/store/JobProvider';
import { rateText } from '@/core/network/rateText';
import { linksOnSheet, linkStrokes, zigzag } from './linkPath';
import type { LabelPlace, Placed } from '@/editor/labels/placeLabels';
import type { SheetSpace, SheetStage, ToPx } from './sheetSpace';
import { awayText, leavingText, rateSize, smallSize } from './sheetLabels';

/** A link drawn along a path. Powerline is a zig-zag, so its path has to be one: see `zigzag`. */
export function LinkStroke({ link, d }: { link: Pick<Link, 'medium'>; d: string }) {
  return linkStrokes[link.medium].map(({ colour, width, dash, round }, i) => (
    <path
      key={i}
      d={d}
      fill="none"
      stroke={colour}
      strokeWidth={width}
      strokeLinecap={round ? 'round' : undefined}
      strokeLinejoin="round"
      strokeDasharray={dash?.join(' ')}
    />
  ));
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

/** Cables to fixed devices, where both ends are on this sheet. */
function DeviceCables({ space, px, stage }: { space: SheetSpace; px: ToPx; stage: SheetStage }) {
  const job = useJob((s) => s.job);
  const ends = job.deviceCables.flatMap((cable) => {
    const [from, to] = [find(job, 'unit', cable.fromUnitId), find(job, 'fixedDevice', cable.deviceId)];
    const isHere = stage === 'before' ? cable.found && from?.found : from?.planned;
    const [a, b] = [isHere && from && space.place(from), to && space.place(to)];
    return a && b && from && to && space.onSheet(from.storeyId) && space.onSheet(to.storeyId)
      ? [{ id: cable.id, a: px(...a), b: px(...b) }]
      : [];
  });
  return ends.map(({ id, a, b }) => (
    <LinkStroke key={id} link={{ medium: 'ethernet' }} d={`M${a[0]} ${a[1]}L${b[0]} ${b[1]}`} />
  ));
}

/**
 * Links between units of this sheet; one that leaves the storey ends in a word where it goes. Those of
 * a unit that is dragged are on the moving plane instead.
 */
export function LinkLines({
  space,
  px,
  stage,
  places,
}: {
  space: SheetSpace;
  px: ToPx;
  stage: SheetStage;
  places: Placed;
}) {
  const job = useJob((s) => s.job);
  const draggedId = useJob((s) => s.dragged?.id);
  const network = useJob((s) => s.network);
  if (stage === 'survey') return null;
  const { drawn, leaving } = linksOnSheet(job, space, stage, px);
  const wordsAt = (id: string) => {
    const place = places.get(id);
    return place && { place, px };
  };
  return (
    <g pointerEvents="none">
      {leaving
        .filter(({ here }) => here.id !== draggedId)
        .map(({ link, here, other }) => {
          const at = wordsAt(`away ${link.id}`);
          return at && <Away key={link.id} {...at} text={leavingText(job, link, here, other)} />;
        })}
      <DeviceCables space={space} px={px} stage={stage} />
      {drawn
        .filter(({ from, to }) => from.id !== draggedId && to.id !== draggedId)
        .map((drawn) => {
          const { link, fromHere, toHere, d } = drawn;
          const rate = network?.links.find((l) => l.linkId === link.id)?.downMbps;
          const away = wordsAt(`away ${link.id}`);
          const beside = places.get(`rate ${link.id}`);
          const leaves = !fromHere || !toHere;
          return (
            <g key={link.id} opacity={leaves ? 0.55 : 1}>
              <LinkStroke link={link} d={d} />
              {leaves && away && <Away {...away} text={awayText(job, drawn)} />}
              {rate !== undefined && beside && (
                <text
                  x={beside.x + px(0, 0)[0]}
                  y={beside.y + px(0, 0)[1] + 4.4}
                  data-label="rate"
                  fontSize={rateSize}
                  fontWeight={700}
                  textAnchor="middle"
                  fill={colour.action}
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

/** Where a link goes, with a line to its end where the words stand apart from it. */
function Away({ place, px, text }: { place: LabelPlace; px: ToPx; text: string }) {
  const [dx, dy] = px(0, 0);
  const [x, y] = [place.x + dx, place.y + dy];
  return (
    <g>
      {place.from && (
        <path
          d={`M${place.from[0] + dx} ${place.from[1] + dy}L${x} ${y}`}
          stroke={colour.ink}
          strokeWidth={0.9}
        />
      )}
      <text
        x={x}
        y={y + 4}
        fontSize={smallSize}
        textAnchor="middle"
        fill={colour.ink}
        className="halo"
        data-label="away"
      >
        {text}
      </text>
    </g>
  );
}

/** The ways from the unit that serves a chosen spot: the strongest strong, others faint, a dot at each turn. */
export function RayLine({ space, px, stage }: { space: SheetSpace; px: ToPx; stage: SheetStage }) {
  const place = useJob((s) => find(s.job, 'spot', s.selectedId) ?? find(s.job, 'fixedDevice', s.selectedId));
  const predictions = useJob((s) => (stage === 'plan' ? s.planned : s.found));
  const fixed = useJob((s) => s.fixed);
  if (!place || stage === 'survey' || !space.onSheet(place.storeyId)) return null;
  const ways = [...(predictions ?? []), ...(fixed ?? [])].find((p) => p.spotId === place.id)?.paths ?? [];
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
                  <path
                    d={`M${ax} ${ay}L${bx} ${by}`}
                    stroke={colour.panel}
                    strokeWidth={strongest ? 4 : 3}
                  />
                  <path
                    d={`M${ax} ${ay}L${bx} ${by}`}
                    stroke={colour.action}
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
                fill={colour.panel}
                stroke={colour.action}
                strokeWidth={1.4}
              />
            ))}
          </g>
        );
      })}
    </g>
  );
}
