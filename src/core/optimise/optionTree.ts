/** What hangs on what among options: a unit that is fed by another new one, and so on. */
import type { CandidateOption } from './planningInstance';

export interface OptionTree {
  /** What an option hangs on, the nearest first; empty where what is kept feeds it. What is not among the options is left out. */
  above: (c: CandidateOption) => CandidateOption[];
  /** What hangs straight on an option. */
  behind: (id: string) => readonly CandidateOption[];
}

const nothing: readonly CandidateOption[] = [];

export function optionTree(options: readonly CandidateOption[]): OptionTree {
  const byId = new Map(options.map((c) => [c.id, c]));
  const children = new Map<string, CandidateOption[]>();
  for (const c of options) {
    if (c.parent === null) continue;
    const had = children.get(c.parent);
    if (had) had.push(c);
    else children.set(c.parent, [c]);
  }
  return {
    above(c) {
      const chain: CandidateOption[] = [];
      for (let id = c.parent; id !== null;) {
        const parent = byId.get(id);
        if (!parent) break;
        chain.push(parent);
        id = parent.parent;
      }
      return chain;
    },
    behind: (id) => children.get(id) ?? nothing,
  };
}

/** Options in an order in which each comes after what it hangs on. */
export function parentsFirst(options: readonly CandidateOption[]): CandidateOption[] {
  const { above } = optionTree(options);
  return options
    .map((c) => ({ c, depth: above(c).length }))
    .sort((a, b) => a.depth - b.depth)
    .map(({ c }) => c);
}
