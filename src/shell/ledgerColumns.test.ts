import { ledgerColumns, ledgerShape } from './ledgerColumns';

const sum = (list: readonly number[]) => list.reduce((a, b) => a + b, 0);

describe('columns of the ledger', () => {
  test('all of them where there is space, with the words of the needs, as wide as the table', () => {
    const shape = ledgerShape(1100);
    expect(shape.shown).toEqual([...ledgerColumns]);
    expect(shape.withActivities).toBe(true);
    expect(sum(shape.widths)).toBeCloseTo(1100, 6);
  });

  test('narrower: first the words of the needs go, then what limits, then the room', () => {
    expect(ledgerShape(830)).toMatchObject({ shown: [...ledgerColumns], withActivities: false });
    expect(ledgerShape(744).shown).toEqual(ledgerColumns.filter((c) => c !== 'limit'));
    expect(ledgerShape(600).shown).toEqual(ledgerColumns.filter((c) => c !== 'limit' && c !== 'room'));
    expect(ledgerShape(340).shown).toContain('stands');
  });

  test('nothing was measured after the work: no column for it, and room for what limits', () => {
    expect(ledgerShape(744, false).shown).toEqual(ledgerColumns.filter((c) => c !== 'after'));
    expect(ledgerShape(1200, false).shown).not.toContain('after');
  });

  test('no column is ever narrower than at its least, and those shown fill the table', () => {
    const least = ledgerShape(0).widths;
    for (let width = 520; width <= 1400; width += 20) {
      const { shown, widths } = ledgerShape(width);
      expect(sum(widths)).toBeCloseTo(width, 6);
      expect(widths[0]).toBe(least[0]);
      expect(widths.length).toBe(shown.length);
      expect(Math.min(...widths)).toBeGreaterThanOrEqual(30);
    }
  });

  test('a wider table never shows less', () => {
    let before = 0;
    for (let width = 300; width <= 1400; width += 10) {
      const { shown } = ledgerShape(width);
      expect(shown.length).toBeGreaterThanOrEqual(before);
      before = shown.length;
    }
  });
});
