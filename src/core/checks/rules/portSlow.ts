import type { SnagRule } from '../snag';

/** A main unit whose port is slower than the plan. */
export const portSlow: SnagRule = ({ job, network }) =>
  network.backhauls.flatMap(({ unit, product, hops }) =>
    hops.length === 0 && product.portMbps < job.info.planDownMbps
      ? {
          what: `The WAN port of ${unit.letter} gives ${product.portMbps} Mbps, the contract ${job.info.planDownMbps}`,
          why: 'No spot can get more than this port.',
          sure: 'certain',
          recordId: unit.id,
          repair: null,
        }
      : [],
  );
