/** The open job in the browser: edits apply at once and go to the server by the courier; what the page shows of it. */
import { firstStorey } from '@/core/job/firstStorey';
import { sayError } from '@/ui/sayError';
import type { Remote } from 'comlink';
import { toast } from 'sonner';
import { createStore } from 'zustand/vanilla';
import type { Snag } from '@/core/checks/snag';
import type { Edit } from '@/core/job/edits';
import type { History } from '@/core/job/history';
import type { Job } from '@/core/job/job';
import type { Band, Id, Point, Route, Unit } from '@/core/job/records';
import type { Aside, Clash, Sync } from '@/core/sync/sync';
import type { Prediction } from '@/core/network/predict';
import type {
  ComputeApi,
  FieldAnswer,
  NetworkAnswer,
  PlaceIn,
  SheetLayer,
  StoreyAreas,
} from '@/workers/protocol';
import type { WallDraft } from './wallDraft';
import { messageOf } from './api';
import { Courier, type CourierPorts, type SaveState } from './courier';
import { type SentJob, storedOf } from './jobServer';

export type Tool =
  | 'select'
  | 'wall'
  | 'room'
  | 'opening'
  | 'thing'
  | 'socket'
  | 'coax'
  | 'data'
  | 'route'
  | 'cable'
  | 'spot'
  | 'measure'
  | 'paint'
  | 'scale'
  | 'unit'
  | 'cut'
  | 'photo';

/** What each tool puts down; ids of presets, kinds of services and routes. */
export interface ToolChoice {
  opening: string;
  thing: string;
  socket: 'socket' | 'board';
  coax: 'coax' | 'splitter';
  data: 'data' | 'panel' | 'entry' | 'duct' | 'fixedDevice';
  route: Route['kind'];
}

/**
 * A cut through the house: along the strongest way to the chosen spot or device, else to the one it was
 * asked for at; or straight between two places.
 */
export type Cut = { kind: 'way'; placeId: Id } | { kind: 'line'; a: PlaceIn; b: PlaceIn };

export interface JobState {
  job: Job;
  revision: number;
  savedAt: string;
  /** What this window can undo and redo. */
  history: History;
  save: SaveState;
  /** Steps that could not be stored, and fields that others changed too: they wait for a person. */
  aside: readonly Aside[];
  clashes: readonly Clash[];

  selectedId: Id | null;
  storeyId: Id;
  tool: Tool;
  /** What was just put down and is to be named at once: its name field takes the keys. */
  naming: Id | null;
  /** Product that the unit tool places, assembly that the wall tool draws with. */
  kitId: Id | null;
  wallAssemblyId: Id | null;
  choice: ToolChoice;
  /** The wall being drawn. */
  draft: WallDraft | null;
  /** The room that a typed line would build: its outline and name. */
  typedRoom: { name: string; outline: readonly Point[] } | null;
  layer: SheetLayer;
  band: Band;
  /** The unit under the pointer, not yet let go. */
  dragged: Unit | null;

  /** The storey of the section that a dragged unit hovers over. */
  dropStoreyId: Id | null;

  /** The computing worker, once it runs. */
  compute: Remote<ComputeApi> | null;
  answer: FieldAnswer | null;
  /** The coverage with the dragged unit where it is just now; null while nothing is dragged. */
  moving: FieldAnswer | null;
  /** How the network of the stage does as a whole; a moment older than `answer` while a unit is dragged. */
  network: NetworkAnswer | null;
  planned: Prediction[] | null;
  found: Prediction[] | null;
  /** Fixed devices on Wi-Fi, as planned. */
  fixed: Prediction[] | null;
  /** What the checks find in the plan; null until they have run. */
  snags: Snag[] | null;
  /** How the rooms fare as areas, by storey, as far as worked out. */
  areas: Readonly<Record<Id, StoreyAreas>>;
  /** The cut that is shown under the sheet. */
  cut: Cut | null;
  /** The dialog that opens the walk to phones. */
  phoneOpen: boolean;
  /** The catalogue of products lies over the plan. */
  catalogueOpen: boolean;

  commit: (edit: Edit) => boolean;
  undo: () => void;
  redo: () => void;
  /** Fetches what was changed elsewhere; what waits here goes on top. */
  look: () => Promise<void>;
  retry: (asideId: Id) => void;
  leaveOut: (asideId: Id) => void;
  choose: (clashId: Id, whose: 'mine' | 'theirs') => void;
  /** Resolves when nothing is waiting to be saved. */
  settled: () => Promise<void>;
  /** Begins to save; and no more of it. */
  start: () => void;
  stop: () => void;
  set: (part: Partial<JobState>) => void;
}

/** Where a job opens: the storey with the service entry, else the first. */
const historyIn = ({ undo, redo }: Sync): History => {
  const brief = (steps: Sync['undo']) => steps.map(({ id, label }) => ({ id, label }));
  return { undo: brief(undo), redo: brief(redo) };
};

/** @param first what is drawn until the first answer comes. */
export function makeJobStore(initial: SentJob, ports: CourierPorts, first: FieldAnswer | null = null) {
  const store = createStore<JobState>()((set, get) => {
    const { job, ...stored } = storedOf(initial);
    let renamed: Sync['renamed'] = new Map();
    const courier = new Courier(
      job.info.id,
      { job, ...stored },
      ports,
      (sync, save) => {
        const { selectedId, storeyId, job: shown, history } = get();
        const names = sync.renamed === renamed ? null : sync.renamed;
        renamed = sync.renamed;
        const selected = (selectedId && names?.get(selectedId)) || selectedId;
        const { job: next, revision, savedAt, aside, clashes } = sync;
        const fresh = historyIn(sync);
        set({
          revision,
          savedAt,
          save,
          aside,
          clashes,
          ...(JSON.stringify(fresh) !== JSON.stringify(history) && { history: fresh }),
          ...(next !== shown && {
            job: next,
            selectedId: selected && next.byId.has(selected) ? selected : null,
            storeyId: next.byId.has(storeyId) ? storeyId : firstStorey(next),
          }),
        });
      },
      (words, kind) => (kind === 'error' ? sayError(words) : toast(words)),
    );
    const tried = (act: () => void): boolean => {
      try {
        act();
        return true;
      } catch (error) {
        sayError(messageOf(error));
        return false;
      }
    };

    return {
      job,
      revision: initial.revision,
      savedAt: initial.savedAt,
      history: { undo: [], redo: [] },
      save: { kind: 'saved' },
      aside: [],
      clashes: [],
      selectedId: null,
      storeyId: firstStorey(job),
      tool: 'select',
      naming: null,
      kitId: null,
      wallAssemblyId: null,
      choice: {
        opening: 'door',
        thing: 'chimney',
        socket: 'socket',
        coax: 'coax',
        data: 'data',
        route: 'duct',
      },
      draft: null,
      typedRoom: null,
      layer: 'headroom',
      band: '5',
      dragged: null,
      dropStoreyId: null,
      compute: null,
      answer: first,
      moving: null,
      network: null,
      planned: null,
      found: null,
      fixed: null,
      snags: null,
      areas: {},
      cut: null,
      phoneOpen: false,
      catalogueOpen: false,
      commit: (edit) => tried(() => courier.commit(edit)),
      undo: () => courier.step('undo'),
      redo: () => courier.step('redo'),
      look: () => courier.look(),
      retry: (asideId) => void tried(() => courier.retry(asideId)),
      leaveOut: (asideId) => courier.leaveOut(asideId),
      choose: (clashId, whose) => void tried(() => courier.choose(clashId, whose)),
      settled: () => courier.settled(),
      start: () => courier.start(),
      stop: () => courier.stop(),
      set,
    };
  });
  return store;
}

export type JobStore = ReturnType<typeof makeJobStore>;
