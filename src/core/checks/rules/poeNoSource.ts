import { poePort } from '../../media/poe';
import { cables } from '../near';
import type { SnagRule } from '../snag';

/** A unit fed over its cable from one that gives no power, or not enough for all that hang on it. */
export const poeNoSource: SnagRule = ({ job, planned }) => {
  const kitOf = (id: string) => planned.find((p) => p.unit.id === id)?.kit;
  const fed = cables(job).filter(({ link, to }) => link.medium === 'ethernet' && kitOf(to.id)?.poeIn);
  return fed.flatMap(({ link, from, to, letter }) => {
    const [source, kit] = [kitOf(from.id), kitOf(to.id)];
    if (!source || !kit) return [];
    const wanted = fed
      .filter((l) => l.from.id === from.id)
      .reduce((sum, l) => {
        const k = kitOf(l.to.id);
        const port = k?.poeIn && poePort(k.poeIn, k.powerW, l.link.lengthM ?? 0, l.link.category ?? 'cat6');
        return sum + ((port && port.sourceW) || 0);
      }, 0);
    const why =
      source.poePorts === 0
        ? `${from.letter} gives no power over its ports: an injector or a switch with power is needed between.`
        : source.poeBudgetW !== null && wanted > source.poeBudgetW
          ? `All that hang on ${from.letter} want ${wanted.toFixed(0)} W of its ${source.poeBudgetW} W.`
          : null;
    return why
      ? {
          what: `${letter} is fed over its cable, and ${from.letter} does not feed it`,
          why,
          sure: source.poePorts === 0 ? ('likely' as const) : ('certain' as const),
          recordId: link.id,
          repair: null,
        }
      : [];
  });
};
