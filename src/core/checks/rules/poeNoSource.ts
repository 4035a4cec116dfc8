import { portsOf } from '../../media/ports';
import type { SnagRule } from '../snag';

/** A unit fed over its cable from one that gives no power and without an injector, or from one whose ports or watts do not do for all. */
export const poeNoSource: SnagRule = ({ job, planned }) =>
  planned.flatMap(({ unit }) => {
    const ports = portsOf(job, unit.id);
    if (!ports) return [];
    const { poePorts, poeUsed, givesW, budgetW, used } = ports;
    const why =
      poeUsed > poePorts
        ? `${poeUsed} hang on its ${poePorts} ports with power.`
        : budgetW !== null && givesW > budgetW
          ? `All that hang on ${unit.letter} want ${givesW.toFixed(0)} W of its ${budgetW} W.`
          : null;
    return used
      .filter((u) => u.unpowered || (why !== null && u.power?.from === 'port'))
      .map(({ id, to, unpowered }) => ({
        what: `${to} is fed over its cable, and ${unit.letter} does not feed it`,
        why:
          why ??
          `${unit.letter} gives no power over its ports: an injector or a switch with power is needed between.`,
        sure: unpowered ? ('likely' as const) : ('certain' as const),
        recordId: id,
        repair: null,
      }));
  });
