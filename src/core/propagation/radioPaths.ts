/** Why a signal is what it is: each path that was added, as points in space and as terms that add up to it. */
import type { Point3 } from '../geometry/point';
import { bands, type Band, type Id } from '../job/records';
import { bandMiddleGHz } from '../materials/wallLoss';
import { crossingsBetween } from './boxTree';
import { makeCrossings } from './crossings';
import { beyondM } from './diffractionEdges';
import { freeSpaceLoss } from './freeSpace';
import type { Scene, Source } from './model';
import { patternPower } from './pattern';
import { boundedSum, makeReceived, receive, type Received } from './receive';
import { roomAt } from './rooms';
import { reflectanceOf, transmittanceOf } from './transmittance';
import { explainTurn, turnTransmittance } from './turns';

/** One line of an explanation; the lines of a value add up to it. */
export interface Term {
  /**
   * `door-panel`: what is passed at the turn itself, a door or window that stands there. `limit`: paths together
   * are held to 6 dB over free space. `rest`: furniture, and paths that are not looked for; see `restDb`.
   */
  kind:
    | 'sent'
    | 'aerial'
    | 'mount'
    | 'distance'
    | 'crossing'
    | 'reflection'
    | 'turn'
    | 'door-panel'
    | 'limit'
    | 'rest'
    | 'others'
    | 'taught';
  label: string;
  /** dBm for what is sent, else dB; losses are negative. */
  db: number;
  id: Id | null;
  /** Standard deviation, dB, 0 where it is not a crossing. */
  spreadDb: number;
}

/** One path from a unit to a place. */
export interface RadioPath {
  /** From the unit, over reflections and turns, to the place; site coordinates, m. */
  points: Point3[];
  /** dB relative to the EIRP. */
  gainDb: number;
  terms: Term[];
}

/** So far from the middle of a wall or floor one is in the room beside it, m. */
const clearOfWallM = 0.45;

const toDb = (power: number) => 10 * Math.log10(power);
const term = (kind: Term['kind'], label: string, db: number, id: Id | null = null, spreadDb = 0): Term => ({
  kind,
  label,
  db,
  id,
  spreadDb,
});
const degreesOf = (cosine: number) => Math.round((Math.acos(Math.min(1, cosine)) * 180) / Math.PI);

/**
 * The paths that `receive` adds up for a place in one band, strongest first; the power sum of their
 * gains is the gain received, and the terms of each add up to its gain.
 * @returns none in a band without a radio.
 */
export function radioPathsTo(source: Source, to: Point3, band: Band): RadioPath[] {
  const b = bands.indexOf(band);
  const out = makeReceived();
  receive(source, ...to, out);
  const gainDb = (out.gainDb[b] as number) - (out.correctionDb[b] as number);
  if (!Number.isFinite(gainDb)) return [];
  const heldBackDb = toDb(boundedSum(source, ...to, out, b)) - toDb(out.sum[b] as number);
  const rest = gainDb - heldBackDb - toDb(out.sum[b] as number);
  const paths = Array.from({ length: out.count }, (_, i) => i).filter(
    (i) => (out.power[i * 3 + b] as number) > 0,
  );
  return paths
    .map((i) => pathOf(source, out, i, to, b))
    .map(({ points, terms }) => {
      if (heldBackDb < -1e-9)
        terms.push(term('limit', 'All paths, at most 6 dB above free space', heldBackDb));
      if (rest !== 0) terms.push(term('rest', restLabel(rest), rest));
      return { points, gainDb: terms.reduce((sum, t) => sum + t.db, 0), terms: withoutTrifles(terms) };
    })
    .sort((p, q) => q.gainDb - p.gainDb);
}

const restLabel = (db: number) => (db < 0 ? 'Furniture, typical value' : 'Other paths, minus furniture');

/** The terms of the strongest path, and what all others add. @param paths strongest first. */
export function termsOfPaths(paths: readonly RadioPath[]): Term[] {
  const [first, ...others] = paths;
  if (!first) return [];
  const all = toDb(paths.reduce((sum, w) => sum + 10 ** (w.gainDb / 10), 0));
  if (others.length === 0) return first.terms;
  const label = others.length === 1 ? 'Another path adds' : `${others.length} other paths add`;
  return [...first.terms, term('others', label, all - first.gainDb)];
}

/** One path of what was received. */
function pathOf(source: Source, out: Received, i: number, to: Point3, b: number) {
  const { scene, transmitter } = source;
  const edge = out.edge[i] as number;
  const facets = [out.facet[i * 2] as number, out.facet[i * 2 + 1] as number].filter((f) => f >= 0);
  const items = [out.facetItem[i * 2] as number, out.facetItem[i * 2 + 1] as number];
  const place = (k: number): Point3 =>
    [0, 1, 2].map((c) => out.via[i * 6 + k * 3 + c] as number) as unknown as Point3;
  const via = edge >= 0 ? [place(0)] : facets.map((_, k) => place(k));
  const points: Point3[] = [transmitter.at, ...via, to];
  const legs = points.slice(1).map((q, k) => {
    const p = points[k] as Point3;
    const d = Math.hypot(q[0] - p[0], q[1] - p[1], q[2] - p[2]);
    return { p, q, d, u: q.map((v, c) => (v - (p[c] as number)) / (d || 1)) as unknown as Point3 };
  });
  const length = legs.reduce((sum, l) => sum + l.d, 0);
  const u = legs[0]?.u ?? [0, 0, 0];
  const pattern = transmitter.patterns[b];
  const cosine = u[0] * transmitter.axis[0] + u[1] * transmitter.axis[1] + u[2] * transmitter.axis[2];
  const terms = [
    term('aerial', 'Antenna, this direction', pattern ? toDb(patternPower(pattern, cosine)) : 0),
    term(
      'distance',
      `Distance ${length.toFixed(1)} m`,
      -freeSpaceLoss(length, bandMiddleGHz[bands[b] ?? '5']),
    ),
  ];
  if (edge >= 0) terms.push(...turnTerms(source, edge, to, b));
  else
    legs.forEach(({ p, q }, k) => {
      terms.push(...crossed(scene, p, q, b));
      const facet = facets[k];
      const item = items[k];
      if (facet !== undefined && item !== undefined) terms.push(reflectionTerm(scene, facet, item, p, q, b));
    });
  return { points, terms };
}

/** What one reflection leaves. @param from where the path comes from, @param at where it is reflected. */
function reflectionTerm(
  scene: Scene,
  facet: number,
  item: number,
  from: Point3,
  at: Point3,
  b: number,
): Term {
  const { plane } = scene.facets;
  const normal = [0, 1, 2].map((c) => plane[facet * 4 + c] as number);
  const way = at.map((v, c) => v - (from[c] as number));
  const across = normal.reduce((sum, v, c) => sum + v * (way[c] as number), 0);
  const cosine = Math.abs(across) / (Math.hypot(...way) || 1);
  const lossId = scene.shapes.lossId[item] as number;
  const deg = degreesOf(cosine);
  // before the face, on the side the path comes from, clear of a thick wall's body
  const before = at.map(
    (v, c) => v - Math.sign(across) * clearOfWallM * (normal[c] as number),
  ) as unknown as Point3;
  const name = `Through ${faceName(scene, facet, item, before, across)}${deg >= 20 ? `, at ${deg}°` : ''}`;
  return term(
    'reflection',
    name,
    toDb(reflectanceOf(scene, lossId, cosine, b)),
    scene.shapes.ids[item] ?? null,
  );
}

/** A face in words: what it is, of which room, and what it is made of. */
function faceName(scene: Scene, facet: number, item: number, before: Point3, across: number): string {
  const { panels, slabs, blocks, firstOpening, firstHole } = scene.shapes;
  const made = scene.lossNames[scene.shapes.lossId[item] as number] ?? 'unnamed';
  if (facet >= panels + slabs) return made;
  const room = roomAt(scene, ...before);
  const level = across < 0 ? 'floor' : 'ceiling';
  const what =
    item >= firstHole || (item >= panels + blocks && item < firstOpening)
      ? level
      : item >= firstOpening
        ? 'opening'
        : scene.panels[facet]?.kind === 'roof'
          ? 'roof'
          : 'wall';
  // outdoors, under eaves or above a ceiling there is no room to name
  return `${room ? `${room.name}, ` : ''}${what} (${made})`;
}

/** A path over an edge: what its legs cross, the turn, and what stands on the side that it passes. */
function turnTerms(source: Source, edge: number, to: Point3, b: number): Term[] {
  const { scene, transmitter } = source;
  const { edges } = scene;
  const out = makeReceived();
  const turn = explainTurn(source, edge, ...to, out);
  const [over, beside] = [out.over[b] as number, out.beside[b] as number];
  // told from the side on which more comes
  const side = over >= beside ? 1 : 0;
  const lossId = edges.lossIds[edge * 2 + side] as number;
  const off = (side === 1 ? 1 : -1) * beyondM;
  const at: Point3 = [
    turn.x + off * (edges.outward[edge * 3] as number),
    turn.y + off * (edges.outward[edge * 3 + 1] as number),
    turn.z,
  ];
  const item = edges.item[edge] as number;
  const id = (item >= 0 ? scene.shapes.ids[item] : scene.shapes.ids[(-1 - item) >> 1]) ?? null;
  // what the legs cross of a box that they go round does not count; see `turns.ts`
  const isBox = edge >= (edges.facetStart.at(-1) ?? 0);
  const leg = (p: Point3, q: Point3) => crossed(scene, p, q, b).filter((t) => !isBox || t.id !== id);
  const before = leg(transmitter.at, at);
  const legs = [...before, ...leg(at, to)];
  const most = Math.max(over, beside);
  const panelDb = toDb(most) - legs.reduce((sum, t) => sum + t.db, 0);
  const [u, v] = [
    at.map((x, c) => x - (transmitter.at[c] as number)),
    to.map((x, c) => x - (at[c] as number)),
  ];
  const cosine =
    u.reduce((sum, x, c) => sum + x * (v[c] as number), 0) / (Math.hypot(...u) * Math.hypot(...v) || 1);
  const difference = (Math.sqrt(over) - Math.sqrt(beside)) ** 2 / most;
  const turned = term(
    'turn',
    `Turn of ${degreesOf(Math.max(-1, cosine))}° at the ${edges.label[edge] ?? 'edge'}`,
    toDb(turnTransmittance(turn, b) * difference),
    id,
  );
  const panel =
    lossId >= 0
      ? [
          term(
            'door-panel',
            `${scene.lossNames[lossId] ?? 'opening'}, in the turn`,
            panelDb,
            id,
            scene.spread[lossId * 3 + b],
          ),
        ]
      : [];
  return [...before, turned, ...panel, ...legs.slice(before.length)];
}

const hits = makeCrossings();

/** What a straight leg from p to q crosses in a band (0 … 2), from its start outwards; `at`: where on it, 0 … 1. */
export function crossed(scene: Scene, p: Point3, q: Point3, b: number): (Term & { at: number })[] {
  crossingsBetween(scene, ...p, ...q, hits);
  const order = Array.from({ length: hits.count }, (_, i) => i).sort(
    (i, k) => (hits.at[i] as number) - (hits.at[k] as number),
  );
  return order.map((i) => {
    const lossId = hits.lossId[i] as number;
    const cosine = hits.cosine[i] as number;
    const deg = degreesOf(cosine);
    return {
      ...term(
        'crossing',
        `${scene.lossNames[lossId] ?? 'crossing'}${deg >= 20 ? `, at ${deg}°` : ''}`,
        toDb(transmittanceOf(scene, lossId, cosine, b)),
        scene.shapes.ids[hits.item[i] as number] ?? null,
        scene.spread[lossId * 3 + b],
      ),
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
