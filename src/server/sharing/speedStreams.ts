/** The streams of a speed test: bytes down, bytes up counted as they come, one small download a beat. */
import { randomBytes } from 'node:crypto';
import type { IncomingMessage, ServerResponse } from 'node:http';
import type { EventLoopUtilization } from 'node:perf_hooks';
import type { LinkConditions, SimulatedBeat } from '@/core/speedtest/linkConditions';
import type { Arrival } from '@/core/speedtest/speedFigures';
import type { TokenBucket } from './tokenBucket';

/** A stream is cut after so long and after so many bytes, whatever the phone asks. */
const longestStreamMs = 12_000;
const mostBytes = 4e9;
const pieceBytes = 256 * 1024;
const beatBytes = 128 * 1024;
/** Arrivals are counted in steps of so long, ms. */
const stepMs = 50;
/** Shaped streams are let through in steps of so long, ms. */
const shapeStepMs = 8;

/** Bytes that no one can press together. */
const payload = randomBytes(pieceBytes * 4);

/** A test of one phone, under way. */
export interface Test {
  shape: LinkConditions | null;
  /** SIMULATED rates, shared by all streams. */
  down: TokenBucket | null;
  up: TokenBucket | null;
  beganMs: number;
  arrivals: Arrival[];
  /** How busy this process was when the flow up began. */
  loop: EventLoopUtilization;
}

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
      if (response.writableLength > pieceBytes) return;
      const bytes = bucket.take(pieceBytes, performance.now());
      if (bytes > 0) response.write(payload.subarray(0, bytes));
    }, shapeStepMs);
    response.on('close', () => clearInterval(timer));
    return;
  }
  const push = () => {
    while (!response.destroyed) {
      if (performance.now() > end || sent > mostBytes) return void response.end();
      const from = (piece++ % 4) * pieceBytes;
      sent += pieceBytes;
      if (!response.write(payload.subarray(from, from + pieceBytes))) return;
    }
  };
  response.on('drain', push);
  push();
}

/** Counts what comes up by when it comes; a shaped stream is held back. */
export function countUp(request: IncomingMessage, response: ServerResponse, test: Test) {
  const end = performance.now() + longestStreamMs;
  let bytes = 0;
  request.on('data', (part: Buffer) => {
    bytes += part.length;
    const atMs = Math.ceil((performance.now() - test.beganMs) / stepMs) * stepMs;
    const last = test.arrivals.at(-1);
    if (last?.atMs === atMs) last.bytes += part.length;
    else test.arrivals.push({ atMs, bytes: part.length });
    if (performance.now() > end || bytes > mostBytes) return void request.destroy();
    const owedMs = test.up?.owe(part.length, performance.now()) ?? 0;
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
