import { withPosterior } from '@/core/calibration/posterior';
import { snagsOf } from '@/core/checks/snags';
import { networkOf } from '@/core/network/backhaul';
import { buildScene } from '@/core/propagation/scene';
import { type Command, parsed, print, readJob, word } from './command';

export const check: Command = {
  help: `nestle check FILE

Reads a job file and writes JSON: what the checks find in its plan, most certain first: rule, what, why,
sure, record, and whether one edit fixes the snag.`,
  run(args) {
    const job = readJob(word(parsed(args, {}, ['FILE']).words, 0));
    const scene = withPosterior(job, buildScene(job));
    print({
      job: job.info.name,
      snags: snagsOf(job, scene, networkOf(job, scene, 'planned')).map(
        ({ rule, what, why, sure, recordId, repair }) => ({
          rule,
          what,
          why,
          sure,
          record: recordId,
          repair: repair?.label ?? null,
        }),
      ),
    });
  },
};
