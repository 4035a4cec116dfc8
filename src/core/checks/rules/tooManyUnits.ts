import type { SnagRule } from '../snag';

/** More than five units joined over the air (planning: makers advise five or six at most). */
export const tooManyUnits: SnagRule = ({ job, network, planned }) => {
  const overAir = network.backhauls.filter((f) => f.hops.some((h) => h.wireless)).length;
  const [first] = planned;
  return overAir > 5 && first
    ? [
        {
          what: `${overAir} units are linked wirelessly`,
          why: 'Each unit takes airtime from the others. Two or three are usual. Makers advise at most five or six.',
          sure: 'likely',
          recordId: job.info.id,
          repair: null,
        },
      ]
    : [];
};
