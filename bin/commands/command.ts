/** What the commands share: their form, their arguments, how they read and print. */
import { readFileSync } from 'node:fs';
import { parseArgs, type ParseArgsConfig } from 'node:util';
import { parseJobFile } from '@/core/job/jobFile';
import type { Job } from '@/core/job/job';

export interface Command {
  /** Its first line names its arguments. */
  help: string;
  run: (args: string[]) => void | Promise<void>;
}

/** The words of a command are off: exit 2 with its help. */
export class UsageError extends Error {}

type Options = NonNullable<ParseArgsConfig['options']>;
type Values<O extends Options> = ReturnType<
  typeof parseArgs<{ options: O; allowPositionals: true }>
>['values'];

/**
 * The options and the other words of a command.
 * @param names of the words that are needed, in order. @param optional how many more there may be.
 * @throws UsageError for an unknown option, a word too many or too few.
 */
export function parsed<O extends Options>(
  args: string[],
  options: O,
  names: readonly string[],
  optional = 0,
): { values: Values<O>; words: string[] } {
  let result: { values: Values<O>; positionals: string[] };
  try {
    result = parseArgs({ args, options, allowPositionals: true });
  } catch (error) {
    throw new UsageError(error instanceof Error ? error.message : String(error));
  }
  const { values, positionals: words } = result;
  if (words.length < names.length)
    throw new UsageError(`${names.slice(words.length).join(' and ')}: missing`);
  if (words.length > names.length + optional)
    throw new UsageError(`unexpected: ${words.slice(names.length + optional).join(' ')}`);
  return { values, words };
}

/** A word that `parsed` made sure of. */
export const word = (words: readonly string[], i: number): string => words[i] ?? '';

/** @throws JobFileError with path and message; the error of the file system. */
export const readJob = (file: string): Job => parseJobFile(readFileSync(file, 'utf8'));

export const print = (value: unknown): void => {
  process.stdout.write(`${JSON.stringify(value, null, 2)}\n`);
};
