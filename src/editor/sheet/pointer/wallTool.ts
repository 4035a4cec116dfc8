/** The wall tool: a click begins and ends walls in a chain; the chain ends where it meets what is there. */
import { sayError } from '@/ui/sayError';
import { toast } from 'sonner';
import { nearestOn } from '@/core/geometry/segment';
import { makeWall } from '@/core/survey/place';
import { snapPoint } from '@/core/survey/snap';
import { storeyWalls } from '@/core/survey/storeyGraph';
import type { JobStore } from '@/client/store/jobStore';
import { draftEnd, newWallAssembly } from '../wallDraft';
import type { Hand } from './hand';

const untyped = { heldDeg: null, typed: '', typedDeg: '', field: 'length' } as const;

/** Places the wall that is being drawn, and goes on from its end. */
export function placeWall(store: JobStore): void {
  const state = store.getState();
  const { job, storeyId, draft, commit, set } = state;
  if (!draft) return;
  const assemblyId = newWallAssembly(state);
  const end = draftEnd(job, storeyId, draft, assemblyId, job.info.lengths);
  if (end.problem) {
    sayError(`${end.problem} What you typed is still there.`);
    return;
  }
  const made = makeWall(job, storeyId, draft.from, end.b, assemblyId);
  if ('why' in made) {
    toast(made.why);
    return;
  }
  const metBefore = storeyWalls(job, storeyId).some((w) => nearestOn(w, ...end.b).distance < 0.02);
  if (!commit(made.edit)) return;
  set({
    selectedId: made.select,
    draft: metBefore
      ? null
      : {
          ...draft,
          ...untyped,
          from: end.b,
          beforeDeg: end.deg,
        },
  });
}

/** Begins a chain, or places the wall that is being drawn. */
export function wallDown({ store, at, reachM }: Pick<Hand, 'store' | 'at' | 'reachM'>): void {
  const { job, storeyId, draft, set } = store.getState();
  if (draft) return placeWall(store);
  const snap = snapPoint(job, storeyId, at, reachM, null);
  set({ draft: { ...untyped, from: [snap.x, snap.y], beforeDeg: null, snap }, selectedId: null });
}

/** The end follows the pointer, drawn to directions and to what is there. */
export function wallMove({ store, at, reachM }: Pick<Hand, 'store' | 'at' | 'reachM'>): void {
  const { job, storeyId, draft, set } = store.getState();
  if (!draft) return;
  const snap = snapPoint(job, storeyId, at, reachM, {
    x: draft.from[0],
    y: draft.from[1],
    beforeDeg: draft.beforeDeg,
  });
  set({ draft: { ...draft, snap } });
}
