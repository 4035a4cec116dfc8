/** Units that another new one of their family feeds over the air. */
import type { Point3 } from '../geometry/point';
import { type Band, bands, type Product, type Radio } from '../job/records';
import { radioOf, sourceOfUnit } from '../network/hops';
import { airPairings, linkTo } from '../network/linkTo';
import { signalDbm } from '../network/signal';
import type { Source } from '../propagation/model';
import { makeReceived, receive } from '../propagation/receive';
import type { BehindContext, MediumBehind } from './mediumBehind';

/** A link over the air is looked at from this signal on, dBm. */
const leastLinkDbm = -80;
/** Most hops over the air from the main unit to a unit (planning): one more is a snag. */
const mostAirHops = 2;

/** Signals from a source to places, each received once for all bands and products. */
function signalsKept() {
  const received = makeReceived();
  const gains = new Map<Source, Map<string, Float64Array>>();
  return (source: Source, radio: Radio | undefined, at: Point3, band: Band, mountDb: readonly number[]) => {
    const of = gains.get(source) ?? new Map<string, Float64Array>();
    gains.set(source, of);
    const key = at.join();
    let gainDb = of.get(key);
    if (!gainDb) {
      receive(source, ...at, received);
      gainDb = received.gainDb.slice();
      of.set(key, gainDb);
    }
    return signalDbm(radio, { gainDb }, bands.indexOf(band), mountDb);
  };
}

/** How two products of one family meet: not at 2.4 GHz, and on a radio of its own where there is one. */
const pairingOf = (a: Product, b: Product) =>
  airPairings(a, b)
    .filter((p) => p.band !== '2.4')
    .sort((p, q) => Number(q.radio === 'dedicated') - Number(p.radio === 'dedicated'))[0];

export function airBehind({ job, scene, network }: BehindContext): MediumBehind {
  const dbmAt = signalsKept();
  return {
    medium: 'wireless',
    may: ({ option, airHops }, { product }) =>
      airHops < mostAirHops &&
      option.product.family !== '' &&
      option.product.family === product.family &&
      option.product.kind !== 'access-point',
    leastEur: () => 0,
    linkTo({ option }, { candidate, product, unit }) {
      const [near, far] = [network.placed.get(option.unit.id), network.placed.get(unit.id)];
      const pairing = pairingOf(option.product, product);
      if (!near || !far || !pairing || candidate.id === option.candidate.id) return null;
      const use = pairing.radio === 'dedicated' ? 'backhaul' : 'access';
      const source = sourceOfUnit(scene, near, use);
      const radio = radioOf(option.product, pairing.band, use);
      if (dbmAt(source, radio, far.at, pairing.band, near.mountDb) < leastLinkDbm) return null;
      return {
        link: linkTo(job, unit, option.unit, { medium: 'wireless', ...pairing }),
        also: [],
        label: `air, ${pairing.band} GHz, from ${option.candidate.words}`,
        partsEur: 0,
        minutes: 0,
        holes: 0,
      };
    },
  };
}
