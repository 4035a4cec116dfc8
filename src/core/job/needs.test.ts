import { demos } from '@/testing/demoJobs';
import { applyEdit, putOne } from './edits';
import { freshId, freshLetter } from './fresh';
import { get, type Job } from './job';
import { makeRecord } from './make';
import { needOf, roomNeed, spotNeed } from './needs';

const job = demos[0]?.job;
if (!job) throw new Error('no demo job');
const activity = (id: string, downMbps: number, upMbps: number, latencyMs: number) =>
  makeRecord({ type: 'activity', id, name: id, downMbps, upMbps, latencyMs });
const house: Job = applyEdit(job, {
  label: 'x',
  put: [activity('film', 25, 1, 200), activity('call', 3, 3, 50)],
  remove: [],
}).job;
const spot = get(house, 'spot', 'spot-5');
const room = get(house, 'room', spot.roomId);

describe('what a place must get', () => {
  test('activities at the same time add up, and the strictest delay holds', () =>
    expect(needOf(house, ['film', 'call'])).toEqual({
      downMbps: 28,
      upMbps: 4,
      latencyMs: 50,
      activities: ['film', 'call'],
    }));

  test('twice the same counts twice, one that is gone not at all', () => {
    expect(needOf(house, ['call', 'call'])).toMatchObject({ downMbps: 6, upMbps: 6 });
    expect(needOf(house, ['gone', 'call'])).toMatchObject({ downMbps: 3, activities: ['call'] });
  });

  test('no activity needs nothing, and waits as long as it likes', () =>
    expect(needOf(house, [])).toEqual({ downMbps: 0, upMbps: 0, latencyMs: 5000, activities: [] }));

  test('a spot has its own need, or that of its room; an own one may be none', () => {
    const withRoom = applyEdit(house, putOne('x', { ...room, activityIds: ['film'] })).job;
    const need = (activityIds: string[] | null) => spotNeed(withRoom, { ...spot, activityIds }).downMbps;
    expect([need(null), need(['call']), need([])]).toEqual([25, 3, 0]);
    expect(roomNeed(withRoom, get(withRoom, 'room', room.id)).downMbps).toBe(25);
  });

  test('in a room that is gone it needs what it says itself', () =>
    expect(spotNeed(house, { ...spot, roomId: 'gone', activityIds: null }).downMbps).toBe(0));
});

describe('what is free', () => {
  test('the first number that no record has, nor any that is about to be made', () => {
    expect(freshId(house, 'spot')).toBe(`spot-${house.spots.length + 1}`);
    expect(freshId(house, 'nothing-like-it')).toBe('nothing-like-it-1');
    expect(freshId(house, 'new', new Set(['new-1', 'new-2']))).toBe('new-3');
  });

  test('letters in their order, then with a digit; none when all are taken', () => {
    const lettered = (letters: string[]) => {
      const [unit] = house.units;
      if (!unit) throw new Error('no unit');
      return { ...house, units: letters.map((letter) => ({ ...unit, letter })) } as Job;
    };
    const alphabet = [...'ABCDEFGHIJKLMNOPQRSTUVWXYZ'];
    expect(freshLetter(lettered([]))).toBe('A');
    expect(freshLetter(lettered(['A', 'C']))).toBe('B');
    expect(freshLetter(lettered(alphabet))).toBe('A1');
    const all = ['', ...'123456789'].flatMap((n) => alphabet.map((l) => l + n));
    expect(freshLetter(lettered(all.slice(0, -1)))).toBe('Z9');
    expect(freshLetter(lettered(all))).toBeUndefined();
  });
});
