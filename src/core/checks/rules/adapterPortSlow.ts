import { find } from '../../job/job';
import type { SnagRule } from '../snag';

/** An adapter whose port is slower than its medium. */
export const adapterPortSlow: SnagRule = ({ job, network }) =>
  network.backhauls.flatMap(({ unit, hops }) => {
    const hop = hops.at(-1);
    const adapter = find(job, 'kit', hop?.link.adapterKitId);
    if (!hop?.wire || !adapter || hop.to.unit.id !== unit.id) return [];
    const medium = hop.wire.mediumMbps(0);
    return adapter.portMbps < medium * 0.9 && adapter.portMbps < job.info.planDownMbps
      ? {
          what: `The adapter of ${unit.letter} has a port of ${adapter.portMbps} Mbps on a link for ${Math.round(medium)}`,
          why: 'The port is then the bottleneck, not the wire in the wall.',
          sure: 'certain',
          recordId: hop.link.id,
          repair: null,
        }
      : [];
  });
