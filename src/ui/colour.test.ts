import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { colour } from './colour';

const src = join(__dirname, '..');

test('the theme of the style sheet has the same colours', () => {
  const css = readFileSync(join(src, 'app/globals.css'), 'utf8');
  const theme = [...css.matchAll(/--color-([a-z0-9-]+): (#[0-9a-f]{6});/g)].map(([, name = '', value]) => [
    name.replace(/-([a-z0-9])/g, (_, letter: string) => letter.toUpperCase()),
    value,
  ]);
  expect(theme.length).toBeGreaterThan(15);
  const known: Record<string, string> = colour;
  for (const [name = '', value] of theme) expect([name, known[name]]).toEqual([name, value]);
});

test('no part of the interface has a colour of its own', () => {
  const parts = readdirSync(src, { recursive: true, encoding: 'utf8' }).filter(
    (f) =>
      /\.tsx?$/.test(f) && !/\.test\.tsx?$/.test(f) && !f.startsWith('core') && f !== join('ui', 'colour.ts'),
  );
  expect(parts.length).toBeGreaterThan(250);
  const literal = /['"`[(]#(?:[0-9a-f]{3}|[0-9a-f]{6})\b/i;
  expect(parts.filter((f) => literal.test(readFileSync(join(src, f), 'utf8')))).toEqual([]);
});
