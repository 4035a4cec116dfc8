import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { coreOrder, layers } from '@/../.dependency-cruiser.mjs';

const foldersIn = (path: string): string[] =>
  readdirSync(path, { withFileTypes: true })
    // what tests keep beside themselves is no room of the house
    .filter(
      (e) => e.isDirectory() && e.name !== '__snapshots__' && readdirSync(join(path, e.name)).length > 0,
    )
    .map((e) => e.name);

/** Folders that hold files, relative to `src` (routes are named by their addresses). */
function folders(path: string): string[] {
  const deeper = path === 'app' ? [] : foldersIn(join('src', path)).flatMap((f) => folders(join(path, f)));
  const holdsFiles = readdirSync(join('src', path), { withFileTypes: true }).some((e) => e.isFile());
  return [...(holdsFiles ? [path] : []), ...deeper];
}

test('a newcomer finds every folder in the architecture, and no folder that is gone', () => {
  const text = readFileSync('docs/architecture.md', 'utf8');
  const [, outer = '', core = ''] = text.split(/^\| `src\/(?:core\/)?` .*$/m);
  const named = (table: string, prefix: string) =>
    [...table.matchAll(/^\| `([^`]+)\/` *\|/gm)].map(([, name]) => join(prefix, name ?? ''));
  const listed = [...named(outer, ''), ...named(core, 'core')].sort();
  const all = foldersIn('src').flatMap(folders);
  expect(all.filter((f) => !listed.includes(f))).toEqual([]);
  const known = new Set([...all, 'core', 'features']);
  expect(listed.filter((f) => !known.has(f))).toEqual([]);
});

test('every folder has its place in the order of imports', () => {
  expect(foldersIn('src').sort()).toEqual([...Object.keys(layers), 'testing'].sort());
  expect(foldersIn('src/core').sort()).toEqual([...coreOrder].sort());
});

test('the glossary names files that are there', () => {
  const places = [
    ...readFileSync('docs/glossary.md', 'utf8').matchAll(
      /`((?:core|editor|client|features|server|standins)[\w/.]*)`/g,
    ),
  ];
  expect(places.length).toBeGreaterThan(50);
  const known = (path: string) => {
    try {
      return readdirSync(join('src', path.replace(/\/?[^/]*\.tsx?$/, ''))).some(
        (f) => path.endsWith(f) || !/\.tsx?$/.test(path),
      );
    } catch {
      return false;
    }
  };
  expect(places.map(([, path]) => path ?? '').filter((p) => !known(p))).toEqual([]);
});
