import { gap, type GapRule } from '../surveyGap';

/** Coax outlets that may end nowhere. */
export const coaxOutlets: GapRule = ({ job }) =>
  job.services
    .filter((s) => s.kind === 'coax' && s.joined === 'unknown')
    .map((s) =>
      gap({
        id: `joined-${s.id}`,
        subject: s.name,
        missing: 'connected?',
        touches: 'a coax link',
        recordId: s.id,
      }),
    );
