import { readFileSync } from 'node:fs';
import { createInterface } from 'node:readline';
import { Readable } from 'node:stream';
import { applyEdit, EditError, editSchema } from '@/core/job/edits';
import { problemsOf } from '@/core/job/jobFile';
import type { Job } from '@/core/job/job';
import { evaluatePlan } from '@/core/optimise/evaluate';
import { type KeptJob, keptJob } from '@/workers/keptJob';
import { type Command, parsed, print, readJob, word } from './command';

/** Evaluates states of one house; what they share is worked out once. */
function makeEvaluator() {
  let kept: KeptJob | null = null;
  return (job: Job) => {
    kept = keptJob(kept, [...job.byId.values()]);
    return evaluatePlan(kept.job, kept.scene);
  };
}

/** A line of JSON as an edit on the job; what is none says why. */
function edited(job: Job, line: string): { ok: true; value: Job } | { ok: false; why: object } {
  try {
    const { data, error } = editSchema.safeParse(JSON.parse(line));
    if (error) return { ok: false, why: problemsOf(error)[0] ?? { path: '', message: 'no edit' } };
    return { ok: true, value: applyEdit(job, data).job };
  } catch (error) {
    if (error instanceof EditError) return { ok: false, why: error.problems[0] ?? {} };
    if (error instanceof SyntaxError) return { ok: false, why: { path: '', message: 'the line is no JSON' } };
    throw error;
  }
}

export const evaluate: Command = {
  help: `nestle evaluate FILE [--edits EDITS.jsonl]

Reads a job file and writes JSON on its plan: costEur (parts and work), partsEur, minutes, holes, needs (spots,
and fixed devices on Wi-Fi) with certainty and headroom, everyone at once with what is busiest, the snags, and the
restrictions in force with whether they are broken. --edits: for each line of that file, an edit {label, put,
remove} on the job as it is in FILE, one line of the same JSON; «-» reads standard input. A line that is no edit
gives {"error": {path, message}}.`,
  async run(args) {
    const { values, words } = parsed(args, { edits: { type: 'string' } }, ['FILE']);
    const job = readJob(word(words, 0));
    const evaluated = makeEvaluator();
    if (values.edits === undefined) return print(evaluated(job));
    const input = values.edits === '-' ? process.stdin : Readable.from(readFileSync(values.edits));
    for await (const line of createInterface({ input })) {
      if (line.trim() === '') continue;
      const next = edited(job, line);
      const answer = next.ok ? evaluated(next.value) : { error: next.why };
      process.stdout.write(`${JSON.stringify(answer)}\n`);
    }
  },
};
