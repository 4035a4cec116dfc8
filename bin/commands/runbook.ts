import { runbookData, runbookMarkdown } from '@/core/formats/runbookText';
import { liveRunbook } from '@/core/install/live';
import { rehearse } from '@/standins/rehearsal';
import { type Command, parsed, print, readJob, UsageError, word } from './command';

export const runbook: Command = {
  help: `nestle runbook FILE [--people 1|2] [--markdown] [--rehearse]

Reads a job file and writes the steps of its plan with their schedule: as JSON, or with --markdown as a
list to tick. --people: installers, else 1. --rehearse: SIMULATED, the whole runbook against simulated
units with faults, as JSON.`,
  run(args) {
    const { values, words } = parsed(
      args,
      { people: { type: 'string' }, markdown: { type: 'boolean' }, rehearse: { type: 'boolean' } },
      ['FILE'],
    );
    const people = values.people ?? '1';
    if (people !== '1' && people !== '2') throw new UsageError('--people is 1 or 2');
    const job = readJob(word(words, 0));
    if (values.rehearse) {
      const { entries, finishS, allJoined } = rehearse(job, new Date().toISOString());
      return print({ job: job.info.name, simulated: true, allJoined, finishMin: finishS / 60, entries });
    }
    const live = liveRunbook(job, Number(people), Date.now());
    if (values.markdown) process.stdout.write(runbookMarkdown(job.info.name, Number(people), live));
    else print(runbookData(job.info.name, Number(people), live));
  },
};
