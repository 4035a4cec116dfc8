/** The layers of a storey, room by room: grids and fields are kept as long as nothing that they hang on changed. */
import { posteriorField } from '@/core/calibration/posteriorField';
import {
  accessFields,
  type FieldInputs,
  layerOver,
  noiseField,
  unitField,
  type UnitField,
} from '@/core/coverage/field';
import { gridsOf, type RoomGrid } from '@/core/coverage/grid';
import { type Isoband, isobands } from '@/core/coverage/isolines';
import { roamingOver } from '@/core/coverage/roaming';
import { get, type Job } from '@/core/job/job';
import type { Device, Id, Room } from '@/core/job/records';
import type { Backhaul, Network } from '@/core/network/backhaul';
import { type KeptJob, learntScene, networkFor } from './keptJob';
import { type FieldRequest, indoorStepM, layerLevels, outdoorStepM, type RoomField } from './protocol';

const fieldKeys = new WeakMap<Backhaul, string>();

/** All of a unit that its field hangs on. */
function fieldKey(backhaul: Backhaul): string {
  const { at, axis, mountDb, product } = backhaul;
  const key = fieldKeys.get(backhaul) ?? JSON.stringify([at, axis, mountDb, product.radios]);
  fieldKeys.set(backhaul, key);
  return key;
}

/** @param times how much wider than the finest grid; from 2 on every second node is left out. */
export function gridsFor({ job, grids }: KeptJob, storeyId: Id, times: 1 | 2 | 3): RoomGrid[] {
  const name = `${storeyId} ${times}`;
  const known = grids.get(name);
  if (known?.rooms === job.rooms) return known.grids;
  const here = (rooms: readonly Room[]) => JSON.stringify(rooms.filter((r) => r.storeyId === storeyId));
  if (known && here(known.rooms) === here(job.rooms)) {
    grids.set(name, { ...known, rooms: job.rooms });
    return known.grids;
  }
  const building = get(job, 'building', get(job, 'storey', storeyId).buildingId);
  const step = building.kind === 'outdoors' ? outdoorStepM : indoorStepM;
  const made = gridsOf(job, storeyId, times * step, times > 1);
  grids.set(name, { rooms: job.rooms, grids: made });
  return made;
}

function fieldsOver({ scene, fields }: KeptJob, grid: RoomGrid, network: Network): Map<Id, UnitField> {
  const known = fields.get(grid) ?? new Map<Id, { key: string; field: UnitField }>();
  fields.set(grid, known);
  return new Map(
    network.backhauls.map((backhaul) => {
      const { unit } = backhaul;
      const key = fieldKey(backhaul);
      const last = known.get(unit.id);
      const field = last?.key === key ? last.field : unitField(scene, backhaul, grid);
      known.set(unit.id, { key, field });
      return [unit.id, field];
    }),
  );
}

/** All that the layers of a room hang on. */
export function inputsOver(
  kept: KeptJob,
  { job, network }: { job: Job; network: Network },
  device: Device,
  grid: RoomGrid,
): FieldInputs {
  const { scene, noise } = kept;
  const here = noise.get(grid) ?? noiseField(scene, network.disturbers, grid);
  noise.set(grid, here);
  return { job, network, device, grid, fields: fieldsOver(kept, grid, network), noise: here };
}

/** The region of a room that met its need as found. */
function metBefore(kept: KeptJob, grid: RoomGrid, device: Device): Isoband | null {
  const { before } = kept;
  const known = before.get(grid);
  if (known !== undefined) return known;
  const inputs = inputsOver(kept, networkFor(kept, 'found'), device, grid);
  const values = layerOver(inputs, 'headroom', '5');
  const region = isobands(grid, values, [0])[0] ?? null;
  before.set(grid, region);
  return region;
}

/** What is drawn of a layer in one room. */
export function roomField(kept: KeptJob, inputs: FieldInputs, request: FieldRequest): RoomField {
  const { grid, device } = inputs;
  const room = {
    roomId: grid.room.id,
    unitIds: [],
    cling: null,
    metBefore: request.shortBefore ? metBefore(kept, grid, device) : null,
  };
  if (request.layer !== 'units') {
    const values =
      request.layer === 'taught'
        ? posteriorField(learntScene(kept), inputs.network, grid, request.band)
        : layerOver(inputs, request.layer, request.band);
    return { ...room, bands: isobands(grid, values, layerLevels[request.layer]) };
  }
  const { serving, clingsTo } = roamingOver(accessFields(inputs), grid.inside.length);
  const unitIds = [...new Set(serving)].filter((id) => id !== null);
  const mask = (test: (i: number) => boolean) =>
    isobands(
      grid,
      Float32Array.from(serving, (_, i) => (test(i) ? 1 : 0)),
      [0.5],
    );
  return {
    ...room,
    unitIds,
    bands: unitIds.flatMap((id) => mask((i) => serving[i] === id)),
    cling: clingsTo.some((id) => id !== null) ? (mask((i) => clingsTo[i] !== null)[0] ?? null) : null,
    metBefore: null,
  };
}
