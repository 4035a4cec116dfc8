/** What is read, ticked and held against the forecast at a step. */
import { type CautionId, cautions } from './cautions';
import { lastRead, readMark, readToday } from './cautionsRead';
import { checkListOf, ownLine } from './checkList';
import { allowedDb, fitOf, fitWords } from './foretold';

describe('cautions are read by each person each day', () => {
  // by the clock of the place where it is read
  const at = (day: number, hour: number) => new Date(2026, 10, day, hour).getTime();
  const mark = (caution: CautionId, ms: number, by: string) =>
    readMark(caution, new Date(ms).toISOString(), by);

  test('read once it is read for the day at every step; by another, or the next day, it is not', () => {
    const marks = [mark('drilling', at(20, 0), 'Anna Lind'), mark('mains', at(20, 23), 'Anna Lind')];
    expect([...readToday(marks, at(20, 12), 'Anna Lind')].sort()).toEqual(['drilling', 'mains']);
    expect(readToday(marks, at(20, 12), 'Ben').size).toBe(0);
    expect(readToday(marks, at(20, 12), '').size).toBe(0);
    expect(readToday(marks, at(21, 1), 'Anna Lind').size).toBe(0);
    expect(readToday(marks, at(19, 23), 'Anna Lind').size).toBe(0);
    expect([...readToday([mark('coax', at(20, 9), '')], at(20, 10), '')]).toEqual(['coax']);
  });

  test('marks from before, and what is none, are not read', () =>
    expect(readToday(['mains', 'nonsense 2026-11-20T10:00:00.000Z Kim', ''], at(20, 12), 'Kim').size).toBe(
      0,
    ));

  test('who read it last is told', () => {
    const marks = [
      mark('mains', at(20, 8), 'Anna'),
      mark('mains', at(20, 9), 'Ben'),
      mark('coax', at(20, 9), ''),
    ];
    expect(lastRead(marks, 'mains')).toEqual({ at: new Date(at(20, 9)).toISOString(), by: 'Ben' });
    expect(lastRead(marks, 'coax')?.by).toBe('');
    expect(lastRead(marks, 'fibre')).toBeNull();
  });

  test('every caution can be kept with a long name', () => {
    for (const caution of Object.keys(cautions) as CautionId[])
      expect(mark(caution, at(20, 8), 'x'.repeat(300)).length).toBeLessThanOrEqual(160);
  });
});

describe('a list that shrinks', () => {
  const step = {
    list: [
      { mark: 'tv', words: 'Television' },
      { mark: 'bulb', words: 'Bulb' },
    ],
  };
  test('what is ticked goes to the end; lines of one’s own come after those of the plan', () => {
    const marks = (ticks: string[]) =>
      checkListOf(step, ticks).map((i) => `${i.mark}${i.isTicked ? ' done' : ''}`);
    expect(marks([])).toEqual(['tv', 'bulb']);
    expect(marks(['tv'])).toEqual(['bulb', 'tv done']);
    expect(marks([ownLine(' Doorbell ')])).toEqual(['tv', 'bulb', 'Doorbell']);
    expect(marks([ownLine('Doorbell'), 'Doorbell', 'bulb'])).toEqual(['tv', 'bulb done', 'Doorbell done']);
    // of a device that left the plan nothing is shown
    expect(marks(['gone'])).toEqual(['tv', 'bulb']);
  });
});

describe('what a unit’s page shows, against what was foretold', () => {
  const air = { air: { dbm: -60, spreadDb: 5 }, mbps: 300 };
  test('over the air nine in ten fit, and what the page rounds', () => {
    // √((1.645 × 5)² + 3²)
    expect(allowedDb({ spreadDb: 5 })).toBeCloseTo(8.755, 3);
    const fit = (dbm: number | null, mbps: number | null = null) => fitOf(air, { dbm, mbps });
    expect([fit(-68.7), fit(-68.8), fit(-51.3), fit(-51.2)]).toEqual(['fits', 'weaker', 'fits', 'stronger']);
    expect([fit(-60, 299), fit(-60, 300), fit(null, 299)]).toEqual(['slower', 'fits', 'slower']);
    expect([fit(null), fitOf(air, null)]).toEqual([null, null]);
  });

  test('on a wire only the rate is asked for, and a slow one points to the cable', () => {
    const wire = { air: null, mbps: 940 };
    expect(fitOf(wire, { dbm: -90, mbps: 1000 })).toBe('fits');
    expect(fitOf(wire, { dbm: null, mbps: 100 })).toBe('slower');
    expect(fitWords('slower', false)).toMatch(/pair|plug/);
    expect(fitWords('slower', true)).toMatch(/channel/);
  });
});
