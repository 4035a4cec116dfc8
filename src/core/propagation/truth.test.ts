import { learningTable } from '@/../bench/truth';
import {
  errorFigures,
  referenceJobs,
  referenceLosses,
  shareWithin,
  withOffset,
} from '@/testing/referenceLosses';

/** Six houses, one of each construction, whose losses an independent solver computed. */
const jobs = referenceJobs(1);
const losses = referenceLosses(jobs);
const ninety = 1.6449;

test('one house of each construction, every loss of it', () => {
  expect(jobs).toHaveLength(6);
  expect(losses.length).toBeGreaterThan(1500);
  expect(new Set(losses.map((l) => l.construction)).size).toBe(6);
});

test('predictions are as near as a survey allows, and not off to one side', () => {
  const real = errorFigures(losses.map((l) => l.trueDb - l.foretoldDb));
  expect(Math.abs(real.bias)).toBeLessThan(0.8);
  expect(real.rms).toBeLessThan(4.6);
  expect(errorFigures(losses.map((l) => l.nominalDb - l.foretoldDb)).rms).toBeLessThan(2.8);
});

test.each(['straight', 'reflected', 'turned'] as const)(
  'of what comes mostly %s the 90 %% band holds about 90 %%',
  (path) => {
    const some = losses.filter((l) => l.path === path).map(withOffset);
    expect(some.length).toBeGreaterThan(40);
    expect(shareWithin(some, ninety)).toBeGreaterThan(0.82);
    expect(shareWithin(some, ninety)).toBeLessThan(0.97);
  },
);

test('what is foretold far in the dark is not off to one side', () => {
  const dark = losses.filter((l) => l.foretoldDb - l.freeDb >= 30);
  expect(dark.length).toBeGreaterThan(30);
  expect(Math.abs(errorFigures(dark.map((l) => l.trueDb - l.foretoldDb)).bias)).toBeLessThan(4);
});

test('readings bring signals held back nearer, and the band stays honest', () => {
  const table = learningTable(jobs.slice(0, 3)) as { readings: number; rms: number; 'in 90 %': number }[];
  const [none, , , , many] = table;
  expect(many?.rms).toBeLessThan(0.92 * (none?.rms ?? 0));
  for (const row of table) {
    expect(row['in 90 %']).toBeGreaterThan(84);
    expect(row['in 90 %']).toBeLessThan(97);
  }
});
