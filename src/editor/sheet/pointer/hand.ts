/** What the pointer holds and shows, and what a tool is told of it. No React here. */
import { toast } from 'sonner';
import { nearestOn } from '@/core/geometry/segment';
import { toCentimetre } from '@/core/geometry/round';
import type { Job } from '@/core/job/job';
import type { AnyRecord, Id, Point, Spot } from '@/core/job/records';
import { snapPoint } from '@/core/survey/snap';
import { halfOf, storeyWalls } from '@/core/survey/storeyGraph';
import type { Made } from '@/core/survey/wallEdits';
import type { JobStore } from '@/client/store/jobStore';
import type { Ghost } from '../ToolGhost';

/** What is shown and not yet in the job. */
export interface Shown {
  ghost: Ghost | null;
  movedSpot: Spot | null;
  preview: readonly AnyRecord[];
}
export const nothingShown: Shown = { ghost: null, movedSpot: null, preview: [] };

/** One event of the pointer, in the words of the house. */
export interface Hand {
  store: JobStore;
  /** Where the pointer is, m on the sheet. */
  at: Point;
  /** Within this, points are drawn to what is there, m. */
  reachM: number;
  /** What is under the pointer. */
  idUnder: () => Id | null;
  shown: Shown;
  show: (part: Partial<Shown>) => void;
}

/** The pointer's place, drawn to walls and corners near it. */
export function snapped({ store, at, reachM }: Pick<Hand, 'store' | 'at' | 'reachM'>): Point {
  const { job, storeyId } = store.getState();
  const snap = snapPoint(job, storeyId, at, reachM, null);
  return [snap.x, snap.y];
}

export const toCentimetres = ([x, y]: Point): Point => [toCentimetre(x), toCentimetre(y)];

/** Makes an edit and selects what it made, or says why it can't be made. */
export function apply(store: JobStore, made: Made): void {
  if (!made.ok) toast(made.why);
  else if (store.getState().commit(made.edit)) store.getState().set({ selectedId: made.select });
}

/** The wall whose body is nearest and nearer than `withinM`; null when there is none. */
export function wallNear(job: Job, storeyId: Id, at: Point, withinM: number): Id | null {
  const near = storeyWalls(job, storeyId)
    .map((w) => ({ id: w.id, off: nearestOn(w, ...at).distance - halfOf(job, w) }))
    .sort((a, b) => a.off - b.off)[0];
  return near && near.off < withinM ? near.id : null;
}
