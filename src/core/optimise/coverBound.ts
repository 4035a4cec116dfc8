/** What no plan can cost less than, at any place: a programme of which each unit costs too little and serves too much. */
import type { Id } from '../job/records';
import type { DirectInstance } from './planningInstance';
import { familyRoom, type Solver } from './programme';

/** A unit, or several of which one is enough to look at. */
interface Column {
  costEur: number;
  /** Numbers of the spots that it serves. */
  serves: ReadonlySet<number>;
  family: string;
  /** null = it is fed by what is kept. */
  behind: 'air' | 'cable' | null;
}

/**
 * The least that serving some spots costs, in the job's currency, over all places of an instance and up to any number of units in a row:
 * units fed by what is kept cost and serve what they do; behind another new one a unit costs what it does by itself with the
 * cheapest link, and serves what it would if it were fed as well as the main unit is. Kept are: a unit over the air hangs on one
 * of its family that is not, a unit on a cable on any other, and no family has more than its makers advise. Ports, power and budget are left out.
 * Each of these only makes a plan cheaper, so no real one costs less (relaxation).
 * @param spots that must be served. @param seconds for the solution. @returns null where nothing is known: then no plan need exist.
 */
export async function coverBound(
  direct: DirectInstance,
  spots: readonly Id[],
  solve: Solver,
  seconds: number,
): Promise<number | null> {
  const columns = undominated(columnsOf(direct, spots));
  const { bound, status } = await solve(programme(columns, spots, direct), seconds);
  return status === 'optimal' || status === 'time' ? bound : null;
}

function columnsOf(direct: DirectInstance, spots: readonly Id[]): Column[] {
  const number = new Map(spots.map((id, i) => [id, i]));
  const numbers = (serves: ReadonlyMap<Id, unknown>) =>
    new Set([...serves.keys()].flatMap((id) => number.get(id) ?? []));
  const first = [...direct.options, ...direct.aside()].map(({ costEur, serves, product }): Column => ({
    ...{ costEur, serves: numbers(serves), family: product.family, behind: null },
  }));
  const later = direct.atLeast().map(({ costEur, serves, family, medium }): Column => ({
    ...{ costEur, serves: numbers(serves), family, behind: medium === 'wireless' ? 'air' : 'cable' },
  }));
  return [...first, ...later];
}

/** Who hangs on less may stand for who hangs on more: on what is kept, on anything, on the family. */
const askings = [null, 'cable', 'air'] as const;
const asksLess = (a: Column, b: Column): boolean => askings.indexOf(a.behind) <= askings.indexOf(b.behind);

/** Without those that another beats: it costs no more, serves as much, counts to no other family and needs no more above it. */
function undominated(columns: readonly Column[]): Column[] {
  const kept: Column[] = [];
  const sorted = [...columns].sort(
    (a, b) =>
      a.costEur - b.costEur ||
      b.serves.size - a.serves.size ||
      askings.indexOf(a.behind) - askings.indexOf(b.behind),
  );
  for (const c of sorted) {
    // what serves nothing may still be what others hang on
    const isBeaten = kept.some(
      (k) => k.family === c.family && asksLess(k, c) && [...c.serves].every((i) => k.serves.has(i)),
    );
    if (!isBeaten) kept.push(c);
  }
  return kept;
}

/** Minimise Σ cost x, x_q ∈ {0, 1}: every spot is served, what is behind hangs on something, families stay within their makers' limits. */
function programme(columns: readonly Column[], spots: readonly Id[], direct: DirectInstance): string {
  const sum = (of: (c: Column) => boolean, sign = '+') =>
    columns.flatMap((c, i) => (of(c) ? [`${sign} 1 x${i}`] : [])).join('\n');
  const rows = spots.map((_, i) => `${sum((c) => c.serves.has(i))} >= 1`);
  for (const [i, c] of columns.entries()) {
    if (c.behind === null) continue;
    const above = sum(
      (o) => (c.behind === 'air' ? o.family === c.family && o.behind !== 'air' : o.behind === null),
      '-',
    );
    rows.push(`${above}\n+ 1 x${i} <= 0`);
  }
  for (const family of new Set(columns.map((c) => c.family).filter((f) => f !== ''))) {
    const most = familyRoom(direct, family);
    if (Number.isFinite(most)) rows.push(`${sum((c) => c.family === family)} <= ${most}`);
  }
  return [
    `Minimize\nobj: ${columns.map((c, i) => `+ ${c.costEur.toFixed(4)} x${i}`).join('\n')}`,
    'Subject To',
    ...rows.map((row, i) => `r${i}: ${row}`),
    `Binary\n${columns.map((_, i) => `x${i}`).join('\n')}`,
    'End',
    '',
  ].join('\n');
}
