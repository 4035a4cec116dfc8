import { z } from 'zod';
import { JobFileError, problemsOf } from '@/core/job/jobFile';
import { UsageError } from './command';

/** Says on standard error why a command failed. @returns the exit code: 2 for what the caller can put right, else 1. */
export function told(error: unknown, help: string): 1 | 2 {
  const problem =
    error instanceof JobFileError
      ? (error.problems[0] ?? { path: '', message: error.message })
      : error instanceof z.ZodError
        ? (problemsOf(error)[0] ?? { path: '', message: 'bad input' })
        : null;
  if (problem) process.stderr.write(`${JSON.stringify({ error: problem })}\n`);
  else if (error instanceof UsageError) process.stderr.write(`${error.message}\n\n${help}\n`);
  else process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
  return problem !== null || error instanceof UsageError ? 2 : 1;
}
