import { demos } from '@/testing/demoJobs';
import type { Prediction } from '@/core/network/predict';
import { proveSpot } from '@/core/proof/spotProof';
import { isMet, isToDo, ledgerRows, shownRows } from './ledgerRows';

const job = demos[0]?.job;
if (!job) throw new Error('no demo job');
const proofs = job.spots.map((s) => proveSpot(job, s));
const prediction = (spotId: string, met: boolean, certainty: number) =>
  ({ spotId, met, certainty }) as Prediction;

test('as found: five of fourteen are short, and only these are to do', () => {
  const rows = ledgerRows('found', job, proofs, null);
  expect(rows).toHaveLength(14);
  expect(shownRows(rows, 'todo', '')).toHaveLength(5);
  expect(rows.filter(isMet)).toHaveLength(9);
  expect(rows.filter((r) => isMet(r) && isToDo(r))).toEqual([]);
});

test('planned: a prediction takes the place of what was found, where there is one', () => {
  const [a, b, c] = proofs.filter((p) => p.found === 'dead' || p.found === 'short');
  if (!a || !b || !c) throw new Error('no short spots');
  const planned = [prediction(a.spotId, true, 0.95), prediction(b.spotId, true, 0.6)];
  const rows = ledgerRows('planned', job, [a, b, c], planned);
  expect(rows.map((r) => r.status.mark)).toEqual(['met', 'thin', 'short']);
  expect(rows.map(isToDo)).toEqual([false, true, true]);
  expect(rows.map((r) => r.planned?.certainty)).toEqual([0.95, 0.6, undefined]);
  // before the plan is looked at, what was found holds
  expect(ledgerRows('found', job, [a], planned)[0]?.status.mark).toBe('short');
});

test('a storey shows its own spots; a proof of a spot that is gone has no row', () => {
  const rows = ledgerRows('found', job, proofs, null);
  const ground = shownRows(rows, 'storey', 'ground');
  expect(ground.map((r) => r.spot.id).sort()).toEqual(
    job.spots
      .filter((s) => s.storeyId === 'ground')
      .map((s) => s.id)
      .sort(),
  );
  expect(shownRows(rows, 'all', 'ground')).toHaveLength(14);
  const [first] = proofs;
  if (!first) throw new Error('no proof');
  expect(ledgerRows('found', job, [{ ...first, spotId: 'gone' }], null)).toEqual([]);
});

test('each row names the room of its spot', () => {
  for (const row of ledgerRows('found', job, proofs, null))
    expect(row.room).toBe(job.rooms.find((r) => r.id === row.spot.roomId)?.name ?? '');
});
