import type { Job } from '../job/job';
import { bands, type Id, type Product, type Link, type Unit } from '../job/records';
import { radioOf } from './hops';

/** The link that feeds a unit from another, under the id of the one it has; what is not given is empty. */
export const linkTo = (
  job: Job,
  unit: Pick<Unit, 'id'>,
  from: Pick<Unit, 'id'>,
  way: Pick<Link, 'medium'> & Partial<Link>,
): Link => ({
  type: 'link',
  id: job.links.find((l) => l.unitId === unit.id)?.id ?? `link-${unit.id}`,
  unitId: unit.id,
  fromUnitId: from.id,
  radio: null,
  band: null,
  lengthM: null,
  category: null,
  holes: null,
  points: [],
  channel: null,
  fromServiceId: null,
  toServiceId: null,
  adapterKitId: null,
  ...way,
});

/** Does `from` (directly or over others) hang on `unitId`? Then it can't feed it. */
export function uplinksInCircle(job: Job, unitId: Id, from: Id): boolean {
  let at: Id | undefined = from;
  for (let i = 0; at !== undefined && i <= job.links.length; i++) {
    if (at === unitId) return true;
    at = job.links.find((l) => l.unitId === at)?.fromUnitId;
  }
  return false;
}

/** How two products can meet over the air, band by band: on radios of their own, on the shared ones. */
export function airPairings(
  a: Product,
  b: Product,
): { band: Link['band'] & string; radio: Link['radio'] & string }[] {
  return bands.flatMap((band) => [
    ...(radioOf(a, band, 'backhaul') && radioOf(b, band, 'backhaul')
      ? [{ band, radio: 'dedicated' as const }]
      : []),
    ...(radioOf(a, band, 'access') && radioOf(b, band, 'access') ? [{ band, radio: 'shared' as const }] : []),
  ]);
}
