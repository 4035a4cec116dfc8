/** The signal engine: rays a second, growth with the number of walls, memory. */
import type { Point3 } from '@/core/geometry/point';
import { Bench } from 'tinybench';
import { unitField } from '@/core/coverage/field';
import { gridsOf } from '@/core/coverage/grid';
import { type Job, jobFromRecords } from '@/core/job/job';
import { makeRecord } from '@/core/job/make';
import type { AnyRecord } from '@/core/job/records';
import { makeCrossings } from '@/core/propagation/crossings';
import { crossingsFrom } from '@/core/propagation/angularIndex';
import { networkOf } from '@/core/network/backhaul';
import { multiplyTransmittance } from '@/core/propagation/transmittance';
import { sourceOf } from '@/core/propagation/source';
import { makeReceived, receive } from '@/core/propagation/receive';
import { buildScene } from '@/core/propagation/scene';
import { random } from '@/core/statistics/random';
import { makeCompute } from '@/workers/compute';
import { naiveCrossings } from './naiveCrossings';
import { gridJob } from './survey';
import type { Scene, Transmitter } from '@/core/propagation/model';

const sender = (at: Point3): Transmitter => ({
  at,
  axis: [0, 0, 1],
  patterns: ['dipole', 'dipole', 'dipole'],
});

/** A storey of n × n rooms, every second wall heavy and with an open archway in it. */
export function heavyGrid(n: number): Job {
  const base = gridJob(n, 0);
  const heavy = base.assemblies.find((a) => a.id === 'asm-stone');
  if (!heavy) throw new Error('the library has no stone wall');
  const records = [...base.byId.values()].flatMap((r, i): AnyRecord[] => {
    if (r.type !== 'wall' || i % 2) return [r];
    const archway = makeRecord({
      type: 'opening',
      id: `o${r.id}`,
      wallId: r.id,
      kind: 'archway',
      offsetM: 1.5,
      widthM: 0.9,
      sillM: 0,
      headM: 2,
      assemblyId: null,
      hinge: 'start',
      swing: 'left',
    });
    return [{ ...r, assemblyId: heavy.id }, archway];
  });
  return jobFromRecords(records);
}

/** Rays a second of one scene from one place to many: straight ones, the same by trying every wall, and full ones. */
async function rays(scene: Scene, from: Point3, to: Float64Array) {
  const n = to.length / 3;
  const hits = makeCrossings();
  const pass = new Float64Array(3);
  const got = makeReceived();
  const tree = sourceOf(scene, sender(from));
  const { index: fan } = tree;
  // full rays take a hundred times as long: every 20th place of them
  const fullStep = 20;
  const each =
    (ray: (x: number, y: number, z: number) => void, step = 1) =>
    () => {
      for (let i = 0; i < n; i += step)
        ray(to[i * 3] as number, to[i * 3 + 1] as number, to[i * 3 + 2] as number);
    };
  const bench = new Bench({ time: 1200, warmupTime: 400, iterations: 8, warmupIterations: 2 });
  bench
    .add(
      'straight',
      each((x, y, z) => {
        crossingsFrom(scene, fan, x, y, z, hits);
        pass[0] = pass[1] = pass[2] = 1;
        multiplyTransmittance(scene, hits, pass, 0);
      }),
    )
    .add(
      'naive',
      each((x, y, z) => void naiveCrossings(scene, from, [x, y, z])),
    )
    .add(
      'full',
      each((x, y, z) => receive(tree, x, y, z, got), fullStep),
    );
  await bench.run();
  return bench.tasks.map((t) => {
    if (!t.result || !('latency' in t.result)) throw new Error(`${t.name} failed`);
    return ((t.name === 'full' ? n / fullStep : n) / t.result.latency.p50) * 1000;
  });
}

const perSecond = (v: number) => (v >= 1e6 ? `${(v / 1e6).toFixed(2)} M/s` : `${Math.round(v / 1000)} k/s`);

/** Rays in Quay House: from the first floor to every node that coverage is computed at. */
export async function quayHouseRays(job: Job): Promise<object[]> {
  const scene = buildScene(job);
  const nodes = job.storeys.flatMap((s) => gridsOf(job, s.id, 0.25)).flatMap((g) => [...g.at]);
  const [straight = 0, naive = 0, full = 0] = await rays(scene, [4, 5, 4.2], Float64Array.from(nodes));
  const [unit] = networkOf(job, scene, 'planned').backhauls;
  if (!unit) throw new Error('no unit is planned');
  const grids = job.storeys.flatMap((s) => gridsOf(job, s.id, 0.25));
  const bench = new Bench({ time: 2000, warmupTime: 500 });
  bench.add('coverage', () => {
    for (const grid of grids) unitField(scene, unit, grid);
  });
  await bench.run();
  const [coverage] = bench.tasks;
  if (!coverage?.result || !('latency' in coverage.result)) throw new Error('coverage failed');
  const nodesPerSecond = (nodes.length / 3 / coverage.result.latency.p50) * 1000;
  return [
    { what: `straight rays, 3 bands, to ${nodes.length / 3} nodes of Quay House`, rate: perSecond(straight) },
    { what: 'the same by trying every wall, crossings alone', rate: perSecond(naive) },
    { what: 'full rays as coverage asks for them: every 4th node in full', rate: perSecond(nodesPerSecond) },
    { what: 'full rays one by one: reflections of two orders, turns', rate: perSecond(full) },
  ];
}

/** Cost of a ray as walls grow, within 5 m of the unit and over the whole house. */
export async function growth(): Promise<object[]> {
  const rows: object[] = [];
  for (const n of [4, 9, 19]) {
    const job = heavyGrid(n);
    const start = performance.now();
    const scene = buildScene(job);
    const sceneMs = performance.now() - start;
    const wide = n * 3;
    const from: Point3 = [wide / 2 + 0.3, wide / 2 + 0.4, 1.2];
    const r = random(1);
    const within = (half: number) =>
      Float64Array.from({ length: 12_000 }, (_, i) =>
        i % 3 === 2 ? 1 : wide / 2 + (r.uniform() - 0.5) * 2 * half,
      );
    const near = await rays(scene, from, within(5));
    const all = await rays(scene, from, within(wide / 2));
    const ns = (rate: number | undefined) => Math.round(1e9 / (rate ?? NaN));
    rows.push({
      walls: job.walls.length,
      'straight near, ns': ns(near[0]),
      'full near, ns': ns(near[2]),
      'straight all over, ns': ns(all[0]),
      'full all over, ns': ns(all[2]),
      'every wall tried, ns': ns(all[1]),
      'scene, ms': Math.round(sceneMs),
    });
  }
  return rows;
}

/** Memory that the worker's state takes for 760 walls, all rooms worked out, MB; run with --expose-gc for a clean figure. */
export function workerMemory(): object[] {
  const used = () => {
    globalThis.gc?.();
    const { heapUsed, arrayBuffers } = process.memoryUsage();
    return (heapUsed + arrayBuffers) / 1e6;
  };
  const job = heavyGrid(19);
  const unit = makeRecord({
    type: 'unit',
    id: 'unit-middle',
    letter: 'M',
    name: 'Middle',
    kitId: job.kits.find((k) => k.kind === 'main')?.id ?? '',
    storeyId: 'storey-0',
    xM: 28.8,
    yM: 28.9,
    heightM: 1.2,
    tiltDeg: 0,
    facingDeg: 0,
    found: false,
    planned: true,
  });
  const before = used();
  const compute = makeCompute();
  compute.setJob([...job.byId.values(), unit]);
  compute.areas('storey-0', 'planned');
  const after = used();
  return [
    {
      what: `worker's state, ${job.walls.length} walls, every room worked out`,
      MB: Math.round(after - before),
    },
  ];
}
