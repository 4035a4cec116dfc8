import { mostMegabytes } from './dataUse';

test.each([
  [94, 20, 4000, null, 57],
  [94, 20, 4000, 100, 57],
  [94, 20, 4000, 25, 25],
  [0, 0, 4000, null, 0],
  [800, 0, 500, null, 50],
] as const)('%f and %f Mbps for %i ms, cap %p → %f MB', (downMbps, upMbps, flowMs, cap, mb) =>
  expect(mostMegabytes({ downMbps, upMbps }, flowMs, cap)).toBeCloseTo(mb, 9),
);
