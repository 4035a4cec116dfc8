/**
 * The only thing that the local network can reach, and only while a job is open to phones: the walk page
 * with its data under a code, what the page is made of, and the speed test. Everything else is refused.
 */
import {
  createServer,
  request as forward,
  type IncomingMessage,
  type Server,
  type ServerResponse,
} from 'node:http';
import { originOf } from '@/core/job/farEndUrl';
import type { Simulation } from '@/core/speedtest/linkConditions';
import { database } from '../database';
import { closedHeaders } from '../gate';
import { loadJob } from '../jobs';
import { mostPhoneBody } from './limits';
import { codePattern } from './codes';
import { NoSuchCodeError, openShares, type Share, shareByCode } from './shares';
import { ownAddresses } from './ownAddresses';
import { makeSpeedServer, type SpeedServer } from './speedServer';
import { makeWrongCodes } from './wrongCodes';

/** What is passed on to the application behind, by method and path. */
const passed: readonly (readonly [RegExp, RegExp])[] = [
  [/^GET$/, /^\/walk(\/[A-Za-z0-9]{1,12})?$/],
  [/^GET$/, /^\/_next\/static\/[\w./~-]+$/],
  [/^GET$/, /^\/(walk-worker\.js|icon\.svg)$/],
  [/^(GET|POST)$/, /^\/api\/walk\/[A-Za-z0-9]{1,12}(\/(runs|roam|steps|photo))?$/],
];
/** The walk page may be opened again for half a day without asking: its data are fetched anew whenever there is a link. */
const keptPage = 'private, max-age=43200';

interface Running {
  server: Server;
  port: number;
  /** Where the application behind listens. */
  behind: { hostname: string; port: number };
}
const holder = globalThis as typeof globalThis & { nestleShare?: Promise<Running> };

const now = () => new Date().toISOString();
const refuse = (response: ServerResponse, status: number, message: string) => {
  response.writeHead(status, {
    ...closedHeaders,
    'content-type': 'application/json',
    'cache-control': 'no-store',
  });
  response.end(JSON.stringify({ error: { message, problems: [] } }));
};

/** The policy of the walk page lets it reach the far end of its job, and nothing else that is new. */
const withFarEnd = (policy: unknown, share: Share | null): string | null => {
  const { farEndUrl } = share ? loadJob(database(), share.jobId).job.info : { farEndUrl: null };
  return typeof policy === 'string' && farEndUrl !== null
    ? policy.replace("connect-src 'self'", `connect-src 'self' ${originOf(farEndUrl)}`)
    : null;
};

function pass(
  request: IncomingMessage,
  response: ServerResponse,
  behind: Running['behind'],
  path: string,
  share: Share | null,
) {
  const most = path.endsWith('/photo') ? mostPhoneBody.photo : mostPhoneBody.data;
  if (request.headers['transfer-encoding'] !== undefined)
    return refuse(response, 411, 'The size of what is sent has to be said before.');
  if (Number(request.headers['content-length'] ?? 0) > most)
    return refuse(response, 413, `This is larger than ${most / 1e6} MB, the limit for a phone.`);
  const { origin: _origin, ...headers } = request.headers;
  const onward = forward(
    {
      ...behind,
      method: request.method,
      path,
      // a connection for each: one that is kept may be closed by the other side just when it is used again
      agent: false,
      headers: { ...headers, host: `127.0.0.1:${behind.port}`, connection: 'close' },
    },
    (answer) => {
      const { connection: _connection, 'keep-alive': _keepAlive, ...said } = answer.headers;
      // on plain http a browser keeps a page for when it is out of reach by this header alone
      const isPage = answer.statusCode === 200 && /^\/walk(\/|$|\?)/.test(path);
      const policy = isPage ? withFarEnd(answer.headers['content-security-policy'], share) : null;
      const headers = {
        ...said,
        ...(isPage && { 'cache-control': keptPage }),
        ...(policy !== null && { 'content-security-policy': policy }),
      };
      response.writeHead(answer.statusCode ?? 502, headers);
      answer.pipe(response);
    },
  );
  onward.on('error', () =>
    response.headersSent ? response.destroy() : refuse(response, 502, 'Nestle does not answer.'),
  );
  request.pipe(onward);
}

const isOwn = (request: IncomingMessage): boolean => {
  const host = request.headers.host ?? '';
  const { origin } = request.headers;
  const name = host.replace(/:\d+$/, '');
  // a name from elsewhere that points here, or a page of another site, gets nothing
  return (ownAddresses().includes(name) || name === 'localhost') && (!origin || origin === `http://${host}`);
};

function makeHandler(behind: Running['behind'], speed: SpeedServer) {
  const codes = makeWrongCodes();
  const answer = (request: IncomingMessage, response: ServerResponse) => {
    const url = URL.canParse(request.url ?? '/', 'http://phone')
      ? new URL(request.url ?? '/', 'http://phone')
      : null;
    if (!url) return refuse(response, 400, 'This address is not one.');
    const { pathname } = url;
    const address = request.socket.remoteAddress ?? '';
    if (!isOwn(request)) return refuse(response, 421, 'Not here.');
    if (pathname === '/') return void response.writeHead(302, { location: '/walk' }).end();
    const code = /^\/(?:walk|api\/walk|speed)\/([A-Za-z0-9]{1,12})/.exec(pathname)?.[1];
    let share: Share | null = null;
    if (code) {
      if (codes.tooMany(address))
        return refuse(
          response,
          429,
          'Too many wrong codes from this phone. Wait a minute, then try the code that is shown now.',
        );
      try {
        share = shareByCode(database(), codePattern.test(code.toUpperCase()) ? code : '', now());
        codes.wasRight(address);
      } catch (error) {
        if (!(error instanceof NoSuchCodeError)) throw error;
        codes.add(address);
        // a page says it in its own words
        if (!pathname.startsWith('/walk/')) return refuse(response, 404, error.message);
      }
    }
    const part = /^\/speed\/[A-Za-z0-9]+\/([a-z]+)$/.exec(pathname)?.[1];
    if (part && share) return speed.handle(request, response, share.jobId, part, url.searchParams);
    if (passed.some(([method, path]) => method.test(request.method ?? '') && path.test(pathname)))
      return pass(request, response, behind, `${pathname}${url.search}`, share);
    refuse(response, 404, 'Not here.');
  };
  return (request: IncomingMessage, response: ServerResponse) => {
    response.on('error', () => request.destroy());
    try {
      answer(request, response);
    } catch (error) {
      console.error(error);
      if (!response.headersSent)
        refuse(response, 500, 'This failed by a fault of the program. Nothing was changed.');
    }
  };
}

/** The port that is tried first; NESTLE_SHARE_PORT or 4311. The next free one of twenty is taken. */
const firstPort = () => Number(process.env.NESTLE_SHARE_PORT ?? 4311);

async function listen(behind: Running['behind'], simulation: Simulation): Promise<Running> {
  const server = createServer(makeHandler(behind, makeSpeedServer(simulation)));
  server.requestTimeout = 60_000;
  for (let port = firstPort(); port < firstPort() + 20; port++) {
    const free = await new Promise<boolean>((done) => {
      server.once('error', () => done(false));
      server.listen(port, '0.0.0.0', () => done(true));
    });
    if (free) return { server, port, behind };
  }
  throw new Error(`No free port for phones from ${firstPort()} to ${firstPort() + 19}.`);
}

/** Listens for phones unless it does already. @returns the port. */
export async function startSharing(behind: Running['behind'], simulation: Simulation): Promise<number> {
  holder.nestleShare ??= listen(behind, simulation).catch((error: unknown) => {
    delete holder.nestleShare;
    throw error;
  });
  return (await holder.nestleShare).port;
}

/** Stops listening when no job is open to phones any more. */
export async function stopSharingIfUnused(): Promise<void> {
  if (openShares(database(), now()).length > 0 || !holder.nestleShare) return;
  const running = await holder.nestleShare;
  delete holder.nestleShare;
  running.server.closeAllConnections();
  await new Promise((done) => running.server.close(done));
}
