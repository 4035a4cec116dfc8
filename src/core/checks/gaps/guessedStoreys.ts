import { find } from '../../job/job';
import { assemblySpread } from '../../materials/assemblyLoss';
import { innerWalls, withoutGuess } from '../../survey/guess';
import { gap, type GapRule } from '../surveyGap';

/** Storeys whose inside is what is usual in such a house: nobody has looked yet. */
export const guessedStoreys: GapRule = ({ job, crossedBy }) =>
  job.storeys
    .filter((s) => s.guessed)
    .map((storey) => {
      const walls = innerWalls(job, storey.id);
      const spreads = walls.flatMap((w) => {
        const assembly = find(job, 'assembly', w.assemblyId);
        return assembly ? [assemblySpread(assembly, '5')] : [];
      });
      const edit = withoutGuess(job, storey.id);
      const spreadDb = spreads.length ? Math.max(...spreads) : null;
      return gap({
        id: `guess-${storey.id}`,
        subject: storey.name,
        missing: `rooms, inner walls and sockets are a guess${spreadDb === null ? '' : `, ±${spreadDb.toFixed(0)} dB a wall`}`,
        spreadDb,
        spots: crossedBy(new Set(walls.map((w) => w.id))),
        recordId: storey.id,
        repair: edit && { name: 'Clear the guess', edit },
      });
    });
