/** The walk on a phone: the job as last seen, what waits to be sent, and what the phone is doing. */
import { toast } from 'sonner';
import type { z } from 'zod';
import { createStore } from 'zustand/vanilla';
import { find, jobFromRecords } from '@/core/job/job';
import type { Id, Reading } from '@/core/job/records';
import { noteRun, nextRun } from '@/core/proof/noteRun';
import { walkOrder } from '@/core/proof/walkOrder';
import { ApiError, ask, messageOf } from '@/client/store/api';
import { nameOfPhoto, type PhotoBox, photoBox } from './photoBox';
import {
  choiceKey,
  choiceSchema,
  jobKey,
  kept,
  keptSchema,
  nothing,
  phoneId,
  type Unsent,
  unsentCount,
  unsentSchema,
  type Waiting,
  waitingKey,
  waitingSchema,
} from './walkKept';
import { sendAll } from './walkSending';
import type { WalkState } from './walkState';
import { BrokenOffError, fullTest, speedTest } from './speedTest';

/** How many runs a spot should have. */
export const runsWanted = 5;
/** While something waits, it is tried again after so long, ms. */
const againMs = 4000;
/** The job is looked at again after so long, ms. */
const lookMs = 20_000;
/** So often it is asked whether the laptop is in reach, ms, and so long an answer is waited for. */
const hereMs = 2000;
const hereAnswerMs = 1800;
/** What was measured is sent between two runs, never beside one; the next begins after so long at the latest, ms. */
const sendingMs = 5000;

/** Runs at a spot in a phase: those of the job and those that wait to be sent. */
export function runsAt(
  state: Pick<WalkState, 'job' | 'waiting'>,
  spotId: Id,
  phase: Reading['phase'],
): Reading[] {
  const own = (state.job?.readings ?? []).filter((r) => r.spotId === spotId && r.phase === phase);
  const waiting = state.waiting.runs.filter(
    (r) => r.spotId === spotId && r.phase === phase && !state.job?.byId.has(r.id),
  );
  return [...own, ...waiting].sort((a, b) => a.takenAt.localeCompare(b.takenAt));
}

const fourDigits = (v: number) => Number(v.toPrecision(4));
const fourDigitsOrNone = (v: number | null) => (v === null ? null : fourDigits(v));

/** Tests at the spot that is shown until it has the runs that it should have; one more where it has them. */
async function runTests(
  get: () => WalkState,
  set: (part: Partial<WalkState>) => void,
  signal: AbortSignal,
): Promise<void> {
  const { code, spotId, phase } = get();
  if (!spotId) return;
  const had = runsAt(get(), spotId, phase).length;
  const of = Math.max(runsWanted, had + 1);
  for (let run = had + 1; run <= of; run++) {
    const { measures, simulated } = get();
    set({ testing: { step: 'waiting', ahead: 0, mbps: null, run, of } });
    await Promise.race([get().flush(), new Promise((done) => setTimeout(done, sendingMs))]);
    const figures = await speedTest(
      `/speed/${code}`,
      phoneId('t'),
      fullTest,
      (progress) => set({ testing: { ...progress, run, of } }),
      signal,
      simulated ? { spotId, phase, measures, run: String(run) } : {},
    );
    get().note({
      connected: true,
      downMbps: fourDigits(figures.downMbps),
      upMbps: fourDigits(figures.upMbps),
      latencyMs: fourDigits(figures.latencyMs),
      jitterMs: fourDigitsOrNone(figures.jitterMs),
      loadedMs: fourDigitsOrNone(figures.loadedMs),
      loadedUpMs: fourDigitsOrNone(figures.loadedUpMs),
      silenceMs: fourDigits(figures.silenceMs),
      remarks: figures.remarks,
      ...(figures.rssiDbm !== null && { rssiDbm: figures.rssiDbm }),
    });
  }
}

const serverWords = (measures: Reading['measures'], simulated: boolean): string =>
  measures === 'street'
    ? 'Simulated street server'
    : simulated
      ? 'Simulated house network'
      : 'The machine beside the main unit';

/** The figures as a run of the spot that is shown; null where none is. */
function notedRun(state: WalkState, figures: Parameters<WalkState['note']>[0]): Unsent | null {
  const { job, spotId, phase, measures, simulated, deviceId, rssiDbm, linkMbps, heightM } = state;
  const spot = job && find(job, 'spot', spotId);
  if (!job || !spot) return null;
  const run = Math.min(999, nextRun(runsAt(state, spot.id, phase), spot.id, phase));
  const said = {
    deviceId,
    measures,
    server: serverWords(measures, simulated),
    rssiDbm,
    linkMbps,
    heightM: heightM ?? spot.heightM,
    takenAt: new Date().toISOString(),
    ...figures,
    source: figures.source ?? (simulated ? 'simulated' : 'measured'),
  } as const;
  return unsentSchema.parse(noteRun(job, spot, phase, run, said, phoneId('rd-w')));
}

export function makeWalkStore(code: string, box: PhotoBox = photoBox(code)) {
  let stopTest: AbortController | null = null;
  let flushing: Promise<void> | null = null;
  let asked: Reading['phase'] | null = null;
  const made = createStore<WalkState>()((set, get) => {
    const keep = (waiting: Waiting) => {
      set({ waiting });
      const { job } = get();
      if (job) store(waitingKey(job.info.id), JSON.stringify(waiting));
    };
    /** Keeps a text on the phone; a phone without room says so, and goes on with what the page holds. */
    const store = (key: string, text: string) => {
      try {
        localStorage.setItem(key, text);
      } catch (error) {
        console.error(error);
        set({
          problem:
            'This phone has no room left: what was measured since is in this page only. Stay in reach until it is sent, and do not close the page.',
        });
      }
    };

    function take(records: z.infer<typeof keptSchema>['records']) {
      const job = jobFromRecords(records);
      const first = get().job === null;
      const choice = first ? kept(choiceKey(code), choiceSchema) : null;
      const order = walkOrder(job).map((s) => s.id);
      const { spotId, waiting } = get();
      set({ job, order, spotId: spotId && job.byId.has(spotId) ? spotId : (order[0] ?? null) });
      if (!first) return;
      const had = kept(waitingKey(job.info.id), waitingSchema) ?? nothing;
      const proven =
        job.readings.some((r) => r.phase === 'after') ||
        job.spots.every((s) => job.readings.some((r) => r.spotId === s.id));
      set({
        waiting: {
          runs: [...had.runs, ...waiting.runs],
          roams: [...had.roams, ...waiting.roams],
          steps: [...had.steps, ...waiting.steps],
          refused: had.refused,
        },
        phase: asked ?? (proven ? 'after' : 'before'),
        simulated: job.info.demo,
        deviceId: job.info.testDeviceId ?? job.devices[0]?.id ?? null,
      });
      if (choice && (!asked || asked === choice.phase)) {
        const { spotId: chosen, deviceId } = choice;
        set({ ...choice, deviceId: deviceId && job.byId.has(deviceId) ? deviceId : get().deviceId });
        if (chosen && job.byId.has(chosen)) return set({ spotId: chosen });
      }
      const todo = order.find((id) => runsAt(get(), id, get().phase).length < runsWanted);
      if (todo) set({ spotId: todo });
    }

    async function look() {
      try {
        const fresh = await ask(keptSchema, `/api/walk/${code}`);
        take(fresh.records);
        set({ link: 'online', problem: null, heardMs: Date.now() });
        store(jobKey(code), JSON.stringify(fresh));
      } catch (error) {
        offline(error);
      }
    }

    function offline(error: unknown) {
      if (error instanceof ApiError && error.status === 404) set({ link: 'closed', problem: error.message });
      else if (error instanceof ApiError) set({ problem: error.message });
      else set({ link: 'offline', problem: error instanceof TypeError ? null : messageOf(error) });
    }

    /** Is the laptop in reach? A silent link is told by when it last answered, one that is gone at once. */
    async function here() {
      if (get().testing || document.visibilityState !== 'visible' || get().link === 'closed') return;
      try {
        await fetch(`/speed/${code}/here`, { cache: 'no-store', signal: AbortSignal.timeout(hereAnswerMs) });
        const back = get().link === 'offline';
        set({ heardMs: Date.now(), ...(back && { link: 'online' as const }) });
        if (back) void look().then(() => get().flush());
      } catch (error) {
        if (error instanceof TypeError) set({ link: 'offline' });
      }
    }

    const sender = { code, box, get, set, keep, look };
    const send = () => sendAll(sender).catch(offline);

    return {
      code,
      job: null,
      order: [],
      waiting: nothing,
      photos: 0,
      link: 'joining',
      heardMs: null,
      savedAt: null,
      problem: null,
      phase: 'before',
      measures: 'house',
      simulated: false,
      deviceId: null,
      spotId: null,
      rssiDbm: null,
      linkMbps: null,
      heightM: null,
      testing: null,
      brokenOff: false,
      set,
      start(phase = null) {
        asked = phase;
        const had = kept(jobKey(code), keptSchema);
        if (had) take(had.records);
        void box.all().then(
          (all) => set({ photos: all.length }),
          (error: unknown) => console.error(error),
        );
        void look().then(() => get().flush());
        const again = setInterval(() => void get().flush(), againMs);
        const looks = setInterval(() => {
          if (!get().testing && document.visibilityState === 'visible') void look();
        }, lookMs);
        const back = () => void look().then(() => get().flush());
        const gone = () => set({ link: 'offline' });
        window.addEventListener('online', back);
        window.addEventListener('offline', gone);
        const asks = setInterval(() => void here(), hereMs);
        return () => {
          clearInterval(asks);
          window.removeEventListener('offline', gone);
          clearInterval(again);
          clearInterval(looks);
          window.removeEventListener('online', back);
          stopTest?.abort();
        };
      },
      go: (spotId) => set({ spotId, rssiDbm: null, linkMbps: null, heightM: null, brokenOff: false }),
      async test() {
        if (!get().spotId || get().testing) return;
        stopTest = new AbortController();
        // at once: a second press finds it under way, however long the first answer takes
        set({ brokenOff: false, testing: { step: 'waiting', ahead: 0, mbps: null, run: 1, of: runsWanted } });
        try {
          await runTests(get, set, stopTest.signal);
        } catch (error) {
          if (error instanceof BrokenOffError) set({ brokenOff: true });
          else if (!stopTest.signal.aborted) toast.error(messageOf(error));
        } finally {
          set({ testing: null });
          void get().flush();
        }
      },
      stop: () => stopTest?.abort(),
      note(figures) {
        const noted = notedRun(get(), figures);
        if (!noted) return;
        keep({ ...get().waiting, runs: [...get().waiting.runs, noted] });
        set({ brokenOff: false });
        void get().flush();
      },
      addRoam(walk) {
        keep({ ...get().waiting, roams: [...get().waiting.roams, walk] });
        void get().flush();
      },
      addStep(run) {
        const { waiting, job } = get();
        const unsent = waiting.steps.find((s) => s.run.stepKey === run.stepKey);
        const base = unsent ? unsent.base : (job?.stepRuns.find((r) => r.stepKey === run.stepKey) ?? null);
        const word = { id: phoneId('st'), run, base };
        keep({ ...waiting, steps: [...waiting.steps.filter((s) => s !== unsent), word] });
        void get().flush();
      },
      async addPhoto(file, stepKey) {
        const fileId = await nameOfPhoto(file);
        await box.keep({ fileId, stepKey, blob: file });
        set({ photos: (await box.all()).length });
        void get().flush();
        return fileId;
      },
      dropRefused(id) {
        keep({ ...get().waiting, refused: get().waiting.refused.filter((r) => r.run.id !== id) });
      },
      sendAgain(id) {
        const { runs, refused, ...rest } = get().waiting;
        const again = refused.filter((r) => r.run.id === id).map((r) => r.run);
        keep({ ...rest, runs: [...runs, ...again], refused: refused.filter((r) => r.run.id !== id) });
        void get().flush();
      },
      flush() {
        const { waiting, link, testing } = get();
        // sending would be in the way of what is measured
        if (testing && testing.step !== 'waiting') return Promise.resolve();
        if (unsentCount(waiting) + get().photos === 0) return link === 'offline' ? look() : Promise.resolve();
        if (link === 'closed') return Promise.resolve();
        // one at a time, so that nothing is sent twice
        flushing ??= send().finally(() => (flushing = null));
        return flushing;
      },
    };
  });
  made.subscribe((now, before) => {
    const fields = ['spotId', 'phase', 'measures', 'simulated', 'deviceId'] as const;
    if (!now.job || !before.job || fields.every((f) => now[f] === before[f])) return;
    const choice = Object.fromEntries(fields.map((f) => [f, now[f]]));
    try {
      localStorage.setItem(choiceKey(code), JSON.stringify(choice));
    } catch (error) {
      // a phone without room: the choice lasts as long as the page, what was measured is told of by itself
      console.error(error);
    }
  });
  return made;
}
export type WalkStore = ReturnType<typeof makeWalkStore>;
