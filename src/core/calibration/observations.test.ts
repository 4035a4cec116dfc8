import { demos } from '@/testing/demoJobs';
import { applyEdit } from '../job/edits';
import { type Job, jobFromRecords } from '../job/job';
import { bands, type Reading } from '../job/records';
import { buildScene } from '../propagation/scene';
import { signalsOf } from '../calc/signals';
import { observationsOf } from './observations';

const demo = demos[0]?.job;
if (!demo) throw new Error('no demo job');
const job: Job = demo;
const scene = buildScene(job);
const spot = job.spots.find((s) => s.id === 'spot-11');
if (!spot) throw new Error('no spot');

/** The job with one reading at a spot, as found. */
function read(dbm: number | null, over: Partial<Reading> = {}): Job {
  const [some] = job.readings.filter((r) => r.spotId === spot?.id);
  if (!some) throw new Error('no reading');
  const bare = jobFromRecords([...job.byId.values()].filter((r) => r.type !== 'reading'));
  return applyEdit(bare, {
    label: 'x',
    put: [{ ...some, id: 'only', connected: true, rssiDbm: dbm, ...over }],
    remove: [],
  }).job;
}

// far off over the yard, where the bands are far apart
test('a signal is held against the band that it most likely was of', () => {
  const product = job.kits.find((k) => k.id === job.units.find((u) => u.found)?.kitId);
  const rows = signalsOf(job, 'found').filter((r) => r.spot === spot.id);
  for (const row of rows) {
    const radio = product?.radios.find((r) => r.band === row.band && r.use === 'access');
    const dbm = (radio?.eirpDbm ?? NaN) + row.gainDb;
    const [observation] = observationsOf(read(dbm), scene);
    expect(bands[observation?.band ?? -1]).toBe(row.band);
    expect(observation?.computedDbm).toBeCloseTo(dbm, 9);
    expect(observation?.readDbm).toBeCloseTo(dbm, 9);
  }
  expect(rows.length).toBe(2);
});

test('where nothing was connected, or no signal was read, nothing is observed', () => {
  expect(observationsOf(read(null), scene)).toEqual([]);
  expect(observationsOf(read(-60, { connected: false }), scene)).toEqual([]);
});

test('runs at a spot are one observation, their mean; each phase is one of its own', () => {
  const all = observationsOf(job, scene);
  const spots = all.map((o) => o.spotId);
  expect(new Set(spots).size).toBe(spots.length);
  for (const o of all) {
    const runs = job.readings.filter((r) => r.spotId === o.spotId && r.connected && r.rssiDbm !== null);
    expect(o.runs).toBe(runs.length);
    expect(o.readDbm).toBeCloseTo(runs.reduce((s, r) => s + (r.rssiDbm ?? 0), 0) / runs.length, 9);
  }
});

test.each(['before', 'after'] as const)(
  'without signals read %s, only those of the other phase are observed',
  (phase) => {
    const some = jobFromRecords(
      [...job.byId.values()].map((r) =>
        r.type === 'reading' && r.phase === phase ? { ...r, rssiDbm: null } : r,
      ),
    );
    const spots = some.readings.filter((r) => r.connected && r.rssiDbm !== null).map((r) => r.spotId);
    expect(new Set(observationsOf(some, scene).map((o) => o.spotId))).toEqual(new Set(spots));
  },
);
