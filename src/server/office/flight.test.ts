import { Flight } from './flight';

const waits =
  (...ids: string[]) =>
  (id: string) =>
    ids.includes(id);

test('steps that were answered for are on the way until they were taken in', () => {
  const flight = new Flight();
  expect(flight.of('flat', 9, waits()).places.size).toBe(0);
  flight.sent('flat', 'a', 10);
  flight.sent('flat', 'b', 11);
  expect(flight.of('flat', 9, waits('a', 'b'))).toMatchObject({ seq: 11, isBroken: false });
  expect([...flight.of('flat', 10, waits('b')).places]).toEqual([['b', 11]]);
  expect(flight.of('flat', 11, waits()).places.size).toBe(0);
});

test('where one did not count, nothing is made on those after it until they are back too', () => {
  const flight = new Flight();
  for (const [i, id] of ['a', 'b', 'c'].entries()) flight.sent('flat', id, 10 + i);
  expect(flight.of('flat', 10, waits('a', 'b', 'c')).isBroken).toBe(true);
  expect(flight.of('flat', 11, waits('a', 'b', 'c'))).toMatchObject({ isBroken: true });
  // all are back: each is put on what came between, and sent anew
  expect(flight.of('flat', 12, waits('a', 'b', 'c'))).toMatchObject({ isBroken: false, seq: 0 });
});

test('one that was taken in before its answer came is not on the way', () => {
  const flight = new Flight();
  flight.sent('flat', 'a', 10);
  expect(flight.of('flat', 12, waits()).places.size).toBe(0);
  flight.sent('barn', 'b', 3);
  expect(flight.of('flat', 0, waits('b')).places.size).toBe(0);
});
