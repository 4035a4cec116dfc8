/**
 * The tests of all rules, run together: each alone would load the program and build the house anew.
 * One rule: `npx jest checks/rules -t noSocket`.
 */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import './rules/accessPointOnAir.test';
import './rules/adapterPortSlow.test';
import './rules/cableOld.test';
import './rules/cableTooLong.test';
import './rules/categoryLow.test';
import './rules/channelNotAllowed.test';
import './rules/coaxBlocked.test';
import './rules/coaxFilter.test';
import './rules/coaxNotJoined.test';
import './rules/coaxSplitter.test';
import './rules/copperBetweenBuildings.test';
import './rules/drillingForbidden.test';
import './rules/entryPort.test';
import './rules/extenderAsUplink.test';
import './rules/extenderOneName.test';
import './rules/familyTooLarge.test';
import './rules/indoorChannelOutside.test';
import './rules/indoorUnitOutside.test';
import './rules/mainFarFromEntry.test';
import './rules/mainsBeyondSubBoard.test';
import './rules/mainsBlockedSocket.test';
import './rules/mainsOnStrip.test';
import './rules/mainsOtherPhase.test';
import './rules/mainsTooMany.test';
import './rules/noMain.test';
import './rules/noPowerCable.test';
import './rules/noSocket.test';
import './rules/only24NoName.test';
import './rules/only24Unserved.test';
import './rules/outdoorCable.test';
import './rules/overloaded.test';
import './rules/plugCoversPlate.test';
import './rules/poeFails.test';
import './rules/poeNoSource.test';
import './rules/portSlow.test';
import './rules/portsFull.test';
import './rules/radarChannel.test';
import './rules/reusedRouter.test';
import './rules/sameChannel.test';
import './rules/sixGHzOutside.test';
import './rules/socketAsExtender.test';
import './rules/spotWithoutNeed.test';
import './rules/testDeviceSlow.test';
import './rules/tooLoud.test';
import './rules/tooManyHops.test';
import './rules/tooManyUnits.test';
import './rules/twoRouters.test';
import './rules/unitByMetal.test';
import './rules/unitByMicrowave.test';
import './rules/unitInCupboard.test';
import './rules/unitInNoRoom.test';
import './rules/unitOnFloor.test';
import './rules/unitTipped.test';
import './rules/unitUnfed.test';
import './rules/unlikeFamilies.test';

test('every rule has tests, and they are run here', () => {
  const files = readdirSync(join(__dirname, 'rules'));
  const here = readFileSync(__filename, 'utf8');
  const rules = files.filter((f) => !f.endsWith('.test.ts')).map((f) => f.replace('.ts', ''));
  expect(rules.filter((r) => !files.includes(`${r}.test.ts`))).toEqual([]);
  expect(rules.filter((r) => !here.includes(`'./rules/${r}.test'`))).toEqual([]);
});
