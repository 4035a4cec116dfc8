/** All words on a sheet, with the places that each may take, and the signs that none may cover; px from the sheet's own corner. */
import { boundsOf, toSite } from '@/core/geometry/place';
import { distanceToEdge, inPolygon } from '@/core/geometry/polygon';
import { inRegion } from '@/core/geometry/region';
import { shortestGap } from '@/core/geometry/shortestGap';
import { find, type Job } from '@/core/job/job';
import { roomNeed } from '@/core/job/needs';
import type { Room, Spot } from '@/core/job/records';
import { around, type Box, type Label, type LabelPlace } from '@/editor/labels/placeLabels';
import { roomPlaces } from '@/editor/labels/roomPlaces';
import type { textWidth } from '@/editor/labels/textWidth';
import { needText } from '@/ui/units';
import type { RoomField, SheetLayer } from '@/workers/protocol';
import { isolinePlaces } from './isolinePlaces';
import { type DrawnLink, linksOnSheet } from './linkPath';
import type { SheetSpace, SheetStage } from './sheetSpace';

/** Sizes of letters, px. */
export const nameSize = 13.5;
export const smallSize = 11.5;
export const rateSize = 12.5;
/** Lower than this, px a metre, such signs are not drawn. */
export const leastScale = { service: 18, device: 12, circuit: 38, isoline: 16 } as const;
/** A link shorter than this on the sheet has no rate beside it, px. */
const leastRatePx = 110;

export interface SheetWords {
  job: Job;
  space: SheetSpace;
  stage: SheetStage;
  scale: number;
  /** What the worker answered for this storey; none at Survey. */
  fields: readonly RoomField[];
  layer: SheetLayer;
  moved: Spot | null;
  measure: typeof textWidth;
}

/** Who chooses first. */
const rank = { spot: 100, away: 90, building: 85, room: 80, rate: 70, isoline: 50, circuit: 20 } as const;

/** The texts of a room, the fullest first: its name, what is done there, what that needs. */
export function roomTexts(job: Job, room: Room): string[][] {
  const need = roomNeed(job, room);
  if (!need.activities.length) return [[room.name]];
  const short = needText(need.downMbps, need.upMbps);
  return [[room.name, `${need.activities.join(' + ')} ${short}`], [room.name, short], [room.name]];
}

/** Width and height of a spot's tag, px. */
export const tagSize = (spot: Pick<Spot, 'number'>, hasMark: boolean): { w: number; h: number } => ({
  w: 9 + String(spot.number).length * 8 + (hasMark ? 15 : 0),
  h: 17,
});

/** The word where a link leaves the storey. */
export function awayText(job: Job, link: DrawnLink): string {
  const other = link.fromHere ? link.to : link.from;
  return `${other.letter}, ${find(job, 'storey', other.storeyId)?.name ?? ''}`;
}

export function sheetLabels(words: SheetWords): { labels: Label[]; signs: Box[]; soft: Box[] } {
  const { space, stage, scale } = words;
  const px = (x: number, y: number): [number, number] => [x * scale, y * scale];
  const at = (r: { storeyId: string; xM: number; yM: number }): [number, number] | null => {
    const place = space.onSheet(r.storeyId) ? space.place(r) : null;
    return place && px(...place);
  };
  return {
    labels: [
      ...spotLabels(words, at),
      ...(stage === 'survey' ? [] : linkLabels(words, px)),
      ...(space.isSite ? buildingLabels(words, px) : []),
      ...roomLabels(words),
      ...(stage === 'survey' ? [] : isolineLabels(words)),
      ...circuitLabels(words),
    ],
    signs: [...signsOf(words, at), ...dimensions(words, px)],
    soft: [...furniture(words), ...(stage === 'survey' ? [] : alongLinks(words, px))],
  };
}

const furniture = ({ job, space, scale }: SheetWords): Box[] =>
  job.obstacles
    .filter((o) => o.storeyId === space.storey.id)
    .map((o) => {
      const a = (o.turnDeg * Math.PI) / 180;
      const [c, s] = [Math.abs(Math.cos(a)), Math.abs(Math.sin(a))];
      const [w, h] = [o.widthM * c + o.depthM * s, o.widthM * s + o.depthM * c];
      return { x: o.xM * scale, y: o.yM * scale, w: w * scale, h: h * scale };
    });

/** Boxes so large follow the line of a link, px. */
const linePx = 7;

/** The lines of links, as boxes along them. */
const alongLinks = ({ job, space, stage }: SheetWords, px: Px): Box[] =>
  linksOnSheet(job, space, stage, px).drawn.flatMap(({ a, b, middle }) =>
    [
      [a, middle],
      [middle, b],
    ].flatMap(([p = a, q = b]) => {
      const steps = Math.ceil(Math.hypot(q[0] - p[0], q[1] - p[1]) / linePx);
      return Array.from({ length: steps }, (_, i) => {
        const t = (i + 0.5) / steps;
        return box([p[0] + t * (q[0] - p[0]), p[1] + t * (q[1] - p[1])], linePx, linePx);
      });
    }),
  );

type At = (r: { storeyId: string; xM: number; yM: number }) => [number, number] | null;
type Px = (x: number, y: number) => [number, number];

const box = ([x, y]: readonly [number, number], w: number, h: number, dy = 0): Box => ({
  x,
  y: y + dy,
  w,
  h,
});

/** Crosses of spots, tags of units, sockets and devices. */
function signsOf({ job, space, stage, scale, moved }: SheetWords, at: At): Box[] {
  const here = <R extends { storeyId: string; xM: number; yM: number }>(
    list: readonly R[],
    w: number,
    h: number,
    dy = 0,
  ): Box[] =>
    list.flatMap((r) => {
      const place = at(r);
      return place ? [box(place, w, h, dy)] : [];
    });
  const units = job.units.filter((u) => (stage === 'plan' ? u.planned : u.found));
  return [
    ...here(
      job.spots.map((s) => (s.id === moved?.id ? moved : s)),
      14,
      14,
    ),
    ...here(units, 24, 30, -14),
    ...here(
      job.photos.flatMap((p) => (p.storeyId ? [{ ...p, storeyId: p.storeyId }] : [])),
      16,
      14,
    ),
    ...(scale < leastScale.device ? [] : here(job.fixedDevices, 18, 16)),
    ...(scale < leastScale.service
      ? []
      : here(
          job.services.filter((s) => s.storeyId === space.storey.id),
          13,
          13,
        )),
  ];
}

/** Where the sizes of the house, and on the site the gaps between buildings, are written. */
function dimensions({ job, space, stage }: SheetWords, px: Px): Box[] {
  const [w, h] = [52, 14];
  if (!space.isSite) {
    const [x0, y0, x1, y1] = space.box;
    const [left, top] = px(x0, y0);
    const [middleX, middleY] = px((x0 + x1) / 2, (y0 + y1) / 2);
    const [right, bottom] = px(x1, y1);
    return [
      box([middleX, top - 14], w, h),
      box([middleX, top - 14], right - left + 8, 6),
      box([left - 16, middleY], h, w),
      box([left - 16, middleY], 6, bottom - top + 8),
    ];
  }
  if (stage !== 'survey') return [];
  const buildings = job.buildings.filter((b) => b.kind !== 'outdoors');
  const house = buildings.find((b) => b.kind === 'house');
  if (!house) return [];
  const outline = (b: (typeof buildings)[number]) => b.outline.map(([x, y]) => toSite(b, x, y));
  return buildings
    .filter((b) => b !== house)
    .map((b) => {
      const { from, to } = shortestGap(outline(house), outline(b));
      const [x, y] = [(from[0] + to[0]) / 2 - space.building.xM, (from[1] + to[1]) / 2 - space.building.yM];
      return box(px(x, y), w, w);
    });
}

function spotLabels({ job, stage, moved }: SheetWords, at: At): Label[] {
  return job.spots.flatMap((stored): Label[] => {
    const spot = stored.id === moved?.id ? moved : stored;
    const place = at(spot);
    if (!place) return [];
    const { w, h } = tagSize(spot, stage !== 'survey');
    const places = around(place, w, h, 8, { rings: 4 });
    return [{ id: `spot ${spot.id}`, rank: rank.spot, places, optional: false }];
  });
}

function linkLabels({ job, space, stage, measure }: SheetWords, px: Px): Label[] {
  const { drawn, leaving } = linksOnSheet(job, space, stage, px);
  const word = (id: string, text: string, at: readonly [number, number]): Label => {
    const places = around(at, measure(text, smallSize) + 4, 15, 4, { rings: 4 });
    const below = places.filter((p) => p.from === undefined && p.y > at[1] && p.x === at[0]);
    return { id, rank: rank.away, places: within([...below, ...places], space, px), optional: false };
  };
  const rate = ({ link, a, b, middle, lengthPx }: DrawnLink): Label[] => {
    if (lengthPx <= leastRatePx) return [];
    const w = measure('0000 Mbps', rateSize, 700) + 4;
    const h = 16;
    const [ux, uy] = [(b[0] - a[0]) / lengthPx, (b[1] - a[1]) / lengthPx];
    // beside the line, however it runs
    const offPx = (Math.abs(uy) * w + Math.abs(ux) * h) / 2 + 4;
    const places = [0, -0.12, 0.12, -0.24, 0.24].flatMap((t) =>
      [-offPx, offPx].map((off): LabelPlace => {
        const along = t * lengthPx;
        return { x: middle[0] + ux * along - uy * off, y: middle[1] + uy * along + ux * off, w, h };
      }),
    );
    return [{ id: `rate ${link.id}`, rank: rank.rate, places, optional: true }];
  };
  return [
    ...leaving.map(({ link, here, other, at }) =>
      word(`away ${link.id}`, leavingText(job, link, here, other), at),
    ),
    ...drawn.flatMap((d) => [
      ...(d.fromHere && d.toHere
        ? []
        : [word(`away ${d.link.id}`, awayText(job, d), d.fromHere ? d.b : d.a)]),
      ...rate(d),
    ]),
  ];
}

/** Left free beside the building when it is fitted to the sheet, px; as `useView`. */
const marginPx = 44;

/** Places that a fitted sheet does not cut off, where there are any. */
function within(
  places: readonly LabelPlace[],
  { box: [x0, , x1] }: SheetSpace,
  px: Px,
): readonly LabelPlace[] {
  const [left, right] = [px(x0, 0)[0] - marginPx, px(x1, 0)[0] + marginPx];
  const inside = places.filter((p) => p.x - p.w / 2 >= left && p.x + p.w / 2 <= right);
  return inside.length ? inside : places;
}

/** The word at a unit whose link goes to another building. */
export function leavingText(
  job: Job,
  link: { unitId: string },
  here: { id: string },
  other: { letter: string; storeyId: string },
): string {
  const place = find(job, 'building', find(job, 'storey', other.storeyId)?.buildingId)?.name ?? '';
  return `${here.id === link.unitId ? 'from' : 'to'} ${other.letter}, ${place}`;
}

/** Names of buildings on the site: under, over, or beside them. */
function buildingLabels({ job, space, scale, measure }: SheetWords, px: Px): Label[] {
  return space.drawn.flatMap(({ storey, building }): Label[] => {
    if (building.kind === 'outdoors') return [];
    const corners = building.outline.flatMap(([xM, yM]) => {
      const p = space.place({ storeyId: storey.id, xM, yM });
      return p ? [px(...p)] : [];
    });
    if (!corners.length) return [];
    const [x0, y0, x1, y1] = boundsOf(corners);
    const [w, h] = [measure(building.name, nameSize, 700) + 4, 17];
    const [x, y] = [(x0 + x1) / 2, (y0 + y1) / 2];
    const over = { x, y: y0 - 12, w, h };
    const under = { x, y: y1 + 12, w, h };
    const inYard = job.rooms.some(
      (r) => r.storeyId === space.storey.id && inRegion(r, x / scale, under.y / scale),
    );
    const places: LabelPlace[] = [
      ...(inYard ? [over, under] : [under, over]),
      { x: x1 + w / 2 + 8, y, w, h },
      { x: x0 - w / 2 - 8, y, w, h },
      { x, y, w, h },
    ];
    return [{ id: `building ${building.id}`, rank: rank.building, places, optional: false }];
  });
}

function roomLabels({ job, space, scale, measure }: SheetWords): Label[] {
  return job.rooms
    .filter((r) => r.storeyId === space.storey.id)
    .map((room): Label => {
      const sizes = roomTexts(job, room).map(([name = '', below]) => ({
        w: Math.max(measure(name, nameSize, 700), below ? measure(below, smallSize) : 0) + 4,
        h: below ? 31 : 17,
      }));
      return {
        id: `room ${room.id}`,
        rank: rank.room,
        places: roomPlaces(room, sizes, scale),
        optional: true,
      };
    });
}

function isolineLabels({ job, space, scale, fields, layer, measure }: SheetWords): Label[] {
  if (layer === 'units' || scale < leastScale.isoline) return [];
  return fields.flatMap((field) => {
    const room = find(job, 'room', field.roomId);
    if (room?.storeyId !== space.storey.id) return [];
    const inside = (x: number, y: number) =>
      inPolygon(room.outline, x, y) ? distanceToEdge(room.outline, x, y) : 0;
    return isolinePlaces(field, layer, inside).map(({ level, text, points }): Label => ({
      id: `isoline ${room.id} ${level}`,
      rank: rank.isoline,
      places: points.map(([x, y]) => ({
        ...{ x: x * scale, y: y * scale },
        ...{ w: measure(text, smallSize, 600) + 5, h: 15 },
      })),
      optional: true,
      // it lies under the furniture
      clear: true,
    }));
  });
}

function circuitLabels({ job, space, scale, measure }: SheetWords): Label[] {
  if (scale <= leastScale.circuit) return [];
  return job.services
    .filter((s) => s.storeyId === space.storey.id && s.kind === 'socket' && s.circuit)
    .flatMap((s): Label[] => {
      const place = space.place(s);
      if (!place) return [];
      const w = measure(s.circuit, smallSize) + 4;
      const [x, y] = [place[0] * scale, place[1] * scale];
      const places: LabelPlace[] = [
        { x: x + 8 + w / 2, y, w, h: 14 },
        { x: x - 8 - w / 2, y, w, h: 14 },
        { x, y: y - 15, w, h: 14 },
        { x, y: y + 16, w, h: 14 },
      ];
      return [{ id: `circuit ${s.id}`, rank: rank.circuit, places, optional: true }];
    });
}
