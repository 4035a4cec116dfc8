/** The streams of a speed test: bytes down, bytes up counted as they come, one small download a beat. */
import { randomBytes } from 'node:crypto';
import type { IncomingMessage, ServerResponse } from 'node:http';
import type { EventLoopUtilization } from 'node:perf_hooks';
import { type LinkConditions, silentForMs, type SimulatedBeat } from '@/core/speedtest/linkConditions';
import type { Arrival } from '@/core/speedtest/speedFigures';
import type { TokenBucket } from './tokenBucket';

/** A stream is cut after so long and after so many bytes, whatever the phone asks. */
const longestStreamMs = 12_000;
const mostBytes = 4e9;
const pieceBytes = 256 * 1024;
const smallPieceBytes = 64 * 1024;
/** So many small pieces of a stream wait to be taken by the system. */
const waitingPieces = 6;
const beatBytes = 128 * 1024;
/** Arrivals are counted in steps of so long, ms. */
const stepMs = 50;
/** Shaped streams are let through in steps of so long, ms. */
const shapeStepMs = 8;

/** Bytes that no one can press together. */
const payload = randomBytes(pieceBytes * 4);
const pieces = payload.length / smallPieceBytes;

/** A test of one phone, under way. */
export interface Test {
  shape: LinkConditions | null;
  /** SIMULATED rates, shared by all streams. */
  down: TokenBucket | null;
  up: TokenBucket | null;
  /** When the phone first used its turn; null = not yet. */
  turnMs: number | null;
  beganMs: number;
  arrivals: Arrival[];
  /** How busy this process was when the flow up began. */
  loop: EventLoopUtilization;
}

/** SIMULATED: for how long nothing passes, ms; 0 on a real link. */
export const heldMs = ({ shape, turnMs }: Test, nowMs: number): number =>
  shape ? silentForMs(shape.air, nowMs - (turnMs ?? nowMs)) : 0;

/** Sends for as long as a stream may last, at the pace of its bucket. */
export function sendDown(response: ServerResponse, test: Test) {
  response.writeHead(200, {
    'content-type': 'application/octet-stream',
    'cache-control': 'no-store',
    'content-encoding': 'identity',
  });
  const end = performance.now() + longestStreamMs;
  let sent = 0;
  let piece = 0;
  const { down: bucket } = test;
  if (bucket) {
    const timer = setInterval(() => {
      if (performance.now() > end) return void response.end();
      if (response.writableLength > pieceBytes || heldMs(test, performance.now()) > 0) return;
      const bytes = bucket.take(pieceBytes, performance.now());
      if (bytes > 0) response.write(payload.subarray(0, bytes));
    }, shapeStepMs);
    response.on('close', () => clearInterval(timer));
    return;
  }
  // several pieces wait at any time, so that the system's own buffer never runs dry: a stream that stops and starts sends
  // in bursts, which overrun the queues of the line
  const feed = (error?: Error | null): void => {
    if (error || response.destroyed || response.writableEnded) return;
    if (performance.now() > end || sent > mostBytes) return void response.end();
    const from = (piece++ % pieces) * smallPieceBytes;
    sent += smallPieceBytes;
    response.write(payload.subarray(from, from + smallPieceBytes), feed);
  };
  for (let i = 0; i < waitingPieces; i++) feed();
}

/** Bytes of the head of a request: its first line and its headers. */
export const headBytes = ({ method = '', url = '', rawHeaders }: IncomingMessage): number =>
  // each header has a colon, a space and an end of its line; so has the whole
  rawHeaders.reduce((sum, text) => sum + text.length + 2, `${method} ${url} HTTP/1.1`.length + 4);

/** Counts bytes that came up, in steps of time. */
function note(test: Test, bytes: number, nowMs: number): void {
  const atMs = Math.ceil((nowMs - test.beganMs) / stepMs) * stepMs;
  const last = test.arrivals.at(-1);
  if (last?.atMs === atMs) last.bytes += bytes;
  else test.arrivals.push({ atMs, bytes });
}

/** Counts a request without a body. */
export function countAsked(request: IncomingMessage, test: Test): void {
  const bytes = headBytes(request);
  note(test, bytes, performance.now());
  test.up?.owe(bytes, performance.now());
}

/** Counts what comes up by when it comes; a shaped stream is held back. */
export function countUp(request: IncomingMessage, response: ServerResponse, test: Test) {
  const end = performance.now() + longestStreamMs;
  let bytes = 0;
  request.on('data', (part: Buffer) => {
    bytes += part.length;
    note(test, part.length, performance.now());
    if (performance.now() > end || bytes > mostBytes) return void request.destroy();
    const nowMs = performance.now();
    const owedMs = Math.max(test.up?.owe(part.length, nowMs) ?? 0, heldMs(test, nowMs));
    // timers are coarse: a few ms ahead is made up for by the next part
    if (owedMs < shapeStepMs / 2) return;
    request.pause();
    setTimeout(() => request.resume(), owedMs);
  });
  request.on('end', () => response.writeHead(204).end());
}

/** One small download, out of turn: for a walk with one a second. */
export function sendBeat(response: ServerResponse, simulated: SimulatedBeat | null) {
  if (simulated?.lost) return void response.destroy();
  const flowMs = simulated ? (beatBytes * 8) / 1000 / Math.max(0.01, simulated.mbps) : 0;
  setTimeout(() => {
    response.writeHead(200, {
      'content-type': 'application/octet-stream',
      'cache-control': 'no-store',
      'content-length': String(beatBytes),
      ...(simulated?.unitId && { 'x-simulated-unit': simulated.unitId }),
    });
    response.flushHeaders();
    // in eight parts, so that a slow one is seen to flow
    for (let i = 1; i <= 8; i++)
      setTimeout(
        () =>
          !response.destroyed &&
          (i < 8
            ? response.write(payload.subarray(0, beatBytes / 8))
            : response.end(payload.subarray(0, beatBytes / 8))),
        (flowMs * i) / 8,
      );
  }, simulated?.latencyMs ?? 0);
}
