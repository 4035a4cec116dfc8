/** Signals from a source to places, each worked out once: predicting and planning ask for the same ones many times over. */
import type { Source } from './model';
import { makeReceived, receive } from './receive';

/** What arrives at a place, by band, dB; not the paths. */
export type SignalKept = Readonly<Record<'gainDb' | 'spreadDb' | 'correctionDb', readonly number[]>>;

const kept = new WeakMap<Source, Map<string, SignalKept>>();
/** Most places that are kept for one source; some 0.3 kB each. */
const mostPlaces = 600;
const received = makeReceived();

/** As `receive`, for a place that is likely to be asked for again. @param at site coordinates, m. */
export function signalAt(source: Source, at: readonly [number, number, number]): SignalKept {
  let places = kept.get(source);
  if (!places) kept.set(source, (places = new Map<string, SignalKept>()));
  const key = at.join();
  const before = places.get(key);
  if (before) return before;
  receive(source, ...at, received);
  const { gainDb, spreadDb, correctionDb } = received;
  // three numbers in a plain list take a third of what they take in a typed array
  const made = { gainDb: [...gainDb], spreadDb: [...spreadDb], correctionDb: [...correctionDb] };
  if (places.size >= mostPlaces) places.clear();
  places.set(key, made);
  return made;
}
