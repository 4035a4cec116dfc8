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
  expect(value('poe-port', { type: 'at', deviceW: 20, lengthM: 75, cable: 'cat6' })).toEqual({
    ok: true,
    currentA: expect.closeTo(0.42012, 5),
    sourceW: expect.closeTo(21.0061, 4),
    cableLossW: expect.closeTo(1.0061, 4),
    deviceV: expect.closeTo(47.6053, 4),
  });
  const splitters = [{ ways: 4, rated: false, between: 'out-out' }];
  const segments = [
    { cable: 'rg6', lengthM: 18 },
    { cable: 'rg59', lengthM: 7 },
  ];
  expect(value('coax-path', { segments, splitters })).toEqual({
    lossDb: expect.closeTo(40.913, 3),
    mbps: 2500,
  });
  const mains = { lengthM: 12, taps: 3, extraDb: 0, noise: 'quiet', topMHz: 86, mimo: false };
  expect(value('powerline', mains)).toEqual({
    phyMbps: expect.closeTo(552.3, 1),
    goodputMbps: expect.any(Number),
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
  ['poe-port', { type: 'at+', deviceW: 20, lengthM: 75, cable: 'cat6' }, 'type'],
  ['poe-port', { type: 'at', deviceW: -1, lengthM: 75, cable: 'cat6' }, 'deviceW'],
  ['coax-path', { segments: [{ cable: 'rg6', lengthM: -1 }], splitters: [] }, 'segments.0.lengthM'],
  [
    'coax-path',
    { segments: [], splitters: [{ ways: 5, rated: true, between: 'in-out' }] },
    'splitters.0.ways',
  ],
  ['powerline', { lengthM: 1, taps: 0, extraDb: 0, noise: 'loud', topMHz: 86, mimo: false }, 'noise'],
  ['powerline', { lengthM: 1, taps: 0, extraDb: 0, noise: 'quiet', topMHz: 50, mimo: false }, 'topMHz'],
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
