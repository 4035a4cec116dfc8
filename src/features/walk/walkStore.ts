/** The walk on a phone: the job as last seen, what waits to be sent, and what the phone is doing. */
import { sayError } from '@/ui/sayError';
import type { z } from 'zod';
import { createStore } from 'zustand/vanilla';
import { jobFromRecords } from '@/core/job/job';
import type { Reading } from '@/core/job/records';
import { walkOrder } from '@/core/proof/walkOrder';
import { messageOf } from '@/client/store/api';
import { nameOfPhoto, type PhotoBox, photoBox } from './photoBox';
import {
  choiceKey,
  jobKey,
  kept,
  keptSchema,
  nothing,
  phoneId,
  unsentCount,
  type Waiting,
  waitingKey,
} from './walkKept';
import { walkLink } from './walkLink';
import { openedWith } from './walkOpened';
import { notedRun, runsWanted, runTests } from './walkRuns';
import { type Sender, sendAll } from './walkSending';
import type { WalkState } from './walkState';
import { BrokenOffError } from './speedTest';

/** While something waits, it is tried again after so long, ms. */
const againMs = 4000;
/** The job is looked at again after so long, ms. */
const lookMs = 20_000;
/** So often it is asked whether the laptop is in reach, ms. */
const hereMs = 2000;

/** Looks, sends and listens for as long as the page is open. @returns what ends it. */
function stayInTouch({
  get,
  set,
  look,
  here,
}: Pick<Sender, 'get' | 'set' | 'look'> & { here: () => Promise<void> }) {
  void look().then(() => get().flush());
  const again = setInterval(() => void get().flush(), againMs);
  const looks = setInterval(() => {
    if (!get().testing && document.visibilityState === 'visible') void look();
  }, lookMs);
  const back = () => void look().then(() => get().flush());
  const gone = () => set({ link: 'offline' });
  window.addEventListener('online', back);
  window.addEventListener('offline', gone);
  // what a page may reach is settled when it is opened
  const barred = () =>
    set({
      problem: 'This page was opened before the test server was entered. Load the page again, then test.',
    });
  document.addEventListener('securitypolicyviolation', barred);
  const asks = setInterval(() => void here(), hereMs);
  return () => {
    clearInterval(asks);
    window.removeEventListener('offline', gone);
    document.removeEventListener('securitypolicyviolation', barred);
    clearInterval(again);
    clearInterval(looks);
    window.removeEventListener('online', back);
  };
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
            'The storage of this phone is full. New runs are in this page only. Stay connected until they are sent, and do not close the page.',
        });
      }
    };

    function take({ records, foretold }: z.infer<typeof keptSchema>) {
      const before = get();
      const job = jobFromRecords(records);
      const order = walkOrder(job).map((s) => s.id);
      const { spotId } = before;
      set({ job, foretold, order, spotId: spotId && job.byId.has(spotId) ? spotId : (order[0] ?? null) });
      if (before.job === null) set(openedWith(get(), job, asked));
    }

    const { look, here, offline } = walkLink(code, { get, set, take, store });
    const sender = { code, box, get, set, keep, look };
    const send = () => sendAll(sender).catch(offline);

    return {
      code,
      job: null,
      foretold: null,
      order: [],
      waiting: nothing,
      photos: 0,
      link: 'joining',
      heardMs: null,
      savedAt: null,
      problem: null,
      phase: 'before',
      roundId: null,
      measures: 'house',
      simulated: false,
      deviceId: null,
      dataCapMB: null,
      spotId: null,
      rssiDbm: null,
      linkMbps: null,
      heightM: null,
      onUnitId: null,
      onBand: null,
      networkName: '',
      together: 1,
      testing: null,
      brokenOffIn: null,
      set,
      start(phase = null) {
        asked = phase;
        const had = kept(jobKey(code), keptSchema);
        if (had) take(had);
        void box.all().then(
          (all) => set({ photos: all.length }),
          (error: unknown) => console.error(error),
        );
        const end = stayInTouch({ get, set, look, here });
        return () => {
          end();
          stopTest?.abort();
        };
      },
      go: (spotId) =>
        set({
          ...{ spotId, rssiDbm: null, linkMbps: null, heightM: null, brokenOffIn: null },
          // at another spot the phone may be on another unit
          ...{ onUnitId: null, onBand: null },
        }),
      async test() {
        if (!get().spotId || get().testing) return;
        stopTest = new AbortController();
        // at once: a second press finds it under way, however long the first answer takes
        set({
          brokenOffIn: null,
          testing: { step: 'waiting', ahead: 0, missing: 0, mbps: null, run: 1, of: runsWanted },
        });
        try {
          await runTests(get, set, stopTest.signal);
        } catch (error) {
          if (error instanceof BrokenOffError) {
            console.error(error);
            set({ brokenOffIn: error.step });
          } else if (!stopTest.signal.aborted) sayError(messageOf(error));
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
        set({ brokenOffIn: null });
        void get().flush();
      },
      addRoam(walk) {
        keep({ ...get().waiting, roams: [...get().waiting.roams, walk] });
        void get().flush();
      },
      addStep(run) {
        const { waiting, job } = get();
        const unsent = waiting.steps.find((s) => s.run.stepKey === run.stepKey);
        const known = job?.stepRuns.find((r) => r.stepKey === run.stepKey) ?? null;
        const base = !unsent ? known : unsent.tried ? unsent.run : unsent.base;
        const word = { id: phoneId('st'), run, base, tried: false };
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
    const fields = ['spotId', 'phase', 'roundId', 'measures', 'simulated', 'deviceId', 'dataCapMB'] as const;
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
