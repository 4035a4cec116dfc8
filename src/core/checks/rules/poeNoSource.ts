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
        ? `${poeUsed} need its ${poePorts} PoE ports.`
        : budgetW !== null && givesW > budgetW
          ? `All PoE units on ${unit.letter} need ${givesW.toFixed(0)} W of its ${budgetW} W.`
          : null;
    return used
      .filter((u) => u.unpowered || (why !== null && u.power?.from === 'port'))
      .map(({ id, to, unpowered }) => ({
        what: `${to} needs PoE, and ${unit.letter} is not its uplink`,
        why: why ?? `${unit.letter} has no PoE ports. Add an injector or a PoE switch between them.`,
        sure: unpowered ? ('likely' as const) : ('certain' as const),
        recordId: id,
        repair: null,
      }));
  });
