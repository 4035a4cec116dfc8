import { gap, type GapRule } from '../surveyGap';

/** The device that measures: every prediction is for one. */
export const testDevice: GapRule = ({ job }) =>
  job.info.testDeviceId
    ? []
    : [
        gap({
          id: 'device',
          subject: 'Test device',
          missing: 'not chosen',
          touches: 'every prediction',
          needed: true,
        }),
      ];
