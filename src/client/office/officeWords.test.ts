import { closedWords, officeWords } from './officeWords';

const well = { connection: 'with the office', said: null, seenAt: 'x', waiting: 0, stopped: null } as const;

test('with the office, waiting, refused, stopped: each in its words', () => {
  expect(officeWords(well, '14:02')).toBe('with the office, 14:02');
  expect(officeWords({ ...well, waiting: 12 }, '14:02')).toBe('12 edits wait');
  expect(officeWords({ ...well, waiting: 1 }, '14:02')).toBe('1 edit waits');
  const away = { ...well, connection: 'apart', said: 'The office can’t be reached.', waiting: 3 } as const;
  expect(officeWords(away, '14:02')).toBe('3 edits wait: The office can’t be reached.');
  expect(officeWords({ ...well, stopped: 'it is too large for the office' }, null)).toBe(
    'not with the office: it is too large for the office',
  );
  expect(officeWords({ ...well, connection: 'trying' }, null)).toBe('looking for the office …');
  // what was, is not said to be
  expect(officeWords({ ...well, connection: 'trying' }, '14:02')).toBe('with the office until 14:02');
});

test('who may not change a job is told why', () => {
  const open = { role: 'crew', isMine: true, onlyFor: null } as const;
  expect(closedWords(open)).toBeNull();
  expect(closedWords({ ...open, role: 'trainee' })).toContain('copy the job');
  expect(closedWords({ ...open, isMine: false, onlyFor: { id: 'b', name: 'Van 2' } })).toBe(
    'Only Van 2 may change this job now.',
  );
});
