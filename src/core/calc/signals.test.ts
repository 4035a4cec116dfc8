import { demos } from '@/testing/demoJobs';
import { referenceJobs, referenceLosses } from '@/testing/referenceLosses';
import { applyEdit, putOne } from '../job/edits';
import { signalsOf } from './signals';

test('a row for every unit, spot and band that the unit has, by ids', () => {
  const [job] = referenceJobs(1);
  if (!job) throw new Error('no reference house');
  const rows = signalsOf(job, 'found');
  expect(rows).toHaveLength(job.units.length * job.spots.length * 3);
  expect(rows[0]).toEqual({
    unit: job.units[0]?.id,
    spot: job.spots[0]?.id,
    band: '2.4',
    gainDb: expect.any(Number),
    spreadDb: expect.any(Number),
    learnt: 0,
  });
});

test('the gains are those that are held against the independent solver', () => {
  const [job] = referenceJobs(1);
  if (!job) throw new Error('no reference house');
  const rows = new Map(signalsOf(job, 'planned').map((r) => [`${r.unit} ${r.spot} ${r.band}`, r]));
  for (const loss of referenceLosses([job]).slice(0, 90)) {
    const row = rows.get(`${loss.unit} ${loss.spot} ${['2.4', '5', '6'][loss.band]}`);
    expect(row?.gainDb).toBeCloseTo(-loss.foretoldDb, 9);
    expect(row?.spreadDb).toBeCloseTo(loss.spreadDb, 9);
  }
});

test('with readings and learning on, what was learnt is part of the gain and is told', () => {
  const demo = demos[0]?.job;
  if (!demo) throw new Error('no demo job');
  const learning = applyEdit(demo, putOne('x', { ...demo.info, useLearned: true })).job;
  const [plain, learnt] = [signalsOf(demo, 'found'), signalsOf(learning, 'found')];
  expect(plain.every((r) => r.learnt === 0)).toBe(true);
  expect(learnt.some((r) => Math.abs(r.learnt) > 1)).toBe(true);
  learnt.forEach((r, i) => expect(r.gainDb - r.learnt).toBeCloseTo(plain[i]?.gainDb ?? NaN, 6));
});
