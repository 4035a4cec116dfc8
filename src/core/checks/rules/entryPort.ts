import type { SnagRule } from '../snag';

/** A main unit that knows Ethernet only, where nothing turns the entry's cable into it. */
export const entryPort: SnagRule = ({ job, network }) => {
  const entry = job.services.find((s) => s.kind === 'entry');
  if (entry?.box !== 'none') return [];
  return network.backhauls.flatMap(({ unit, product, hops }) =>
    hops.length === 0 && product.kind !== 'router'
      ? {
          what: `The cable at ${entry.name.toLowerCase()} may not fit ${unit.letter}`,
          why: `No modem is known at the line entry, and ${unit.letter} has Ethernet ports only. A telephone, coax or fibre cable needs a modem or terminal before it. That goes to the WAN port.`,
          sure: 'possible',
          recordId: unit.id,
          repair: null,
        }
      : [],
  );
};
