import type { SnagRule } from '../snag';

/** A main unit whose port is slower than the plan. */
export const portSlow: SnagRule = ({ job, network }) =>
  network.feeds.flatMap(({ unit, kit, hops }) =>
    hops.length === 0 && kit.portMbps < job.info.planDownMbps
      ? {
          what: `The port of ${unit.letter} gives ${kit.portMbps} Mbps, the plan ${job.info.planDownMbps}`,
          why: 'No spot can get more than the port lets through.',
          sure: 'certain',
          recordId: unit.id,
          repair: null,
        }
      : [],
  );
