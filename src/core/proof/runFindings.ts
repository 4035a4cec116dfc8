/** What the runs at a spot show beside their rates: a queue that is too long, silences, a machine without time. */
import type { Job } from '../job/job';
import { spotNeed } from '../job/needs';
import type { Reading, Spot } from '../job/records';
import { median } from '../statistics/exactTests';

/** A queue is too long from here on where no need asks for less, ms beyond the idle delay (planning). */
const longQueueMs = 200;
/** In so many of the runs, or it was chance (planning). */
const oftenShare = 0.4;

export interface RunFinding {
  what: 'queue' | 'silence' | 'change' | 'machine';
  /** One sentence on what was seen, and one on what most likely mends it. */
  words: string;
  remedy: string;
}

const seconds = (ms: number) => (ms < 995 ? `${Math.round(ms)} ms` : `${(ms / 1000).toFixed(1)} s`);
const middle = (values: readonly (number | null)[]) => median(values.filter((v): v is number => v !== null));

/** A call while someone else loads the line: late when the delay under load passes what the spot's need allows. */
function queueFinding(latencyMs: number, runs: readonly Reading[]): RunFinding | null {
  const idle = middle(runs.map((r) => r.latencyMs));
  const [down, up] = [middle(runs.map((r) => r.loadedMs)), middle(runs.map((r) => r.loadedUpMs))];
  const worst = Math.max(down ?? 0, up ?? 0);
  if (idle === null || worst - idle < longQueueMs || worst <= latencyMs) return null;
  const [way, act] = up === worst ? ['up', 'sends'] : ['down', 'loads'];
  return {
    what: 'queue',
    words: `A call here is answered ${seconds(worst)} late while someone ${act} something large; with the line at rest it is ${seconds(idle)}.`,
    remedy: `The queue in front of the slowest step ${way} is too long. Turn on fair queueing in the main unit, or hold it to nine tenths of the line's rate ${way}.`,
  };
}

/** Does a remark stand on many of the runs? */
const isOften = (runs: readonly Reading[], remark: Reading['remarks'][number]): boolean =>
  runs.filter((r) => r.remarks.includes(remark)).length >= oftenShare * runs.length;

/**
 * What the connected runs of a phase at a spot show beside their rates, the gravest first. None without runs.
 * @param job for what the spot needs.
 */
export function runFindings(job: Job, spot: Spot, phase: Reading['phase']): RunFinding[] {
  const runs = job.readings.filter((r) => r.spotId === spot.id && r.phase === phase && r.connected);
  if (runs.length === 0) return [];
  const limited = runs.filter((r) => r.remarks.includes('machine-busy')).length;
  const found: (RunFinding | null)[] = [
    isOften(runs, 'dropped-out')
      ? {
          what: 'silence',
          words: `The link fell silent in ${runs.filter((r) => r.remarks.includes('dropped-out')).length} of ${runs.length} runs, for ${seconds(Math.max(...runs.map((r) => r.silenceMs ?? 0)))} at the longest.`,
          remedy:
            'Most likely the device was at the edge of a unit or changed between two: test a step aside, then look at the signal there.',
        }
      : null,
    queueFinding(spotNeed(job, spot).latencyMs, runs),
    isOften(runs, 'rate-changed')
      ? {
          what: 'change',
          words: 'The rate changed for good while it was measured, in several runs.',
          remedy: 'Something else used the air or the line: test again when nobody does.',
        }
      : null,
    limited > 0
      ? {
          what: 'machine',
          words:
            limited < runs.length
              ? `The phone or the laptop had too little time in ${limited} of ${runs.length} runs: they are in no median and no verdict.`
              : 'The phone or the laptop had too little time in every run: the network gives this much, and may give more.',
          remedy: 'Close what else runs on them, and test again.',
        }
      : null,
  ];
  return found.filter((f): f is RunFinding => f !== null);
}
