import { z } from 'zod';
import { schemas } from '@/core/job/records';

/** An answer of the server that is not what was asked; `problems` say where and what. */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly problems: { path: string; message: string }[],
  ) {
    super(message);
    this.name = 'ApiError';
  }
}

const errorBody = z.object({
  error: z.object({
    message: z.string(),
    problems: z.array(z.object({ path: z.string(), message: z.string() })),
  }),
});

/** Asks the server and checks its answer. @throws ApiError for a refusal, TypeError when it can't be reached. */
export async function ask<S extends z.ZodType>(
  schema: S,
  url: string,
  options: { method?: string; body?: unknown; text?: string; bytes?: Blob } = {},
): Promise<z.infer<S>> {
  const body =
    options.bytes ?? options.text ?? (options.body === undefined ? null : JSON.stringify(options.body));
  const response = await fetch(url, {
    method: options.method ?? (body === null ? 'GET' : 'POST'),
    body,
    headers: body === null || options.bytes ? {} : { 'content-type': 'application/json' },
    cache: 'no-store',
  });
  const text = await response.text();
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch {
    throw new ApiError(response.status, `The server answered ${response.status} without an explanation.`, []);
  }
  if (response.ok) return schema.parse(data);
  const parsed = errorBody.safeParse(data);
  const error = parsed.success
    ? parsed.data.error
    : { message: `The server answered ${response.status}.`, problems: [] };
  throw new ApiError(response.status, error.message, error.problems);
}

/** One sentence for people from any error. */
export function messageOf(error: unknown): string {
  if (error instanceof ApiError)
    return error.problems[0] ? `${error.problems[0].path}: ${error.problems[0].message}` : error.message;
  if (error instanceof TypeError) return 'Nestle’s server cannot be reached.';
  return error instanceof Error ? error.message : String(error);
}

export const readingsSchema = z.object({ readings: z.array(schemas.reading) });
/** What the server says of a picture that it keeps. */
export const keptPictureSchema = z.object({
  fileId: z.string(),
  mime: z.enum(['image/png', 'image/jpeg']),
  widthPx: z.number(),
  heightPx: z.number(),
});
