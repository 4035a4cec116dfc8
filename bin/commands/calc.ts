import { readFileSync } from 'node:fs';
import { calc as compute, type CalcName, calcNames, calcUsage } from '@/core/calc/calc';
import { refuse } from './refuse';

/** On its own, without the readers of job files: it starts at once. */
export const calc = {
  help: `nestle calc NAME < in.json > out.json

${calcUsage}

Bad input: exit 2, nothing on standard output, {"error":{"path","message"}} on standard error.`,
  run(args: string[]) {
    const [name, ...rest] = args;
    const known = calcNames.find((n): n is CalcName => n === name);
    if (!known || rest.length) refuse({ path: 'NAME', message: `one of ${calcNames.join(', ')}` });
    let input: unknown;
    try {
      input = JSON.parse(readFileSync(0, 'utf8'));
    } catch {
      refuse({ path: '', message: 'standard input is not JSON' });
    }
    const result = compute(known, input);
    if ('error' in result) refuse(result.error);
    process.stdout.write(`${JSON.stringify(result.output)}\n`);
  },
};
