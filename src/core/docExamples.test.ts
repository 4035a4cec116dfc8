/** Examples that stand in docstrings, so that they stay true. */
import { spreadOfLoss } from './materials/assemblyLoss';
import { lossOfShare } from './materials/wallLoss';
import { wiredMbps } from './media/wired';
import { chanceMet, delivered } from './network/delivery';
import { worryEur } from './optimise/optionSnags';
import { patternGain } from './propagation/pattern';
import { restDb } from './propagation/spread';
import { turnTransmittance } from './propagation/turns';

test.each([
  ['a leak beside 40 dB', lossOfShare(1e-4, 32), 31.36],
  ['spread of 10 dB', spreadOfLoss(10), 2],
  ['a dipole at 60°', patternGain('dipole', 0.5), -1.76],
  ['the rest at 20 dB over free space', restDb(20, true), -0.1],
  ['chance of a need', chanceMet([-70], [1], -65, 5), 0.841],
  ['a likely snag', worryEur([{ sure: 'likely' }, { sure: 'certain' }], 45), 90],
  ['cat 6, 60 m', wiredMbps({ medium: 'ethernet', category: 'cat6', lengthM: 60 }), 5000],
])('%s', (_name, got, told) => expect(got).toBeCloseTo(told, 2));

test('a turn without a detour keeps a quarter of the power', () => {
  const turn = { x: 0, y: 0, z: 0, lengthM: 2, firstM: 1, detourM: 0, endDetourM: Infinity, heldBack: false };
  expect(turnTransmittance(turn, 1)).toBeCloseTo(0.25, 2);
});

test('half is left where hop and access take turns on one band', () => {
  const none = { '2.4': 0, '5': 0, '6': 0 };
  const capacity = {
    downMbps: 900,
    upMbps: 900,
    sharedDown: { ...none, '5': 1 / 300 },
    sharedUp: none,
  };
  expect(delivered(capacity, '5', 300, 'down')).toBeCloseTo(150, 6);
});
