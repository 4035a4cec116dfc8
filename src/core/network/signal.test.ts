import { signalDbm } from './signal';

test('terms add up, each band by itself', () => {
  const received = { gainDb: [-60, -71, -75] };
  expect(signalDbm({ eirpDbm: 20 }, received, 1, [1, 3, 4])).toBe(-54);
  expect(signalDbm({ eirpDbm: 20 }, received, 2, [1, 3, 4])).toBe(-59);
  expect(signalDbm({ eirpDbm: 20 }, received, 0, [])).toBe(-40);
});

test('without a radio or a path there is no signal, and never a number that could be taken for one', () => {
  expect(signalDbm(undefined, { gainDb: [-60] }, 0, [0])).toBe(-Infinity);
  expect(signalDbm({ eirpDbm: 20 }, { gainDb: [] }, 0, [0])).toBe(-Infinity);
  expect(signalDbm({ eirpDbm: 20 }, { gainDb: [-Infinity] }, 0, [0])).toBe(-Infinity);
});
