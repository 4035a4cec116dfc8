/** What a click with each tool puts down. Pure: state in, edit or reason out. */
import { applyEdit } from '@/core/job/edits';
import { freshId } from '@/core/job/fresh';
import { find } from '@/core/job/job';
import { makeRecord } from '@/core/job/make';
import type { Id, Point } from '@/core/job/records';
import {
  makeFixedDevice,
  makeOpening,
  makeRoom,
  makeServicePoint,
  makeSpot,
  makeThing,
} from '@/core/survey/place';
import { inPlaceOfGuess, withoutGuess } from '@/core/survey/guess';
import { paintWalls } from '@/core/survey/paint';
import { openingPresets, thingPresets } from '@/core/survey/presets';
import { outerAssembly } from '@/core/survey/storeyGraph';
import type { Made } from '@/core/survey/wallEdits';
import type { JobState } from '@/client/store/jobStore';
import { newWallAssembly } from './wallDraft';

type State = Pick<JobState, 'job' | 'storeyId' | 'tool' | 'choice' | 'wallAssemblyId'>;

const routeNames = {
  duct: 'Duct',
  attic: 'Route through the attic',
  cellar: 'Route through the cellar',
  'crawl-space': 'Route through the crawl space',
  cavity: 'Route through a cavity',
  surface: 'Route along the surface',
} as const;
export { routeNames };

/**
 * @param at sheet metres of the storey shown.
 * @param with the wall under the pointer, or the first corner of a room.
 */
export function putDown(
  state: State,
  at: Point,
  { wallId, from }: { wallId?: Id | null; from?: Point },
): Made {
  const { job, storeyId, tool, choice } = state;
  const assemblies = {
    innerId: newWallAssembly(state),
    outerId: outerAssembly(job, storeyId) ?? newWallAssembly(state),
  };
  switch (tool) {
    case 'spot':
      return makeSpot(job, storeyId, at);
    case 'room': {
      const clear = withoutGuess(job, storeyId);
      const base = clear ? applyEdit(job, clear).job : job;
      const room = makeRoom(base, storeyId, from ?? at, at, assemblies);
      return room.ok ? { ...room, edit: inPlaceOfGuess(job, clear, room.edit) } : room;
    }
    case 'opening': {
      const wall = find(job, 'wall', wallId) ?? find(job, 'wall', find(job, 'opening', wallId)?.wallId);
      const preset = openingPresets.find((p) => p.id === choice.opening);
      if (!wall || !preset) return { ok: false, why: 'An opening belongs in a wall: click on one.' };
      return makeOpening(job, wall, at, preset);
    }
    case 'thing': {
      const preset = thingPresets.find((p) => p.id === choice.thing);
      return preset
        ? makeThing(job, storeyId, at, preset)
        : { ok: false, why: 'Choose what to put down first.' };
    }
    case 'socket':
      return makeServicePoint(job, storeyId, at, choice.socket);
    case 'coax':
      return makeServicePoint(job, storeyId, at, choice.coax);
    case 'data':
      return choice.data === 'fixedDevice'
        ? makeFixedDevice(job, storeyId, at)
        : makeServicePoint(job, storeyId, at, choice.data);
    case 'paint': {
      const wall = find(job, 'wall', wallId);
      if (!wall || !state.wallAssemblyId) return { ok: false, why: 'Click on a wall to make it of this.' };
      return { ok: true, edit: paintWalls(job, [wall.id], state.wallAssemblyId), select: wall.id };
    }
    default:
      return { ok: false, why: 'Nothing to put down here.' };
  }
}

/** The route through these points of the storey shown. */
export function routeEdit({ job, storeyId, choice }: State, points: readonly Point[]): Made {
  const distinct = points.filter(
    (p, i) =>
      i === 0 || Math.hypot(p[0] - (points[i - 1]?.[0] ?? 0), p[1] - (points[i - 1]?.[1] ?? 0)) > 0.05,
  );
  if (distinct.length < 2)
    return { ok: false, why: 'A route has two ends: click where it begins, and where it comes out.' };
  const record = makeRecord({
    type: 'route',
    id: freshId(job, 'route'),
    name: routeNames[choice.route],
    kind: choice.route,
    points: distinct.map(([xM, yM]) => ({ storeyId, xM, yM, heightM: 0.3 })),
    boreMm: choice.route === 'duct' ? 50 : null,
    note: '',
  });
  return {
    ok: true,
    edit: { label: `Add ${record.name.toLowerCase()}`, put: [record], remove: [] },
    select: record.id,
  };
}
