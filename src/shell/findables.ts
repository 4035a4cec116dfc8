/** What a job has in it, to be found by any part of its name. */
import { runbookOf } from '@/core/install/runbook';
import { find, type Job } from '@/core/job/job';
import type { Id } from '@/core/job/records';
import { nearestRoom } from '@/core/optimise/candidates';

export interface Findable {
  id: Id;
  group:
    | 'Storeys'
    | 'Rooms'
    | 'Spots'
    | 'Units'
    | 'Cables and links'
    | 'Sockets and outlets'
    | 'Devices'
    | 'Things'
    | 'Products'
    | 'Steps of the runbook';
  words: string;
  /** What else it is found by: where it is, what it is. */
  also: string;
  /** null = it stands nowhere in the house. */
  storeyId: Id | null;
  /** What is selected; null = the storey is only shown. */
  selectId: Id | null;
  /** Where it is best looked at, unless the stage that is open shows it too. */
  stage: 'survey' | 'plan' | 'links' | 'install';
}

/** Everything with a name, in the order of the house. */
export function findablesOf(job: Job): Findable[] {
  const storey = (id: Id) => find(job, 'storey', id)?.name ?? '';
  const at = (storeyId: Id) => {
    const building = find(job, 'building', find(job, 'storey', storeyId)?.buildingId)?.name ?? '';
    return `${storey(storeyId)} ${building}`.trim();
  };
  const room = (id: Id) => find(job, 'room', id)?.name ?? '';
  const letter = (id: Id) => find(job, 'unit', id)?.letter ?? '?';
  return [
    ...job.storeys.map((s): Findable => ({
      ...{ id: s.id, group: 'Storeys', words: s.name, also: at(s.id) },
      ...{ storeyId: s.id, selectId: null, stage: 'survey' },
    })),
    ...job.rooms.map((r): Findable => ({
      ...{ id: r.id, group: 'Rooms', words: r.name, also: at(r.storeyId) },
      ...{ storeyId: r.storeyId, selectId: r.id, stage: 'survey' },
    })),
    ...[...job.spots]
      .sort((a, b) => a.number - b.number)
      .map((s): Findable => ({
        ...{
          id: s.id,
          group: 'Spots',
          words: `${s.number} ${s.name}`,
          also: `${room(s.roomId)} ${at(s.storeyId)}`,
        },
        ...{ storeyId: s.storeyId, selectId: s.id, stage: 'plan' },
      })),
    ...job.units.map((u): Findable => ({
      ...{ id: u.id, group: 'Units', words: `${u.letter} ${u.name}` },
      also: `${find(job, 'kit', u.kitId)?.name ?? ''} ${at(u.storeyId)}`,
      ...{ storeyId: u.storeyId, selectId: u.id, stage: 'plan' },
    })),
    ...job.links.flatMap((l): Findable[] => {
      const unit = find(job, 'unit', l.unitId);
      if (!unit) return [];
      return [
        {
          ...{
            id: l.id,
            group: 'Cables and links',
            words: `${letter(l.fromUnitId)} to ${unit.letter}, ${l.medium}`,
          },
          also: `${unit.name} ${l.category ?? ''}`,
          ...{ storeyId: unit.storeyId, selectId: unit.id, stage: 'links' },
        },
      ];
    }),
    ...job.services.map((s): Findable => ({
      ...{
        id: s.id,
        group: 'Sockets and outlets',
        words: s.name,
        also: `${nearestRoom(job, s.storeyId, s.xM, s.yM)?.name ?? ''} ${at(s.storeyId)}`.trim(),
      },
      ...{ storeyId: s.storeyId, selectId: s.id, stage: 'survey' },
    })),
    ...job.fixedDevices.map((d): Findable => ({
      ...{ id: d.id, group: 'Devices', words: d.name, also: at(d.storeyId) },
      ...{ storeyId: d.storeyId, selectId: d.id, stage: 'survey' },
    })),
    ...job.obstacles.map((o): Findable => ({
      ...{ id: o.id, group: 'Things', words: o.name, also: at(o.storeyId) },
      ...{ storeyId: o.storeyId, selectId: o.id, stage: 'survey' },
    })),
    ...job.kits.map((k): Findable => ({
      ...{ id: k.id, group: 'Products', words: k.name, also: `${k.kind} catalogue` },
      ...{ storeyId: null, selectId: null, stage: 'plan' },
    })),
    ...runbookOf(job).steps.map((s): Findable => ({
      ...{ id: `step-${s.key}`, group: 'Steps of the runbook', words: s.title, also: '' },
      ...{ storeyId: null, selectId: null, stage: 'install' },
    })),
  ];
}

/** How well a text has a search in it as it stands: at its beginning, at that of a word, inside one, not at all. */
function hasIn(text: string, search: string): number {
  if (text.startsWith(search)) return 1;
  return text.includes(` ${search}`) ? 0.9 : text.includes(search) ? 0.5 : 0;
}

/**
 * How well a name answers a search, 0 … 1: every word of the search must be in it, as it stands; all together count more
 * than apart, and in the name more than in what is behind a bar. Example: «att» in «Attic den» → 1, in «Battery» → 0.5,
 * in «Sofa | Attic» → 0.54.
 */
export function matchOf(text: string, search: string): number {
  const [name = '', more = ''] = text.toLowerCase().split(' | ');
  const plain = search.toLowerCase().trim();
  if (plain === '') return 1;
  const as = (part: string) => Math.max(hasIn(name, part), 0.6 * hasIn(` ${more}`, part));
  return Math.max(as(plain), 0.5 * Math.min(...plain.split(/\s+/).map(as)));
}

/**
 * Entries that answer a search, in groups: the group with the best answer first, in each the best first; of equals as they
 * came.
 */
export function answersTo<T extends { group: string }>(
  entries: readonly T[],
  textOf: (entry: T) => string,
  search: string,
): [group: string, entries: T[]][] {
  const scored = entries
    .map((entry) => ({ entry, score: matchOf(textOf(entry), search) }))
    .filter(({ score }) => score > 0)
    .sort((a, b) => b.score - a.score);
  const groups = new Map<string, T[]>();
  for (const { entry } of scored) groups.set(entry.group, [...(groups.get(entry.group) ?? []), entry]);
  return [...groups];
}

const recentKey = (jobId: Id) => `nestle-found:${jobId}`;
const mostRecent = 6;

/** Ids of what was found last, the newest first. */
export function recentlyFound(jobId: Id, storage: Pick<Storage, 'getItem'> = localStorage): string[] {
  const text = storage.getItem(recentKey(jobId));
  return text ? text.split(' ').slice(0, mostRecent) : [];
}

/** Notes that something was found. */
export function noteFound(
  jobId: Id,
  id: Id,
  storage: Pick<Storage, 'getItem' | 'setItem'> = localStorage,
): void {
  const others = recentlyFound(jobId, storage).filter((other) => other !== id);
  storage.setItem(recentKey(jobId), [id, ...others].slice(0, mostRecent).join(' '));
}
