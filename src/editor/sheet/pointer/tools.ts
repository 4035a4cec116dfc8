/** The tools of the sheet: what each does when the pointer goes down, moves, and when it is ended. */
import { sayError } from '@/ui/sayError';
import { toast } from 'sonner';
import { putOne } from '@/core/job/edits';
import { find } from '@/core/job/job';
import type { Id, Point } from '@/core/job/records';
import { messageOf } from '@/client/store/api';
import type { Made } from '@/core/survey/wallEdits';
import type { JobStore } from '@/client/store/jobStore';
import type { Tool as ToolName } from '@/client/store/jobStore';
import { layCable } from '../layCable';
import { apply, type Hand, snapped, toCentimetres } from './hand';
import { wallDown, wallMove } from './wallTool';

export interface Tool {
  down: (hand: Hand) => void;
  move?: (hand: Hand) => void;
  /** Enter or a double click. */
  end?: (hand: Pick<Hand, 'store' | 'shown' | 'show'>) => void;
}

/** A cable that is drawn lies along the skirting, m. */
const cableHeightM = 0.1;
/** A cut drawn by hand is looked along at table height, m. */
const cutHeightM = 1;

/** What puts things down is fetched with the first: most who open a plan draw nothing. */
const putting = () => import('../putDown');
/** Puts something down once its code is there. @param then what follows when it is in the job. */
function put(
  store: JobStore,
  make: (how: Awaited<ReturnType<typeof putting>>) => Made,
  then: () => void = () => undefined,
): void {
  putting()
    .then((how) => {
      apply(store, make(how));
      then();
    })
    .catch((error: unknown) => sayError(messageOf(error)));
}

/** Puts one thing down where each click was, until Esc. */
const oneClick = (then?: (store: JobStore) => void): Tool => ({
  down: ({ store, at, idUnder }) => {
    const wallId = idUnder();
    put(
      store,
      ({ putDown }) => putDown(store.getState(), at, { wallId }),
      () => then?.(store),
    );
  },
});

/** Its name is typed at once, as long as its tool is in hand. */
const nameIt = (store: JobStore): void => {
  const { job, selectedId, tool, set } = store.getState();
  if (tool !== 'select' && (find(job, 'spot', selectedId) ?? find(job, 'service', selectedId)))
    set({ naming: selectedId });
};

/** Two clicks: from, and to. */
function twoClicks(
  kind: 'room' | 'measure' | 'scale' | 'cut',
  point: (hand: Hand) => Point,
  done: (hand: Hand, from: Point, to: Point) => void,
): Tool {
  const begun = ({ shown: { ghost } }: Hand) =>
    ghost && ghost.kind !== 'route' && !ghost.done ? ghost : null;
  return {
    down: (hand) => {
      const ghost = begun(hand);
      const at = point(hand);
      if (ghost) done(hand, ghost.a, at);
      else hand.show({ ghost: { kind, a: at, b: at } });
    },
    move: (hand) => {
      const ghost = begun(hand);
      if (ghost) hand.show({ ghost: { ...ghost, b: point(hand) } });
    },
  };
}

/** A line of many clicks, ended by Enter or a double click. */
const manyClicks = (
  done: (store: JobStore, points: readonly Point[], storeyIds: readonly Id[]) => void,
): Tool => ({
  down: ({ store, at, shown: { ghost }, show }) => {
    const before = ghost?.kind === 'route' ? ghost : { points: [], storeyIds: [] };
    show({
      ghost: {
        kind: 'route',
        points: [...before.points, toCentimetres(at)],
        storeyIds: [...before.storeyIds, store.getState().storeyId],
        b: at,
      },
    });
  },
  move: ({ at, shown: { ghost }, show }) => {
    if (ghost?.kind === 'route') show({ ghost: { ...ghost, b: at } });
  },
  end: ({ store, shown: { ghost }, show }) => {
    if (ghost?.kind !== 'route') return;
    show({ ghost: null });
    done(store, ghost.points, ghost.storeyIds);
  },
});

const asIs = ({ at }: Hand): Point => at;
const stays = ({ shown, show }: Hand, from: Point, to: Point) => {
  if (shown.ghost && shown.ghost.kind !== 'route')
    show({ ghost: { ...shown.ghost, a: from, b: to, done: true } });
};

/** The worker hears of an edit a moment later; it is asked again so often, and after so long, ms. */
const mostTries = 50;
const againMs = 100;

/** The worker finds the new unit's best link; the edit is made when it answers for the job as it is now. */
async function placeUnit(store: JobStore, kitId: Id, [xM, yM]: Point): Promise<void> {
  const { compute, storeyId } = store.getState();
  if (!compute) return;
  try {
    for (let tries = 0; tries < mostTries; tries++) {
      const placed = await compute.placeUnit(kitId, { storeyId, xM, yM });
      // its id is taken: the worker does not know the last unit yet
      if (!store.getState().job.byId.has(placed.unit.id))
        return apply(store, { ok: true, edit: placed.edit, select: placed.unit.id });
      await new Promise((done) => setTimeout(done, againMs));
    }
    toast('The plan had just changed: place it again.');
  } catch (error) {
    sayError(messageOf(error));
  }
}

/** Every tool but the selection, which is a matter of what is dragged. */
export const tools: Record<Exclude<ToolName, 'select'>, Tool> = {
  wall: { down: wallDown, move: wallMove },
  unit: {
    down: ({ store, at }) => {
      const { job, kitId, set } = store.getState();
      const product = find(job, 'kit', kitId);
      if (!product) toast('Choose a unit in the list at the left first.');
      else void placeUnit(store, product.id, toCentimetres(at));
      set({ tool: 'select', kitId: null });
    },
  },
  room: twoClicks('room', snapped, ({ store, show }, from, to) => {
    const state = store.getState();
    put(store, ({ putDown }) => putDown(state, to, { from }));
    show({ ghost: null });
    store.getState().set({ tool: 'select' });
  }),
  measure: twoClicks('measure', snapped, stays),
  scale: twoClicks('scale', asIs, stays),
  cut: twoClicks('cut', asIs, ({ store, show }, from, to) => {
    const { storeyId, set } = store.getState();
    const end = (at: Point) => {
      const [xM, yM] = toCentimetres(at);
      return { storeyId, xM, yM, heightM: cutHeightM };
    };
    show({ ghost: null });
    set({ tool: 'select', cut: { kind: 'line', a: end(from), b: end(to) } });
  }),
  photo: twoClicks('cut', asIs, ({ store, show }, from, to) => {
    const { job, selectedId, storeyId, commit, set } = store.getState();
    show({ ghost: null });
    set({ tool: 'select' });
    const photo = find(job, 'photo', selectedId);
    if (!photo) return;
    const [xM, yM] = toCentimetres(from);
    const looks = Math.hypot(to[0] - from[0], to[1] - from[1]) > 0.1;
    // clockwise from north, which is up on the drawing
    const towardsDeg = Math.round((Math.atan2(to[0] - from[0], from[1] - to[1]) * 180) / Math.PI);
    commit(
      putOne('Put the photo on the plan', {
        ...photo,
        storeyId,
        xM,
        yM,
        towardsDeg: looks ? towardsDeg : null,
      }),
    );
  }),
  route: manyClicks((store, points) => put(store, ({ routeEdit }) => routeEdit(store.getState(), points))),
  cable: manyClicks((store, points, storeyIds) => {
    const corners = points.map(([xM, yM], i) => ({
      storeyId: storeyIds[i] ?? '',
      xM,
      yM,
      heightM: cableHeightM,
    }));
    store.getState().set({ tool: 'select' });
    layCable(store, corners).catch((error: unknown) => sayError(messageOf(error)));
  }),
  spot: oneClick(nameIt),
  opening: oneClick(),
  thing: oneClick(),
  socket: oneClick(nameIt),
  coax: oneClick(nameIt),
  data: oneClick(nameIt),
  paint: oneClick(),
};
