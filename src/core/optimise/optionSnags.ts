/** Checks of one option by itself: what is certainly wrong with it is never proposed. */
import { snagRules, snagsOf } from '../checks/snags';
import type { Sure } from '../checks/snag';
import { type Job, jobFromRecords } from '../job/job';
import type { AnyRecord, Link, Unit } from '../job/records';
import type { Network } from '../network/backhaul';
import type { PlacedUnit } from '../network/hops';
import type { Scene } from '../propagation/model';

/** Rules that look at a unit, its place and its link alone, whatever else is planned. */
const ownRules = [
  'accessPointOnAir',
  'cableTooLong',
  'coaxBlocked',
  'coaxNotJoined',
  'coaxSplitter',
  'copperBetweenBuildings',
  'drillingForbidden',
  'extenderAsUplink',
  'extenderOneName',
  'indoorUnitOutside',
  'mainsBeyondSubBoard',
  'mainsBlockedSocket',
  'mainsOnStrip',
  'mainsOtherPhase',
  'noSocket',
  'plugCoversPlate',
  'poeFails',
  'poeNoSource',
  'socketSwitched',
  'unitByMetal',
  'unitByMicrowave',
  'unitInCupboard',
  'unitInNoRoom',
] as const;
const rules = Object.fromEntries(
  ownRules.flatMap((name) => (snagRules[name] ? [[name, snagRules[name]]] : [])),
);

/**
 * What the checks find in a unit and its link beside what is kept.
 * @param base the job without the option; a link of null is the unit alone. @param placed the unit in space. @param network for the rules' sake; only its
 * placed units are taken, and only this one.
 */
export function optionSnags(
  base: Job,
  scene: Scene,
  network: Network,
  { unit, link, also }: { unit: Unit; link: Link | null; also: readonly AnyRecord[] },
  placed: PlacedUnit,
): { rule: string; sure: Sure }[] {
  const changed = new Set(also.filter((r) => r.type === 'service').map((r) => r.id));
  const job = jobFromRecords([
    ...[...base.byId.values()].filter((r) => !changed.has(r.id)),
    ...also.filter((r) => changed.has(r.id) || !base.byId.has(r.id)),
    unit,
    ...(link ? [link] : []),
  ]);
  const alone: Network = { ...network, placed: new Map([[unit.id, placed]]) };
  const about = new Set([unit.id, link?.id, link?.toServiceId, link?.fromServiceId]);
  return snagsOf(job, scene, alone, rules)
    .filter((s) => about.has(s.recordId) || s.rule === 'coaxSplitter')
    .map(({ rule, sure }) => ({ rule, sure }));
}

/** A likely snag counts as a second visit of so long, hours (custom). */
const visitHours = 2;

/** What the likely snags of an option count for beside its price, in the job's currency. Example: one, at 45 an hour → 90. */
export const worryEur = (snags: readonly { sure: Sure }[], hourEur: number): number =>
  snags.filter((s) => s.sure === 'likely').length * visitHours * hourEur;
