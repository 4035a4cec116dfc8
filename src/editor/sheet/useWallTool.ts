'use client';

import { useCallback, useEffect } from 'react';
import { toast } from 'sonner';
import { nearestOn } from '@/core/geometry/segment';
import type { Id, Point } from '@/core/job/records';
import { makeWall } from '@/core/survey/place';
import { snapPoint } from '@/core/survey/snap';
import { storeyWalls } from '@/core/survey/storeyGraph';
import { useJobStore } from '@/client/store/JobProvider';
import type { JobState } from '@/client/store/jobStore';
import { draftEnd, draftKey } from './wallDraft';

/** What new walls are made of: as last chosen, else lath and plaster, else the first wall there is. */
export const newWallAssembly = ({ job, wallAssemblyId }: Pick<JobState, 'job' | 'wallAssemblyId'>): Id =>
  wallAssemblyId ??
  job.assemblies.find((a) => a.use === 'wall' && a.hatch === 'lath')?.id ??
  job.assemblies.find((a) => a.use === 'wall')?.id ??
  '';

/**
 * The wall tool: a click or Enter begins and ends walls in a chain; digits, arrows and Tab give
 * length and direction. The chain ends where it meets what is there, or with Escape.
 */
export function useWallTool(reachM: number) {
  const store = useJobStore();

  /** Begins a chain, or places the wall that is being drawn. */
  const click = useCallback(
    (at: Point | null) => {
      const state = store.getState();
      const { job, storeyId, draft, commit, set } = state;
      if (!draft) {
        if (!at) return;
        const snap = snapPoint(job, storeyId, at, reachM, null);
        set({
          draft: {
            from: [snap.x, snap.y],
            beforeDeg: null,
            snap,
            heldDeg: null,
            typed: '',
            typedDeg: '',
            field: 'length',
          },
          selectedId: null,
        });
        return;
      }
      const assemblyId = newWallAssembly(state);
      const end = draftEnd(job, storeyId, draft, assemblyId, job.info.lengths);
      if (end.problem) {
        toast.error(`${end.problem} What you typed is still there.`);
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
              from: end.b,
              beforeDeg: end.deg,
              heldDeg: null,
              typed: '',
              typedDeg: '',
              field: 'length',
            },
      });
    },
    [store, reachM],
  );

  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      const { tool, draft, set } = store.getState();
      if (tool !== 'wall' || !draft || event.ctrlKey || event.metaKey || event.altKey) return;
      if (
        event.target instanceof HTMLElement &&
        event.target.closest('input, textarea, select, [role="dialog"]')
      )
        return;
      if (event.key === 'Escape') set({ draft: null });
      else if (event.key === 'Enter') click(null);
      else {
        const next = draftKey(draft, event.key);
        if (!next) return;
        set({ draft: next });
      }
      event.preventDefault();
      event.stopPropagation();
    };
    window.addEventListener('keydown', press, true);
    return () => window.removeEventListener('keydown', press, true);
  }, [store, click]);

  const move = (at: Point) => {
    const { job, storeyId, draft, set } = store.getState();
    if (!draft) return;
    const snap = snapPoint(job, storeyId, at, reachM, {
      x: draft.from[0],
      y: draft.from[1],
      beforeDeg: draft.beforeDeg,
    });
    set({ draft: { ...draft, snap } });
  };
  return { click, move };
}
