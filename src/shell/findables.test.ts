import { quayHouse } from '@/../demo/make/quayHouse';
import { runbookOf } from '@/core/install/runbook';
import { jobFromRecords } from '@/core/job/job';
import { answersTo, findablesOf, matchOf, noteFound, recentlyFound } from './findables';

const job = jobFromRecords(quayHouse());
const all = findablesOf(job);
const by = (text: string) =>
  all.filter((f) => `${f.words} ${f.also}`.toLowerCase().includes(text)).map((f) => f.group);

test('every storey, room, spot, unit, link, socket, device, thing, product and step is there once', () => {
  const count = (group: string) => all.filter((f) => f.group === group).length;
  expect(count('Storeys')).toBe(job.storeys.length);
  expect(count('Rooms')).toBe(job.rooms.length);
  expect(count('Spots')).toBe(job.spots.length);
  expect(count('Units')).toBe(job.units.length);
  expect(count('Cables and links')).toBe(job.links.length);
  expect(count('Sockets and outlets')).toBe(job.services.length);
  expect(count('Devices')).toBe(job.fixedDevices.length);
  expect(count('Things')).toBe(job.obstacles.length);
  expect(new Set(all.map((f) => f.id)).size).toBe(all.length);
  expect(count('Products')).toBe(job.kits.length);
  expect(count('Steps of the runbook')).toBe(runbookOf(job).steps.length);
  for (const f of all)
    if (f.storeyId !== null) expect(job.byId.has(f.selectId ?? f.storeyId)).toBe(true);
    else expect(f.selectId).toBeNull();
});

test('any part of a name or of where it is finds it', () => {
  expect(by('attic')).toEqual(expect.arrayContaining(['Storeys', 'Rooms', 'Spots']));
  expect(by('kitchen')).toEqual(expect.arrayContaining(['Rooms', 'Spots', 'Sockets and outlets']));
  expect(by('a to b')).toContain('Cables and links');
  expect(by('small node')).toContain('Products');
  expect(by('connect all')).toContain('Steps of the runbook');
  expect(by('no such thing')).toEqual([]);
});

test.each([
  ['Attic den', 'att', 1],
  ['Old attic', 'attic', 0.9],
  ['Battery', 'att', 0.5],
  ['Sofa | Attic House', 'att', 0.54],
  // letters apart are no word
  ['Add a data outlet', 'attic', 0],
  ['A to B, ethernet', 'a to b', 1],
  ['Armchair | to the bench', 'a to b', 0.27],
  ['Socket | Attic den', 'den attic', 0.27],
  ['Socket, Attic den', 'den kitchen', 0],
  ['anything', '  ', 1],
])('«%s» answers «%s» by %d', (text, search, score) => expect(matchOf(text, search)).toBeCloseTo(score, 9));

test('the group with the best answer comes first, in it the best', () => {
  const groups = answersTo(all, (f) => `${f.words} | ${f.also}`, 'a to b');
  expect(groups[0]?.[0]).toBe('Cables and links');
  expect(groups[0]?.[1][0]?.words).toMatch(/^A to B/);
  const attic = answersTo(all, (f) => `${f.words} | ${f.also}`, 'attic');
  expect(attic.slice(0, 2).map(([group]) => group)).toEqual(['Storeys', 'Rooms']);
  expect(attic[1]?.[1][0]?.words).toBe('Attic den');
  expect(answersTo(all, (f) => f.words, 'zzz')).toEqual([]);
});

test('what was found last comes first, six at most, each once', () => {
  const kept = new Map<string, string>();
  const storage = {
    getItem: (k: string) => kept.get(k) ?? null,
    setItem: (k: string, v: string) => void kept.set(k, v),
  };
  expect(recentlyFound('job', storage)).toEqual([]);
  for (const id of ['a', 'b', 'a', 'c']) noteFound('job', id, storage);
  expect(recentlyFound('job', storage)).toEqual(['c', 'a', 'b']);
  for (let i = 0; i < 9; i++) noteFound('job', `n${i}`, storage);
  expect(recentlyFound('job', storage)).toEqual(['n8', 'n7', 'n6', 'n5', 'n4', 'n3']);
  expect(recentlyFound('other', storage)).toEqual([]);
});
