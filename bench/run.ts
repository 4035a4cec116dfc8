/** npm run bench: the figures of docs/bench.md, medians of many runs on this machine. */
import { Bench } from 'tinybench';
import { readFileSync } from 'node:fs';
import { parseJobFile } from '@/core/job/jobFile';
import type { Unit } from '@/core/job/records';
import { placeUnit } from '@/core/design/placeUnit';
import { applyEdit } from '@/core/job/edits';
import type { Job } from '@/core/job/job';
import { makeCompute } from '@/workers/compute';
import { growth, quayHouseRays, workerMemory } from './engine';
import { linkTables } from './links';
import { againstBruteForce, proposalFigures } from './proposals';
import { surveyCore, surveyFrames } from './survey';
import { installFigures } from './install';
import { speedFigures } from './speed';
import { dragFigures } from './drag';
import { keepingTables } from './keeping';
import { labelFigures } from './labels';
import { killFigures } from './kill';
import { learningFigures } from './learning';
import { learningTable, truthTable } from './truth';

/** Quay House with four units: the two of the demo plan, one on the first floor, one in the attic. */
function fourUnits(): Job {
  let job = parseJobFile(readFileSync('demo/quay-house.nestle.json', 'utf8'));
  for (const at of [
    { storeyId: 'first', xM: 3, yM: 5.5 },
    { storeyId: 'attic', xM: 4, yM: 4.5 },
  ]) {
    const product = job.kits.find((k) => k.id === 'kit-node');
    if (!product) throw new Error('the demo job has no mesh node');
    job = applyEdit(job, placeUnit(job, product, at).edit).job;
  }
  return job;
}

const job = fourUnits();
const records = [...job.byId.values()];
const unit = job.units.find((u): u is Unit => u.storeyId === 'first' && u.planned);
if (!unit) throw new Error('no unit on the first floor');
const ask = (storeyId: string, moved: Unit | null = null) =>
  ({
    storeyId,
    scenario: 'planned',
    layer: 'headroom',
    band: '5',
    moved,
    shortBefore: true,
    quality: moved ? 'coarse' : 'fine',
    network: true,
  }) as const;

const warm = makeCompute();
warm.setJob(records);
for (const s of job.storeys) warm.field(ask(s.id));
let moves = 0;

const bench = new Bench({ time: 1500, warmupTime: 300 });
bench
  .add('whole of Quay House, cold: scene, 4 units, 3 bands, all storeys', () => {
    const compute = makeCompute();
    compute.setJob(records);
    for (const s of job.storeys) compute.field(ask(s.id));
  })
  .add('one unit moved: field of its storey and all predictions', () => {
    moves++;
    warm.field(ask('first', { ...unit, xM: 2 + (moves % 400) / 100, yM: 4 + (moves % 37) / 20 }));
  })
  .add('predictions of all 14 spots', () => {
    warm.predict('planned');
  })
  .add('a unit dropped: all rooms of all storeys as areas', () => {
    moves++;
    const moved = { ...unit, xM: 2 + (moves % 400) / 100 };
    warm.setJob(records.map((r) => (r.id === moved.id ? moved : r)));
    for (const s of job.storeys) warm.areas(s.id, 'planned');
  });
await bench.run();
console.table(
  bench.tasks.map((t) => ({
    what: t.name,
    'median ms': t.result && 'latency' in t.result ? Number(t.result.latency.p50.toFixed(2)) : 'failed',
    'p99 ms': t.result && 'latency' in t.result ? Number(t.result.latency.p99.toFixed(2)) : 'failed',
  })),
);
console.table(await quayHouseRays(job));
console.table(await growth());
console.table(workerMemory());
console.table(await linkTables(job));
const found = parseJobFile(readFileSync('demo/quay-house.nestle.json', 'utf8'));
console.table(await proposalFigures(found));
console.table(await againstBruteForce(found));
console.table(truthTable());
console.table(learningTable());
console.table(learningFigures(found));
console.table(await speedFigures());
console.table(installFigures(found));
console.table(await surveyCore());
console.table(await surveyFrames());
console.table(await dragFigures());
console.table(labelFigures(found));
await keepingTables(1);
console.table([await killFigures(300)]);
