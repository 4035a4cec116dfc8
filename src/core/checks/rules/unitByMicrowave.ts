import { awayFrom } from '../near';
import type { SnagRule } from '../snag';

/** A unit within two metres of a microwave or cordless base (planning). */
export const unitByMicrowave: SnagRule = ({ job, planned }) =>
  planned.flatMap(({ unit, product }) => {
    const near = job.obstacles.find(
      (o) => o.disturbs !== 'none' && o.storeyId === unit.storeyId && awayFrom(o, unit) < 2,
    );
    return near && product.radios.some((r) => r.band === '2.4')
      ? {
          what: `${unit.letter} is within two metres of the ${near.name.toLowerCase()}`,
          why: 'While the oven runs, 2.4 GHz is disturbed there.',
          sure: 'likely',
          recordId: unit.id,
          repair: null,
        }
      : [];
  });
