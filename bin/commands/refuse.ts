import type { Problem } from '@/core/job/references';

/** Ends with exit 2 and one problem as JSON on standard error. */
export function refuse({ path, message }: Problem): never {
  process.stderr.write(`${JSON.stringify({ error: { path, message } })}\n`);
  process.exit(2);
}
