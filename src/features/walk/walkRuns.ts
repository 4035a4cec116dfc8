/** Runs of the walk: those that there are at a spot, taking more, and what one becomes as a reading. */
import { find } from '@/core/job/job';
import type { Id, Reading } from '@/core/job/records';
import { nextRun, noteRun } from '@/core/proof/noteRun';
import { afterRounds, builtOrFound, isOfRound, type RoundOf } from '@/core/proof/rounds';
import { fullTest, speedTest } from './speedTest';
import { phoneId, type Unsent, unsentSchema } from './walkKept';
import type { WalkState } from './walkState';

/** How many runs a spot should have. */
export const runsWanted = 5;
/** What was measured is sent between two runs, never beside one; the next begins after so long at the latest, ms. */
const sendingMs = 5000;

/** Runs at a spot in a round: those of the job and those that wait to be sent; none that were made together with others. */
export function runsAt(state: Pick<WalkState, 'job' | 'waiting'>, spotId: Id, round: RoundOf): Reading[] {
  const own = (state.job?.readings ?? []).filter(
    (r) => r.spotId === spotId && isOfRound(r, round) && r.togetherId === null,
  );
  const waiting = state.waiting.runs.filter(
    (r) => r.spotId === spotId && isOfRound(r, round) && r.togetherId === null && !state.job?.byId.has(r.id),
  );
  return [...own, ...waiting].sort((a, b) => a.takenAt.localeCompare(b.takenAt));
}

const fourDigits = (v: number) => Number(v.toPrecision(4));
const fourDigitsOrNone = (v: number | null) => (v === null ? null : fourDigits(v));

/** Tests at the spot that is shown until it has the runs that it should have; one more where it has them. */
export async function runTests(
  get: () => WalkState,
  set: (part: Partial<WalkState>) => void,
  signal: AbortSignal,
): Promise<void> {
  const { code, spotId, phase, roundId, job } = get();
  if (!spotId) return;
  const had = runsAt(get(), spotId, { phase, roundId }).length;
  // together with others it is one run at a press: each says when it is ready
  const of = get().together > 1 ? had + 1 : Math.max(runsWanted, had + 1);
  for (let run = had + 1; run <= of; run++) {
    const { measures, simulated, dataCapMB, together } = get();
    set({ testing: { step: 'waiting', ahead: 0, missing: 0, mbps: null, run, of } });
    await Promise.race([get().flush(), new Promise((done) => setTimeout(done, sendingMs))]);
    const figures = await speedTest(
      farEndOf(get()) ?? `/speed/${code}`,
      phoneId('t'),
      { ...fullTest, mostBytes: (dataCapMB ?? Infinity) * 1e6 },
      (progress) => set({ testing: { ...progress, run, of } }),
      signal,
      simulated
        ? {
            ...{ spotId, phase: builtOrFound(phase), measures },
            run: String(run + (job ? afterRounds(job, roundId) : 0)),
          }
        : together > 1
          ? { together: String(together) }
          : {},
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
      togetherId: figures.togetherId,
    });
  }
}

/** The far end that real tests through house and street go to; null = the test stays in the house, or is simulated. */
export const farEndOf = ({ job, measures, simulated }: Pick<WalkState, 'job' | 'measures' | 'simulated'>) =>
  measures === 'street' && !simulated ? (job?.info.farEndUrl ?? null) : null;

const serverWords = (state: Pick<WalkState, 'job' | 'measures' | 'simulated'>): string => {
  const far = farEndOf(state);
  if (far !== null) return `Test server ${new URL(far).host}`;
  if (!state.simulated) return 'The machine beside the main unit';
  return state.measures === 'street' ? 'Simulated internet server' : 'Simulated home network';
};

/** The figures as a run of the spot that is shown; null where none is. */
export function notedRun(state: WalkState, figures: Parameters<WalkState['note']>[0]): Unsent | null {
  const { job, spotId, phase, roundId, measures, simulated, deviceId, rssiDbm, linkMbps, heightM } = state;
  const { onUnitId, onBand, networkName } = state;
  const spot = job && find(job, 'spot', spotId);
  if (!job || !spot) return null;
  const run = Math.min(999, nextRun(runsAt(state, spot.id, { phase, roundId }), spot.id, phase, roundId));
  const said = {
    deviceId,
    measures,
    server: serverWords(state),
    rssiDbm,
    linkMbps,
    ...{ onUnitId, onBand, networkName },
    roundId,
    heightM: heightM ?? spot.heightM,
    takenAt: new Date().toISOString(),
    ...figures,
    source: figures.source ?? (simulated ? 'simulated' : 'measured'),
  } as const;
  return unsentSchema.parse(noteRun(job, spot, phase, run, said, phoneId('rd-w')));
}
