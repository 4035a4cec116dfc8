/**
 * What arrives at a place, by trying every sequence of up to three diffraction edges: no path tree, no pruning, no
 * loss table, no angular index. Formulas are written out again from ITU-R P.525 and P.526. The edges themselves
 * (places, directions, what is passed in them) are taken as the scene has them.
 */
import type { Point3 } from '@/core/geometry/point';
import { find, type Job } from '@/core/job/job';
import { bands, type Band } from '@/core/job/records';
import { assemblyLoss } from '@/core/materials/assemblyLoss';
import { bandMiddleGHz } from '@/core/materials/wallLoss';
import type { Scene } from '@/core/propagation/model';
import { naiveCrossings } from '../../bench/naiveCrossings';

const need = <T>(value: T | null | undefined): T => {
  if (value === null || value === undefined) throw new Error('a place in a list that is not there');
  return value;
};

type PerBand = [number, number, number];
interface Leg {
  lengthM: number;
  direction: Point3;
  /** Share of power that passes, by band. */
  passes: PerBand;
  crossedIds: string[];
}

const dot = (a: Point3, b: Point3) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const scaled = (a: Point3, k: number): Point3 => [a[0] * k, a[1] * k, a[2] * k];
const minus = (a: Point3, b: Point3): Point3 => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
const degrees = (cosine: number) => (Math.acos(Math.min(1, Math.max(0, cosine))) * 180) / Math.PI;
const mapBands = (of: (band: Band, b: number) => number): PerBand =>
  bands.map((band, b) => of(band, b)) as PerBand;

export function exhaustivePaths(job: Job, scene: Scene) {
  const losses = new Map<string, PerBand>();
  /** Share of power that one crossing lets pass; worked out at every half degree. */
  function passes(lossId: number, cosine: number): PerBand {
    if (lossId < 0) return [1, 1, 1];
    const id = scene.lossRecordIds[lossId] ?? '';
    const deg = Math.min(89, Math.round(degrees(cosine) * 2) / 2);
    const key = `${id} ${deg}`;
    const assembly = find(job, 'assembly', id);
    const known =
      losses.get(key) ??
      mapBands((band) => {
        const db = assembly
          ? assemblyLoss(assembly, band, deg)
          : (find(job, 'obstacle', id)?.lossDb[band] ?? NaN);
        return 10 ** (-db / 10);
      });
    losses.set(key, known);
    return known;
  }
  function legOf(p: Point3, q: Point3): Leg {
    const d = minus(q, p);
    const lengthM = Math.max(1e-6, Math.hypot(...d));
    const crossed = naiveCrossings(scene, p, q);
    return {
      lengthM,
      direction: scaled(d, 1 / lengthM),
      passes: crossed
        .map((c) => passes(c.key, c.cosine))
        .reduce<PerBand>((all, one) => mapBands((_, b) => need(all[b]) * need(one[b])), [1, 1, 1]),
      crossedIds: crossed.map((c) => c.id),
    };
  }
  const { n, at, direction, normal, lossId, item } = scene.edges;
  const vector = (list: Float64Array, i: number): Point3 => [
    need(list[3 * i]),
    need(list[3 * i + 1]),
    need(list[3 * i + 2]),
  ];
  const edges = Array.from({ length: n }, (_, i) => ({
    at: vector(at, i),
    along: vector(direction, i),
    normal: vector(normal, i),
    lossId: need(lossId[i]),
    item: need(item[i]),
    id: scene.shapes.ids[need(item[i])] ?? '',
  }));
  const isObstacle = (i: number) => i >= scene.shapes.panels && i < scene.shapes.panels + scene.shapes.blocks;
  /** Share of power left by a turn at an edge, with what stands in it. */
  function turn(edge: (typeof edges)[number], first: Leg, second: Leg): PerBand {
    const across = (u: Point3): Point3 => {
      const flat = minus(u, scaled(edge.along, dot(u, edge.along)));
      const size = Math.hypot(...flat);
      return size < 1e-3 ? u : scaled(flat, 1 / size);
    };
    const cosine = dot(across(first.direction), across(second.direction));
    const phi = Math.acos(Math.min(1, Math.max(-1, cosine)));
    const incidence =
      (Math.abs(dot(first.direction, edge.normal)) + Math.abs(dot(second.direction, edge.normal))) / 2;
    const inIt = passes(edge.lossId, incidence);
    return mapBands((band, b) => {
      const lambda = 0.299792458 / bandMiddleGHz[band];
      const nu =
        phi * Math.sqrt((2 * first.lengthM * second.lengthM) / (lambda * (first.lengthM + second.lengthM)));
      const lossDb = nu > -0.78 ? 6.9 + 20 * Math.log10(Math.sqrt((nu - 0.1) ** 2 + 1) + nu - 0.1) : 0;
      return 10 ** (-lossDb / 10) * need(inIt[b]);
    });
  }
  const between = edges.map((a) => edges.map((b) => (a === b ? null : legOf(a.at, b.at))));
  const mayFollow = (i: number, k: number) =>
    i !== k &&
    (need(edges[i]).item !== need(edges[k]).item || isObstacle(need(edges[i]).item)) &&
    need(between[i]?.[k]).lengthM <= 30 &&
    Math.max(...need(between[i]?.[k]).passes) >= 10 ** -1.5;

  /** Gain at a place from an isotropic transmitter with radios in all bands, dB, by band. */
  return (from: Point3, to: Point3): PerBand => {
    const straight = legOf(from, to);
    const friis = (lengthM: number, band: Band) => {
      const lambda = 0.299792458 / bandMiddleGHz[band];
      return (lambda / (4 * Math.PI * Math.max(0.3, lengthM))) ** 2;
    };
    const firsts = edges.map((e) => legOf(from, e.at));
    const lasts = edges.map((e) => legOf(e.at, to));
    /** The strongest path over each thing, by band. */
    const best = new Map<number, PerBand>();
    const tryPath = (sequence: number[]) => {
      const legs = [
        need(firsts[need(sequence[0])]),
        ...sequence.slice(1).map((e, i) => need(between[need(sequence[i])]?.[e])),
        need(lasts[need(sequence.at(-1))]),
      ];
      const last = need(edges[need(sequence.at(-1))]);
      if (last.item >= scene.shapes.firstOpening && straight.crossedIds.includes(last.id)) return;
      const lengthM = legs.reduce((sum, l) => sum + l.lengthM, 0);
      const turns = sequence.map((e, i) => turn(need(edges[e]), need(legs[i]), need(legs[i + 1])));
      const power = mapBands((band, b) =>
        [...legs.map((l) => l.passes), ...turns].reduce((p, x) => p * need(x[b]), friis(lengthM, band)),
      );
      const had = best.get(last.item) ?? [0, 0, 0];
      best.set(
        last.item,
        mapBands((_, b) => Math.max(need(had[b]), need(power[b]))),
      );
    };
    for (let i = 0; i < n; i++) {
      tryPath([i]);
      for (let k = 0; k < n; k++) {
        if (!mayFollow(i, k)) continue;
        tryPath([i, k]);
        for (let m = 0; m < n; m++) if (mayFollow(k, m)) tryPath([i, k, m]);
      }
    }
    return mapBands((band, b) => {
      let sum = friis(straight.lengthM, band) * need(straight.passes[b]);
      if (need(straight.passes[b]) < 10 ** -0.6)
        sum += [...best.values()]
          .map((p) => need(p[b]))
          .sort((x, y) => y - x)
          .slice(0, 3)
          .reduce((x, y) => x + y, 0);
      return 10 * Math.log10(sum);
    });
  };
}
