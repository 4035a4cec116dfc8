/**
 * SIMULATED units for training: what a unit's light and page would say at a moment, from what was done to
 * it until then. Delays and faults are seeded; the quality of its link comes from the hidden truth.
 */
import { get, type Job } from '@/core/job/job';
import type { Id, Product } from '@/core/job/records';
import { pairingWindowS } from '@/core/install/step';
import type { LightState } from '@/core/job/productSetup';
import { trueJob } from '@/core/practice/practiceJob';
import { random, seedOf } from '@/core/statistics/random';
import { hiddenTruth, trueNetwork } from './simulatedHouse';

export type UnitAct =
  /** Plugged in on the bench, or at its place. */
  'plug-bench' | 'plug-place' | 'unplug' | 'app-looks' | 'press' | 'update' | 'reset';
export interface UnitEvent {
  atS: number;
  unitId: Id;
  act: UnitAct;
}

export type UnitState =
  'off' | 'booting' | 'ready' | 'pairing' | 'joining' | 'updating' | 'good' | 'fair' | 'poor' | 'lost';

export interface SimulatedUnit {
  unitId: Id;
  state: UnitState;
  /** What its light shows, in words. */
  light: string;
  /** What its page would say. */
  says: string;
}

/** Faults that a unit may have, each once. */
export type Fault = 'none' | 'deaf-once' | 'slow-boot' | 'long-update' | 'drops-once';
const faults: readonly Fault[] = ['none', 'none', 'deaf-once', 'slow-boot', 'long-update', 'drops-once'];

/** The fault of a unit in a job: the same each time. */
export const faultOf = (job: Job, unitId: Id): Fault =>
  faults[Math.floor(random(seedOf(job.info.simulationSeed, 'fault', unitId)).uniform() * faults.length)] ??
  'none';

interface Delays {
  bootS: number;
  joinS: number;
  updateS: number;
  settleS: number;
}
function delaysOf(job: Job, unitId: Id): Delays {
  const r = random(seedOf(job.info.simulationSeed, 'delay', unitId));
  const drawn = (min: number, spread: number) => 60 * min * Math.exp(spread * r.normal());
  const fault = faultOf(job, unitId);
  return {
    bootS: drawn(2, 0.2) * (fault === 'slow-boot' ? 2.2 : 1),
    joinS: drawn(1, 0.3),
    updateS: drawn(5, 0.4) * (fault === 'long-update' ? 2.5 : 1),
    settleS: drawn(2, 0.25),
  };
}

/** How well each planned unit is truly linked: of its wire always good, of its radio by what arrives, dBm. */
export function trueLinks(job: Job): ReadonlyMap<Id, 'good' | 'fair' | 'poor'> {
  const real = trueJob(job);
  const network = trueNetwork(real, hiddenTruth(real), 'after');
  return new Map(
    job.units
      .filter((u) => u.planned)
      .map((u) => {
        const hop = network.backhauls.find((f) => f.unit.id === u.id)?.hops.at(-1);
        const dbm = hop?.wireless?.downDbm;
        const unfed = network.withoutUplink.some((f) => f.unit.id === u.id);
        return [u.id, unfed ? 'poor' : dbm === undefined || dbm > -67 ? 'good' : dbm > -77 ? 'fair' : 'poor'];
      }),
  );
}

/** What the light of a unit says in a state; the first that the product has. */
const shown: Record<UnitState, readonly LightState[]> = {
  off: [],
  booting: ['starting'],
  ready: ['ready'],
  pairing: ['ready'],
  joining: ['joining', 'ready'],
  updating: ['updating', 'starting'],
  good: ['good'],
  fair: ['fair', 'poor'],
  poor: ['poor'],
  lost: ['no-link', 'poor'],
};
const words: Record<UnitState, string> = {
  off: 'no power',
  booting: 'starting',
  ready: 'waits to be added',
  pairing: 'listens for the app',
  joining: 'is joining',
  updating: 'takes its firmware',
  good: 'joined, good link',
  fair: 'joined, fair link',
  poor: 'joined, weak link',
  lost: 'no link',
};

function lightOf(product: Product, state: UnitState): string {
  if (state === 'off') return 'dark';
  const light = shown[state]
    .map((says) => product.lights.find((l) => l.state === says))
    .find((l) => l !== undefined);
  return light?.colour ?? (state === 'good' || state === 'fair' || state === 'poor' ? 'steady' : 'blinking');
}

/** The state of one unit at a time, by playing its events. */
function stateAt(
  job: Job,
  unitId: Id,
  events: readonly UnitEvent[],
  atS: number,
  link: 'good' | 'fair' | 'poor',
): UnitState {
  const { bootS, joinS, updateS, settleS } = delaysOf(job, unitId);
  const fault = faultOf(job, unitId);
  // a main unit joins nobody: it is on from the beginning
  const main = !job.links.some((l) => l.unitId === unitId);
  /** When it joined, or will have; Infinity = not. */
  let joinAtS = main ? 0 : Infinity;
  let place: 'bench' | 'place' = 'bench';
  let presses = 0;
  /** Since when it has power, and is in a passing state. */
  let onS = main ? 0 : -1;
  let readyS = main ? 0 : Infinity;
  let pressS = -Infinity;
  let updateFromS = -Infinity;
  let carries = 0;
  let looking: number[] = [];
  const others = events.filter((e) => e.unitId !== unitId && e.act === 'update' && e.atS <= atS);
  const busyElsewhere = (t: number) =>
    others.some((e) => t >= e.atS && t < e.atS + delaysOf(job, e.unitId).updateS);
  const now = (t: number): UnitState => {
    if (onS < 0) return 'off';
    if (t < readyS) return 'booting';
    if (t < updateFromS + updateS) return 'updating';
    if (t >= joinAtS) {
      if (place === 'place') {
        // the first minutes say nothing; one kind of fault loses its link once, until it is plugged in again
        if (t < onS + settleS) return 'lost';
        return fault === 'drops-once' && carries === 1 ? 'lost' : link;
      }
      return 'good';
    }
    if (joinAtS < Infinity) return 'joining';
    if (t >= pressS && t < pressS + pairingWindowS) return 'pairing';
    return 'ready';
  };
  for (const e of [...events].sort((a, b) => a.atS - b.atS)) {
    if (e.atS > atS) break;
    if (e.unitId !== unitId) continue;
    switch (e.act) {
      case 'plug-bench':
      case 'plug-place':
        if (onS < 0) {
          onS = e.atS;
          readyS = e.atS + bootS;
        }
        place = e.act === 'plug-bench' ? 'bench' : 'place';
        if (e.act === 'plug-place') carries++;
        break;
      case 'unplug':
        // in the middle of an update it has to begin again
        onS = -1;
        if (e.atS < joinAtS) joinAtS = Infinity;
        updateFromS = -Infinity;
        break;
      case 'app-looks':
        looking = [...looking, e.atS];
        break;
      case 'press':
        if (now(e.atS) === 'ready' || now(e.atS) === 'pairing') {
          presses++;
          pressS = e.atS;
          const heard = looking.some((l) => l <= pressS && l > pressS - 600);
          const deaf = fault === 'deaf-once' && presses === 1;
          if (heard && !deaf && !busyElsewhere(pressS)) joinAtS = pressS + joinS;
        }
        break;
      case 'update':
        if (e.atS >= joinAtS || main) updateFromS = e.atS;
        break;
      case 'reset':
        joinAtS = Infinity;
        readyS = e.atS + bootS;
        break;
    }
  }
  return now(atS);
}

/** All planned units at a moment. @param links from `trueLinks`. @param atS seconds of the rehearsal's own clock. */
export function simulatedUnits(
  job: Job,
  events: readonly UnitEvent[],
  atS: number,
  links: ReadonlyMap<Id, 'good' | 'fair' | 'poor'>,
): SimulatedUnit[] {
  return job.units
    .filter((u) => u.planned)
    .map((u) => {
      const state = stateAt(job, u.id, events, atS, links.get(u.id) ?? 'good');
      return {
        unitId: u.id,
        state,
        light: lightOf(get(job, 'kit', u.kitId), state),
        says: `${u.letter} ${words[state]}`,
      };
    });
}
