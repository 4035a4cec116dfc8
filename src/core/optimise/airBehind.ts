/** Units that another new one of their family feeds over the air. */
import { bands, type Product } from '../job/records';
import { radioOf, sourceOfUnit } from '../network/hops';
import { airPairings, linkTo } from '../network/linkTo';
import { signalDbm } from '../network/signal';
import { signalAt } from '../propagation/signalsKept';
import { isBeyond } from './reach';
import type { BehindContext, MediumBehind } from './mediumBehind';
import { overAirEur } from './planningInstance';

/** A link over the air is looked at from this signal on, dBm. */
const leastLinkDbm = -80;
/** Most hops over the air from the main unit to a unit (planning): one more is a snag. */
const mostAirHops = 2;

/** How two products of one family meet: not at 2.4 GHz, and on a radio of its own where there is one. */
const pairingOf = (a: Product, b: Product) =>
  airPairings(a, b)
    .filter((p) => p.band !== '2.4')
    .sort((p, q) => Number(q.radio === 'dedicated') - Number(p.radio === 'dedicated'))[0];

export function airBehind({ job, scene, network, reachM }: BehindContext): MediumBehind {
  return {
    medium: 'wireless',
    may: ({ option, airHops }, { product, unit }) =>
      airHops < mostAirHops &&
      option.product.family !== '' &&
      option.product.family === product.family &&
      // what takes its power over its cable gets none over the air
      product.poeIn === null &&
      option.product.kind !== 'access-point' &&
      !isBeyond(job, option.unit, unit, reachM),
    leastEur: () => 0,
    leastEver: ({ product }) => (product.family !== '' && product.poeIn === null ? overAirEur(job) : null),
    linkTo({ option }, { candidate, product, unit }) {
      const [near, far] = [network.placed.get(option.unit.id), network.placed.get(unit.id)];
      const pairing = pairingOf(option.product, product);
      if (!near || !far || !pairing || candidate.id === option.candidate.id) return null;
      const use = pairing.radio === 'dedicated' ? 'backhaul' : 'access';
      const source = sourceOfUnit(scene, near, use);
      const radio = radioOf(option.product, pairing.band, use);
      const dbm = signalDbm(radio, signalAt(source, far.at), bands.indexOf(pairing.band), near.mountDb);
      if (dbm < leastLinkDbm) return null;
      return {
        link: linkTo(job, unit, option.unit, { medium: 'wireless', ...pairing }),
        also: [],
        label: `wireless, ${pairing.band} GHz, from ${option.candidate.words}`,
        partsEur: 0,
        minutes: 0,
        holes: 0,
      };
    },
  };
}
