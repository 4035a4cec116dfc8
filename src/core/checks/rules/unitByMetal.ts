import { awayFrom, boxesAround } from '../near';
import type { SnagRule } from '../snag';

/** A unit within half a metre of something that costs 10 dB or more (planning). */
export const unitByMetal: SnagRule = ({ job, scene, planned }) =>
  planned.flatMap(({ unit, at }) => {
    const inside = new Set(boxesAround(job, scene, at).map((b) => b.id));
    const near = job.obstacles.find(
      (o) =>
        o.lossDb['5'] >= 10 && !inside.has(o.id) && o.storeyId === unit.storeyId && awayFrom(o, unit) < 0.5,
    );
    return near
      ? {
          what: `${unit.letter} is right beside the ${near.name.toLowerCase()}`,
          why: `It blocks the signal behind it by ${near.lossDb['5']} dB at 5 GHz. Move the unit one metre to the side.`,
          sure: 'likely',
          recordId: unit.id,
          repair: null,
        }
      : [];
  });
