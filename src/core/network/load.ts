import type { Job } from '../job/job';
import type { Id } from '../job/records';
import type { Feed, Network } from './feeds';
import { type Access, accessesOf, accessRates } from './delivery';
import { type Prediction, testDevice } from './predict';

/** Most of a channel's airtime that may be used before queues grow (planning). */
export const mostAirtime = 0.8;

/** What happens when every spot uses its need at the same time. */
export interface Load {
  /** Airtime by group of units that share a channel, and what neighbours take of it: 1 = the whole time. */
  channels: { unitIds: Id[]; band: string; airtime: number; busyShare: number; fits: boolean }[];
  wires: { linkId: Id; downMbps: number; allowsMbps: number; fits: boolean }[];
  plan: { downMbps: number; upMbps: number; fits: boolean };
  fits: boolean;
}

/**
 * Everyone at once: on wires the Mbps add up, on a channel the shares of airtime do (demand ÷ rate,
 * both ways). Units joined by a shared-radio hop on a band are on the same channel there; a
 * dedicated radio has a channel of its own.
 */
export function loadOf(job: Job, network: Network, predictions: readonly Prediction[]): Load {
  const device = testDevice(job);
  const feeds = new Map(network.feeds.map((f) => [f.unit.id, f]));
  const airtime = new Map<string, { unitIds: Set<Id>; band: string; airtime: number; busyShare: number }>();
  const wires = new Map<Id, { downMbps: number; allowsMbps: number }>();
  const spend = (group: string, band: string, unitIds: Id[], share: number, busyShare: number) => {
    const entry = airtime.get(group) ?? { unitIds: new Set<Id>(), band, airtime: 0, busyShare };
    entry.busyShare = Math.max(entry.busyShare, busyShare);
    unitIds.forEach((id) => entry.unitIds.add(id));
    entry.airtime += share;
    airtime.set(group, entry);
  };
  const plan = { downMbps: 0, upMbps: 0 };
  for (const p of predictions) {
    const feed = p.unitId === null ? undefined : feeds.get(p.unitId);
    if (!feed || !device || p.rssiDbm === null) continue;
    const access = accessesOf(feed, device, 0).find((a: Access) => a.band === p.band);
    if (!access) continue;
    const { downMbps, upMbps } = p.need;
    plan.downMbps += downMbps;
    plan.upMbps += upMbps;
    // rates are of the time that neighbours leave; here the time itself is counted
    const free = 1 - access.air.busyShare;
    const rates = accessRates(access, p.rssiDbm, p.noise);
    spend(
      channelOf(feed, access.band),
      access.band,
      [feed.unit.id],
      free * (downMbps / rates.down + upMbps / rates.up),
      access.air.busyShare,
    );
    for (const hop of feed.hops) {
      if (!hop.wireless) {
        const wire = wires.get(hop.link.id) ?? { downMbps: 0, allowsMbps: hop.downMbps };
        wire.downMbps += downMbps;
        wires.set(hop.link.id, wire);
        continue;
      }
      const group =
        hop.link.radio === 'dedicated' ? `own ${hop.link.id}` : channelOf(feed, hop.wireless.band);
      spend(
        group,
        hop.wireless.band,
        [hop.from.unit.id, hop.to.unit.id],
        hop.wireless.downAir.share * (downMbps / hop.downMbps + upMbps / hop.upMbps),
        1 - hop.wireless.downAir.share,
      );
    }
  }
  const channels = [...airtime.values()].map((c) => ({
    ...c,
    unitIds: [...c.unitIds],
    fits: c.airtime + c.busyShare <= mostAirtime,
  }));
  const wireList = [...wires].map(([linkId, w]) => ({ linkId, ...w, fits: w.downMbps <= w.allowsMbps }));
  const planFits = plan.downMbps <= job.info.planDownMbps && plan.upMbps <= job.info.planUpMbps;
  return {
    channels,
    wires: wireList,
    plan: { ...plan, fits: planFits },
    fits: planFits && channels.every((c) => c.fits) && wireList.every((w) => w.fits),
  };
}

/** A name for the channel that a unit's access radio is on: that of the first unit it shares the band with. */
function channelOf(feed: Feed, band: string): string {
  let first = feed.unit.id;
  for (const hop of [...feed.hops].reverse()) {
    if (hop.wireless?.band !== band || hop.link.radio !== 'shared') break;
    first = hop.from.unit.id;
  }
  return `${first} ${band}`;
}
