/** Why a signal is what it is: each way that was added, as points in space and as terms that add up to it. */
import type { Id } from '../job/records';
import { bandMiddleGHz } from '../materials/wallLoss';
import { bands, type Band } from '../job/records';
import { makeCrossings } from './crossings';
import { crossFrom, fanOfGate } from './fan';
import { freeSpaceLoss } from './freeSpace';
import { passOf } from './passOf';
import { patternPower } from './pattern';
import { cosineAt, past, turnCosine } from './reach';
import { makeReceived, mostWays, receive } from './receive';
import type { Crossings, Fan, Reach, Scene } from './model';

/** One line of an explanation; the lines of a value add up to it. */
export interface Term {
  /** `leaf`: what is passed at the turn itself, a door's or window's leaf. */
  kind: 'sent' | 'aerial' | 'mount' | 'distance' | 'crossing' | 'turn' | 'leaf' | 'others' | 'taught';
  label: string;
  /** dBm for what is sent, else dB; losses are negative. */
  db: number;
  id: Id | null;
  /** Standard deviation, dB, 0 where it is not a crossing. */
  spreadDb: number;
}

type Place = readonly [number, number, number];

/** One way from a unit to a place. */
export interface Way {
  /** From the unit, over the turns, to the place; site coordinates, m. */
  points: Place[];
  /** dB relative to the EIRP. */
  gainDb: number;
  terms: Term[];
}

const toDb = (power: number) => 10 * Math.log10(power);

/**
 * The ways that `receive` adds up for a place in one band, strongest first; the power sum of their
 * gains is the gain received, and the terms of each add up to its gain.
 * @returns none in a band without a radio.
 */
export function waysTo(reach: Reach, to: Place, band: Band): Way[] {
  const b = bands.indexOf(band);
  const out = makeReceived();
  receive(reach, ...to, out);
  if (!Number.isFinite(out.gainDb[b])) return [];
  const ways = [wayOver(reach, [], to, b)];
  for (let i = b * mostWays; i < (b + 1) * mostWays; i++) {
    const gate = out.gate[i] as number;
    if (gate >= 0) ways.push(wayOver(reach, gatesTo(reach, gate), to, b));
  }
  return ways.sort((p, q) => q.gainDb - p.gainDb);
}

/** The terms of the strongest way, and what all others add. @param ways strongest first. */
export function termsOfWays(ways: readonly Way[]): Term[] {
  const [first, ...others] = ways;
  if (!first) return [];
  const all = toDb(ways.reduce((sum, w) => sum + 10 ** (w.gainDb / 10), 0));
  if (others.length === 0) return first.terms;
  const label = others.length === 1 ? 'Another way adds' : `${others.length} other ways add`;
  return [...first.terms, { kind: 'others', label, db: all - first.gainDb, id: null, spreadDb: 0 }];
}

/** The gates of the best way to a gate, in order. */
function gatesTo({ from, first, scene }: Reach, gate: number): number[] {
  const list: number[] = [];
  for (let s = first + gate; s >= 0; s = from[s] as number) list.unshift(s % scene.gates.n);
  return list;
}

function wayOver(reach: Reach, gates: readonly number[], to: Place, b: number): Way {
  const { scene, sender } = reach;
  const { at, key, item, words } = scene.gates;
  const hits = makeCrossings();
  const points: Place[] = [
    sender.at,
    ...gates.map((g): Place => [at[g * 3] as number, at[g * 3 + 1] as number, at[g * 3 + 2] as number]),
    to,
  ];
  const legs = points.slice(1).map((q, i) => {
    const p = points[i] as Place;
    const d = Math.hypot(q[0] - p[0], q[1] - p[1], q[2] - p[2]);
    const u = q.map((v, k) => (v - (p[k] as number)) / (d || 1)) as unknown as Place;
    return { p, q, d, u };
  });
  const length = legs.reduce((sum, l) => sum + l.d, 0);
  const [departs] = legs;
  const pattern = sender.patterns[b];
  const u = departs?.u ?? [0, 0, 0];
  const cosine = u[0] * sender.axis[0] + u[1] * sender.axis[1] + u[2] * sender.axis[2];
  const aerial = pattern ? toDb(patternPower(pattern, cosine)) : 0;
  const terms: Term[] = [
    { kind: 'aerial', label: 'Aerial, this direction', db: aerial, id: null, spreadDb: 0 },
    {
      kind: 'distance',
      label: `Distance ${length.toFixed(1)} m`,
      db: -freeSpaceLoss(length, bandMiddleGHz[bands[b] ?? '5']),
      id: null,
      spreadDb: 0,
    },
  ];
  legs.forEach((l, i) => {
    const turned = gates[i - 1];
    terms.push(...crossed(scene, turned === undefined ? reach.fan : fanOfGate(scene, turned), l.q, b, hits));
    const next = legs[i + 1];
    const g = gates[i];
    if (!next || g === undefined) return;
    const turn = Math.acos(turnCosine(scene, g, ...l.u, ...next.u));
    const id = scene.shapes.ids[item[g] as number] ?? null;
    terms.push({
      kind: 'turn',
      label: `Turn of ${Math.round((turn * 180) / Math.PI)}° at the ${words[g] ?? 'edge'}`,
      db: toDb(past(turn, l.d, next.d, b)),
      id,
      spreadDb: 0,
    });
    const own = key[g] as number;
    if (own >= 0)
      terms.push({
        kind: 'leaf',
        label: `${scene.keyNames[own] ?? 'opening'}, in the turn`,
        db: toDb(passOf(scene, own, cosineAt(scene, g, ...l.u, ...next.u), b)),
        id,
        spreadDb: scene.spread[own * 3 + b] as number,
      });
  });
  return { points, gainDb: terms.reduce((sum, t) => sum + t.db, 0), terms: withoutTrifles(terms) };
}

/** What a straight leg from a fan's place to q crosses in a band (0 … 2), from its start outwards; `at`: where on it, 0 … 1. */
export function crossed(
  scene: Scene,
  fan: Fan,
  q: Place,
  b: number,
  hits: Crossings,
): (Term & { at: number })[] {
  crossFrom(scene, fan, ...q, hits);
  const order = Array.from({ length: hits.count }, (_, i) => i).sort(
    (i, k) => (hits.at[i] as number) - (hits.at[k] as number),
  );
  return order.map((i) => {
    const key = hits.key[i] as number;
    const cosine = hits.cosine[i] as number;
    const deg = Math.round((Math.acos(cosine) * 180) / Math.PI);
    return {
      kind: 'crossing' as const,
      label: `${scene.keyNames[key] ?? 'crossing'}${deg >= 20 ? `, at ${deg}°` : ''}`,
      db: toDb(passOf(scene, key, cosine, b)),
      id: scene.shapes.ids[hits.item[i] as number] ?? null,
      spreadDb: scene.spread[key * 3 + b] as number,
      at: hits.at[i] as number,
    };
  });
}

/** An aerial that costs nothing to speak of is not named; its hundredths go to the distance. */
function withoutTrifles(terms: Term[]): Term[] {
  const aerial = terms.find((t) => t.kind === 'aerial');
  if (!aerial || aerial.db < -0.05) return terms;
  return terms
    .filter((t) => t !== aerial)
    .map((t) => (t.kind === 'distance' ? { ...t, db: t.db + aerial.db } : t));
}
