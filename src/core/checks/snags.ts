/** All checks of a plan, run on every edit. */
import { type Job } from '../job/job';
import { isOutdoors } from '../job/site';
import type { Network } from '../network/backhaul';
import type { Scene } from '../propagation/model';
import type { Snag, SnagRule, Sure } from './snag';
import { accessPointOnAir } from './rules/accessPointOnAir';
import { adapterPortSlow } from './rules/adapterPortSlow';
import { cableOld } from './rules/cableOld';
import { cableTooLong } from './rules/cableTooLong';
import { categoryLow } from './rules/categoryLow';
import { channelNotAllowed } from './rules/channelNotAllowed';
import { coaxBlocked } from './rules/coaxBlocked';
import { coaxFilter } from './rules/coaxFilter';
import { coaxNotJoined } from './rules/coaxNotJoined';
import { coaxSplitter } from './rules/coaxSplitter';
import { copperBetweenBuildings } from './rules/copperBetweenBuildings';
import { drillingForbidden } from './rules/drillingForbidden';
import { entryPort } from './rules/entryPort';
import { extenderAsUplink } from './rules/extenderAsUplink';
import { extenderOneName } from './rules/extenderOneName';
import { familyTooLarge } from './rules/familyTooLarge';
import { indoorChannelOutside } from './rules/indoorChannelOutside';
import { indoorUnitOutside } from './rules/indoorUnitOutside';
import { mainFarFromEntry } from './rules/mainFarFromEntry';
import { mainsBeyondSubBoard } from './rules/mainsBeyondSubBoard';
import { mainsBlockedSocket } from './rules/mainsBlockedSocket';
import { mainsOnStrip } from './rules/mainsOnStrip';
import { mainsOtherPhase } from './rules/mainsOtherPhase';
import { mainsTooMany } from './rules/mainsTooMany';
import { noMain } from './rules/noMain';
import { noPowerCable } from './rules/noPowerCable';
import { noSocket } from './rules/noSocket';
import { only24NoName } from './rules/only24NoName';
import { deviceNoCable } from './rules/deviceNoCable';
import { only24Unserved } from './rules/only24Unserved';
import { outdoorCable } from './rules/outdoorCable';
import { overloaded } from './rules/overloaded';
import { plugCoversPlate } from './rules/plugCoversPlate';
import { poeFails } from './rules/poeFails';
import { poeNoSource } from './rules/poeNoSource';
import { portSlow } from './rules/portSlow';
import { portsFull } from './rules/portsFull';
import { radarChannel } from './rules/radarChannel';
import { reusedRouter } from './rules/reusedRouter';
import { sameChannel } from './rules/sameChannel';
import { sixGHzOutside } from './rules/sixGHzOutside';
import { socketAsExtender } from './rules/socketAsExtender';
import { socketSwitched } from './rules/socketSwitched';
import { spotWithoutNeed } from './rules/spotWithoutNeed';
import { testDeviceSlow } from './rules/testDeviceSlow';
import { tooLoud } from './rules/tooLoud';
import { tooManyHops } from './rules/tooManyHops';
import { tooManyUnits } from './rules/tooManyUnits';
import { twoRouters } from './rules/twoRouters';
import { unitByMetal } from './rules/unitByMetal';
import { unitByMicrowave } from './rules/unitByMicrowave';
import { unitInCupboard } from './rules/unitInCupboard';
import { unitInNoRoom } from './rules/unitInNoRoom';
import { unitOnFloor } from './rules/unitOnFloor';
import { unitTipped } from './rules/unitTipped';
import { unitUnfed } from './rules/unitUnfed';
import { unlikeFamilies } from './rules/unlikeFamilies';

/** The rules by name; each is a file of its own. */
export const snagRules: Readonly<Record<string, SnagRule>> = {
  accessPointOnAir,
  adapterPortSlow,
  cableOld,
  cableTooLong,
  categoryLow,
  channelNotAllowed,
  coaxBlocked,
  coaxFilter,
  coaxNotJoined,
  coaxSplitter,
  copperBetweenBuildings,
  drillingForbidden,
  entryPort,
  extenderAsUplink,
  extenderOneName,
  familyTooLarge,
  indoorChannelOutside,
  indoorUnitOutside,
  mainFarFromEntry,
  mainsBeyondSubBoard,
  mainsBlockedSocket,
  mainsOnStrip,
  mainsOtherPhase,
  mainsTooMany,
  noMain,
  noPowerCable,
  noSocket,
  only24NoName,
  deviceNoCable,
  only24Unserved,
  outdoorCable,
  overloaded,
  plugCoversPlate,
  poeFails,
  poeNoSource,
  portSlow,
  portsFull,
  radarChannel,
  reusedRouter,
  sameChannel,
  sixGHzOutside,
  socketAsExtender,
  socketSwitched,
  spotWithoutNeed,
  testDeviceSlow,
  tooLoud,
  tooManyHops,
  tooManyUnits,
  twoRouters,
  unitByMetal,
  unitByMicrowave,
  unitInCupboard,
  unitInNoRoom,
  unitOnFloor,
  unitTipped,
  unitUnfed,
  unlikeFamilies,
};

const rank: Record<Sure, number> = { certain: 0, likely: 1, possible: 2 };

/** What is wrong with a plan, surest first. @param network the planned one. @param rules those that are looked at. */
export function snagsOf(job: Job, scene: Scene, network: Network, rules = snagRules): Snag[] {
  const planned = [...network.placed.values()].map(({ unit, product, at }) => ({
    unit,
    product,
    at,
    outdoors: isOutdoors(job, unit),
  }));
  return Object.entries(rules)
    .flatMap(([rule, check]) =>
      check({ job, scene, network, planned }).map((found, i): Snag => ({
        id: `${rule} ${found.recordId} ${i}`,
        rule,
        ...found,
      })),
    )
    .sort((a, b) => rank[a.sure] - rank[b.sure]);
}
