/** The one way in which routes read bodies and answer, errors included. Who may ask is judged at the gate. */
import { z } from 'zod';
import { EditError } from '@/core/job/edits';
import { JobFileError, problemsOf } from '@/core/job/jobFile';
import type { Problem } from '@/core/job/references';
import { constraintOf, NotEmptyError, troubleOf } from './dataTrouble';
import { PictureError } from './files';
import { ArchiveError } from './zip';
import { QuotaError } from './sharing/quota';
import { NoSuchCodeError } from './sharing/shares';
import { ConflictError, NoSuchEditError } from './editLog';
import { BrokenJobError, NoSuchJobError } from './jobs';
import { MemberAlreadyError, OfficeAwayError } from './office/officeErrors';
import { JoinCodeError } from './office/joinCode';
import { NotYoursError, TraineeError } from './office/outbox';
import { NoPracticeError } from './practice';

/** The body was larger than a route takes. */
class TooLargeError extends Error {
  constructor(limit: number) {
    super(`This is larger than ${Math.round(limit / 1e6)} MB, the limit. Nothing was changed.`);
  }
}

/** The body ended before its announced length: a damaged copy is never kept. */
class CutShortError extends Error {
  constructor() {
    super('The connection ended before all data arrived. Nothing was changed. Send it again.');
  }
}

/** Reads a body as text, stopping at the limit. */
export const readText = async (request: Request, limitBytes: number): Promise<string> =>
  (await readBytes(request, limitBytes)).toString('utf8');

/** The parts of a body as they come. @throws TooLargeError past the limit, CutShortError when it ends early. */
export async function* bodyParts(request: Request, limitBytes: number): AsyncGenerator<Uint8Array> {
  const announced = request.headers.get('content-length');
  if (Number(announced ?? 0) > limitBytes) throw new TooLargeError(limitBytes);
  const reader = request.body?.getReader();
  let size = 0;
  for (let part = await reader?.read(); part && !part.done; part = await reader?.read()) {
    size += part.value.byteLength;
    if (size > limitBytes) {
      await reader?.cancel();
      throw new TooLargeError(limitBytes);
    }
    yield part.value;
  }
  if (announced !== null && size !== Number(announced)) throw new CutShortError();
}

/** Reads the bytes of a body, stopping at the limit. */
export async function readBytes(request: Request, limitBytes: number): Promise<Buffer> {
  const chunks: Uint8Array[] = [];
  for await (const part of bodyParts(request, limitBytes)) chunks.push(part);
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

const answer = (status: number, message: string, problems: readonly Problem[] = [], extra: object = {}) =>
  Response.json({ error: { message, problems, ...extra } }, { status });

/** Runs a route and turns errors into answers with path and message. */
export async function handle(run: () => Promise<Response> | Response): Promise<Response> {
  try {
    return await run();
  } catch (error) {
    return answerOf(error);
  }
}

function answerOf(error: unknown): Response {
  if (error instanceof z.ZodError) return answer(400, 'The request was not understood.', problemsOf(error));
  if (error instanceof EditError || error instanceof JobFileError)
    return answer(422, error.message, error.problems);
  if (error instanceof ConflictError) return answer(409, error.message, [], error.at);
  if (
    error instanceof NoSuchJobError ||
    error instanceof NoSuchCodeError ||
    error instanceof NoSuchEditError ||
    error instanceof NoPracticeError
  )
    return answer(404, error.message);
  if (error instanceof NotEmptyError) return answer(409, error.message, [], { jobs: error.jobs });
  if (error instanceof BrokenJobError) return answer(503, error.message, [], { kind: 'broken-job' });
  if (error instanceof TooLargeError) return answer(413, error.message);
  if (error instanceof QuotaError) return answer(507, error.message);
  if (error instanceof CutShortError) return answer(400, error.message);
  if (error instanceof TraineeError || error instanceof NotYoursError) return answer(422, error.message);
  if (error instanceof JoinCodeError) return answer(422, error.message);
  if (error instanceof MemberAlreadyError) return answer(409, error.message);
  if (error instanceof OfficeAwayError) return answer(503, error.message);
  if (error instanceof PictureError || error instanceof ArchiveError) return answer(422, error.message);
  const constraint = constraintOf(error);
  if (constraint !== null) {
    console.error(error);
    return answer(422, `The database can’t hold this: ${constraint}. Nothing was changed.`);
  }
  const trouble = troubleOf(error);
  if (trouble) {
    console.error(trouble.message, ...trouble.details);
    return answer(503, trouble.message, [], { kind: trouble.kind });
  }
  console.error(error);
  return answer(500, 'This failed by a fault of the program. Nothing was changed.');
}
