import {
  accessFields,
  certaintyLayer,
  type FieldInputs,
  headroomLayer,
  shareAbove,
} from '@/core/coverage/field';
import { type RoomRoaming, roamingOver } from '@/core/coverage/roaming';
import { sureEnough } from '@/core/network/sureEnough';
import type { RoomArea } from './protocol';

/** How a room fares as an area, and who serves where in it. */
export function roomArea(inputs: FieldInputs): { room: RoomArea; roaming: RoomRoaming } {
  const { grid } = inputs;
  const accesses = accessFields(inputs);
  const nodes = grid.inside.length;
  const roaming = roamingOver(accesses, nodes);
  const clings = new Set(roaming.clingsTo.filter((id) => id !== null));
  const share = (values: Float32Array, level: number) => (nodes ? shareAbove(values, level) : null);
  const room: RoomArea = {
    roomId: grid.room.id,
    shareMet: share(headroomLayer(accesses, nodes), 0),
    shareSure: share(certaintyLayer(accesses, nodes), sureEnough),
    cling: [...clings].map((unitId) => ({
      unitId,
      areaM2: roaming.clingsTo.filter((id) => id === unitId).length * grid.stepM ** 2,
    })),
  };
  return { room, roaming };
}
