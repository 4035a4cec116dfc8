/** The open job in the browser: edits apply at once, go to the server one after the other, and roll back if refused. */
import type { Remote } from 'comlink';
import { toast } from 'sonner';
import { createStore } from 'zustand/vanilla';
import type { Snag } from '@/core/checks/snag';
import { applyEdit, type Edit } from '@/core/job/edits';
import type { History } from '@/core/job/history';
import { type Job, jobFromRecords } from '@/core/job/job';
import type { AnyRecord, Band, Id, Point, Route, Unit } from '@/core/job/records';
import type { Prediction } from '@/core/network/predict';
import type {
  ComputeApi,
  FieldAnswer,
  NetworkAnswer,
  PlaceIn,
  SheetLayer,
  StoreyAreas,
} from '@/workers/protocol';
import { withRooms } from '@/core/survey/rooms';
import type { WallDraft } from '@/ui/sheet/wallDraft';
import { ApiError, ask, editResultSchema, messageOf, storedJobSchema } from './api';

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
  | 'cut';

/** What each tool puts down; ids of presets, kinds of services and routes. */
export interface ToolChoice {
  opening: string;
  thing: string;
  socket: 'socket' | 'board';
  coax: 'coax' | 'splitter';
  data: 'data' | 'panel' | 'entry' | 'duct' | 'fixedDevice';
  route: Route['kind'];
}
export type SaveState = { kind: 'saved' } | { kind: 'saving' } | { kind: 'failed'; message: string };

/**
 * A cut through the house: along the strongest way to the chosen spot or device, else to the one it was
 * asked for at; or straight between two places.
 */
export type Cut = { kind: 'way'; placeId: Id } | { kind: 'line'; a: PlaceIn; b: PlaceIn };

export interface JobState {
  job: Job;
  revision: number;
  savedAt: string;
  history: History;
  save: SaveState;

  selectedId: Id | null;
  storeyId: Id;
  tool: Tool;
  /** Kit that the unit tool places, assembly that the wall tool draws with. */
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

  commit(edit: Edit): boolean;
  undo(): void;
  redo(): void;
  reload(): Promise<void>;
  /** Resolves when nothing is waiting to be saved. */
  settled(): Promise<void>;
  set(part: Partial<JobState>): void;
}

export interface InitialJob {
  records: AnyRecord[];
  revision: number;
  savedAt: string;
  history: History;
}

type Step = { kind: 'do'; edit: Edit } | { kind: 'undo' } | { kind: 'redo' };

const longestWaitMs = 8000;

/** Where a job opens: the storey with the service entry, else the first. */
const firstStorey = (job: Job): Id =>
  job.services.find((s) => s.kind === 'entry')?.storeyId ?? job.storeys[0]?.id ?? '';

export function makeJobStore(initial: InitialJob) {
  const queue: Step[] = [];
  let sending = false;
  let waiters: (() => void)[] = [];

  const store = createStore<JobState>()((set, get) => {
    const url = `/api/jobs/${jobFromRecords(initial.records).info.id}`;

    async function send(): Promise<void> {
      if (sending) return;
      sending = true;
      let waitMs = 500;
      // phones have added readings meanwhile: fetched when all here is saved
      let missed = false;
      while (queue.length) {
        const step = queue[0];
        if (!step) break;
        set({ save: { kind: 'saving' } });
        try {
          const result = await ask(editResultSchema, `${url}/edits`, {
            body: { ...step, revision: get().revision },
          });
          queue.shift();
          waitMs = 500;
          if (result.revision !== get().revision + 1) missed = true;
          set({ revision: result.revision, savedAt: result.savedAt, history: result.history });
          if (step.kind !== 'do') {
            set({ job: applyEdit(get().job, result.edit).job });
            toast(`${step.kind === 'undo' ? 'Undone' : 'Done again'}: ${result.edit.label}`);
          }
        } catch (error) {
          if (error instanceof ApiError && error.status < 500) {
            queue.length = 0;
            toast.error(messageOf(error));
            await get().reload();
            continue;
          }
          set({ save: { kind: 'failed', message: messageOf(error) } });
          await new Promise((done) => setTimeout(done, waitMs));
          waitMs = Math.min(longestWaitMs, waitMs * 2);
        }
      }
      if (missed) await get().reload();
      sending = false;
      set({ save: { kind: 'saved' } });
      waiters.forEach((done) => done());
      waiters = [];
    }
    const enqueue = (step: Step) => {
      queue.push(step);
      void send();
    };

    const job = jobFromRecords(initial.records);
    return {
      job,
      revision: initial.revision,
      savedAt: initial.savedAt,
      history: initial.history,
      save: { kind: 'saved' },
      selectedId: null,
      storeyId: firstStorey(job),
      tool: 'select',
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
      answer: null,
      moving: null,
      network: null,
      planned: null,
      found: null,
      fixed: null,
      snags: null,
      areas: {},
      cut: null,
      phoneOpen: false,
      commit(edit) {
        try {
          const whole = withRooms(get().job, edit);
          const next = applyEdit(get().job, whole).job;
          const { selectedId } = get();
          set({ job: next, selectedId: selectedId && next.byId.has(selectedId) ? selectedId : null });
          enqueue({ kind: 'do', edit: whole });
        } catch (error) {
          toast.error(messageOf(error));
          return false;
        }
        return true;
      },
      undo() {
        if (get().history.undo.length || queue.length) enqueue({ kind: 'undo' });
      },
      redo() {
        if (get().history.redo.length) enqueue({ kind: 'redo' });
      },
      async reload() {
        try {
          const fresh = await ask(storedJobSchema, url);
          const next = jobFromRecords(fresh.records);
          const { selectedId, storeyId } = get();
          set({
            job: next,
            revision: fresh.revision,
            savedAt: fresh.savedAt,
            history: fresh.history,
            selectedId: selectedId && next.byId.has(selectedId) ? selectedId : null,
            storeyId: next.byId.has(storeyId) ? storeyId : firstStorey(next),
          });
        } catch (error) {
          set({ save: { kind: 'failed', message: messageOf(error) } });
        }
      },
      settled: () =>
        queue.length || sending ? new Promise((done) => waiters.push(done)) : Promise.resolve(),
      set,
    };
  });
  return store;
}

export type JobStore = ReturnType<typeof makeJobStore>;
