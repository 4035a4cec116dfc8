/** Straight rays beside an open ray kernel, where it is installed: npx tsx bench/embree.ts */
import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gridsOf } from '@/core/coverage/grid';
import type { Point3 } from '@/core/geometry/point';
import { parseJobFile } from '@/core/job/jobFile';
import { angularIndexOf, crossingsFrom } from '@/core/propagation/angularIndex';
import { makeCrossings } from '@/core/propagation/crossings';
import type { Scene } from '@/core/propagation/model';
import { buildScene } from '@/core/propagation/scene';
import { random } from '@/core/statistics/random';
import { heavyGrid } from './engine';

const rounds = 9;

/** Nanoseconds a ray by the angular index, the best of nine rounds, and crossings of walls and roofs. */
function byIndex(scene: Scene, from: Point3, to: Float64Array) {
  const index = angularIndexOf(scene, from);
  const hits = makeCrossings();
  let best = Infinity;
  let crossings = 0;
  for (let round = 0; round < rounds; round++) {
    crossings = 0;
    const start = performance.now();
    for (let i = 0; i < to.length; i += 3) {
      crossingsFrom(scene, index, to[i] as number, to[i + 1] as number, to[i + 2] as number, hits);
      crossings += hits.count;
    }
    best = Math.min(best, performance.now() - start);
  }
  return { ns: (best / (to.length / 3)) * 1e6, crossings };
}

/** The same by Embree: all panels as plain rectangles. Null where it is not installed. */
function byEmbree(scene: Scene, from: Point3, to: Float64Array) {
  if (!existsSync('/usr/include/embree3/rtcore.h')) return null;
  const folder = mkdtempSync(join(tmpdir(), 'nestle-rays-'));
  const program = join(folder, 'rays');
  const built = spawnSync('g++', [
    '-O3',
    '-march=native',
    'bench/embree/rays.cpp',
    '-o',
    program,
    '-lembree3',
  ]);
  if (built.status !== 0) throw new Error(built.stderr.toString());
  const rectangles = scene.panels.flatMap((p) => [
    ...p.origin,
    ...p.along.map((v) => v * p.lengthM),
    ...p.up.map((v) => v * p.heightM),
  ]);
  const rays = Array.from({ length: to.length / 3 }, (_, i) => [...from, ...to.subarray(i * 3, i * 3 + 3)]);
  const data = Buffer.concat([
    Buffer.from(Int32Array.of(scene.panels.length, rays.length).buffer),
    Buffer.from(Float32Array.from(rectangles).buffer),
    Buffer.from(Float32Array.from(rays.flat()).buffer),
  ]);
  writeFileSync(join(folder, 'in'), data);
  const [crossings = NaN, ns = NaN] = spawnSync(program, [join(folder, 'in')])
    .stdout.toString()
    .split(' ')
    .map(Number);
  return { crossings, ns };
}

function compare(what: string, scene: Scene, from: Point3, to: Float64Array) {
  const [own, other] = [byIndex(scene, from, to), byEmbree(scene, from, to)];
  return {
    what,
    'index, ns a ray': Math.round(own.ns),
    'Embree 3, ns a ray': other ? Math.round(other.ns) : 'not installed',
    ratio: other ? Number((own.ns / other.ns).toFixed(2)) : null,
    'crossings, index (floors too, open ways not)': own.crossings,
    'crossings, Embree (plain rectangles)': other?.crossings ?? null,
  };
}

const house = parseJobFile(readFileSync('demo/quay-house.nestle.json', 'utf8'));
const nodes = house.storeys.flatMap((s) => gridsOf(house, s.id, 0.25)).flatMap((g) => [...g.at]);
const r = random(1);
const large = buildScene(heavyGrid(19));
const wide = 57;
const places = Float64Array.from({ length: 3 * 17_000 }, (_, i) => (i % 3 === 2 ? 1 : r.uniform() * wide));
console.table([
  compare('Quay House, first floor to all nodes', buildScene(house), [4, 5, 4.2], Float64Array.from(nodes)),
  compare(`${large.panels.length} panels, all over`, large, [wide / 2 + 0.3, wide / 2 + 0.4, 1.2], places),
]);
