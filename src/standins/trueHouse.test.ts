import { assembly, brick, field, metal, wall } from '@/testing/testScenes';
import { errorFigures, referenceJobs, referenceLosses } from '@/testing/referenceLosses';
import { placeInSpace } from '@/core/propagation/scene';
import { bands } from '@/core/job/records';
import { trueHouse } from './trueHouse';

const free = (m: number) => -20 * Math.log10((4 * Math.PI * m * 5.5e9) / 299_792_458);
const mean = (values: number[]) => values.reduce((a, b) => a + b, 0) / values.length;
const seeds = Array.from({ length: 60 }, (_, i) => i + 1);
const gains = (job: ReturnType<typeof field>, from: [number, number, number], to: [number, number, number]) =>
  seeds.map((seed) => trueHouse(job, seed).gainDb('a', from, to, '5'));

test('in the open it is free space, and a random field of about 2 dB', () => {
  const off = gains(field([]), [0, 0, 1], [6, 8, 1]).map((g) => g - free(10));
  expect(Math.abs(mean(off))).toBeLessThan(0.8);
  expect(Math.sqrt(mean(off.map((v) => v * v)))).toBeGreaterThan(1.4);
  expect(Math.sqrt(mean(off.map((v) => v * v)))).toBeLessThan(2.6);
});

test('a wall costs about what its layers do; in front of metal there is more than free space', () => {
  const behind = field([assembly('brick', [brick]), wall('w', [0, -9], [0, 9], 'brick')]);
  expect(mean(gains(behind, [-3, 0, 1], [3, 0, 1])) - free(6)).toBeCloseTo(-3.6, 0);
  const before = field([assembly('metal', [metal]), wall('w', [0, -9], [0, 9], 'metal')]);
  expect(mean(gains(before, [3, 0, 1], [3, 4, 1])) - free(4)).toBeGreaterThan(0.8);
});

test('near places differ less than far ones, and the same seed is the same house', () => {
  const job = field([]);
  const differ = (apart: number) =>
    mean(
      seeds.map((seed) => {
        const house = trueHouse(job, seed);
        const at = (x: number) => house.gainDb('a', [0, 0, 1], [x, 9, 1], '5');
        return Math.abs(at(0) - at(apart));
      }),
    );
  expect(differ(0.2)).toBeLessThan(0.5 * differ(6));
  expect(trueHouse(job, 3).gainDb('a', [0, 0, 1], [4, 4, 1], '5')).toBe(
    trueHouse(job, 3).gainDb('a', [0, 0, 1], [4, 4, 1], '5'),
  );
});

test('it is no copy of the engine, and as near to an independent solver as a stand-in may be', () => {
  const [job] = referenceJobs(1);
  if (!job) throw new Error('no reference house');
  const house = trueHouse(job, 5);
  const place = (
    list: readonly { id: string; storeyId: string; xM: number; yM: number; heightM: number }[],
    id: string,
  ) => {
    const found = list.find((r) => r.id === id);
    if (!found) throw new Error(id);
    return placeInSpace(job, found);
  };
  const rows = referenceLosses([job]).map((l) => ({
    ...l,
    standInDb: -house.gainDb(
      l.unit,
      place(job.units, l.unit),
      place(job.spots, l.spot),
      bands[l.band] ?? '5',
    ),
  }));
  const { bias, rms } = errorFigures(rows.map((r) => r.trueDb - r.standInDb));
  expect(Math.abs(bias)).toBeLessThan(2.5);
  expect(rms).toBeLessThan(6.5);
  expect(errorFigures(rows.map((r) => r.foretoldDb - r.standInDb)).rms).toBeGreaterThan(1.5);
});
