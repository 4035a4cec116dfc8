import { closedWords, officeWords, troubleWords } from './officeWords';

const well = {
  connection: 'with the office',
  said: null,
  seenAt: 'x',
  waiting: 0,
  stopped: null,
  refused: false,
} as const;

test('with the office, waiting, refused, stopped: each in its words, and why beside it', () => {
  expect(officeWords(well, '14:02')).toBe('with the office, 14:02');
  expect(troubleWords(well)).toBeNull();
  expect(officeWords({ ...well, waiting: 12 }, '14:02')).toBe('12 edits wait');
  expect(officeWords({ ...well, waiting: 1 }, '14:02')).toBe('1 edit waits');
  const away = { ...well, connection: 'apart', said: 'The office can’t be reached.' } as const;
  expect(officeWords({ ...away, waiting: 3 }, '14:02')).toBe('3 edits wait');
  expect(troubleWords(away)).toBe('The office can’t be reached.');
  // what was, is not said to be
  expect(officeWords(away, '14:02')).toBe('with the office until 14:02');
  expect(officeWords({ ...away, seenAt: null }, null)).toBe('not with the office');
  // a person must see to it: that comes before what waits
  expect(officeWords({ ...away, waiting: 3, refused: true }, '14:02')).toBe('refused by the office');
  const stopped = { ...well, stopped: 'it is too large for the office' };
  expect(officeWords(stopped, '14:02')).toBe('not with the office');
  expect(troubleWords(stopped)).toBe('This job does not go to the office: it is too large for the office.');
  expect(officeWords({ ...well, connection: 'trying' }, null)).toBe('looking for the office …');
});

test('who may not change a job is told why', () => {
  const open = { role: 'crew', isMine: true, onlyFor: null } as const;
  expect(closedWords(open)).toBeNull();
  expect(closedWords({ ...open, role: 'trainee' })).toContain('copy the job');
  expect(closedWords({ ...open, isMine: false, onlyFor: { id: 'b', name: 'Van 2' } })).toBe(
    'Only Van 2 may change this job now.',
  );
});
