/** Units that another new one, or a switch, feeds by a cable of its own. */
import { siteOf } from '../job/site';
import type { Id, Product } from '../job/records';
import { cableLink } from '../network/backhaulOptions';
import { leastCable } from '../network/cablePrice';
import { type CableEstimate, cableEstimate } from '../media/cableEstimate';
import type { Candidate } from './candidate';
import type { BehindContext, MediumBehind } from './mediumBehind';
import { roomOf } from './programme';
import { hourEur, type PlacedProduct } from './planningInstance';

/** No cable between two new units is longer, m as the crow flies (custom): a longer one comes from the main unit or its switch. */
const farthestM = 15;

/** Kinds that a cable from a new unit feeds; with the ends of cables to devices; the others repeat what they hear, or have the mains for a wire. */
const fed = new Set<Product['kind']>(['node', 'plug-in', 'access-point', 'plate', 'cable']);

const isOutside = ({ kind }: Candidate) => kind === 'eaves' || kind === 'post';

export function cableBehind({ job, scene, network }: BehindContext): MediumBehind {
  const sites = new Map<Id, Id>();
  const siteAt = ({ unit }: Pick<PlacedProduct, 'unit'>): Id => {
    const before = sites.get(unit.storeyId);
    if (before) return before;
    const made = siteOf(job, unit);
    sites.set(unit.storeyId, made);
    return made;
  };
  /** Cables between two places, whatever products stand there. */
  const cables = new Map<string, CableEstimate>();
  const nearM = (a: PlacedProduct['unit'], b: PlacedProduct['unit']): number => {
    const [p, q] = [network.placed.get(a.id)?.at, network.placed.get(b.id)?.at];
    return p && q ? Math.hypot(p[0] - q[0], p[1] - q[1], p[2] - q[2]) : Infinity;
  };
  return {
    medium: 'ethernet',
    may: ({ option }, to) =>
      roomOf(option).ports > 0 &&
      !isOutside(option.candidate) &&
      !isOutside(to.candidate) &&
      fed.has(to.product.kind) &&
      siteAt(option) === siteAt(to) &&
      (option.product.kind === 'switch' || nearM(option.unit, to.unit) <= farthestM),
    leastEur: ({ option }, { unit }) => {
      const { partsEur, minutes } = leastCable(nearM(option.unit, unit));
      return partsEur + (minutes / 60) * hourEur;
    },
    leastEver(to) {
      if (isOutside(to.candidate) || !fed.has(to.product.kind)) return null;
      const { partsEur, minutes } = leastCable(0);
      return partsEur + (minutes / 60) * hourEur;
    },
    linkTo({ option }, { candidate, unit }) {
      const key = `${option.candidate.id} ${candidate.id}`;
      const cable = cables.get(key) ?? cableEstimate(job, scene, option.unit, unit);
      cables.set(key, cable);
      if (cable.whyNot) return null;
      const { link, also, costEur, minutes, holes } = cableLink(job, unit, option.unit, cable, 'ethernet');
      return {
        ...{ link, also, minutes, holes, partsEur: costEur },
        label: `Ethernet, cat 6, from ${option.candidate.words}`,
      };
    },
  };
}
