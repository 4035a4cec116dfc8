/** Powerline links: carriers over the mains, each with its own signal, noise and bits. */

/** Distance of carriers, MHz, and the first one. */
const stepMHz = 0.024414;
const firstMHz = 1.8;
/** Bands of radio amateurs, MHz, ends included: carriers there carry nothing. */
const notches: readonly (readonly [number, number])[] = [
  [1.8, 2],
  [3.5, 4],
  [5.25, 5.45],
  [7, 7.3],
  [10.1, 10.15],
  [14, 14.35],
  [18.068, 18.168],
  [21, 21.45],
  [24.89, 24.99],
  [28, 29.7],
  [50, 52],
  [70, 70.5],
];
/** Transmit power, dBm/Hz, up to 30 MHz and above. */
const sendUpTo30 = -50;
const sendAbove30 = -80;
const couplingDb = 10;
const tapDb = 3;
/** Distance from the limit that a receiver keeps, dB; most bits of a carrier; share left after coding; gain of two pairs of wires. */
const gapDb = 9;
const mostBits = 12;
const codingShare = 0.75;
const mimoGain = 1.7;
/** Share of the rate that arrives as data. */
const dataShare = 0.5;

export const topsMHz = [30, 68, 86] as const;
export type TopMHz = (typeof topsMHz)[number];
export type MainsNoise = 'quiet' | 'noisy';

/** What the way over the mains costs on top of its length and taps, dB (planning). */
export const extraDb = {
  /** Through the consumer unit, to another circuit. */
  consumerUnit: 12,
  /** Another phase or leg. */
  otherPhase: 15,
  /** A residual-current or arc-fault breaker on the way. */
  breaker: 6,
  /** A surge-protected strip at an end. */
  strip: 22,
  /** A sub-board on the way. */
  subBoard: 10,
} as const;

export interface PowerlineInput {
  /** Length of the wire, m ≥ 0. */
  lengthM: number;
  /** Sockets passed on the way. */
  taps: number;
  extraDb: number;
  noise: MainsNoise;
  topMHz: TopMHz;
  mimo: boolean;
}

const noiseDbmPerHz: Record<MainsNoise, (mhz: number) => number> = {
  quiet: (f) => -140 + 38.75 * f ** -0.72,
  noisy: (f) => -145 + 53.23 * f ** -0.337,
};

/**
 * Physical rate and goodput of one pair of adapters alone, Mbps (planning): per carrier
 * `bits = min(12, log2(1 + 10^((SNR − 9)/10)))`, attenuation
 * `8.686 · 7.8e−10 · f_Hz · length + 3 taps + extra` and 10 dB coupling; PHY = Σ bits × 24 414 × 0.75,
 * × 1.7 for MIMO; goodput half of it.
 * Example: 12 m, 3 taps, quiet, 86 MHz → PHY 552.3; 28 m, 7 taps, 12 dB, noisy → 108.3.
 */
export function powerline(input: PowerlineInput): { phyMbps: number; goodputMbps: number } {
  const { lengthM, taps, noise, topMHz, mimo } = input;
  const { mhz, quietSnrDb } = carriersOf(noise, topMHz);
  const perMHz = 8.686 * 7.8e-10 * 1e6 * lengthM;
  const fixed = tapDb * taps + input.extraDb + couplingDb + gapDb;
  let bits = 0;
  for (let i = 0; i < mhz.length; i++) {
    const db = (quietSnrDb[i] as number) - perMHz * (mhz[i] as number) - fixed;
    bits += db >= fullDb ? mostBits : Math.log1p(Math.exp(db * perDb)) * perBit;
  }
  const phyMbps = bits * stepMHz * codingShare * (mimo ? mimoGain : 1);
  return { phyMbps, goodputMbps: phyMbps * dataShare };
}

/** From here on a carrier is full: 12 bits, dB over the gap; and log2(1 + 10^(x/10)) by natural logarithms. */
const fullDb = 10 * Math.log10(2 ** mostBits - 1);
const perDb = Math.LN10 / 10;
const perBit = 1 / Math.LN2;

interface Carriers {
  mhz: Float64Array;
  /** Transmit power over noise, without any loss, dB. */
  quietSnrDb: Float64Array;
}
const known = new Map<string, Carriers>();

/** The carriers outside the notches; the same for every link of a kind. */
function carriersOf(noise: MainsNoise, topMHz: TopMHz): Carriers {
  const key = `${noise} ${topMHz}`;
  const before = known.get(key);
  if (before) return before;
  const count = Math.floor((topMHz - firstMHz) / stepMHz) + 1;
  const mhz = Float64Array.from({ length: count }, (_, i) => firstMHz + i * stepMHz).filter(
    (f) => !notches.some(([low, high]) => f >= low && f <= high),
  );
  const carriers = {
    mhz,
    quietSnrDb: mhz.map((f) => (f <= 30 ? sendUpTo30 : sendAbove30) - noiseDbmPerHz[noise](f)),
  };
  known.set(key, carriers);
  return carriers;
}
