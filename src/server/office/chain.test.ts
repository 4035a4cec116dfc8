import fc from 'fast-check';
import { counting, GapError, judged, type Numbered } from './chain';

const entry = (seq: number, after: number): Numbered => ({
  seq,
  entry: {
    v: 1,
    id: `e-${seq}`,
    by: { id: 'a', name: 'A' },
    at: '2026-11-20T10:00:00.000Z',
    after,
    kind: 'bin',
  },
});
const places = (entries: readonly Numbered[]) => counting(entries).map((e) => e.seq);

test('one that was taken although another was before it counts for nobody, and what was made on it neither', () => {
  const log = [entry(4, 0), entry(9, 4), entry(11, 4), entry(12, 11), entry(20, 9)];
  expect(places(log)).toEqual([4, 9, 20]);
});

test('one made on an entry that was never seen: there is a gap', () => {
  expect(() => judged({ seq: 4, validSeq: 4 }, [entry(11, 9)])).toThrow(GapError);
  expect(() => counting([entry(4, 2)])).toThrow(GapError);
});

test('what is known counts once', () => {
  const log = [entry(4, 0), entry(9, 4), entry(11, 9)];
  expect(judged({ seq: 9, validSeq: 9 }, log).map((e) => e.one.seq)).toEqual([11]);
  expect(judged({ seq: 11, validSeq: 9 }, log)).toEqual([]);
});

test('in whatever parts a log is taken in, the same entries count', () => {
  // each entry is made on some entry before it, or on none
  const logs = fc
    .array(fc.nat(), { minLength: 1, maxLength: 30 })
    .map((picks) => picks.map((pick, i) => entry((i + 1) * 3, (pick % (i + 1)) * 3)));
  fc.assert(
    fc.property(logs, fc.array(fc.nat(29)), (log, cuts) => {
      let known = { seq: 0, validSeq: 0 };
      const counted: number[] = [];
      const bounds = [...new Set([0, ...cuts.map((c) => c % (log.length + 1)), log.length])].sort(
        (a, b) => a - b,
      );
      for (const [i, from] of bounds.entries()) {
        const some = judged(known, log.slice(from, bounds[i + 1] ?? from));
        counted.push(...some.filter((e) => e.counts).map((e) => e.one.seq));
        known = {
          seq: some.at(-1)?.one.seq ?? known.seq,
          validSeq: some.filter((e) => e.counts).at(-1)?.one.seq ?? known.validSeq,
        };
      }
      expect(counted).toEqual(places(log));
      // each that counts was made on the one before it that counts
      const after = counting(log).map((e) => e.entry.after);
      expect(after).toEqual([0, ...counted].slice(0, counted.length));
    }),
  );
});
