import { checkSignatures } from '@/core/papers/signed';
import { type Command, parsed, print, readJob, word } from './command';

export const verify: Command = {
  help: `nestle verify FILE

Reads a job file and holds each quote against the fingerprint kept with its signature. Writes JSON; exit 1 where one
does not match. Both stand in the same file: who changes a quote on purpose can make its fingerprint anew. A printed
copy has the fingerprint too.`,
  run(args) {
    const job = readJob(word(parsed(args, {}, ['FILE']).words, 0));
    const signatures = checkSignatures(job);
    print({ job: job.info.name, signatures });
    if (signatures.some((s) => !s.intact)) process.exitCode = 1;
  },
};
