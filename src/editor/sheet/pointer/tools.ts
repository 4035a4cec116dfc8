/** The tools of the sheet: what each does when the pointer goes down, moves, and when it is ended. */
import { toast } from 'sonner';
import { find } from '@/core/job/job';
import type { Id, Point } from '@/core/job/records';
import { messageOf } from '@/client/store/api';
import type { JobStore } from '@/client/store/jobStore';
import type { Tool as ToolName } from '@/client/store/jobStore';
import { layCable } from '../layCable';
import { putDown, routeEdit } from '../putDown';
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

/** Puts one thing down where each click was, until Esc. */
const oneClick: Tool = {
  down: ({ store, at, idUnder }) => apply(store, putDown(store.getState(), at, { wallId: idUnder() })),
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
    toast.error(messageOf(error));
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
    apply(store, putDown(store.getState(), to, { from }));
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
  route: manyClicks((store, points) => apply(store, routeEdit(store.getState(), points))),
  cable: manyClicks((store, points, storeyIds) => {
    const corners = points.map(([xM, yM], i) => ({
      storeyId: storeyIds[i] ?? '',
      xM,
      yM,
      heightM: cableHeightM,
    }));
    store.getState().set({ tool: 'select' });
    layCable(store, corners).catch((error: unknown) => toast.error(messageOf(error)));
  }),
  spot: oneClick,
  opening: oneClick,
  thing: oneClick,
  socket: oneClick,
  coax: oneClick,
  data: oneClick,
  paint: oneClick,
};
