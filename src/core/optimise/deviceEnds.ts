/** Fixed devices as ends of a cable: a candidate place with a product that costs nothing and serves its device. */
import { makeRecord } from '../job/make';
import { find, type Job } from '../job/job';
import { needOf } from '../job/needs';
import type { FixedDevice, Id } from '../job/records';
import { siteOf } from '../job/site';
import type { Backhaul } from '../network/backhaul';
import { overCable } from '../network/fixedDevices';
import type { Candidate } from './candidate';
import { unitAt } from './candidates';
import { type CandidateOption, type PlacedProduct, wiredWorthEur } from './planningInstance';
import { deviceSpots, enoughHeadroomDb } from './spotServices';

const candidateOf = ({ id, name, storeyId, xM, yM, heightM }: FixedDevice): Candidate => ({
  ...{ id: `cable-${id}`, kind: 'device', deviceId: id, words: name, storeyId, xM, yM, heightM },
  ...{ mount: 'shelf', tiltDeg: 0, serviceId: null },
});

/** The ends of cables that a plan may lay: to each device with a port that has none yet. */
export function deviceEnds(job: Job): PlacedProduct[] {
  return deviceSpots(job).flatMap(({ id }) => {
    const device = find(job, 'fixedDevice', id);
    if (!device || device.portMbps === 0) return [];
    const candidate = candidateOf(device);
    const product = makeRecord({
      ...{ type: 'kit', id: `kit-cable-${id}`, name: `Cable to ${device.name}`, kind: 'cable' },
      ...{ radios: [], portMbps: device.portMbps, weatherproof: true, priceEur: 0, fitMinutes: 0, note: '' },
      ...{ ports: 0, poeIn: device.poe === 'none' ? null : device.poe, powerW: device.poeW },
    });
    return [{ candidate, product, unit: unitAt(product, candidate, `p-${candidate.id}`, 'Z9') }];
  });
}

/** May copper be laid to a device from where a unit stands: not from another building. */
export const mayLay = (job: Job, end: PlacedProduct, fromUnitId: Id): boolean => {
  const from = find(job, 'unit', fromUnitId);
  return from !== undefined && siteOf(job, from) === siteOf(job, end.candidate);
};

/** What a cable gives its device, by what feeds the unit at the other end. */
export function servesOfEnd(
  job: Job,
  candidate: Candidate,
  backhaul: Backhaul,
): Pick<CandidateOption, 'serves' | 'draws'> {
  const device = find(job, 'fixedDevice', candidate.deviceId);
  if (!device) return { serves: new Map(), draws: new Map() };
  // the end itself is the last hop
  const before = { ...backhaul, hops: backhaul.hops.slice(0, -1) };
  const { certainty, downMbps } = overCable(
    before,
    device,
    needOf(job, device.activityIds),
    job.info.streetLatencyMs,
  );
  const draws = new Map([[device.id, { certainty, headroomDb: enoughHeadroomDb, downMbps, dbm: 0 }]]);
  return { serves: draws, draws };
}

/** Devices that get a cable wherever wired is preferred, since one costs no more than that is worth. */
export const cabledFirst = (job: Job, ends: readonly CandidateOption[]): Set<Id> =>
  new Set(
    job.info.preferWired
      ? ends
          .filter((c) => c.parent === null && c.costEur <= wiredWorthEur && c.serves.size > 0)
          .flatMap((c) => c.candidate.deviceId ?? [])
      : [],
  );
