/** The one way in which routes read bodies and answer, errors included. */
import { z } from 'zod';
import { EditError } from '@/core/job/edits';
import { JobFileError, problemsOf } from '@/core/job/jobFile';
import type { Problem } from '@/core/job/references';
import { NewerDatabaseError } from './database';
import { PictureError } from './files';
import { NoSuchCodeError } from './sharing/shares';
import { ConflictError, NoSuchJobError, NothingToStepError } from './jobs';

/** The body was larger than a route takes. */
class TooLargeError extends Error {
  constructor(limit: number) {
    super(`This is larger than ${Math.round(limit / 1e6)} MB, the most that is taken. Nothing was changed.`);
  }
}

/** A request that comes from another site. */
class ForeignError extends Error {}

/** Reads a body as text, stopping at the limit. */
export const readText = async (request: Request, limitBytes: number): Promise<string> =>
  (await readBytes(request, limitBytes)).toString('utf8');

/** Reads the bytes of a body, stopping at the limit. */
export async function readBytes(request: Request, limitBytes: number): Promise<Buffer> {
  const origin = request.headers.get('origin');
  if (origin !== null && new URL(origin).host !== request.headers.get('host'))
    throw new ForeignError('Requests from other sites are refused.');
  if (Number(request.headers.get('content-length') ?? 0) > limitBytes) throw new TooLargeError(limitBytes);
  const reader = request.body?.getReader();
  const chunks: Uint8Array[] = [];
  let size = 0;
  for (let part = await reader?.read(); part && !part.done; part = await reader?.read()) {
    size += part.value.byteLength;
    if (size > limitBytes) {
      await reader?.cancel();
      throw new TooLargeError(limitBytes);
    }
    chunks.push(part.value);
  }
  return Buffer.concat(chunks);
}

/** Reads and checks a JSON body. */
export async function readJson<S extends z.ZodType>(
  request: Request,
  schema: S,
  limitBytes = 2_000_000,
): Promise<z.infer<S>> {
  const text = await readText(request, limitBytes);
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch {
    throw new JobFileError([{ path: '', message: 'the request is not JSON' }]);
  }
  return schema.parse(data);
}

const answer = (status: number, message: string, problems: Problem[] = [], extra: object = {}) =>
  Response.json({ error: { message, problems, ...extra } }, { status });

/** Runs a route and turns errors into answers with path and message. */
export async function handle(run: () => Promise<Response> | Response): Promise<Response> {
  try {
    return await run();
  } catch (error) {
    if (error instanceof z.ZodError) return answer(400, 'The request was not understood.', problemsOf(error));
    if (error instanceof EditError || error instanceof JobFileError)
      return answer(422, error.message, error.problems);
    if (error instanceof ConflictError) return answer(409, error.message, [], { revision: error.revision });
    if (error instanceof NoSuchJobError || error instanceof NoSuchCodeError)
      return answer(404, error.message);
    if (error instanceof NothingToStepError) return answer(409, error.message);
    if (error instanceof TooLargeError) return answer(413, error.message);
    if (error instanceof PictureError) return answer(422, error.message);
    if (error instanceof ForeignError) return answer(403, error.message);
    if (error instanceof NewerDatabaseError) return answer(503, error.message);
    console.error(error);
    return answer(500, 'Something went wrong here. What was saved before is safe.');
  }
}
