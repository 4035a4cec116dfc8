import { gap, type GapRule } from '../surveyGap';

/** Where the line comes in, and which box is there. */
export const entry: GapRule = ({ job }) => {
  const entry = job.services.find((s) => s.kind === 'entry');
  const subject = 'Service entry';
  if (!entry)
    return [gap({ id: 'entry', subject, missing: 'not placed', touches: 'the plan', needed: true })];
  return entry.box === 'none'
    ? [gap({ id: 'box', subject, missing: 'which box exists', touches: 'the setup', recordId: entry.id })]
    : [];
};
