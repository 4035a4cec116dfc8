/** What a new cable costs and takes: laid by the metre, a ready-made lead, or fibre. The bill and every option ask here. */
import type { Category } from '../job/records';
import { cableLength } from '../media/wired';

/** Cable with its plugs and ties, € a metre and a run; minutes of a run, a metre and a hole (planning). */
const prices = {
  indoors: { eurPerM: 0.9, eur: 6, minutes: 20, minutesPerM: 1.5, minutesPerHole: 12 },
  outdoors: { eurPerM: 1.4, eur: 8, minutes: 25, minutesPerM: 1.5, minutesPerHole: 12 },
  fibre: { eurPerM: 1.1, eur: 88, minutes: 30, minutesPerM: 1.5, minutesPerHole: 12 },
} as const;

/** Lengths that leads are sold in, m, and what they cost and take (planning). */
const leadsM = [0.5, 1, 2, 3, 5];
const leadEur = (m: number) => 3 + 0.8 * m;
const leadMinutes = 4;

export interface CableRunCost {
  item: string;
  /** A cable is paid by the metre; a ready-made lead by the piece. */
  perMetre: boolean;
  /** Metres to order: with waste, or the length of a lead. */
  metres: number;
  eachEur: number;
  partsEur: number;
  minutes: number;
}

/** A run as its record says. */
export interface CableRunToPrice {
  medium: 'ethernet' | 'fibre';
  category: Category | null;
  lengthM: number;
  /** Holes; null = not counted. */
  holes: number | null;
  /** Does any of it lie out of doors, or lead to another building? */
  outdoors: boolean;
}

const categoryText = (category: Category | null): string => (category ?? 'cat6').replace('cat', 'cat ');

/**
 * Parts and minutes of a run. No hole, indoors, and no longer than the longest lead → a ready-made lead; else cable by the
 * metre with 10 % waste. Example: cat 6, 2.4 m, no hole → a lead of 3 m, 5.40, 4 minutes.
 */
export function cableCost(run: CableRunToPrice): CableRunCost {
  const { medium, category, lengthM, holes, outdoors } = run;
  const lead =
    holes === 0 && !outdoors && medium === 'ethernet' ? leadsM.find((m) => m >= lengthM) : undefined;
  if (lead !== undefined)
    return {
      item: `Ready-made lead, ${categoryText(category)}, ${lead} m`,
      perMetre: false,
      metres: lead,
      eachEur: leadEur(lead),
      partsEur: leadEur(lead),
      minutes: leadMinutes,
    };
  const price = prices[medium === 'fibre' ? 'fibre' : outdoors ? 'outdoors' : 'indoors'];
  const metres = cableLength(lengthM);
  return {
    item:
      medium === 'fibre'
        ? 'Fibre with a converter at each end'
        : `Cable, ${categoryText(category)}${outdoors ? ', outdoor' : ''}, with plugs and ties`,
    perMetre: true,
    metres,
    eachEur: price.eurPerM,
    partsEur: price.eur + metres * price.eurPerM,
    minutes: price.minutes + lengthM * price.minutesPerM + (holes ?? 0) * price.minutesPerHole,
  };
}

/** Less than this a cable indoors costs nowhere, parts and minutes, for ends so far apart as the crow flies, m. */
export const leastCable = (apartM: number): Pick<CableRunCost, 'partsEur' | 'minutes'> =>
  cableCost({ medium: 'ethernet', category: 'cat6', lengthM: apartM, holes: 0, outdoors: false });
