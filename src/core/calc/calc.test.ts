import { calc, calcNames } from './calc';

const brick = { layers: [{ material: 'brick', thicknessMm: 102.5 }], band: '5' };

test('values of the contract', () => {
  const value = (name: Parameters<typeof calc>[0], input: unknown) => {
    const result = calc(name, input);
    return 'output' in result ? result.output : result.error;
  };
  expect(value('wall-loss', brick)).toEqual({ lossDb: expect.closeTo(3.63, 2) });
  expect(value('wall-loss', { ...brick, band: undefined, frequencyGHz: 5.5, incidenceDeg: 60 })).toEqual({
    lossDb: expect.any(Number),
  });
  expect(
    value('phy-rate', { standard: 'vht', widthMHz: 80, streams: 2, mcs: 9, guardIntervalUs: 0.4 }),
  ).toEqual({ mbps: expect.closeTo(866.667, 3) });
  expect(value('link-rate', { mbps: 866 })).toEqual({
    matches: expect.arrayContaining([expect.objectContaining({ standard: 'vht' })]),
  });
  expect(value('radio-link', { rssiDbm: -95, standard: 'he', widthMHz: 80, streams: 2 })).toEqual({
    mcs: null,
    phyMbps: 0,
    goodputMbps: 0,
  });
  expect(value('verdict', { needMbps: 10, before: [], after: [20, 20, 20, 20, 20] })).toEqual({
    verdict: 'cured',
    medianBefore: null,
    medianAfter: 20,
    pProven: 0.03125,
    pBetter: null,
  });
});

test.each([
  ['wall-loss', { layers: [{ material: 'brck', thicknessMm: 1 }], band: '5' }, 'layers.0.material'],
  ['wall-loss', { layers: [{ material: 'brick', thicknessMm: 'thick' }], band: '5' }, 'layers.0.thicknessMm'],
  ['wall-loss', { layers: [] }, 'band'],
  ['wall-loss', { ...brick, incidenceDeg: 90 }, 'incidenceDeg'],
  ['phy-rate', { standard: 'vht', widthMHz: 20, streams: 1, mcs: 9, guardIntervalUs: 0.4 }, 'mcs'],
  ['phy-rate', { standard: 'he', widthMHz: 80, streams: 9, mcs: 1, guardIntervalUs: 0.8 }, 'streams'],
  ['link-rate', { mbps: -1 }, 'mbps'],
  ['radio-link', { rssiDbm: -60, standard: 'ht', widthMHz: 80, streams: 1 }, 'widthMHz'],
  ['verdict', { needMbps: 1, before: [NaN], after: [] }, 'before.0'],
] as const)('%s refuses %j at %s', (name, input, path) => {
  const result = calc(name, input);
  expect('error' in result ? result.error : result).toEqual({ path, message: expect.stringMatching(/.+/) });
});

test('every name refuses what is no object', () => {
  for (const name of calcNames) expect('error' in calc(name, null)).toBe(true);
});
