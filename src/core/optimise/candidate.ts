/** A place where a unit can really be. */
import type { Id, Mount } from '../job/records';

export interface Candidate {
  /** Made of its kind and the socket, outlet, room or side that it is by: the same as long as those are. */
  id: string;
  kind: 'shelf' | 'socket' | 'wall' | 'ceiling' | 'plate' | 'eaves' | 'post' | 'device';
  /** In words, for example «by Socket 3, Parlour». */
  words: string;
  storeyId: Id;
  xM: number;
  yM: number;
  heightM: number;
  mount: Mount;
  /** Where a unit's face or top looks, see Unit. */
  tiltDeg: number;
  /** The socket or outlet that it is by. */
  serviceId: Id | null;
  /** Set for a place aside: the place that stands for it where people speak of places. */
  asideOf?: string;
  /** Set for the end of a cable: the device that it goes to. */
  deviceId?: Id;
  /** Set for a place beside a unit that is kept. */
  besideId?: Id;
}
