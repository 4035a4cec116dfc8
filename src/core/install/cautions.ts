/** Cautions, each at the step where it matters. Local codes and licensed practice come before all of them. */
export const cautions = {
  mains:
    'Isolate the circuit. Lock it off. Prove it dead with a voltage tester before you touch a socket plate.',
  board:
    'Do not open a meter cupboard or consumer unit. Keep cables and units clear of it. Leave work in it to a licensed electrician.',
  socket: 'Plug the adapter directly into a wall socket. Never use a power strip. Never stack adapters.',
  drilling:
    'Get the owner’s permission. Locate cables and pipes. Do not drill load-bearing or fire-rated walls without approval. Stop if you suspect lead or asbestos. Reseal fire-rated walls.',
  cabling:
    'Use cable of the fire class that local codes ask for. Keep it apart from mains cables, and cross them at right angles.',
  ladder:
    'Set the ladder on firm, level ground. Have a second person hold it. Stop in wind or rain. Keep clear of overhead lines.',
  alone: 'Do not work here alone. Tell someone where you are and when you will be back.',
  copper:
    'Use fibre between buildings. If copper is unavoidable, fit surge protection at both ends, earthed to local rules. Stop if thunder is near.',
  outdoor: 'Use outdoor-rated cable and a weatherproof unit. Form a drip loop. Seal the entry.',
  digging: 'Before you dig, find out what is buried: power, gas, water, drains. Dig by hand near it.',
  thunder: 'Stop if thunder is near. Stay away from masts, ladders and cables outdoors.',
  fibre:
    'Never look into a fibre or port. Wear eye protection when you cut fibre. Collect every shard on tape.',
  coax: 'Do not disconnect the coax shield bond at the entry.',
  attic: 'Step on joists only. Do not touch wiring or disturb insulation. Leave if it gets too hot.',
  radio:
    'Set the country first. Stay within its channels and power limits. Use low-power 6 GHz indoors only.',
  household:
    'Tell the household before the line or a circuit goes off. Ask first whether an alarm, a medical device, a lift or emergency calls depend on it.',
  passwords:
    'Set different Wi-Fi and administrator passwords. Replace both label passwords. Do not photograph or email them.',
} as const;
export type CautionId = keyof typeof cautions;

/** Stands under every list of cautions. */
export const localCodes = 'Follow local codes. Leave mains work to a licensed electrician.';

/** From this height above the floor on a ladder is needed, m (planning). */
const ladderFromM = 2;

/** What putting a unit to its place asks for by its height alone. */
export const atHeight = ({ heightM, mount }: { heightM: number; mount: string }): CautionId[] =>
  heightM > ladderFromM || mount === 'ceiling' || mount === 'pole' ? ['ladder'] : [];
