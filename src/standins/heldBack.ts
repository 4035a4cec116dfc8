/** How well learning does on simulated houses: readings at most spots are learnt from, those held back are foretold. */
import type { Job } from '@/core/job/job';
import { bands, type Spot } from '@/core/job/records';
import { applyEdit, putOne } from '@/core/job/edits';
import { calibrate } from '@/core/calibration/fit';
import { observationsOf } from '@/core/calibration/observations';
import { networkOf } from '@/core/network/backhaul';
import { testDevice } from '@/core/job/testDevice';
import { radioOf, sourceOfUnit } from '@/core/network/hops';
import { noteRun } from '@/core/proof/noteRun';
import { makeReceived, receive } from '@/core/propagation/receive';
import { placeInSpace } from '@/core/propagation/scene';
import type { Scene } from '@/core/propagation/model';
import { hiddenTruth, simulateRun, trueNetwork } from './simulatedHouse';

/** Runs at each spot. */
const runs = 5;

export interface HeldBack {
  /** Error of the foretold signal, dB, without and with learning. */
  before: number[];
  after: number[];
  /** How many are within the 90 % band, without and with. */
  insideBefore: number;
  insideAfter: number;
}

/**
 * Simulates one house by its seed, learns from the readings as found at all spots but those held back,
 * and foretells the signals there from each unit's band that the device would join.
 * @param held which spots are held back.
 */
export function heldBack(
  job: Job,
  scene: Scene,
  seed: number,
  held: (spot: Spot, i: number) => boolean,
): HeldBack {
  const house = applyEdit(job, putOne('x', { ...job.info, simulationSeed: seed })).job;
  const device = testDevice(house);
  const truth = hiddenTruth(house);
  const network = trueNetwork(house, truth, 'before');
  const out: HeldBack = { before: [], after: [], insideBefore: 0, insideAfter: 0 };
  if (!device) return out;
  const take = (spot: Spot) =>
    Array.from({ length: runs }, (_, i) => simulateRun(house, truth, network, spot, device, 'before', i + 1));
  const readings = house.spots.flatMap((spot, i) =>
    held(spot, i)
      ? []
      : take(spot).map((run, k) =>
          noteRun(house, spot, 'before', k + 1, {
            takenAt: '2026-11-05T09:30:00.000Z',
            deviceId: device.id,
            ...run,
            source: 'simulated',
          }),
        ),
  );
  const read = applyEdit(house, putOne('x', ...readings)).job;
  const learnt = calibrate(scene, observationsOf(read, scene));
  const known: Scene = { ...scene, sources: new Map(), posterior: learnt?.posterior ?? null };
  const found = networkOf(house, scene, 'found');
  const received = makeReceived();
  for (const [i, spot] of house.spots.entries()) {
    if (!held(spot, i)) continue;
    const to = placeInSpace(house, spot);
    for (const backhaul of found.backhauls)
      for (const band of [0, 1] as const) {
        const radio = radioOf(backhaul.product, bands[band], 'access');
        if (!radio) continue;
        const signal = (s: Scene) => {
          receive(sourceOfUnit(s, backhaul, 'access'), ...to, received);
          return { dbm: received.gainDb[band] ?? -Infinity, spreadDb: received.spreadDb[band] ?? 1 };
        };
        const [prior, post] = [signal(scene), signal(known)];
        // the true signal at that place, as the device would read it
        receive(sourceOfUnit(truth.scene, backhaul, 'access'), ...to, received);
        const really = (received.gainDb[band] ?? -Infinity) + truth.offset(backhaul.unit, to, band);
        // what no device could read is not held against either
        if (radio.eirpDbm + really < -92) continue;
        const inside = (s: typeof prior) => Math.abs(really - s.dbm) <= 1.645 * s.spreadDb;
        out.before.push(Math.abs(really - prior.dbm));
        out.after.push(Math.abs(really - post.dbm));
        if (inside(prior)) out.insideBefore++;
        if (inside(post)) out.insideAfter++;
      }
  }
  return out;
}
