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
  const [way, act] = up === worst ? ['up', 'uploads'] : ['down', 'downloads'];
  return {
    what: 'queue',
    words: `An answer in a call is ${seconds(worst)} late while someone ${act} something large; with the line at rest it is ${seconds(idle)}.`,
    remedy: `The queue before the bottleneck ${way} is too long. Switch on smart queue management in the main unit, or limit it to 90 % of the line rate ${way}.`,
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
  const runs = job.readings.filter(
    (r) => r.spotId === spot.id && r.phase === phase && r.connected && r.togetherId === null,
  );
  if (runs.length === 0) return [];
  const limited = runs.filter((r) => r.remarks.includes('machine-busy')).length;
  const found: (RunFinding | null)[] = [
    isOften(runs, 'dropped-out')
      ? {
          what: 'silence',
          words: `The link paused in ${runs.filter((r) => r.remarks.includes('dropped-out')).length} of ${runs.length} runs, for ${seconds(Math.max(...runs.map((r) => r.silenceMs ?? 0)))} at the longest.`,
          remedy:
            'Likely cause: the device was at the edge of a unit or roamed between two. Test a step aside, then check the signal there.',
        }
      : null,
    queueFinding(spotNeed(job, spot).latencyMs, runs),
    isOften(runs, 'rate-changed')
      ? {
          what: 'change',
          words: 'The rate changed during several runs.',
          remedy: 'Other traffic used the radio or the line. Test again without it.',
        }
      : null,
    limited > 0
      ? {
          what: 'machine',
          words:
            limited < runs.length
              ? `The phone or the laptop was too busy in ${limited} of ${runs.length} runs. These runs do not count.`
              : 'The phone or the laptop was too busy in every run: the network gives at least this rate.',
          remedy: 'Close other programs on them, and test again.',
        }
      : null,
  ];
  return found.filter((f): f is RunFinding => f !== null);
}
