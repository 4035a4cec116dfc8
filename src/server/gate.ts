/**
 * The one place that judges who may ask what, before anything else hears of a request: method, address, host,
 * origin and size. Pages get their own content-security policy with a nonce; everything else gets the closed one.
 */
import type { IncomingHttpHeaders, IncomingMessage, ServerResponse } from 'node:http';
import { mostFileBytes, mostFilesBytes } from '@/core/job/limits';
import { mostPhoneBody } from './sharing/limits';

export interface Asked {
  method: string;
  /** Path and query as they came. */
  url: string;
  headers: IncomingHttpHeaders;
}

export interface Refusal {
  status: number;
  message: string;
}

/** Only this machine's own names reach the application, whatever a foreign name may resolve to. */
const localHosts = /^(localhost|127\.0\.0\.1|\[::1\])(:\d+)?$/;
const methods = ['GET', 'HEAD', 'POST', 'PUT', 'DELETE'];
const changes = (method: string) => method !== 'GET' && method !== 'HEAD';

/** The most that a body may weigh, by path, bytes; the first that matches counts. */
const bodies: readonly (readonly [RegExp, number])[] = [
  [/^\/api\/jobs\/import$/, Math.round(1.4 * mostFilesBytes)],
  [/^\/api\/data\/restore$/, 20_000_000_000],
  [/^\/api\/jobs\/[^/]+\/files$/, mostFileBytes],
  [/^\/api\/walk\/[^/]+\/photo$/, mostPhoneBody.photo],
  [/^\/api\/walk\//, mostPhoneBody.data],
];
const mostBody = 4_000_000;
export const bodyLimit = (path: string): number => bodies.find(([p]) => p.test(path))?.[1] ?? mostBody;

const closedPolicy = "default-src 'none'; frame-ancestors 'none'";
/** Scripts are also the beginning of workers, and a worker keeps to the policy that its script came with. */
const scriptPolicy = [
  "default-src 'none'",
  "script-src 'self' blob: 'wasm-unsafe-eval'",
  "connect-src 'self' blob: data:",
  "worker-src 'self' blob:",
  "frame-ancestors 'none'",
].join('; ');
/** Headers of every answer that is neither a page nor a script. */
export const closedHeaders = {
  'content-security-policy': closedPolicy,
  'x-content-type-options': 'nosniff',
  'referrer-policy': 'no-referrer',
} as const;

/** @returns why a request is refused; null when it may go on. */
export function judge({ method, url, headers }: Asked): Refusal | null {
  if (!methods.includes(method)) return { status: 405, message: `${method} is not accepted here.` };
  if (!localHosts.test(headers.host ?? '')) return { status: 421, message: 'Not here.' };
  const path = url.split('?')[0] ?? '';
  try {
    decodeURIComponent(path);
  } catch {
    return { status: 400, message: 'This address is not one.' };
  }
  if (!path.startsWith('/')) return { status: 400, message: 'This address is not one.' };
  if (!changes(method)) return null;
  const { origin } = headers;
  const site = headers['sec-fetch-site'];
  if (
    (origin !== undefined && origin !== `http://${headers.host}`) ||
    (site !== undefined && site !== 'same-origin' && site !== 'none')
  )
    return { status: 403, message: 'Requests from other sites are refused.' };
  if (headers['transfer-encoding'] !== undefined)
    return { status: 411, message: 'The size of what is sent has to be said before.' };
  const limit = bodyLimit(path);
  if (Number(headers['content-length'] ?? 0) > limit)
    return {
      status: 413,
      message: `This is larger than ${Math.round(limit / 1e6)} MB, the limit. Nothing was changed.`,
    };
  return null;
}

/** Answers a refused request. */
export function refuse(response: ServerResponse, { status, message }: Refusal): void {
  response.writeHead(status, {
    ...closedHeaders,
    'content-type': 'application/json; charset=utf-8',
    'cache-control': 'no-store',
    ...(status === 405 && { allow: methods.join(', ') }),
  });
  response.end(JSON.stringify({ error: { message, problems: [] } }));
}

const isPage = (path: string) => !/^\/(api|_next)\//.test(path) && !/\.[a-z0-9]{1,12}$/.test(path);

/** How long the body of a refused request is still taken in, ms. */
const discardMs = 10_000;

/**
 * Takes in what comes with a refused request and throws it away.
 * A connection that is ended while the other side still sends is reset, and the answer with it:
 * the sender would see a broken line instead of the reason.
 */
function discardBody(request: IncomingMessage): void {
  request.resume();
  const tooLong = setTimeout(() => request.destroy(), discardMs).unref();
  for (const over of ['end', 'close']) request.once(over, () => clearTimeout(tooLong));
}

/** Lets a request pass, or answers it. @returns whether it may go on. */
export function admit(request: IncomingMessage, response: ServerResponse): boolean {
  const { method = 'GET', url = '/', headers } = request;
  const refusal = judge({ method, url, headers });
  if (refusal) {
    refuse(response, refusal);
    discardBody(request);
    return false;
  }
  const path = url.split('?')[0] ?? '';
  if (!isPage(path))
    for (const [name, value] of Object.entries(closedHeaders)) response.setHeader(name, value);
  if (path.startsWith('/_next/') || path.endsWith('.js'))
    response.setHeader('content-security-policy', scriptPolicy);
  return true;
}
