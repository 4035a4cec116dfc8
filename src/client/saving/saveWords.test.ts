import { quayHouse } from '@/../demo/make/quayHouse';
import { jobFromRecords } from '@/core/job/job';
import { clashWords, failureWords, fieldWords, recordWords, saveWords, valueWords } from './saveWords';

const job = jobFromRecords(quayHouse());
const record = (id: string) => {
  const found = job.byId.get(id);
  if (!found) throw new Error(id);
  return found;
};
const at = '10:05';

test('saved is said only of what the server has; what is not is counted, with where it is kept', () => {
  expect(saveWords({ kind: 'saved' }, at)).toBe('saved 10:05');
  expect(saveWords({ kind: 'saving', waiting: 3 }, at)).toBe('saving 3 steps …');
  const failed = { kind: 'failed', message: 'The disk is full.', waiting: 2, kept: true } as const;
  expect(saveWords(failed, at)).toBe('not saved (2): The disk is full.');
  expect(failureWords(failed)).toContain('2 steps are kept in this browser');
  expect(failureWords({ ...failed, kept: false })).toContain('Do not close this window');
  expect(failureWords({ ...failed, waiting: 0 })).toContain('No edit waits to be saved');
  expect(failureWords({ kind: 'saving', waiting: 1 })).toBeNull();
});

test('records, fields and values in words', () => {
  expect(recordWords(record('spot-1'))).toMatch(/^spot 1, /);
  expect(recordWords(record('unit-a'))).toMatch(/^unit A, /);
  expect(fieldWords('heightM')).toBe('height, m');
  expect(fieldWords('planDownMbps')).toBe('plan down, Mbps');
  expect(fieldWords('roomId')).toBe('room');
  expect(valueWords(job, 'spot-1')).toMatch(/^spot 1/);
  expect(valueWords(job, 1 / 3)).toBe('0.333');
  expect(valueWords(job, null)).toBe('none');
  expect(valueWords(job, false)).toBe('no');
  expect(valueWords(job, [1, 2])).toBe('1, 2');
  expect(valueWords(job, { '2.4': 6, '5': null })).toContain('none');
});

test('a clash says what it is about, both values and where the other came from', () => {
  const clash = {
    id: 'c',
    label: 'Rename',
    recordId: 'spot-1',
    field: 'name',
    mine: 'Mine',
    theirs: 'Theirs',
    by: 'phone',
  };
  expect(clashWords(job, clash)).toMatchObject({ mine: 'Mine', theirs: 'Theirs', by: 'on a phone' });
  expect(clashWords(job, clash).about).toMatch(/^spot 1, .*: name$/);
  const gone = {
    ...clash,
    recordId: 'nowhere',
    field: null,
    mine: record('spot-2'),
    theirs: null,
    by: 'w-1',
  };
  expect(clashWords(job, gone)).toMatchObject({ theirs: 'removed', by: 'in another window' });
  const removed = { ...clash, field: null, mine: null, theirs: record('spot-1') };
  expect(clashWords(job, removed)).toMatchObject({ mine: 'remove', theirs: 'changed and kept' });
});
