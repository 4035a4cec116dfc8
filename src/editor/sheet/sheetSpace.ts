import { boundsOf, fromSite, toSite } from '@/core/geometry/place';
import { find, type Job } from '@/core/job/job';
import type { Building, Id, Storey } from '@/core/job/records';
import type { Box } from './useView';

/** From sheet metres to px. */
export type ToPx = (x: number, y: number) => [number, number];

/** The stages that have a sheet. */
export type SheetStage = 'survey' | 'before' | 'plan';

/**
 * What a sheet shows: one storey in its building's own coordinates, or the site, which is the
 * outdoors with the ground storey of every building standing on it.
 */
export interface SheetSpace {
  storey: Storey;
  building: Building;
  isSite: boolean;
  /** Storeys drawn, with the transform of each into sheet metres. */
  drawn: { storey: Storey; building: Building; transform: string }[];
  box: Box;
  /** Sheet metres of a record's place; null when it is not on this sheet. */
  place: (at: { storeyId: Id; xM: number; yM: number }) => [number, number] | null;
  /** Is the record on the storey shown, and not only above or below it? */
  onSheet: (storeyId: Id) => boolean;
}

/** Works out the space of a sheet; null when the job has no such storey. */
export function sheetSpace(job: Job, storeyId: Id): SheetSpace | null {
  const storey = find(job, 'storey', storeyId);
  const building = storey && find(job, 'building', storey.buildingId);
  if (!storey || !building) return null;
  const buildingOf = (id: Id) => find(job, 'building', find(job, 'storey', id)?.buildingId);
  if (building.kind !== 'outdoors')
    return {
      storey,
      building,
      isSite: false,
      drawn: [{ storey, building, transform: '' }],
      box: boundsOf(building.outline),
      place: (at) => (buildingOf(at.storeyId)?.id === building.id ? [at.xM, at.yM] : null),
      onSheet: (id) => id === storeyId,
    };
  const others = job.buildings
    .filter((b) => b.id !== building.id)
    .flatMap((b) => {
      const ground = job.storeys
        .filter((s) => s.buildingId === b.id)
        .sort((x, y) => Math.abs(x.level) - Math.abs(y.level))[0];
      return ground
        ? [{ storey: ground, building: b, transform: `translate(${b.xM} ${b.yM}) rotate(${b.turnDeg})` }]
        : [];
    });
  const corners = [
    ...others.flatMap((o) => o.building.outline.map(([x, y]) => toSite(o.building, x, y))),
    ...job.rooms
      .filter((r) => r.storeyId === storeyId)
      .flatMap((r) => r.outline.map(([x, y]) => toSite(building, x, y))),
  ];
  return {
    storey,
    building,
    isSite: true,
    drawn: [...others, { storey, building, transform: '' }],
    box: corners.length ? boundsOf(corners) : boundsOf(building.outline),
    place: (at) => {
      const b = buildingOf(at.storeyId);
      return b ? fromSite(building, ...toSite(b, at.xM, at.yM)) : null;
    },
    onSheet: (id) => id === storeyId || others.some((o) => o.storey.id === id),
  };
}
