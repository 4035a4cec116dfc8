import type { SnagRule } from '../snag';

/** A main unit whose port is slower than the plan. */
export const portSlow: SnagRule = ({ job, network }) =>
  network.backhauls.flatMap(({ unit, product, hops }) =>
    hops.length === 0 && product.portMbps < job.info.planDownMbps
      ? {
          what: `The port of ${unit.letter} gives ${product.portMbps} Mbps, the plan ${job.info.planDownMbps}`,
          why: 'No spot can get more than the port lets through.',
          sure: 'certain',
          recordId: unit.id,
          repair: null,
        }
      : [],
  );
