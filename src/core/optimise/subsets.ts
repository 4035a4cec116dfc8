/** A planning instance with some of its options or spots. */
import type { Id } from '../job/records';
import { optionTree } from './optionTree';
import type { CandidateOption, PlanningInstance } from './planningInstance';

/** The same instance with the spots that anything serves. */
export function servable(instance: PlanningInstance): PlanningInstance {
  const lost = new Set(impossibleOf(instance).map((i) => i.spotId));
  return { ...instance, spots: instance.spots.filter((s) => !lost.has(s.id)) };
}

/** The same instance with some options only; what hangs on one that is left out goes with it. */
export function onlyWith(
  instance: PlanningInstance,
  test: (c: CandidateOption) => boolean,
): PlanningInstance {
  const left = new Set(instance.options.filter(test).map((c) => c.id));
  const { above } = optionTree(instance.options);
  const ids = new Set(instance.options.map((c) => c.id));
  const hangs = (c: CandidateOption) =>
    (c.parent === null || ids.has(c.parent)) && above(c).every((p) => left.has(p.id));
  return { ...instance, options: instance.options.filter((c) => left.has(c.id) && hangs(c)) };
}

/** The same instance without options that need a hole, or that hang on one. */
export const withoutHoles = (instance: PlanningInstance): PlanningInstance =>
  onlyWith(instance, (c) => c.holes === 0);

/** A need that nothing allowed meets, with the most that anything would give. */
export interface Impossible {
  spotId: Id;
  /** Of the spot or device, or «part of» a room. */
  name: string;
  certainty: number;
  by: string | null;
}

export function impossibleOf(instance: PlanningInstance): Impossible[] {
  return instance.spots
    .filter((s) => !instance.served.has(s.id) && !instance.options.some((c) => c.serves.has(s.id)))
    .map((s) => {
      const best = instance.hopes.get(s.id);
      return { spotId: s.id, name: s.name, certainty: best?.certainty ?? 0, by: best?.words ?? null };
    });
}

/** The same instance without what can't be part of a choice of so much: with what it hangs on it costs more. */
function upTo(
  instance: PlanningInstance,
  most: number,
  of: (c: CandidateOption) => number,
): PlanningInstance {
  const { above } = optionTree(instance.options);
  return onlyWith(instance, (c) => above(c).reduce((sum, p) => sum + of(p), of(c)) <= most);
}
export const upToCost = (g: PlanningInstance, mostEur: number) => upTo(g, mostEur + 0.01, (c) => c.costEur);
export const upToParts = (g: PlanningInstance, mostEur: number) => upTo(g, mostEur + 0.01, (c) => c.partsEur);
