/** What a search for proposals is at, in the order of its work. */
export const planningSteps = [
  'signals at every place',
  'lowest cost, places near sockets first',
  'lowest cost, all places',
  'all needs at once',
  'no drilling',
  'most headroom',
  'how much cheaper one could be at other places',
  'another main unit',
] as const;
export type PlanningStep = (typeof planningSteps)[number];

/** Is told of each part of the work as it begins. */
export type Doing = (step: PlanningStep) => void;
