/** Makes a unit ready for many places: what it sees in each direction, and its images in the faces around it. */
import { angularIndexOf, crossingsFrom } from './angularIndex';
import { crossingsBetween } from './boxTree';
import { makeCrossings } from './crossings';
import type { Id } from '../job/records';
import type { Crossings, Scene, Source, Transmitter } from './model';
import { patternPower } from './pattern';
import { roomAt } from './rooms';
import { multiplyTransmittance, transmittanceSteps } from './transmittance';

/** How much more may pass to a part of a face or edge than to the best of the places that stand for it (1.5 dB). */
const maxVariation = 1.4;
/** Images that leave less than this are not kept (−25 dB); and most images of a unit that are. */
const leastOfImage = 3e-3;
const mostImages = 4000;
/** Faces farther apart than this are not looked at one after the other, m. */
const farthestApartM = 15;
/** A face at this much less than its plane's distance lies in it, m. */
const inPlaneM = 1e-6;

const hits: Crossings = makeCrossings();
const share = new Float64Array(3);
const mostOfBands = () => Math.max(share[0] as number, share[1] as number, share[2] as number);

/**
 * Makes a unit ready.
 * @param unitId the unit that sends, for what readings have taught of it; null for what is none.
 * @param order how often a path may be reflected: 1 or 2.
 * @throws RangeError when the unit's place is not a number.
 */
export function sourceOf(
  scene: Scene,
  transmitter: Transmitter,
  unitId: Source['unitId'] = null,
  order: 1 | 2 = 2,
): Source {
  const { at } = transmitter;
  if (![...at, ...transmitter.axis].every(Number.isFinite))
    throw new RangeError('unit: its place or height is not a number');
  const { facets, edges } = scene;
  const offset = offsetsFrom(scene, at);
  const bare = {
    scene,
    transmitter,
    unitId,
    isInRoom: roomAt(scene, ...at) !== undefined,
    index: angularIndexOf(scene, at),
    offset,
    lit: new Float32Array(facets.n),
    litEdge: new Float32Array(edges.n),
    away: new Float64Array(facets.n),
    hits: makeCrossings(),
    legHits: makeCrossings(),
  };
  light(bare);
  return { ...bare, ...imagesOf(bare, order) };
}

/** Offset of each face's plane from a place along its normal, m. */
function offsetsFrom({ facets }: Scene, [x, y, z]: Transmitter['at']): Float64Array {
  const { plane } = facets;
  return Float64Array.from(
    { length: facets.n },
    (_, f) =>
      (plane[f * 4 + 3] as number) -
      (plane[f * 4] as number) * x -
      (plane[f * 4 + 1] as number) * y -
      (plane[f * 4 + 2] as number) * z,
  );
}

type Lit = Pick<Source, 'scene' | 'transmitter' | 'index' | 'offset' | 'lit' | 'litEdge'>;

/** How much reaches each face and each edge at most. */
function light({ scene, index, lit, litEdge }: Lit): void {
  const { facets, edges } = scene;
  const to = (x: number, y: number, z: number) => {
    crossingsFrom(scene, index, x, y, z, hits);
    share.fill(1);
    multiplyTransmittance(scene, hits, share, 0);
    return mostOfBands();
  };
  for (let f = 0; f < facets.n; f++) {
    const start = facets.sampleStart[f] as number;
    const end = facets.sampleStart[f + 1] as number;
    // a floor is everywhere
    let most = start === end ? 1 : 0;
    for (let i = start * 3; i < end * 3; i += 3)
      most = Math.max(
        most,
        to(facets.sample[i] as number, facets.sample[i + 1] as number, facets.sample[i + 2] as number),
      );
    lit[f] = Math.min(1, maxVariation * most);
  }
  for (let e = 0; e < edges.n; e++) {
    const o = e * 3;
    // edges of one opening are lit alike; those of a box hide one another
    if (e > 1 && e < (edges.facetStart[facets.n] as number) && edges.item[e] === edges.item[e - 2]) {
      litEdge[e] = Math.max(litEdge[e - 1] as number, litEdge[e - 2] as number);
      continue;
    }
    let most = 0;
    for (const part of [0.25, 0.75]) {
      // beside the edge on both sides of it, so that its own wall hides nothing
      const l = part * (edges.lengthM[e] as number);
      most = Math.max(
        most,
        to(
          (edges.at[o] as number) + l * (edges.direction[o] as number) + 0.03 * (edges.outward[o] as number),
          (edges.at[o + 1] as number) +
            l * (edges.direction[o + 1] as number) +
            0.03 * (edges.outward[o + 1] as number),
          (edges.at[o + 2] as number) + l * (edges.direction[o + 2] as number),
        ),
      );
    }
    litEdge[e] = Math.min(1, maxVariation * most);
  }
}

/** The most that a face reflects up to 60° in any band, by loss id. */
function reflectanceUpTo60(scene: Scene, lossId: number): number {
  if (lossId < 0) return 0;
  let most = 0;
  const first = transmittanceSteps >> 1;
  for (let step = first; step < transmittanceSteps; step += 8)
    for (let b = 0; b < 3; b++)
      most = Math.max(most, scene.reflectance[(lossId * transmittanceSteps + step) * 3 + b] as number);
  return most;
}

/** Per facet, the most that it or one of its openings reflects up to 60°. */
function facetReflectances(scene: Scene): Float64Array {
  const { panels, slabs, blocks, facets } = scene;
  return Float64Array.from({ length: facets.n }, (_, f) => {
    const panel = panels[f];
    const slab = slabs[f - panels.length];
    const block = blocks[facets.block[f - panels.length - slabs.length] ?? -1];
    const lossIds = panel
      ? [panel.lossId, ...panel.openings.map((o) => o.lossId)]
      : [slab?.lossId ?? block?.lossId ?? -1];
    return Math.max(...lossIds.map((id) => reflectanceUpTo60(scene, id)));
  });
}
const reflectancesOf = new WeakMap<Scene['facets'], Float64Array>();

/** Share of power that passes from one face to another at most; kept by the scene. */
function passBetween(scene: Scene, a: number, b: number): number {
  const { facets } = scene;
  const [i, k] = a < b ? [a, b] : [b, a];
  const row = (scene.passBetween[i] ??= new Float32Array(facets.n).fill(-1));
  const known = row[k] as number;
  if (known >= 0) return known;
  const { sample, sampleStart } = facets;
  const [p0, p1] = [sampleStart[i] as number, sampleStart[i + 1] as number];
  const [q0, q1] = [sampleStart[k] as number, sampleStart[k + 1] as number];
  let most = p0 === p1 || q0 === q1 ? 1 : 0;
  let nearest = most === 1 ? 0 : Infinity;
  // one height in two is enough between faces
  for (let p = p0; p < p1 && most < 1 / maxVariation; p += 2)
    for (let q = q0; q < q1; q += 2) {
      const [px, py, pz] = [
        sample[p * 3] as number,
        sample[p * 3 + 1] as number,
        sample[p * 3 + 2] as number,
      ];
      const [qx, qy, qz] = [
        sample[q * 3] as number,
        sample[q * 3 + 1] as number,
        sample[q * 3 + 2] as number,
      ];
      const far = Math.hypot(qx - px, qy - py, qz - pz);
      nearest = Math.min(nearest, far);
      if (far > farthestApartM) continue;
      crossingsBetween(scene, px, py, pz, qx, qy, qz, hits);
      share.fill(1);
      multiplyTransmittance(scene, hits, share, 0);
      most = Math.max(most, mostOfBands());
    }
  const value = nearest > farthestApartM ? 0 : Math.min(1, maxVariation * most);
  row[k] = value;
  return value;
}

/** The images of the second order that may matter somewhere, the best first. */
function imagesOf({ scene, transmitter, offset, lit }: Lit, order: 1 | 2) {
  const { facets } = scene;
  const reflectances = reflectancesOf.get(facets) ?? facetReflectances(scene);
  reflectancesOf.set(facets, reflectances);
  const found: { i: number; k: number; most: number }[] = [];
  if (order === 2)
    for (let i = 0; i < facets.n; i++) {
      const first = (reflectances[i] as number) * (lit[i] as number);
      if (first < leastOfImage || Math.abs(offset[i] as number) < inPlaneM) continue;
      for (let k = 0; k < facets.n; k++) {
        if (k === i || first * (reflectances[k] as number) < leastOfImage) continue;
        const most = first * (reflectances[k] as number) * passBetween(scene, i, k);
        if (most >= leastOfImage) found.push({ i, k, most });
      }
    }
  found.sort((a, b) => b.most - a.most || a.i - b.i || a.k - b.k);
  found.length = Math.min(found.length, mostImages);
  return placeImages(scene, transmitter.at, offset, found);
}

/** Works out where images stand. */
function placeImages(
  { facets: { plane } }: Scene,
  at: Transmitter['at'],
  offset: Float64Array,
  pairs: readonly { i: number; k: number; most: number }[],
) {
  const firstImage = new Float64Array(3 * pairs.length);
  const secondImage = new Float64Array(3 * pairs.length);
  const secondOffset = new Float64Array(pairs.length);
  pairs.forEach(({ i, k }, n) => {
    let off = plane[k * 4 + 3] as number;
    for (let c = 0; c < 3; c++) {
      const image = (at[c] as number) + 2 * (offset[i] as number) * (plane[i * 4 + c] as number);
      firstImage[n * 3 + c] = image;
      off -= image * (plane[k * 4 + c] as number);
    }
    secondOffset[n] = off;
    for (let c = 0; c < 3; c++)
      secondImage[n * 3 + c] = (firstImage[n * 3 + c] as number) + 2 * off * (plane[k * 4 + c] as number);
  });
  return {
    images: pairs.length,
    firstFacet: Int32Array.from(pairs, (f) => f.i),
    secondFacet: Int32Array.from(pairs, (f) => f.k),
    firstImage,
    secondImage,
    secondOffset,
    most: Float64Array.from(pairs, (f) => f.most),
  };
}

/** Power of the antenna in a direction, into `out[at … at + 2]`; 0 in a band without a radio. */
export function antennaPower(
  { axis, patterns }: Transmitter,
  ux: number,
  uy: number,
  uz: number,
  out: Float64Array,
  at: number,
) {
  const cosine = ux * axis[0] + uy * axis[1] + uz * axis[2];
  for (let b = 0; b < 3; b++) {
    const pattern = patterns[b];
    out[at + b] = pattern ? patternPower(pattern, cosine) : 0;
  }
}

/** A unit made ready as by `sourceOf`, kept by the scene for the next time it is asked for. */
export function cachedSource(
  scene: Scene,
  transmitter: Transmitter,
  unitId: Source['unitId'] = null,
): Source {
  const key = [
    scene.posterior && unitId,
    ...transmitter.at,
    ...transmitter.axis,
    ...transmitter.patterns,
  ].join();
  const cached = scene.sources.get(key);
  if (cached) return cached;
  const [oldest] = scene.sources.keys();
  if (scene.sources.size >= scene.mostSources && oldest !== undefined) scene.sources.delete(oldest);
  const source = sourceOf(scene, transmitter, unitId);
  scene.sources.set(key, source);
  return source;
}

/** A unit that moves is looked at anew once it is so far from where it last was, m. */
const maxMovedM = 0.6;
/** Of the images of a unit that moves, so many are kept, the best. */
const mostImagesMoving = 300;

/**
 * A unit that is dragged, made ready where it is now. What is lit and which images matter is taken over from less than
 * a step away; where they stand is worked out anew. Only the latest place of each unit is kept.
 */
export function movingSource(scene: Scene, transmitter: Transmitter, unitId: Id): Source {
  const kept = scene.moving.get(unitId);
  const apartM = (other: Source) =>
    Math.hypot(...other.transmitter.at.map((v, i) => v - (transmitter.at[i] as number)));
  const isSame =
    kept !== undefined &&
    transmitter.axis.every((v, i) => v === kept.latest.transmitter.axis[i]) &&
    transmitter.patterns.every((p, b) => p === kept.latest.transmitter.patterns[b]);
  if (isSame && apartM(kept.latest) === 0) return kept.latest;
  const searched =
    isSame && apartM(kept.searched) < maxMovedM ? kept.searched : sourceOf(scene, transmitter, unitId);
  const offset = offsetsFrom(scene, transmitter.at);
  const pairs = Array.from({ length: Math.min(searched.images, mostImagesMoving) }, (_, n) => ({
    i: searched.firstFacet[n] as number,
    k: searched.secondFacet[n] as number,
    most: searched.most[n] as number,
  }));
  const latest = {
    ...searched,
    transmitter,
    isInRoom: roomAt(scene, ...transmitter.at) !== undefined,
    index: angularIndexOf(scene, transmitter.at),
    offset,
    ...placeImages(scene, transmitter.at, offset, pairs),
  };
  scene.moving.set(unitId, { searched, latest });
  return latest;
}
