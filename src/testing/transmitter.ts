import type { Point3 } from '@/core/geometry/point';
import type { Scene, Transmitter } from '@/core/propagation/model';
import { makeReceived, receive } from '@/core/propagation/receive';
import { sourceOf } from '@/core/propagation/source';

/** A unit that sends alike in every direction and band, upright. */
export const transmitterAt = (at: Point3, over: Partial<Transmitter> = {}): Transmitter => ({
  at,
  axis: [0, 0, 1],
  patterns: ['isotropic', 'isotropic', 'isotropic'],
  ...over,
});

/** What arrives from a unit at a place. */
export function receivedAt(scene: Scene, transmitter: Transmitter, to: Point3) {
  const out = makeReceived();
  receive(sourceOf(scene, transmitter), ...to, out);
  return out;
}
