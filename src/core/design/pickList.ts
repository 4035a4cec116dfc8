/** What is taken from the van, and what has to be ordered from whom. */
import { find, type Job } from '../job/job';
import { billOf } from './bill';

export interface PickLine {
  item: string;
  /** Pieces, or metres of cable. */
  unit: 'pieces' | 'm';
  need: number;
  fromVan: number;
  order: number;
  /** Empty = not noted. */
  supplier: string;
  forUnits: string[];
}

/** The bill against the stock on the van, line by line; whole pieces, metres rounded up. */
export function pickList(job: Job): PickLine[] {
  return billOf(job).lines.map((l) => {
    const kit = find(job, 'kit', l.kitId);
    const need = l.perMetre ? Math.ceil(l.metres ?? 0) : l.count;
    const fromVan = Math.min(need, Math.floor(kit?.onVan ?? 0));
    return {
      ...{ item: l.item, unit: l.perMetre ? ('m' as const) : ('pieces' as const), need, fromVan },
      ...{ order: need - fromVan, supplier: kit?.supplier ?? '', forUnits: l.forUnits },
    };
  });
}

export interface Order {
  /** Empty = not noted. */
  supplier: string;
  lines: PickLine[];
}

/** What has to be ordered, supplier by supplier; those without a name last. */
export function ordersOf(list: readonly PickLine[]): Order[] {
  const open = list.filter((l) => l.order > 0);
  return [...new Set(open.map((l) => l.supplier))]
    .sort((a, b) => Number(a === '') - Number(b === '') || a.localeCompare(b))
    .map((supplier) => ({ supplier, lines: open.filter((l) => l.supplier === supplier) }));
}
