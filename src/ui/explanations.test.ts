import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { explanations } from './explanations';

const source = readdirSync('src', { recursive: true, encoding: 'utf8' })
  .filter((f) => /\.tsx$/.test(f))
  .map((f) => readFileSync(join('src', f), 'utf8'))
  .join('\n');

test.each(Object.entries(explanations))(
  '%s: one sentence of at most 20 words, and it is shown somewhere',
  (key, text) => {
    expect(text).toMatch(/^[A-Z].*\.$/);
    expect(text.slice(0, -1)).not.toContain('. ');
    expect(text.split(/\s+/).length).toBeLessThanOrEqual(20);
    expect(source).toMatch(new RegExp(`explanations\\.${key}\\b|of="${key}"|'${key}'`));
  },
);
