import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { pdfOf } from '@/server/papers/pdf';
import { paperNames, paperOf } from '@/server/papers/papers';
import { type Command, parsed, print, readJob, UsageError, word } from './command';

export const papers: Command = {
  help: `nestle papers FILE --out DIR [--size A4|LETTER]

Reads a job file and writes its papers as PDF into DIR: quote.pdf where there is a quote, householder.pdf,
as-built.pdf, labels.pdf. Tells as JSON what was written, with sizes in bytes.`,
  async run(args) {
    const { values, words } = parsed(args, { out: { type: 'string' }, size: { type: 'string' } }, ['FILE']);
    const size = values.size ?? 'A4';
    if (size !== 'A4' && size !== 'LETTER') throw new UsageError('--size is A4 or LETTER');
    if (!values.out) throw new UsageError('--out: missing');
    const job = readJob(word(words, 0));
    mkdirSync(values.out, { recursive: true });
    const written: { file: string; bytes: number }[] = [];
    for (const name of paperNames) {
      const paper = paperOf(job, name);
      if (!paper) continue;
      const bytes = await pdfOf(paper, size, new Date());
      writeFileSync(join(values.out, `${name}.pdf`), bytes);
      written.push({ file: `${name}.pdf`, bytes: bytes.length });
    }
    print({ job: job.info.name, written });
  },
};
