import { gap, type GapRule, plural } from '../surveyGap';

/** Planning value, dB. */
const otherCircuitDb = 12;

/** Sockets whose circuit nobody traced: a trip through the consumer unit costs 12 dB, another phase or leg 15 dB. */
export const circuits: GapRule = ({ job }) => {
  const untraced = job.services.filter((s) => s.kind === 'socket' && s.circuit === '');
  const [first] = untraced;
  return first
    ? [
        gap({
          id: 'circuits',
          subject: plural(untraced.length, 'socket'),
          missing: 'circuit not traced',
          spreadDb: otherCircuitDb,
          touches: 'powerline links',
          recordId: first.id,
        }),
      ]
    : [];
};
