import { demos } from '@/testing/demoJobs';
import { jobFromRecords } from '@/core/job/job';
import type { FieldAnswer } from '@/workers/protocol';
import { drawFirst, makeFirstPictures } from './firstPicture';

const job = demos[0]?.job;
if (!job) throw new Error('no demo job');
const stored = { job, incarnation: 'one', revision: 3, savedAt: '' };

test('it is what the worker draws first: coarse, of the storey that opens, with every room of it', () => {
  const picture = drawFirst(job);
  expect(picture?.request).toMatchObject({ quality: 'coarse', scenario: 'planned', network: false });
  const storeyId = picture?.request.storeyId;
  expect(job.services.find((s) => s.kind === 'entry')?.storeyId).toBe(storeyId);
  const rooms = job.rooms.filter((r) => r.storeyId === storeyId).map((r) => r.id);
  expect(picture?.rooms.map((r) => r.roomId).sort()).toEqual(rooms.sort());
  expect(drawFirst(jobFromRecords([job.info]))).toBeNull();
});

describe('kept pictures', () => {
  const made = (quiet = () => true) => {
    const waiting: (() => void)[] = [];
    const drawn: string[] = [];
    const pictures = makeFirstPictures(
      (act) => waiting.push(act),
      (of) => {
        drawn.push(of.info.id);
        return { rooms: [], request: {}, tookMs: drawn.length } as unknown as FieldAnswer;
      },
      quiet,
    );
    return { pictures, drawn, rest: () => waiting.splice(0).forEach((act) => act()) };
  };

  test('none the first time; it is made once the page is through, once', () => {
    const { pictures, drawn, rest } = made();
    expect(pictures.of(stored)).toBeNull();
    expect(pictures.of(stored)).toBeNull();
    expect(drawn).toEqual([]);
    rest();
    expect(drawn).toHaveLength(1);
    expect(pictures.of(stored)).toMatchObject({ tookMs: 1 });
    rest();
    expect(drawn).toHaveLength(1);
  });

  test('a picture of another revision or another life of the job is never shown', () => {
    const { pictures, rest } = made();
    pictures.of(stored);
    rest();
    expect(pictures.of({ ...stored, revision: 4 })).toBeNull();
    expect(pictures.of({ ...stored, incarnation: 'two' })).toBeNull();
    rest();
    expect(pictures.of({ ...stored, incarnation: 'two' })).not.toBeNull();
    expect(pictures.of(stored)).toBeNull();
  });

  test('none is made while phones are let in, nor of a job so large that the server would be held up', () => {
    let open = true;
    const { pictures, drawn, rest } = made(() => !open);
    pictures.of(stored);
    rest();
    expect(drawn).toEqual([]);
    open = false;
    pictures.of(stored);
    rest();
    expect(drawn).toHaveLength(1);
    const [room] = job.rooms;
    if (!room) throw new Error('no room');
    const many = Array.from({ length: 70 }, (_, i) => ({ ...room, id: `room-${i}` }));
    const large = { ...stored, incarnation: 'large', job: jobFromRecords([...job.byId.values(), ...many]) };
    expect(pictures.of(large)).toBeNull();
    rest();
    expect(drawn).toHaveLength(1);
  });

  test('only the last few jobs have theirs kept', () => {
    const { pictures, rest } = made();
    const named = (i: number) => ({
      ...stored,
      job: jobFromRecords([{ ...job.info, id: `job-${i}` }]),
    });
    for (let i = 0; i < 20; i++) {
      pictures.of(named(i));
      rest();
    }
    expect(pictures.of(named(19))).not.toBeNull();
    expect(pictures.of(named(0))).toBeNull();
  });
});
