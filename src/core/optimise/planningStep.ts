/** What a search for proposals is at, in the order of its work. */
export const planningSteps = [
  'signals at every place',
  'least cost, places by sockets first',
  'least cost, all places',
  'everyone at once',
  'no drilling',
  'most headroom',
  'another main unit',
] as const;
export type PlanningStep = (typeof planningSteps)[number];

/** Is told of each part of the work as it begins. */
export type Doing = (step: PlanningStep) => void;
