import { quayHouse } from '@/../demo/make/quayHouse';
import { jobFromRecords } from '../job/job';
import { affordableStep, gridsOf, mostNodes } from './grid';

const square = (sideM: number) => ({
  outline: [
    [0, 0],
    [sideM, 0],
    [sideM, sideM],
    [0, sideM],
  ] as [number, number][],
});

test('a house keeps the step that it is asked for; a huge storey gets the next multiple that is affordable', () => {
  expect(affordableStep([square(14)], 0.25)).toBe(0.25);
  const edge = Math.sqrt(mostNodes) * 0.25;
  expect(affordableStep([square(edge - 0.01)], 0.25)).toBe(0.25);
  expect(affordableStep([square(edge + 0.01)], 0.25)).toBe(0.5);
  const wide = affordableStep([square(2000)], 0.25);
  expect((2000 / wide) ** 2).toBeLessThanOrEqual(mostNodes);
  expect(Number.isInteger(wide / 0.25)).toBe(true);
});

test('a room of 2000 m is answered with few nodes, all in it', () => {
  const records = quayHouse();
  const room = records.find((r) => r.type === 'room');
  if (room?.type !== 'room') throw new Error('no space');
  const job = jobFromRecords(records.map((r) => (r === room ? { ...room, ...square(2000) } : r)));
  const grid = gridsOf(job, room.storeyId, 0.25).find((g) => g.room.id === room.id);
  expect(grid?.inside.length).toBeGreaterThan(1000);
  expect(grid?.inside.length).toBeLessThanOrEqual(mostNodes * 1.1);
});
