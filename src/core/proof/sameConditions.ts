/** Were the after-runs taken the same way as the before-runs? What differs, and what that does to the verdict. */
import { find, type Job } from '../job/job';
import type { Reading } from '../job/records';
import { median } from '../statistics/exactTests';

export interface Difference {
  what: 'kind' | 'device' | 'mixed' | 'height' | 'server' | 'plan' | 'hour' | 'unnoted';
  /** What differs, as a sentence. */
  words: string;
}

/** Heights that differ by more are another place, m (planning). */
const sameHeightM = 0.3;
/** When the street is busiest, hour of the day on the clock of the machine that shows it, which is in the house's time zone (planning). */
const busyHours = [18, 23] as const;

export const kindWords = {
  house: 'the home network only',
  street: 'home network and internet together',
} as const;

/** The value that most of the runs have; undefined when none has any. */
function usual<T>(values: readonly (T | null)[]): T | undefined {
  const counts = new Map<T, number>();
  for (const v of values) if (v !== null) counts.set(v, (counts.get(v) ?? 0) + 1);
  return [...counts].sort((a, b) => b[1] - a[1])[0]?.[0];
}

const isBusy = (r: Reading) => {
  const hour = new Date(r.takenAt).getHours();
  return hour >= busyHours[0] && hour < busyHours[1];
};

/**
 * What is not the same between the runs before and after: kind of test, device, height, server, plan
 * and, through the street, the busy hours. Empty when all is the same, or one side has no run.
 */
export function differencesOf(job: Job, before: readonly Reading[], after: readonly Reading[]): Difference[] {
  if (before.length === 0 || after.length === 0) return [];
  const out: Difference[] = [];
  const both = <T>(of: (r: Reading) => T | null): [T, T] | null => {
    const [b, a] = [usual(before.map(of)), usual(after.map(of))];
    return b === undefined || a === undefined ? null : [b, a];
  };
  const kinds = both((r) => r.measures);
  if (kinds && kinds[0] !== kinds[1])
    out.push({
      what: 'kind',
      words: `Before measured ${kindWords[kinds[0]]}, after ${kindWords[kinds[1]]}.`,
    });
  const devices = both((r) => r.deviceId);
  if (devices && devices[0] !== devices[1]) {
    const [b, a] = devices.map((id) => find(job, 'device', id)?.name ?? 'another device');
    out.push({ what: 'device', words: `Before with ${b}, after with ${a}.` });
  }
  const mixed = new Set(after.map((r) => r.deviceId)).size > 1;
  if (mixed) out.push({ what: 'mixed', words: 'The runs after were made with more than one device.' });
  const heights = [before, after].map((runs) =>
    median(runs.map((r) => r.heightM).filter((h): h is number => h !== null)),
  );
  const [low, high] = heights;
  if (low != null && high != null && Math.abs(low - high) > sameHeightM + 1e-9)
    out.push({
      what: 'height',
      words: `Before ${low.toFixed(1)} m above the floor, after ${high.toFixed(1)} m.`,
    });
  const servers = both((r) => r.server || null);
  if (servers && servers[0] !== servers[1])
    out.push({ what: 'server', words: `Before against ${servers[0]}, after against ${servers[1]}.` });
  const plans = both((r) => r.planMbps);
  if (plans && plans[0] !== plans[1])
    out.push({
      what: 'plan',
      words: `The contract speed was ${plans[0]} Mbps before and is ${plans[1]} Mbps now.`,
    });
  const street = kinds?.[0] === 'street' && kinds[1] === 'street';
  const busy = [before, after].map((runs) => runs.filter(isBusy).length / runs.length >= 0.5);
  if (street && busy[0] !== busy[1])
    out.push({
      what: 'hour',
      words: busy[0]
        ? 'The runs before were in the busy evening hours, the runs after were not.'
        : 'The runs after were in the busy evening hours, the runs before were not.',
    });
  const unnoted = [before, after].some((runs) => runs.some((r) => r.deviceId === null));
  if (unnoted) out.push({ what: 'unnoted', words: 'Some runs have no test device.' });
  return out;
}

/** What differences do to a verdict: that a need is met stands by the after-runs alone; a comparison does not. */
export function differenceEffect(differences: readonly Difference[], comparing: boolean): string | null {
  if (differences.length === 0) return null;
  return comparing
    ? 'These runs cannot show better or worse than before. Test again in the same way.'
    : 'The runs after show that the need is met now. They cannot show how much better it is than before.';
}
