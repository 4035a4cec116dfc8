import fc from 'fast-check';
import { makeTokenBucket } from './tokenBucket';

test('over a second, streams together pass no more than the rate and what was saved up, whoever asks', () => {
  const asks = fc.array(
    fc.record({ waitMs: fc.integer({ min: 0, max: 60 }), bytes: fc.integer({ min: 1, max: 300_000 }) }),
    {
      minLength: 1,
      maxLength: 80,
    },
  );
  fc.assert(
    fc.property(asks, fc.integer({ min: 1, max: 900 }), (steps, mbps) => {
      const bucket = makeTokenBucket(mbps, 0);
      let at = 0;
      let passed = 0;
      for (const { waitMs, bytes } of steps) {
        at += waitMs;
        passed += bucket.take(bytes, at);
      }
      expect(passed).toBeLessThanOrEqual(mbps * 125 * at + 1);
    }),
  );
});

test('what is owed takes as long as the rate says, one after the other', () => {
  const bucket = makeTokenBucket(8, 0);
  expect(bucket.owe(10_000, 0)).toBeCloseTo(10, 9);
  expect(bucket.owe(10_000, 0)).toBeCloseTo(20, 9);
  expect(bucket.owe(10_000, 20)).toBeCloseTo(10, 9);
  expect(() => makeTokenBucket(0, 0)).toThrow(RangeError);
});
