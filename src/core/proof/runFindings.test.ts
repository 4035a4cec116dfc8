import { smallHouse } from '@/testing/smallHouse';
import { applyEdit } from '../job/edits';
import { get, type Job } from '../job/job';
import type { Reading } from '../job/records';
import { makeSpot } from '../survey/place';
import { noteRun } from './noteRun';
import { runFindings } from './runFindings';

const house = (() => {
  const bare = smallHouse();
  const made = makeSpot(bare, 'storey-0', [2, 2]);
  if (!made.ok) throw new Error(made.why);
  return applyEdit(bare, made.edit).job;
})();
const spot = get(house, 'spot', 'spot-1');
const withRuns = (...parts: Partial<Reading>[]): Job => {
  const runs = parts.map((part, i) =>
    noteRun(house, spot, 'after', i + 1, {
      connected: true,
      downMbps: 90,
      upMbps: 18,
      latencyMs: 20,
      source: 'measured',
      takenAt: '2026-11-20T10:00:00.000Z',
      ...part,
    }),
  );
  return applyEdit(house, { label: 'x', put: runs, remove: [] }).job;
};
const found = (...parts: Partial<Reading>[]) => runFindings(withRuns(...parts), spot, 'after');
/** The need of the spot allows so much delay. */
const allowedMs = (() => {
  const list = house.activities.filter((a) => house.rooms.some((r) => r.activityIds.includes(a.id)));
  return Math.min(...list.map((a) => a.latencyMs));
})();

test('without runs, and with good ones, nothing is found', () => {
  expect(runFindings(house, spot, 'after')).toEqual([]);
  expect(found({ loadedMs: 60, loadedUpMs: 70 }, { loadedMs: 50, loadedUpMs: null })).toEqual([]);
  expect(runFindings(withRuns({ loadedUpMs: 5000 }), spot, 'before')).toEqual([]);
});

describe('a queue that is too long', () => {
  const late = allowedMs + 500;

  test('is told by what a call would notice, in the direction where it is', () => {
    const [up] = found(
      { loadedMs: 60, loadedUpMs: late },
      { loadedMs: 60, loadedUpMs: late + 2 },
      { loadedUpMs: late },
    );
    expect(up?.what).toBe('queue');
    expect(up?.words).toMatch(/while someone uploads something large; with the line at rest it is 20 ms\.$/);
    expect(up?.remedy).toMatch(/bottleneck up/);
    const [down] = found({ loadedMs: late, loadedUpMs: 60 });
    expect(down?.words).toMatch(/while someone downloads something large/);
    expect(down?.remedy).toMatch(/bottleneck down/);
  });

  test('seconds from a second on', () => {
    expect(found({ loadedUpMs: Math.max(1500, late) })[0]?.words).toMatch(/is \d\.\d s late/);
  });

  test('is none where the need allows it, or where it is hardly longer than at rest', () => {
    expect(found({ loadedUpMs: allowedMs })).toEqual([]);
    expect(found({ latencyMs: late - 150, loadedUpMs: late })).toEqual([]);
  });
});

describe('remarks', () => {
  test('on two of five runs are told, on one of five not', () => {
    const dropped: Partial<Reading> = { remarks: ['dropped-out'], silenceMs: 1800 };
    expect(found(dropped, dropped, {}, {}, {})[0]?.words).toBe(
      'The link paused in 2 of 5 runs, for 1.8 s at the longest.',
    );
    expect(found(dropped, {}, {}, {}, {})).toEqual([]);
  });

  test('the gravest comes first; each has a remedy', () => {
    const all: Partial<Reading> = {
      remarks: ['machine-busy', 'rate-changed', 'dropped-out'],
      silenceMs: 900,
      loadedUpMs: allowedMs + 900,
    };
    const list = found(all, all);
    expect(list.map((f) => f.what)).toEqual(['silence', 'queue', 'change', 'machine']);
    for (const { words, remedy } of list) {
      expect(words).toMatch(/^[A-Z].*\.$/);
      expect(remedy).toMatch(/^[A-Z].*\.$/);
    }
  });

  test('one run that a machine limited is told already, since it is left out', () => {
    const limited: Partial<Reading> = { remarks: ['machine-busy'] };
    expect(found(limited, {}, {}, {})[0]?.words).toContain('in 1 of 4 runs. These runs do not count');
    expect(found(limited)[0]?.words).toContain('in every run: the network gives at least');
  });

  test('runs that could not connect are not counted', () => {
    const dropped: Partial<Reading> = { remarks: ['dropped-out'], silenceMs: 900 };
    expect(
      found(dropped, { connected: false, downMbps: null }, { connected: false, downMbps: null }),
    ).toHaveLength(1);
  });
});
