/** Power over Ethernet: what a port must give so that a device at the end of a cable gets its power. */

/** Conductor resistance of a pair's two wires side by side and back, Ω per 100 m (planning). */
export const ohmPer100M = { cat5: 9.38, cat5e: 9.38, cat6: 7.6, cat6a: 7.2, cat7: 7.2 } as const;
export type PoeCable = keyof typeof ohmPer100M;

/** What each type gives (standard: IEEE 802.3 af, at, bt): volts at the port, watts at the port and at the device. */
export const poeTypes = {
  af: { volts: 44, sourceW: 15.4, deviceW: 12.95, fourPairs: false },
  at: { volts: 50, sourceW: 30, deviceW: 25.5, fourPairs: false },
  bt3: { volts: 50, sourceW: 60, deviceW: 51, fourPairs: true },
  bt4: { volts: 52, sourceW: 90, deviceW: 71.3, fourPairs: true },
} as const;
export type PoeType = keyof typeof poeTypes;

/** Why a device can't be fed: it wants more than the type gives, no current does it over this cable, or the port is passed. */
export type PoeReason = 'device' | 'cable' | 'port';

export interface PoePort {
  ok: boolean;
  reason?: PoeReason;
  /** null when no current would do. */
  currentA: number | null;
  sourceW: number | null;
  cableLossW: number | null;
  deviceV: number | null;
}

/**
 * Current and power at a port: the device takes P = (V − I R) I, so
 * `I = (V − sqrt(V² − 4 R P)) / (2 R)`; R = Ω per 100 m × length / 100, half over four pairs.
 * @param deviceW watts at the device ≥ 0. @param lengthM ≥ 0.
 * Example: at, 20 W, 75 m, cat6 → 0.42012 A, 21.0061 W, 47.6053 V.
 */
export function poePort(type: PoeType, deviceW: number, lengthM: number, cable: PoeCable): PoePort {
  const { volts, sourceW: most, deviceW: mostAtDevice, fourPairs } = poeTypes[type];
  const ohm = ((ohmPer100M[cable] * lengthM) / 100) * (fourPairs ? 0.5 : 1);
  const root = volts ** 2 - 4 * ohm * deviceW;
  const reasonBefore = deviceW > mostAtDevice ? 'device' : root < 0 ? 'cable' : undefined;
  if (root < 0)
    return {
      ok: false,
      reason: reasonBefore ?? 'cable',
      currentA: null,
      sourceW: null,
      cableLossW: null,
      deviceV: null,
    };
  // the same as (V − √(V² − 4RP)) / 2R, without the difference of two near numbers
  const currentA = (2 * deviceW) / (volts + Math.sqrt(root));
  const sourceW = volts * currentA;
  const reason = reasonBefore ?? (sourceW > most ? 'port' : undefined);
  return {
    ok: reason === undefined,
    ...(reason && { reason }),
    currentA,
    sourceW,
    cableLossW: currentA ** 2 * ohm,
    deviceV: volts - currentA * ohm,
  };
}
