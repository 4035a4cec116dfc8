import fc from 'fast-check';
import { stepRun } from '../job/installRecords';
import type { StepRun } from '../job/records';
import { mergeRun } from './mergeRun';
import {
  addPhoto,
  beginStep,
  endStep,
  freeHands,
  noteStep,
  pressAgain,
  readCaution,
  reopenStep,
  skipStep,
} from './runActions';
import { durations, type Step } from './step';

const step = (windowS: number | null): Step => ({
  key: 'pair.unit-b',
  kind: 'pair',
  unitId: 'unit-b',
  linkId: null,
  title: 'Pair B',
  text: '',
  holdPoint: null,
  cautions: [],
  after: [],
  hands: durations.short,
  wait: durations.pairing,
  windowS,
  list: [],
  edited: false,
});
const at = (minutes: number) => new Date(Date.UTC(2026, 0, 5, 9, minutes)).toISOString();
const photo = (i: number) => i.toString(16).padStart(64, '0');

test('a step goes from begun to hands free to done, and every record on the way is a valid one', () => {
  const pair = step(120);
  const begun = beginStep(pair, null, at(0), 'Kim');
  expect(begun).toMatchObject({ stepKey: 'pair.unit-b', startedAt: at(0), windowAt: at(0), by: 'Kim' });
  const pressed = pressAgain(pair, begun, at(3));
  const free = freeHands(pair, pressed, at(4));
  const done = endStep(pair, free, at(6), '');
  expect(done).toMatchObject({
    startedAt: at(0),
    windowAt: at(3),
    handsFreeAt: at(4),
    doneAt: at(6),
    by: 'Kim',
    changedAt: at(6),
  });
  for (const run of [begun, pressed, free, done]) expect(stepRun.parse(run)).toEqual(run);
  expect(beginStep(step(null), null, at(0), '').windowAt).toBeNull();
});

test('ended without having begun it began then; begun anew it is not skipped any more; reopened nothing is left but words', () => {
  const pair = step(null);
  expect(endStep(pair, null, at(9), 'Ola')).toMatchObject({ startedAt: at(9), doneAt: at(9), by: 'Ola' });
  const skipped = skipStep(pair, null, at(1), 'No socket there');
  expect(beginStep(pair, skipped, at(2), '').skipped).toBeNull();
  const noted = noteStep(pair, endStep(pair, skipped, at(3), 'Ola'), at(4), 'Lamp was amber');
  expect(reopenStep(pair, noted, at(5))).toMatchObject({
    startedAt: null,
    handsFreeAt: null,
    doneAt: null,
    skipped: null,
    windowAt: null,
    note: 'Lamp was amber',
    changedAt: at(5),
  });
});

test('notes are cut and photos counted before they are too many; who read a caution is kept, and when', () => {
  const pair = step(null);
  expect(noteStep(pair, null, at(0), 'x'.repeat(5000)).note).toHaveLength(2000);
  let run: StepRun | null = null;
  for (let i = 0; i < 20; i++) run = addPhoto(pair, run, at(i), photo(i % 15));
  expect(run?.photos).toHaveLength(12);
  expect(stepRun.safeParse(run).success).toBe(true);
  const read = readCaution(pair, null, at(0), 'mains', 'Kim');
  expect(read.read).toEqual([`mains ${at(0)} Kim`]);
  expect(stepRun.safeParse(read).success).toBe(true);
});

describe('two words on one step', () => {
  const minute = fc.integer({ min: 0, max: 50 });
  const word = fc
    .record({
      started: fc.option(minute),
      done: fc.option(minute),
      note: fc.constantFrom('', 'amber', 'behind the dresser'),
      photos: fc.uniqueArray(fc.integer({ min: 0, max: 5 }), { maxLength: 3 }),
      read: fc.uniqueArray(fc.constantFrom('mains', 'ladder'), { maxLength: 2 }),
      by: fc.constantFrom('Kim', 'Ola'),
      changed: minute,
    })
    .map((w): StepRun => ({
      ...beginStep(step(null), null, at(0), w.by),
      startedAt: w.started === null ? null : at(w.started),
      doneAt: w.done === null ? null : at(w.done),
      note: w.note,
      photos: w.photos.map(photo),
      read: w.read,
      changedAt: at(w.changed),
    }));

  test('the same word twice changes nothing, and what comes out is a valid record', () => {
    fc.assert(
      fc.property(word, word, (had, sent) => {
        const { merged } = mergeRun(had, sent);
        expect(stepRun.parse(merged)).toEqual(merged);
        expect(mergeRun(merged, sent).merged).toEqual(merged);
        expect(mergeRun(null, sent)).toEqual({ merged: sent, state: 'taken' });
      }),
    );
  });

  const stands = ({ startedAt, handsFreeAt, doneAt, skipped, windowAt, by }: StepRun) => [
    startedAt,
    handsFreeAt,
    doneAt,
    skipped,
    windowAt,
    by,
  ];
  const progress = ['startedAt', 'handsFreeAt', 'doneAt', 'skipped', 'windowAt'] as const;
  const furtherOf = (a: StepRun, b: StepRun): StepRun | null => {
    const [beyondA, beyondB] = [
      [a, b],
      [b, a],
    ].map(([x, y]) => progress.filter((f) => x?.[f] !== null && y?.[f] === null).length);
    return beyondA && !beyondB ? a : beyondB && !beyondA ? b : null;
  };
  test('of two that are not both ended the one that goes further counts, else the newer, whichever comes first', () => {
    fc.assert(
      fc.property(word, word, (a, b) => {
        fc.pre(!(a.doneAt && b.doneAt && a.doneAt !== b.doneAt) && a.changedAt !== b.changedAt);
        const counts = furtherOf(a, b) ?? (a.changedAt > b.changedAt ? a : b);
        for (const [had, sent] of [
          [a, b],
          [b, a],
        ] as const) {
          const { merged } = mergeRun(had, sent);
          expect(stands(merged)).toEqual(stands(counts));
          for (const part of ['photos', 'read'] as const)
            expect(new Set(merged[part])).toEqual(new Set([...a[part], ...b[part]]));
        }
      }),
    );
  });

  test('hands that got free are not lost to a clock that puts the beginning later', () => {
    const begun = { ...beginStep(step(null), null, at(5), 'Ben') };
    const free = freeHands(step(null), beginStep(step(null), null, at(1), 'Ben'), at(2));
    for (const base of [null, beginStep(step(null), null, at(1), 'Ben')])
      expect(mergeRun(begun, free, base)).toMatchObject({
        state: 'taken',
        merged: { handsFreeAt: at(2), startedAt: at(1) },
      });
  });

  test('what was taken back at the desk is not brought again by who had seen it stand', () => {
    const begun = beginStep(step(null), null, at(0), 'Kim');
    const taken = reopenStep(step(null), begun, at(5));
    const free = freeHands(step(null), begun, at(3));
    expect(mergeRun(taken, free, begun).merged).toMatchObject({ startedAt: null, handsFreeAt: null });
  });

  test('what only one side changed is that side’s, however wrong the other’s clock is', () => {
    const begun = beginStep(step(null), null, at(0), 'Kim');
    const desk = endStep(step(null), begun, at(5), 'Kim');
    const phone = addPhoto(step(null), begun, '2099-01-01T00:00:00.000Z', photo(7));
    const { merged, state } = mergeRun(desk, phone, begun);
    expect(state).toBe('taken');
    expect(merged).toMatchObject({ doneAt: at(5), photos: [photo(7)] });
    const back = mergeRun(phone, desk, begun).merged;
    expect(back).toMatchObject({ doneAt: at(5), photos: [photo(7)] });
  });

  test('a photo or a note taken out on one side stays out; notes written on both sides are both kept', () => {
    const base = { ...beginStep(step(null), null, at(0), ''), photos: [photo(1), photo(2)], note: 'wet' };
    const less = { ...base, photos: [photo(2)], note: '', changedAt: at(1) };
    const more = { ...base, photos: [photo(1), photo(2), photo(3)], note: 'dry', changedAt: at(2) };
    expect(mergeRun(less, more, base).merged).toMatchObject({ photos: [photo(2), photo(3)], note: 'dry' });
    expect(mergeRun(base, less, base).merged).toMatchObject({ photos: [photo(2)], note: '' });
    expect(mergeRun({ ...base, note: 'cold' }, more, base).merged.note).toBe('cold\ndry');
  });

  test('who ended it first has ended it; the other’s note, photos and cautions are kept', () => {
    fc.assert(
      fc.property(word, word, (had, sent) => {
        fc.pre(Boolean(had.doneAt && sent.doneAt && had.doneAt !== sent.doneAt));
        const { merged, state } = mergeRun(had, sent);
        expect(state).toBe('ended-before');
        expect([merged.doneAt, merged.by, merged.startedAt]).toEqual([had.doneAt, had.by, had.startedAt]);
        for (const part of ['photos', 'read'] as const)
          expect(new Set(merged[part])).toEqual(new Set([...had[part], ...sent[part]]));
        for (const { note } of [had, sent]) expect(merged.note).toContain(note);
      }),
    );
  });
});
