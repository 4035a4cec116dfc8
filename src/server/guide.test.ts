import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { commands } from '@/shell/commands';
import { stages } from '@/core/progress/stages';
import { guidePage, guidePages, guidePicture } from './guide';

const folder = join(process.cwd(), 'docs/guide');

describe('the guide', () => {
  const pages = guidePages();

  test('has a page for each stage, one on where to begin, which is the first, and one on measuring', () => {
    const ids = pages.map((p) => p.id);
    expect(ids[0]).toBe('start');
    for (const id of [...stages.map((s) => s.id), 'measuring', 'wireless', 'ethernet', 'coax', 'powerline'])
      expect(ids).toContain(id);
    expect(pages.every((p) => p.title.length > 3 && p.text.length > 200)).toBe(true);
  });

  test('every picture in it is there, and every page of the folder is in it', () => {
    const files = readdirSync(folder);
    expect(pages).toHaveLength(files.length);
    const pictures = pages.flatMap((p) => [...p.html.matchAll(/src="([^"]+)"/g)].map((m) => m[1] ?? ''));
    expect(pictures.length).toBeGreaterThan(7);
    for (const src of pictures) {
      expect(src).toMatch(/^\/api\/guide\/pictures\//);
      expect(
        guidePicture(src.split('/').at(-1) ?? '')
          ?.subarray(1, 4)
          .toString(),
      ).toBe('PNG');
    }
  });

  test('keys that it names are keys that work', () => {
    const known = new Set([
      ...commands.flatMap((c) => c.keys.split(', ')),
      ...['Ctrl K', '?', 'Esc', 'Enter', 'F1', 'Tab'],
    ]);
    const named = readdirSync(folder).flatMap((f) =>
      [...readFileSync(join(folder, f), 'utf8').matchAll(/`([^`]{1,8})`/g)].map((m) => m[1] ?? ''),
    );
    expect(named.length).toBeGreaterThan(5);
    expect(named.filter((k) => !known.has(k))).toEqual([]);
  });

  test('sentences are short enough for someone who reads English as a second language', () => {
    for (const { id, text } of pages)
      for (const sentence of text.split(/(?<=[.!?:])\s+/))
        expect([id, sentence, sentence.split(' ').length <= 32]).toEqual([id, sentence, true]);
  });
});

test('a page is its title, its words and what is shown', () => {
  const page = guidePage('x', '# A title\n\nSome *words*.\n\n![P](../screenshots/plan.png)\n');
  expect(page).toMatchObject({ id: 'x', title: 'A title', text: 'Some words.' });
  expect(page.html).toContain('<em>words</em>');
  expect(page.html).toContain('src="/api/guide/pictures/plan.png"');
  expect(page.html).not.toContain('A title');
  expect(guidePage('y', 'no title').title).toBe('y');
});

test.each(['../job-file.md', 'plan.png/../x.png', 'nothing.png', 'plan.PNG', ''])(
  '%p is no picture',
  (name) => {
    expect(guidePicture(name)).toBeNull();
  },
);
