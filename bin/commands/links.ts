import { withPosterior } from '@/core/calibration/posterior';
import { mainUnit } from '@/core/install/houseSteps';
import { backhaulOptions } from '@/core/network/backhaulOptions';
import { buildScene } from '@/core/propagation/scene';
import { type Command, parsed, print, readJob, word } from './command';

export const links: Command = {
  help: `nestle links FILE

Reads a job file and writes JSON: for each planned unit but the main one, fed or not, all link options, best first:
medium, from, down, up, lowest spot with certainty, cost, minutes, holes, cautions, whyNot.`,
  run(args) {
    const job = readJob(word(parsed(args, {}, ['FILE']).words, 0));
    const scene = withPosterior(job, buildScene(job));
    const numbers = new Map(job.spots.map((s) => [s.id, s.number]));
    print({
      job: job.info.name,
      units: job.units
        .filter((u) => u.planned && u.id !== mainUnit(job)?.id)
        .map((u) => ({
          unit: u.letter,
          name: u.name,
          ways: backhaulOptions(job, scene, u).map(({ link, also: _also, fromLetter, worst, ...option }) => ({
            medium: link.medium,
            from: fromLetter,
            ...option,
            worst: worst && {
              spot: numbers.get(worst.spotId),
              down: worst.downMbps,
              certainty: worst.certainty,
            },
          })),
        })),
    });
  },
};
