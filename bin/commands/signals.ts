import { signalsOf } from '@/core/calc/signals';
import { type Command, parsed, print, readJob, word } from './command';

export const signals: Command = {
  help: `nestle signals FILE [--found]

Reads a job file and writes JSON, {"rows": [{unit, spot, band, gainDb, spreadDb, learnt}]}: what every planned unit
(with --found every unit found) brings to every spot in every band that it has. unit and spot are ids. gainDb is the
signal minus the EIRP at an isotropic device, spreadDb its standard deviation; learnt is what readings add to the gain,
where the job says that they are used.`,
  run(args) {
    const { values, words } = parsed(args, { found: { type: 'boolean' } }, ['FILE']);
    print({ rows: signalsOf(readJob(word(words, 0)), values.found ? 'found' : 'planned') });
  },
};
