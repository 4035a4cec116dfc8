/** nestle runbook FILE: steps and schedule. */
import { parseArgs } from 'node:util';
import { runbookData, runbookMarkdown } from '@/core/formats/runbookText';
import { liveRunbook } from '@/core/install/live';
import type { Job } from '@/core/job/job';
import { rehearse } from '@/standins/rehearsal';

export const runbookHelp = `nestle runbook FILE [--people 1|2] [--markdown] [--rehearse]

Reads a job file and writes the steps of its plan with their schedule: as JSON, or with --markdown as a
list to tick. --people: pairs of hands, else 1. --rehearse: SIMULATED, the whole runbook against simulated
units with faults, as JSON.`;

const options = {
  people: { type: 'string' },
  markdown: { type: 'boolean' },
  rehearse: { type: 'boolean' },
} as const;

/** @throws Error in words about arguments that are not right. */
export function runbookArguments(args: string[]) {
  const { values, positionals } = parseArgs({ args, allowPositionals: true, options });
  const [file, ...rest] = positionals;
  if (!file || rest.length) throw new Error('runbook needs one FILE');
  const people = values.people ?? '1';
  if (people !== '1' && people !== '2') throw new Error('--people is 1 or 2');
  return { file, people: Number(people), markdown: !!values.markdown, rehearse: !!values.rehearse };
}

/** What the command prints. */
export function runbookText(
  job: Job,
  { people, markdown, rehearse: simulated }: ReturnType<typeof runbookArguments>,
  nowMs: number,
): string {
  const json = (value: unknown) => `${JSON.stringify(value, null, 2)}\n`;
  if (simulated) {
    const { entries, finishS, allJoined } = rehearse(job, new Date(nowMs).toISOString());
    return json({ job: job.info.name, simulated: true, allJoined, finishMin: finishS / 60, entries });
  }
  const live = liveRunbook(job, people, nowMs);
  return markdown
    ? runbookMarkdown(job.info.name, people, live)
    : json(runbookData(job.info.name, people, live));
}
