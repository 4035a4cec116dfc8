import type { Link } from '../job/records';
import { cableLength, wiredMbps } from './wired';

const carries = (medium: Link['medium'], category: Link['category'], lengthM: number | null) =>
  wiredMbps({ medium, category, lengthM });

test.each([
  ['cat5e', 0, 2500],
  ['cat5e', 100, 2500],
  ['cat5e', 100.1, 0],
  ['cat6', 55, 10_000],
  ['cat6', 55.1, 5000],
  ['cat6', 100, 5000],
  ['cat6', 100.1, 0],
  ['cat6a', 100, 10_000],
  ['cat6a', 101, 0],
] as const)('%s over %d m carries %d Mbps', (category, lengthM, mbps) =>
  expect(carries('ethernet', category, lengthM)).toBe(mbps),
);

test('fibre carries 10 Gbps however far; a length that is not known forbids nothing', () => {
  expect(carries('fibre', null, 4000)).toBe(10_000);
  expect(carries('ethernet', 'cat6', null)).toBe(10_000);
});

test('cable to order: a tenth more, and a metre at each end', () => {
  expect([0, 20, 50].map(cableLength)).toEqual([2, 24, expect.closeTo(57, 9)]);
});
