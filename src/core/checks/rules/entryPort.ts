import type { SnagRule } from '../snag';

/** A main unit that knows Ethernet only, where nothing turns the entry's cable into it. */
export const entryPort: SnagRule = ({ job, network }) => {
  const entry = job.services.find((s) => s.kind === 'entry');
  if (entry?.box !== 'none') return [];
  return network.backhauls.flatMap(({ unit, product, hops }) =>
    hops.length === 0 && product.kind !== 'router'
      ? {
          what: `The cable at ${entry.name.toLowerCase()} may not fit ${unit.letter}`,
          why: `No box is known at the entry, and ${unit.letter} has Ethernet ports only: a telephone, coax or fibre cable needs a modem or terminal before it, and then goes into the port for the street, not one for devices.`,
          sure: 'possible',
          recordId: unit.id,
          repair: null,
        }
      : [],
  );
};
