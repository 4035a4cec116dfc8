/** Columns of the ledger: what each needs, and which go first where the table is narrow. */

export const ledgerColumns = [
  'number',
  'name',
  'room',
  'need',
  'found',
  'planned',
  'after',
  'stands',
  'limit',
] as const;
export type LedgerColumn = (typeof ledgerColumns)[number];

/** Widths at which nothing is cut, px. */
const leastPx: Record<LedgerColumn, number> = {
  ...{
    number: 34,
    name: 96,
    room: 120,
    need: 66,
    found: 82,
    planned: 98,
    after: 62,
    stands: 118,
    limit: 130,
  },
};
/** The first of these go first; the others stay, and the table is scrolled. */
const goFirst: readonly LedgerColumn[] = ['limit', 'room', 'need'];
/** Words of what is done stand beside the figures of a need where there is so much more space, px. */
const activitiesPx = 130;

export interface LedgerShape {
  shown: LedgerColumn[];
  /** px, in the order of those shown; what is left over is shared by name, room, need and limit. */
  widths: number[];
  /** Are the words of a need shown, or its figures alone? */
  withActivities: boolean;
}

/** @param width of the table, px. @param hasAfter has anything been measured after the work? */
export function ledgerShape(width: number, hasAfter = true): LedgerShape {
  const sum = (list: readonly LedgerColumn[]) => list.reduce((all, c) => all + leastPx[c], 0);
  let shown: LedgerColumn[] = ledgerColumns.filter((c) => hasAfter || c !== 'after');
  for (const column of goFirst) if (sum(shown) > width) shown = shown.filter((c) => c !== column);
  const spare = Math.max(0, width - sum(shown));
  const withActivities = shown.includes('need') && spare >= activitiesPx;
  const left = spare - (withActivities ? activitiesPx : 0);
  const growing = shown.filter(
    (c) => ['name', 'room', 'limit'].includes(c) || (c === 'need' && withActivities),
  );
  const widths = shown.map(
    (c) =>
      leastPx[c] +
      (c === 'need' && withActivities ? activitiesPx : 0) +
      (growing.includes(c) ? left / growing.length : 0),
  );
  return { shown, widths, withActivities };
}
