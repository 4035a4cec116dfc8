import { gap, type GapRule } from '../surveyGap';

/** The unit that the household has: without it there is no before. */
export const foundUnit: GapRule = ({ job }) =>
  job.units.some((u) => u.found)
    ? []
    : [gap({ id: 'found', subject: 'Existing unit', missing: 'none placed', touches: 'before and after' })];
