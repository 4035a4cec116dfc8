/** A stream of numbers that is the same for the same seed. */
export interface Random {
  /** Uniform in [0, 1). */
  uniform: () => number;
  /** Normal with mean 0 and standard deviation 1. */
  normal: () => number;
}

/** A 32-bit seed from any words, so that one spot and run always draw alike (FNV-1a). */
export function seedOf(...parts: (string | number)[]): number {
  let hash = 0x811c9dc5;
  for (const char of parts.join('|')) {
    hash ^= char.codePointAt(0) ?? 0;
    hash = Math.imul(hash, 0x01000193);
  }
  return hash >>> 0;
}

/** A small seeded generator (mulberry32), good for simulation, not for secrets. */
export function random(seed: number): Random {
  let state = seed >>> 0;
  const uniform = () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
  const normal = () => Math.sqrt(-2 * Math.log(1 - uniform())) * Math.cos(2 * Math.PI * uniform());
  return { uniform, normal };
}
