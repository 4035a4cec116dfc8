/**
 * Proposals for houses three and six times as large as Quay House: `npx tsx bench/large.ts [3] [6]`. Copies of its main
 * building stand wall to wall on the same storeys, with the one main unit of the first.
 */
import { readFileSync } from 'node:fs';
import { boundsOf } from '@/core/geometry/place';
import { type Job, jobFromRecords } from '@/core/job/job';
import { parseJobFile } from '@/core/job/jobFile';
import type { AnyRecord, Building, Point } from '@/core/job/records';
import { buildScene } from '@/core/propagation/scene';
import type { Proposal } from '@/core/optimise/proposal';
import { propose } from '@/core/optimise/propose';
import { makeSolver } from '@/solver/highs';

/** A house of so many of the main building of a job side by side. */
export function timesHouse(job: Job, times: number): Job {
  const roomsOf = (b: Building) =>
    job.rooms.filter((r) => job.storeys.find((k) => k.id === r.storeyId)?.buildingId === b.id).length;
  const house = job.buildings.reduce((a, b) => (roomsOf(b) > roomsOf(a) ? b : a));
  const [x0, , x1] = boundsOf(house.outline);
  const widthM = x1 - x0;
  const storeys = new Set(job.storeys.filter((s) => s.buildingId === house.id).map((s) => s.id));
  const moved = (r: AnyRecord, i: number): AnyRecord | null => {
    const dx = i * widthM;
    const by = (p: Point): [number, number] => [p[0] + dx, p[1]];
    const id = `${r.id}-${i}`;
    const at = { id, xM: 'xM' in r ? (r.xM ?? 0) + dx : 0 };
    if (!('storeyId' in r) || r.storeyId === null || !storeys.has(r.storeyId)) {
      if (r.type === 'opening') return { ...r, id, wallId: `${r.wallId}-${i}` };
      return r.type === 'cableRun' ? { ...r, id, fromId: `${r.fromId}-${i}`, toId: `${r.toId}-${i}` } : null;
    }
    switch (r.type) {
      case 'wall':
        return { ...r, id, ax: r.ax + dx, bx: r.bx + dx };
      case 'room':
        return { ...r, id, outline: r.outline.map(by), holes: r.holes.map((h) => h.map(by)) };
      case 'floorOpening':
        return { ...r, id, outline: r.outline.map(by) };
      case 'spot':
        return { ...r, ...at, number: r.number + 20 * i, roomId: `${r.roomId}-${i}` };
      case 'obstacle':
      case 'fixedDevice':
        return { ...r, ...at };
      case 'service':
        return r.kind === 'entry' ? null : { ...r, ...at };
      default:
        return null;
    }
  };
  const own = [...job.byId.values()].filter((r) => r.type !== 'reading' && r.type !== 'stepRun');
  const ids = new Set(own.map((r) => r.id));
  const copies = Array.from({ length: times - 1 }, (_, i) =>
    own.flatMap((r) => moved(r, i + 1) ?? []),
  ).flat();
  const all = new Map([...own, ...copies].map((r) => [r.id, r]));
  const stands = (r: AnyRecord) =>
    ids.has(r.id) ||
    (r.type === 'opening'
      ? all.has(r.wallId)
      : r.type !== 'cableRun' || (all.has(r.fromId) && all.has(r.toId)));
  const [, y0, , y1] = boundsOf(house.outline);
  const wide = x0 + times * widthM;
  return jobFromRecords(
    [...all.values()].filter(stands).map((r) =>
      r.id === house.id && r.type === 'building'
        ? {
            ...r,
            outline: [
              [x0, y0],
              [wide, y0],
              [wide, y1],
              [x0, y1],
            ],
          }
        : r,
    ),
  );
}

/** How much less any plan could cost, at any place. */
function gapOf(p: Proposal | undefined): string {
  if (!p) return 'no plan';
  if (p.proven) return 'none';
  return p.gapEur === null ? 'not known' : `${((100 * p.gapEur) / p.costEur).toFixed(1)} %`;
}

async function figures(job: Job, times: number): Promise<object> {
  const house = timesHouse(job, times);
  const scene = buildScene(house);
  const start = performance.now();
  const since = () => `${((performance.now() - start) / 1000).toFixed(1)} s`;
  let first = '';
  let least = '';
  let mostMB = 0;
  const watch = setInterval(() => (mostMB = Math.max(mostMB, process.memoryUsage().rss / 2 ** 20)), 200);
  const { options, proposals, impossible } = await propose(house, scene, makeSolver(), {}, (p) => {
    mostMB = Math.max(mostMB, process.memoryUsage().rss / 2 ** 20);
    first ||= `${since()} (${p.costEur.toFixed(0)})`;
    if (p.kind === 'least cost' && !p.early) least ||= `${since()} (${p.costEur.toFixed(0)})`;
    console.log(
      since(),
      p.kind,
      p.early ? 'early' : '',
      p.costEur.toFixed(0),
      p.met,
      'of',
      p.spots,
      p.proven,
      p.gapEur,
    );
  });
  clearInterval(watch);
  return {
    rooms: house.rooms.length,
    spots: house.spots.length,
    options,
    impossible: impossible.length,
    first,
    'least cost': least,
    gap: gapOf(proposals[0]),
    all: `${since()} (${proposals.length})`,
    memory: `${mostMB.toFixed(0)} MB`,
  };
}

async function main() {
  const job = parseJobFile(readFileSync('demo/quay-house.nestle.json', 'utf8'));
  const asked = process.argv.slice(2).map(Number).filter(Boolean);
  const rows: object[] = [];
  for (const times of asked.length ? asked : [3, 6]) rows.push(await figures(job, times));
  console.table(rows);
}
if (process.argv[1]?.endsWith('large.ts')) void main();
