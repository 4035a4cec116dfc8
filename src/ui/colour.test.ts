import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { colour, painted } from './colour';
import { palettes, themeOf, themeStyle, variableOf } from './palette';

const src = join(__dirname, '..');

test('what the style sheet names is the light palette', () => {
  const css = readFileSync(join(src, 'app/globals.css'), 'utf8');
  const theme = [...css.matchAll(/--color-([a-z0-9-]+): (#[0-9a-f]{6});/g)].map(([, name = '', value]) => [
    name.replace(/-([a-z0-9])/g, (_, letter: string) => letter.toUpperCase()),
    value,
  ]);
  expect(theme.length).toBeGreaterThan(15);
  const known: Record<string, string> = palettes.light;
  for (const [name = '', value] of theme) expect([name, known[name]]).toEqual([name, value]);
});

test('colours are variables of the page, and every theme has each of them', () => {
  expect(colour.isolabelHalo).toBe('var(--color-isolabel-halo)');
  expect([variableOf('head0'), variableOf('rustText')]).toEqual(['--color-head-0', '--color-rust-text']);
  const style = themeStyle();
  for (const palette of Object.values(palettes))
    for (const [name, value] of Object.entries(palette)) {
      expect(value).toMatch(/^#[0-9a-f]{6}$/);
      expect(style).toContain(`${variableOf(name)}:${value}`);
    }
  // paper is light whatever is chosen: nothing but the light palette holds outside the screen
  const everywhere = style.split('\n').filter((line) => !line.startsWith('@media screen'));
  expect(everywhere).toHaveLength(1);
  expect(everywhere[0]).toContain(`--color-paper:${palettes.light.paper}`);
});

test('what is kept is one of the themes, else as the machine', () => {
  expect(['dark', 'sun', 'light', 'auto', undefined, 'pink'].map((k) => themeOf(k))).toEqual([
    'dark',
    'sun',
    'light',
    'auto',
    'auto',
    'auto',
  ]);
});

test('a canvas is given what the page shows now; what is no variable stays as it is', () => {
  expect(painted('#123456')).toBe('#123456');
  const page = { getPropertyValue: (name: string) => (name === '--color-ink' ? ' #abcdef' : '') };
  Object.assign(globalThis, { getComputedStyle: () => page, document: { documentElement: {} } });
  expect(painted(colour.ink)).toBe('#abcdef');
});

/** Contrast of two colours by their relative luminance (standard: WCAG 2.2), 1 … 21. */
function contrast(a: string, b: string): number {
  const luminance = (hex: string) => {
    const [r = 0, g = 0, bl = 0] = [1, 3, 5].map((i) => {
      const c = parseInt(hex.slice(i, i + 2), 16) / 255;
      return c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4;
    });
    return 0.2126 * r + 0.7152 * g + 0.0722 * bl;
  };
  const [x, y] = [luminance(a), luminance(b)];
  return (Math.max(x, y) + 0.05) / (Math.min(x, y) + 0.05);
}

test.each(Object.entries(palettes))(
  '%s: words stand out from what they are on (AA), by more in the sun',
  (name, p) => {
    expect(contrast('#000000', '#ffffff')).toBeCloseTo(21, 6);
    const least = name === 'sun' ? 7 : 4.5;
    const grounds = ['paper', 'panel', 'chosen', 'cell'] as const;
    const words = ['ink', 'muted', 'action', 'rustText', 'ochreText'] as const;
    for (const ground of grounds)
      for (const word of words) {
        const asked = name === 'sun' && (ground === 'chosen' || ground === 'cell') ? 6 : least;
        expect([word, ground, contrast(p[word], p[ground]) >= asked]).toEqual([word, ground, true]);
      }
    expect(contrast(p.panel, p.action)).toBeGreaterThanOrEqual(least);
    expect(contrast(p.rustText, p.rustWash)).toBeGreaterThanOrEqual(4.5);
    expect(contrast(p.ochreText, p.ochreWash)).toBeGreaterThanOrEqual(4.5);
    expect(contrast(p.isolabel, p.isolabelHalo)).toBeGreaterThanOrEqual(4.5);
    // lines and hatches need less (3 : 1)
    for (const line of ['rust', 'ochre', 'ink', 'action'] as const)
      expect([line, contrast(p[line], p.panel) >= 3]).toEqual([line, true]);
    // the steps of the coverage lie apart
    const steps = [p.head0, p.head1, p.head2, p.head3, p.head4, p.head5, p.head6];
    for (const [i, step] of steps.slice(1).entries())
      expect(contrast(step, steps[i] ?? '')).toBeGreaterThan(1.08);
  },
);

test('no part of the interface has a colour of its own', () => {
  const parts = readdirSync(src, { recursive: true, encoding: 'utf8' }).filter(
    (f) =>
      /\.tsx?$/.test(f) &&
      !/\.test\.tsx?$/.test(f) &&
      !f.startsWith('core') &&
      f !== join('ui', 'palette.ts'),
  );
  expect(parts.length).toBeGreaterThan(250);
  const literal = /['"`[(]#(?:[0-9a-f]{3}|[0-9a-f]{6})\b/i;
  expect(parts.filter((f) => literal.test(readFileSync(join(src, f), 'utf8')))).toEqual([]);
});
