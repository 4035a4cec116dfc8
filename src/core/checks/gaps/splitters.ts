import { gap, type GapRule } from '../surveyGap';

/** Planning value, dB. */
const unratedDb = 9;

/** Splitters without a rating: one that is not made for the band costs 5 to 12 dB. */
export const splitters: GapRule = ({ job }) =>
  job.services
    .filter((s) => s.kind === 'splitter' && s.rated === 'unknown')
    .map((s) =>
      gap({
        id: `rated-${s.id}`,
        subject: s.name,
        missing: 'no rating found',
        spreadDb: unratedDb,
        touches: 'coax links',
        recordId: s.id,
      }),
    );
