/** How much of all TypeScript is tests, by lines that are not empty. */
import { readdirSync, readFileSync } from 'node:fs';
import { join, sep } from 'node:path';
import { root } from './setup.mjs';

const folders = ['src', 'bin', 'bench', 'demo', 'tests'];
const isTest = (path) =>
  /\.(test|spec)\.tsx?$/.test(path) ||
  path.startsWith(`tests${sep}`) ||
  path.startsWith(join('src', 'testing'));

/** @returns lines of tests, of these the fixtures in src/testing, and of all; the share of tests with fixtures, 0 … 1. */
export function testShare() {
  let [tests, fixtures, all] = [0, 0, 0];
  for (const folder of folders)
    for (const name of readdirSync(join(root, folder), { recursive: true })) {
      const path = join(folder, name);
      if (!/\.tsx?$/.test(path)) continue;
      const lines = readFileSync(join(root, path), 'utf8')
        .split('\n')
        .filter((l) => l.trim() !== '').length;
      all += lines;
      if (isTest(path)) tests += lines;
      if (path.startsWith(join('src', 'testing'))) fixtures += lines;
    }
  return { tests, fixtures, all, share: tests / all };
}
