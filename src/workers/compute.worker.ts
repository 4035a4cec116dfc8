import * as Comlink from 'comlink';
import { makeCompute } from './compute';
import type { FieldRequest } from './protocol';

const compute = makeCompute();

/** The same, with the rings of a field handed over instead of copied. */
function field(request: FieldRequest) {
  const answer = compute.field(request);
  // what was short before is kept for the next answer, so that is copied
  const own = answer.rooms.flatMap((r) => [...r.bands, ...(r.cling ? [r.cling] : [])]);
  return Comlink.transfer(
    answer,
    own.flatMap((b) => [b.points.buffer, b.starts.buffer]),
  );
}

Comlink.expose({ ...compute, field });
