import type { Job } from '../job/job';
import type { Id } from '../job/records';
import type { Backhaul, Network } from './backhaul';
import type { Hop } from './hops';
import { type Access, accessesOf, accessRates } from './delivery';
import { type Prediction } from './predict';
import { testDevice } from '../job/testDevice';

/** Most of a channel's airtime that may be used before queues grow (planning); of a shared wire likewise. */
export const mostAirtime = 0.8;

/** A channel or a wire that several share: its time is used up by demand ÷ rate. */
export interface SharedTime {
  unitIds: Id[];
  /** The spots whose needs take of it. */
  spotIds: Id[];
  /** «5 GHz», «5 GHz, a radio of its own», «the coax», «the mains». */
  words: string;
  band: string | null;
  /** Of radios that serve links only. */
  own: boolean;
  /** Share of the time, 1 = the whole; and what neighbours take. */
  airtime: number;
  busyShare: number;
  fits: boolean;
}

/** What happens when every spot uses its need at the same time. */
export interface Load {
  channels: SharedTime[];
  /** What flows over each link, and what it allows alone. */
  links: { linkId: Id; spotIds: Id[]; downMbps: number; upMbps: number; allowsMbps: number; fits: boolean }[];
  plan: { downMbps: number; upMbps: number; fits: boolean };
  fits: boolean;
}

/**
 * Everyone at once: over links the Mbps add up; on a channel, on the coax and on the mains the shares
 * of time do (demand ÷ rate, both ways). Units joined by a shared-radio hop on a band are on the same
 * channel there; links with radios of their own that meet at a unit share that radio's channel; all
 * coax adapters share one medium, and so do all powerline adapters.
 */
export function loadOf(job: Job, network: Network, predictions: readonly Prediction[]): Load {
  const device = testDevice(job);
  const backhauls = new Map(network.backhauls.map((f) => [f.unit.id, f]));
  const times = new Map<
    string,
    Omit<SharedTime, 'unitIds' | 'spotIds' | 'fits'> & { unitIds: Set<Id>; spotIds: Set<Id> }
  >();
  const links = new Map<Id, Omit<Load['links'][number], 'fits'>>();
  const spend = (group: AirtimeGroup, spotId: Id, unitIds: Id[], share: number, busyShare: number) => {
    const { key, ...words } = group;
    const entry = times.get(key) ?? {
      unitIds: new Set<Id>(),
      spotIds: new Set<Id>(),
      ...words,
      airtime: 0,
      busyShare,
    };
    entry.busyShare = Math.max(entry.busyShare, busyShare);
    unitIds.forEach((id) => entry.unitIds.add(id));
    entry.spotIds.add(spotId);
    entry.airtime += share;
    times.set(key, entry);
  };
  const plan = { downMbps: 0, upMbps: 0 };
  for (const p of predictions) {
    const backhaul = p.unitId === null ? undefined : backhauls.get(p.unitId);
    if (!backhaul || !device || p.rssiDbm === null) continue;
    const access = accessesOf(backhaul, device, 0).find((a: Access) => a.band === p.band);
    if (!access) continue;
    const { downMbps, upMbps } = p.need;
    plan.downMbps += downMbps;
    plan.upMbps += upMbps;
    // rates are of the time that neighbours leave; here the time itself is counted
    const free = 1 - access.air.busyShare;
    const rates = accessRates(access, p.rssiDbm, p.noise);
    const share = free * (downMbps / rates.down + upMbps / rates.up);
    spend(
      channelOf(backhaul, backhaul.hops, access.band),
      p.spotId,
      [backhaul.unit.id],
      share,
      access.air.busyShare,
    );
    backhaul.hops.forEach((hop, i) => {
      const ends = [hop.from.unit.id, hop.to.unit.id];
      const flow = links.get(hop.link.id) ?? {
        linkId: hop.link.id,
        spotIds: [],
        downMbps: 0,
        upMbps: 0,
        allowsMbps: hop.downMbps,
      };
      flow.spotIds.push(p.spotId);
      flow.downMbps += downMbps;
      flow.upMbps += upMbps;
      links.set(hop.link.id, flow);
      const time = downMbps / hop.downMbps + upMbps / hop.upMbps;
      if (hop.wireless) {
        const before = backhaul.hops.slice(0, i + 1);
        const group =
          hop.link.radio === 'dedicated'
            ? ownRadio(before, hop.wireless.band)
            : channelOf(backhaul, before, hop.wireless.band);
        spend(group, p.spotId, ends, hop.wireless.downAir.share * time, 1 - hop.wireless.downAir.share);
      } else if (hop.wire) spend(mediumOf(hop), p.spotId, ends, time, 0);
    });
  }
  const channels = [...times.values()].map((c) => ({
    ...c,
    unitIds: [...c.unitIds],
    spotIds: [...c.spotIds],
    fits: c.airtime + c.busyShare <= mostAirtime,
  }));
  const flows = [...links.values()].map((l) => ({ ...l, fits: l.downMbps <= l.allowsMbps }));
  const planFits = plan.downMbps <= job.info.planDownMbps && plan.upMbps <= job.info.planUpMbps;
  return {
    channels,
    links: flows,
    plan: { ...plan, fits: planFits },
    fits: planFits && channels.every((c) => c.fits) && flows.every((l) => l.fits),
  };
}

type AirtimeGroup = Pick<SharedTime, 'words' | 'band' | 'own'> & { key: string };

/** The channel that the last unit of some hops has its access radio on: named after the first unit that is on it too. */
function channelOf(backhaul: Backhaul, hops: readonly Hop[], band: string): AirtimeGroup {
  let first = hops.at(-1)?.to.unit.id ?? backhaul.unit.id;
  for (const hop of [...hops].reverse()) {
    if (hop.wireless?.band !== band || hop.link.radio !== 'shared') break;
    first = hop.from.unit.id;
  }
  return { key: `${first} ${band}`, words: `${band} GHz`, band, own: false };
}

/** The channel of the radios of their own that meet on the way to the last of some hops. */
function ownRadio(hops: readonly Hop[], band: string): AirtimeGroup {
  let first = hops.at(-1)?.from.unit.id ?? '';
  for (const hop of [...hops].reverse()) {
    if (hop.wireless?.band !== band || hop.link.radio !== 'dedicated') break;
    first = hop.from.unit.id;
  }
  return { key: `own ${first} ${band}`, words: `${band} GHz, radios of their own`, band, own: true };
}

const mediumOf = ({ link }: Hop): AirtimeGroup =>
  link.medium === 'coax'
    ? { key: 'coax', words: 'the coax', band: null, own: false }
    : { key: 'mains', words: 'the mains', band: null, own: false };
