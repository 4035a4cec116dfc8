import * as Comlink from 'comlink';
import type { Isoband } from '@/core/coverage/isolines';
import { makeCompute } from './compute';
import type { ComputeApi, FieldRequest } from './protocol';

const compute = makeCompute();

/** All rings of an answer in one piece of memory, so that one is handed over instead of a hundred. */
function packed(bands: readonly Isoband[]): ArrayBuffer {
  const bytes = bands.reduce((sum, b) => sum + b.points.byteLength + b.starts.byteLength, 0);
  const buffer = new ArrayBuffer(bytes);
  let at = 0;
  for (const band of bands) {
    const points = new Float32Array(buffer, at, band.points.length);
    points.set(band.points);
    const starts = new Int32Array(buffer, at + points.byteLength, band.starts.length);
    starts.set(band.starts);
    at += points.byteLength + starts.byteLength;
    band.points = points;
    band.starts = starts;
  }
  return buffer;
}

/** The same, with the rings of a field handed over instead of copied. */
function field(request: FieldRequest) {
  const answer = compute.field(request);
  // what was short before is kept for the next answer, so that is copied
  const own = answer.rooms.flatMap((r) => [...r.bands, ...(r.cling ? [r.cling] : [])]);
  return Comlink.transfer(answer, [packed(own)]);
}

/** What this end answers, of which the other end sees promises. */
type Answers<T> = {
  [K in keyof T]: T[K] extends (...args: infer A) => Promise<infer R>
    ? (...args: A) => R | Promise<R>
    : never;
};
Comlink.expose({ ...compute, field } satisfies Answers<ComputeApi>);
