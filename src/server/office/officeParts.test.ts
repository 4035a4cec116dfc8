/** @jest-environment node */
import { gzipSync } from 'node:zlib';
import fc from 'fast-check';
import { crewHouse } from '@/testing/crewSteps';
import type { OwnSet } from '@/core/papers/ownSet';
import { makeAuthority } from './certificates';
import { fileIdsOf } from './crewFiles';
import { mergeSets } from './crewSet';
import { derOf, JoinCodeError, pemOf, readJoinCode, writeJoinCode } from './joinCode';
import { present } from './crew';
import { decode, encode, entrySchema, type Presence, UnreadableError } from './messages';
import { inboxOf, jobIdOf, jobSubject, permissionsOf, usersSubject } from './subjects';

test('a join code is read as it was written, also with line breaks; cut short anywhere it is none', async () => {
  const code = {
    servers: ['office.example:4222', '10.0.0.2:4222'],
    ca: derOf((await makeAuthority('firm-1', Date.now())).cert),
    seed: `SU${'A'.repeat(56)}`,
  };
  const text = writeJoinCode(code);
  expect(readJoinCode(text.replace(/(.{40})/g, '$1\n'))).toEqual(code);
  // short enough for a picture that a camera reads
  expect(text.length).toBeLessThan(750);
  for (let left = 0; left < text.length; left++)
    expect(() => readJoinCode(text.slice(0, left))).toThrow(JoinCodeError);
  for (const other of [text.slice(3), `${text}!`, `${text}AAAA`, text.replace('2-', '3-')])
    expect(() => readJoinCode(other)).toThrow(JoinCodeError);
  expect(derOf(pemOf(code.ca))).toBe(code.ca);
});

test('a job’s subject leads back to its id, whatever signs the id holds', () => {
  fc.assert(
    fc.property(fc.string({ minLength: 1, maxLength: 64, unit: 'grapheme' }), (id) => {
      const subject = jobSubject(id);
      expect(subject).toMatch(/^job\.[A-Za-z0-9_-]+\.edit$/);
      expect(jobIdOf(subject)).toBe(Buffer.from(id).toString('utf8'));
    }),
  );
});

test('a trainee writes nowhere but of itself; a closed job is denied to all crews but its own', () => {
  const only = { flat: 'a' };
  const of = (id: string, role: 'office' | 'crew' | 'trainee') => permissionsOf({ id, role }, only);
  const writes = (p: { publish: string[] }) => p.publish.filter((s) => !s.startsWith('$JS.'));
  expect(writes(of('t', 'trainee'))).toEqual(['laptop.t']);
  expect(writes(of('a', 'crew'))).toContain('job.*.edit');
  expect(of('a', 'crew').deny).toEqual([]);
  expect(of('b', 'crew').deny).toContain(jobSubject('flat'));
  expect(of('o', 'office').deny).toEqual([]);
  // each listens at a place of its own
  expect(of('a', 'crew').inbox).toBe(`${inboxOf('a')}.>`);
  // who may do what is said by the office alone
  for (const role of ['office', 'crew', 'trainee'] as const)
    expect(of('x', role).publish).not.toContain(usersSubject);
  // nobody may make, empty or delete a stream
  for (const role of ['office', 'crew', 'trainee'] as const)
    expect(
      of('x', role).publish.filter((s) => /STREAM\.(CREATE|DELETE|PURGE|UPDATE)|^>|^\$JS\.API\.>/.test(s)),
    ).toEqual([]);
});

test('small and large entries are read as they were written; others are told apart', () => {
  const head = {
    v: 1,
    id: 'x',
    after: 0,
    by: { id: 'a', name: 'A' },
    at: '2026-11-20T10:00:00.000Z',
  } as const;
  const small = { ...head, kind: 'bin' } as const;
  const large = {
    ...head,
    kind: 'begin',
    knew: 0,
    records: [...crewHouse('flat').byId.values()],
  } as const;
  for (const entry of [small, large]) expect(decode(entrySchema, encode(entry))).toEqual(entry);
  expect(encode(large).length).toBeLessThan(JSON.stringify(large).length / 3);
  const unread = (data: Uint8Array) => {
    try {
      decode(entrySchema, data);
    } catch (error) {
      return error instanceof UnreadableError ? error.isNewer : error;
    }
    return 'read';
  };
  expect(unread(encode({ ...small, v: 2 }))).toBe(true);
  expect(unread(encode({ ...small, kind: 'hologram' }))).toBe(true);
  expect(unread(Buffer.from('{'))).toBe(false);
  expect(unread(gzipSync('{"v":1').subarray(0, 12))).toBe(false);
  // what unpacks to more than memory holds is not unpacked
  expect(unread(gzipSync(Buffer.alloc(70_000_000, 32)))).toBe(false);
});

test('files are found by their names, wherever a record holds them', () => {
  const id = 'a'.repeat(64);
  expect(fileIdsOf([{ photos: [id, id], note: 'x' }, null, { deep: { fileId: 'b'.repeat(64) } }])).toEqual([
    id,
    'b'.repeat(64),
  ]);
  expect(fileIdsOf({ note: id.toUpperCase(), short: id.slice(1) })).toEqual([]);
});

test('own products are merged record by record: each side’s changes stand, and of two the first', () => {
  const [kit] = crewHouse('flat').kits;
  if (!kit) throw new Error('no product');
  const set = (...records: OwnSet['records']): OwnSet => ({
    ...{ format: 'nestle-business', version: 1, business: null, records },
  });
  const [a, b, c] = ['a', 'b', 'c'].map((id) => ({ ...kit, id }));
  if (!a || !b || !c) throw new Error('three products');
  const at = (k: typeof kit, priceEur: number) => ({ ...k, priceEur });
  const ids = (s: OwnSet) => s.records.map((r) => `${r.id} ${'priceEur' in r ? r.priceEur : ''}`).sort();
  const base = set(at(a, 1), at(b, 1));
  // mine: a dearer, c new; theirs: b dearer
  const both = mergeSets(base, set(at(a, 2), at(b, 1), at(c, 3)), set(at(a, 1), at(b, 5)));
  expect(ids(both.set)).toEqual(['a 2', 'b 5', 'c 3']);
  expect(both.lost).toEqual([]);
  // both change a; I remove b
  const clash = mergeSets(base, set(at(a, 2)), set(at(a, 9), at(b, 1)));
  expect(ids(clash.set)).toEqual(['a 9']);
  expect(clash.lost).toEqual([at(a, 2)]);
});

test('who was not heard for half a minute by the office’s own clock has nothing open any more', () => {
  const said = (name: string, at: string): Presence => ({
    ...{ by: { id: name, name }, at, role: 'crew', version: 1, program: '', seq: 1, waiting: 0 },
    open: ['flat'],
  });
  const of = present([said('Van 2', '2026-11-20T10:00:40.000Z'), said('Van 1', '2026-11-20T10:00:05.000Z')]);
  expect(of.map((l) => [l.by.name, l.open])).toEqual([
    ['Van 1', []],
    ['Van 2', ['flat']],
  ]);
  expect(present([])).toEqual([]);
});
