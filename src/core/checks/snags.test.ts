import { readdirSync } from 'node:fs';
import { putOne, applyEdit } from '../job/edits';
import { air, B, calm, check, house, put, unit } from '../../testing/testPlans';
import { snagRules } from './snags';

test('there are at least forty rules, each in a file with a test beside it', () => {
  const files = readdirSync('src/core/checks/rules');
  const rules = Object.keys(snagRules).sort();
  expect(rules.length).toBeGreaterThanOrEqual(40);
  expect(files.filter((f) => f.endsWith('.test.ts')).sort()).toEqual(rules.map((r) => `${r}.test.ts`).sort());
  for (const rule of rules) expect(files).toContain(`${rule}.ts`);
});

test('a calm plan has no snag', () => {
  expect(check(calm).map((s) => s.what)).toEqual([]);
});

test('the surest come first, and each has an id of its own that stays with it', () => {
  const many = ['C', 'D', 'E'].map((l, i) => unit(l, 'extender', { xM: 12 - i }));
  const job = put(house, ...many, ...many.map((u) => air(u, B)));
  const all = check(job);
  expect(all.length).toBeGreaterThan(3);
  const ranks = all.map((s) => ['certain', 'likely', 'possible'].indexOf(s.sure));
  expect(ranks).toEqual([...ranks].sort((a, b) => a - b));
  expect(new Set(all.map((s) => s.id)).size).toBe(all.length);
  const again = check(applyEdit(job, putOne('x', { ...job.info, note: 'another note' })).job);
  expect(again.map((s) => s.id)).toEqual(all.map((s) => s.id));
});
