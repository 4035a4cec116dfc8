import { demos } from '@/testing/demoJobs';
import { applyEdit } from '@/core/job/edits';
import { noteRun } from '@/core/proof/noteRun';
import { foretoldOf } from './foretold';

const [demo] = demos;
if (!demo) throw new Error('no demo');
const { job } = demo;

test('each spot and each link of the plan, with signal only over the air', () => {
  const { spots, links } = foretoldOf(job);
  expect(spots.map((s) => s.spotId).sort()).toEqual(job.spots.map((s) => s.id).sort());
  for (const s of spots) {
    expect(s.certainty).toBeGreaterThanOrEqual(0);
    expect(s.certainty).toBeLessThanOrEqual(1);
  }
  for (const l of links) {
    const medium = job.links.find((k) => k.unitId === l.unitId)?.medium;
    expect(l.air === null).toBe(medium !== 'wireless');
    expect(l.mbps).toBeGreaterThan(0);
  }
});

test('a run changes nothing and is not worked out anew; a wall is', () => {
  const before = foretoldOf(job);
  const [spot] = job.spots;
  const wall = job.walls.find((w) => w.assemblyId !== 'asm-stud');
  if (!spot || !wall) throw new Error('no spot or wall');
  const run = noteRun(job, spot, 'after', 1, {
    ...{ connected: true, downMbps: 5, upMbps: 5, latencyMs: 9 },
    ...{ source: 'measured', takenAt: '2026-11-20T10:00:00.000Z' },
  });
  const tested = applyEdit(job, { label: 'x', put: [run], remove: [] }).job;
  expect(foretoldOf(tested)).toBe(before);
  const units = job.units.map((u) => ({ ...u, xM: u.xM + 1 }));
  const moved = applyEdit(job, { label: 'x', put: units, remove: [] }).job;
  expect(foretoldOf(moved)).not.toEqual(before);
});
