import { makeSolver } from './highs';

const solve = makeSolver();
const lp = (body: string, binary = 'a b c') =>
  `Minimize\nobj: 3 a + 2 b + 4 c\nSubject To\n${body}\nBinary\n${binary}\nEnd\n`;

test('the best choice, its cost, and the bound it reaches', async () => {
  const { status, values, objective, bound } = await solve(
    lp('r0: a + b >= 1\nr1: b + c >= 1\nr2: a + c >= 1'),
    5,
  );
  expect(status).toBe('optimal');
  // two of three are needed: the two cheapest
  expect(objective).toBeCloseTo(5, 9);
  expect(bound).toBeCloseTo(5, 9);
  expect([...values.keys()].sort()).toEqual(['a', 'b']);
});

test('what cannot be is said to be infeasible', async () => {
  const { status, values } = await solve(lp('r0: a + b + c >= 4'), 5);
  expect(status).toBe('infeasible');
  expect(values.size).toBe(0);
});

test('one solver answers one question after the other', async () => {
  const all = await Promise.all([1, 2, 3].map((n) => solve(lp(`r0: a + b + c >= ${n}`), 5)));
  expect(all.map((s) => Math.round(s.objective))).toEqual([2, 5, 9]);
});

test('with no time left it is the best found with what is proven, or none; never a cost below what is proven', async () => {
  // a set cover with many equal choices
  const n = 60;
  const names = Array.from({ length: n }, (_, i) => `x${i}`);
  const rows = Array.from({ length: 120 }, (_, r) => {
    const terms = names.filter((_, i) => (i * 7 + r * 13) % 11 < 2 || (i + r) % 17 === 0);
    return `r${r}: ${terms.join(' + ')} >= 1`;
  });
  const text = `Minimize\nobj: ${names.map((x, i) => `${10 + (i % 7)} ${x}`).join(' + ')}\nSubject To\n${rows.join('\n')}\nBinary\n${names.join(' ')}\nEnd\n`;
  const full = await solve(text, 20);
  const hasty = await solve(text, 0.001);
  expect(['optimal', 'time', 'late']).toContain(hasty.status);
  if (hasty.status === 'time') {
    expect(hasty.bound).toBeLessThanOrEqual(hasty.objective + 1e-6);
    if (full.status === 'optimal') {
      expect(hasty.objective).toBeGreaterThanOrEqual(full.objective - 1e-6);
      expect(hasty.bound).toBeLessThanOrEqual(full.objective + 1e-6);
    }
  }
});

test('after so many nodes it ends with the best found and what is proven, the same each time', async () => {
  const few = makeSolver(undefined, 1);
  let state = 1;
  const next = () => (state = (state * 16_807) % 2_147_483_647) / 2_147_483_647;
  const names = Array.from({ length: 60 }, (_, i) => `x${i}`);
  const costs = names.map((x) => `${1 + Math.floor(next() * 50)} ${x}`).join(' + ');
  const rows = Array.from({ length: 40 }, (_, r) => {
    const terms = names.filter(() => next() < 0.3).map((x) => `${1 + Math.floor(next() * 9)} ${x}`);
    return `r${r}: ${terms.join(' + ')} >= ${30 + Math.floor(next() * 20)}`;
  });
  const text = `Minimize\nobj: ${costs}\nSubject To\n${rows.join('\n')}\nBinary\n${names.join(' ')}\nEnd\n`;
  const [once, again, whole] = [await few(text, 60), await few(text, 60), await solve(text, 60)];
  expect(once).toEqual(again);
  expect(['time', 'late']).toContain(once.status);
  expect(whole.status).toBe('optimal');
  expect(once.bound).toBeLessThanOrEqual(whole.objective + 1e-6);
});

test('a text that is no programme is an error, not an answer', async () => {
  await expect(solve('Maximise nothing at all', 1)).rejects.toThrow();
});
