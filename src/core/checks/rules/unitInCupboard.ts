import { putOne } from '../../job/edits';
import { boxesAround } from '../near';
import type { SnagRule } from '../snag';

/** A unit inside a cupboard or a metal box: 3 to 20 dB are lost (planning). */
export const unitInCupboard: SnagRule = ({ job, scene, planned }) =>
  planned.flatMap(({ unit, at }) => {
    const [box] = boxesAround(job, scene, at);
    if (unit.mount !== 'cupboard' && !box) return [];
    return {
      what: `${unit.letter} is inside ${box ? `the ${box.name.toLowerCase()}` : 'a cupboard'}`,
      why: 'Doors, shelves and metal around a unit take 3 to 20 dB in every direction.',
      sure: 'certain',
      recordId: unit.id,
      repair: box ? null : putOne(`Take ${unit.letter} out of the cupboard`, { ...unit, mount: 'shelf' }),
    };
  });
