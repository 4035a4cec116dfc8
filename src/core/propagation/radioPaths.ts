/** Why a signal is what it is: each path that was added, as points in space and as terms that add up to it. */
import type { Point3 } from '../geometry/point';
import type { Id } from '../job/records';
import { bandMiddleGHz } from '../materials/wallLoss';
import { bands, type Band } from '../job/records';
import { makeCrossings } from './crossings';
import { crossingsFrom, angularIndexOfEdge } from './angularIndex';
import { freeSpaceLoss } from './freeSpace';
import { transmittanceOf } from './transmittance';
import { patternPower } from './pattern';
import { openingIncidenceCosine, turnTransmittance, deflectionCosine } from './pathTree';
import { makeReceived, maxDiffractedPaths, receive } from './receive';
import type { Crossings, AngularIndex, PathTree, Scene } from './model';

/** One line of an explanation; the lines of a value add up to it. */
export interface Term {
  /** `door-panel`: what is passed at the turn itself, a door or window that stands there. */
  kind: 'sent' | 'aerial' | 'mount' | 'distance' | 'crossing' | 'turn' | 'door-panel' | 'others' | 'taught';
  label: string;
  /** dBm for what is sent, else dB; losses are negative. */
  db: number;
  id: Id | null;
  /** Standard deviation, dB, 0 where it is not a crossing. */
  spreadDb: number;
}

/** One path from a unit to a place. */
export interface RadioPath {
  /** From the unit, over the turns, to the place; site coordinates, m. */
  points: Point3[];
  /** dB relative to the EIRP. */
  gainDb: number;
  terms: Term[];
}

const toDb = (power: number) => 10 * Math.log10(power);

/**
 * The paths that `receive` adds up for a place in one band, strongest first; the power sum of their
 * gains is the gain received, and the terms of each add up to its gain.
 * @returns none in a band without a radio.
 */
export function radioPathsTo(tree: PathTree, to: Point3, band: Band): RadioPath[] {
  const b = bands.indexOf(band);
  const out = makeReceived();
  receive(tree, ...to, out);
  if (!Number.isFinite(out.gainDb[b])) return [];
  const paths = [pathOver(tree, [], to, b)];
  for (let i = b * maxDiffractedPaths; i < (b + 1) * maxDiffractedPaths; i++) {
    const edge = out.edge[i] as number;
    if (edge >= 0) paths.push(pathOver(tree, edgesTo(tree, edge), to, b));
  }
  return paths.sort((p, q) => q.gainDb - p.gainDb);
}

/** The terms of the strongest path, and what all others add. @param paths strongest first. */
export function termsOfPaths(paths: readonly RadioPath[]): Term[] {
  const [first, ...others] = paths;
  if (!first) return [];
  const all = toDb(paths.reduce((sum, w) => sum + 10 ** (w.gainDb / 10), 0));
  if (others.length === 0) return first.terms;
  const label = others.length === 1 ? 'Another way adds' : `${others.length} other ways add`;
  return [...first.terms, { kind: 'others', label, db: all - first.gainDb, id: null, spreadDb: 0 }];
}

/** The edges of the best path to an edge, in order. */
function edgesTo({ previousState, firstFinalState: first, scene }: PathTree, edge: number): number[] {
  const list: number[] = [];
  for (let s = first + edge; s >= 0; s = previousState[s] as number) list.unshift(s % scene.edges.n);
  return list;
}

function pathOver(tree: PathTree, edges: readonly number[], to: Point3, b: number): RadioPath {
  const { scene, transmitter } = tree;
  const { at, lossId, item, label: words } = scene.edges;
  const hits = makeCrossings();
  const points: Point3[] = [
    transmitter.at,
    ...edges.map((g): Point3 => [at[g * 3] as number, at[g * 3 + 1] as number, at[g * 3 + 2] as number]),
    to,
  ];
  const legs = points.slice(1).map((q, i) => {
    const p = points[i] as Point3;
    const d = Math.hypot(q[0] - p[0], q[1] - p[1], q[2] - p[2]);
    const u = q.map((v, k) => (v - (p[k] as number)) / (d || 1)) as unknown as Point3;
    return { p, q, d, u };
  });
  const length = legs.reduce((sum, l) => sum + l.d, 0);
  const [departs] = legs;
  const pattern = transmitter.patterns[b];
  const u = departs?.u ?? [0, 0, 0];
  const cosine = u[0] * transmitter.axis[0] + u[1] * transmitter.axis[1] + u[2] * transmitter.axis[2];
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
    const turned = edges[i - 1];
    terms.push(
      ...crossed(scene, turned === undefined ? tree.index : angularIndexOfEdge(scene, turned), l.q, b, hits),
    );
    const next = legs[i + 1];
    const g = edges[i];
    if (!next || g === undefined) return;
    const turn = Math.acos(deflectionCosine(scene, g, ...l.u, ...next.u));
    const id = scene.shapes.ids[item[g] as number] ?? null;
    terms.push({
      kind: 'turn',
      label: `Turn of ${Math.round((turn * 180) / Math.PI)}° at the ${words[g] ?? 'edge'}`,
      db: toDb(turnTransmittance(turn, l.d, next.d, b)),
      id,
      spreadDb: 0,
    });
    const own = lossId[g] as number;
    if (own >= 0)
      terms.push({
        kind: 'door-panel',
        label: `${scene.lossNames[own] ?? 'opening'}, in the turn`,
        db: toDb(transmittanceOf(scene, own, openingIncidenceCosine(scene, g, ...l.u, ...next.u), b)),
        id,
        spreadDb: scene.spread[own * 3 + b] as number,
      });
  });
  return { points, gainDb: terms.reduce((sum, t) => sum + t.db, 0), terms: withoutTrifles(terms) };
}

/** What a straight leg from an angular index's place to q crosses in a band (0 … 2), from its start outwards; `at`: where on it, 0 … 1. */
export function crossed(
  scene: Scene,
  index: AngularIndex,
  q: Point3,
  b: number,
  hits: Crossings,
): (Term & { at: number })[] {
  crossingsFrom(scene, index, ...q, hits);
  const order = Array.from({ length: hits.count }, (_, i) => i).sort(
    (i, k) => (hits.at[i] as number) - (hits.at[k] as number),
  );
  return order.map((i) => {
    const lossId = hits.lossId[i] as number;
    const cosine = hits.cosine[i] as number;
    const deg = Math.round((Math.acos(cosine) * 180) / Math.PI);
    return {
      kind: 'crossing' as const,
      label: `${scene.lossNames[lossId] ?? 'crossing'}${deg >= 20 ? `, at ${deg}°` : ''}`,
      db: toDb(transmittanceOf(scene, lossId, cosine, b)),
      id: scene.shapes.ids[hits.item[i] as number] ?? null,
      spreadDb: scene.spread[lossId * 3 + b] as number,
      at: hits.at[i] as number,
    };
  });
}

/** An antenna that costs nothing to speak of is not named; its hundredths go to the distance. */
function withoutTrifles(terms: Term[]): Term[] {
  const aerial = terms.find((t) => t.kind === 'aerial');
  if (!aerial || aerial.db < -0.05) return terms;
  return terms
    .filter((t) => t !== aerial)
    .map((t) => (t.kind === 'distance' ? { ...t, db: t.db + aerial.db } : t));
}
