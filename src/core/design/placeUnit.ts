import { inRegion } from '../geometry/region';
import { applyEdit, type Edit, putOne } from '../job/edits';
import { freshId, freshLetter } from '../job/fresh';
import type { Job } from '../job/job';
import type { Id, Product, Unit } from '../job/records';
import { backhaulOptions } from '../network/backhaulOptions';
import type { Scene } from '../propagation/model';
import { buildScene } from '../propagation/scene';

/** Height of a unit on a shelf, m. */
const shelfM = 1.2;

/**
 * The edit that puts a new unit of a product at a place: the next letter, and the best link over the air,
 * or the best cable for a switch, where any unit can feed it.
 * @param scene of the job, where there is one already.
 * @throws Error when no letter is free.
 */
export function placeUnit(
  job: Job,
  product: Product,
  at: { storeyId: Id; xM: number; yM: number },
  scene?: Scene,
): { edit: Edit; unit: Unit } {
  const letter = freshLetter(job);
  if (!letter) throw new Error('all letters for units are taken');
  const room = job.rooms.find((r) => r.storeyId === at.storeyId && inRegion(r, at.xM, at.yM));
  const unit: Unit = {
    type: 'unit',
    id: freshId(job, `unit-${letter.toLowerCase()}`),
    letter,
    name: room?.name ?? product.name,
    kitId: product.id,
    ...at,
    heightM: shelfM,
    tiltDeg: 0,
    facingDeg: 0,
    mount: 'shelf',
    channels: { '2.4': null, '5': null, '6': null },
    widths: { '2.4': null, '5': null, '6': null },
    serial: '',
    found: false,
    planned: true,
  };
  const first = !job.units.some((u) => u.planned);
  const withUnit = applyEdit(job, putOne('', unit)).job;
  const best = first
    ? undefined
    : backhaulOptions(withUnit, scene ?? buildScene(withUnit), unit).find(
        (o) =>
          (product.radios.length > 0 ? o.link.medium === 'wireless' : o.link.medium === 'ethernet') &&
          o.whyNot === null &&
          o.downMbps > 0,
      );
  return {
    unit,
    edit: {
      label: `Place ${letter}, ${product.name.toLowerCase()}`,
      put: best ? [unit, best.link] : [unit],
      remove: [],
    },
  };
}
