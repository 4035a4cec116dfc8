import { signalDbm } from '../network/signal';
import { bands, type Band } from '../job/records';
import type { RoomGrid } from '../coverage/grid';
import type { Network } from '../network/backhaul';
import { radioOf, sourceOfUnit } from '../network/hops';
import type { Scene } from '../propagation/model';
import { makeReceived, receive } from '../propagation/receive';

/**
 * What readings change over a room, dB: of the unit heard strongest in a band, how far its signal is from
 * the one computed without them; walls, unit, distance and the smooth field that is left over, together.
 * 0 where no unit is heard, and everywhere in a scene without anything taught.
 * @returns one value per node inside.
 */
export function posteriorField(scene: Scene, network: Network, grid: RoomGrid, band: Band): Float32Array {
  const b = bands.indexOf(band);
  const out = new Float32Array(grid.inside.length);
  const strongest = new Float32Array(out.length).fill(-Infinity);
  const received = makeReceived();
  for (const backhaul of network.backhauls) {
    const radio = radioOf(backhaul.product, band, 'access');
    if (!radio) continue;
    const tree = sourceOfUnit(scene, backhaul, 'access');
    for (let i = 0; i < out.length; i++) {
      receive(
        tree,
        grid.at[i * 3] as number,
        grid.at[i * 3 + 1] as number,
        grid.at[i * 3 + 2] as number,
        received,
      );
      const dbm = signalDbm(radio, received, b, backhaul.mountDb);
      if (!(dbm > (strongest[i] as number))) continue;
      strongest[i] = dbm;
      out[i] = received.correctionDb[b] ?? 0;
    }
  }
  return out;
}
