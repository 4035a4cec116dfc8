/** Paths that are reflected once or twice, by the method of images. */
import { crossingsFrom } from './angularIndex';
import { crossingsBetween } from './boxTree';
import { facetItemAt } from './facets';
import { nearestM, powerAt1m } from './freeSpace';
import { leastPower, leastShare } from './limits';
import type { Source } from './model';
import { addPath, beginList, isWorth, leastBar, listLeg, note, type Received, setVia } from './received';
import { antennaPower } from './source';
import { multiplyTransmittance, reflectanceOf } from './transmittance';

/** Most images of the second order whose legs are followed to one place; far in the dark there would be thousands. */
const mostTried = 120;
/** Nearer to a plane than this a place lies in it, m. */
const inPlane = 1e-9;

/** What free space, antenna and so much reflection would leave over a length, into `out.left`. */
function fill(source: Source, out: Received, lengthM: number, ux: number, uy: number, uz: number): void {
  antennaPower(source.transmitter, ux, uy, uz, out.left, 0);
  const far = lengthM < nearestM ? nearestM : lengthM;
  for (let b = 0; b < 3; b++)
    out.left[b] = ((out.left[b] as number) * (powerAt1m[b] as number)) / (far * far);
}

function reflect(source: Source, out: Received, item: number, cosine: number): void {
  const { scene } = source;
  const lossId = scene.shapes.lossId[item] as number;
  for (let b = 0; b < 3; b++) out.left[b] = (out.left[b] as number) * reflectanceOf(scene, lossId, cosine, b);
}

/** Takes from `out.left` what the leg from the unit crosses. */
function firstLeg({ scene, index, legHits }: Source, out: Received, x: number, y: number, z: number): void {
  crossingsFrom(scene, index, x, y, z, legHits);
  multiplyTransmittance(scene, legHits, out.left, 0);
  listLeg(out, legHits);
}

/** Takes from `out.left` what a leg between two places crosses. */
function legBetween(
  { scene, legHits }: Source,
  out: Received,
  px: number,
  py: number,
  pz: number,
  qx: number,
  qy: number,
  qz: number,
): void {
  crossingsBetween(scene, px, py, pz, qx, qy, qz, legHits);
  multiplyTransmittance(scene, legHits, out.left, 0);
  listLeg(out, legHits);
}

/** Adds the paths that one face reflects to a place. `source.away` holds the offsets of all planes from there. */
export function addReflectedOnce(source: Source, x: number, y: number, z: number, out: Received): void {
  const { scene, transmitter, offset, away, lit } = source;
  const { facets, shapes } = scene;
  const { plane } = facets;
  const [px, py, pz] = transmitter.at;
  const d2 = (x - px) ** 2 + (y - py) ** 2 + (z - pz) ** 2;
  let bar = leastBar(out);
  for (let f = 0; f < facets.n; f++) {
    const a = offset[f] as number;
    const product = a * (away[f] as number);
    if (product < inPlane) continue;
    const length2 = d2 + 4 * product;
    if ((lit[f] as number) < bar * length2) continue;
    const share = a / (a + (away[f] as number));
    const nx = plane[f * 4] as number;
    const ny = plane[f * 4 + 1] as number;
    const nz = plane[f * 4 + 2] as number;
    const [ix, iy, iz] = [px + 2 * a * nx, py + 2 * a * ny, pz + 2 * a * nz];
    const [sx, sy, sz] = [ix + share * (x - ix), iy + share * (y - iy), iz + share * (z - iz)];
    const item = facetItemAt(shapes, facets, f, sx, sy, sz);
    if (item < 0) continue;
    const length = Math.sqrt(length2);
    const first = 1 / (share * length);
    fill(source, out, length, (sx - px) * first, (sy - py) * first, (sz - pz) * first);
    reflect(source, out, item, Math.abs(a + (away[f] as number)) / length);
    if (!isWorth(out, lit[f] as number)) continue;
    beginList(out);
    firstLeg(source, out, sx, sy, sz);
    if (!isWorth(out, 1)) continue;
    legBetween(source, out, sx, sy, sz, x, y, z);
    if (!isWorth(out, 1)) continue;
    if (!note(out, f, item, -1, -1, -1)) return;
    setVia(out, 0, sx, sy, sz);
    addPath(out, leastShare, leastPower);
    bar = leastBar(out);
  }
}

/** Adds the paths that two faces reflect to a place, one after the other. */
export function addReflectedTwice(source: Source, x: number, y: number, z: number, out: Received): void {
  const { scene, transmitter, offset, away, most, firstFacet, secondFacet, secondOffset } = source;
  const { firstImage, secondImage } = source;
  const { facets, shapes } = scene;
  const { plane } = facets;
  const [px, py, pz] = transmitter.at;
  const d2 = (x - px) ** 2 + (y - py) ** 2 + (z - pz) ** 2;
  let bar = leastBar(out);
  let tried = 0;
  for (let n = 0; n < source.images; n++) {
    const best = most[n] as number;
    // no image is nearer than the unit itself
    if (best < bar * d2) return;
    const k = secondFacet[n] as number;
    const e1 = secondOffset[n] as number;
    const e2 = away[k] as number;
    if (e1 * e2 < inPlane) continue;
    const o = n * 3;
    const jx = secondImage[o] as number;
    const jy = secondImage[o + 1] as number;
    const jz = secondImage[o + 2] as number;
    const length2 = (x - jx) ** 2 + (y - jy) ** 2 + (z - jz) ** 2;
    if (best < bar * length2) continue;
    const t2 = e1 / (e1 + e2);
    const tx = jx + t2 * (x - jx);
    const ty = jy + t2 * (y - jy);
    const tz = jz + t2 * (z - jz);
    const i = firstFacet[n] as number;
    // from the first image, which lies as far behind the first face as the unit before it
    const g1 = -(offset[i] as number);
    const g2 =
      (plane[i * 4 + 3] as number) -
      (plane[i * 4] as number) * tx -
      (plane[i * 4 + 1] as number) * ty -
      (plane[i * 4 + 2] as number) * tz;
    if (g1 * g2 > -inPlane) continue;
    const second = facetItemAt(shapes, facets, k, tx, ty, tz);
    if (second < 0) continue;
    const t1 = g1 / (g1 - g2);
    const ix = firstImage[o] as number;
    const iy = firstImage[o + 1] as number;
    const iz = firstImage[o + 2] as number;
    const sx = ix + t1 * (tx - ix);
    const sy = iy + t1 * (ty - iy);
    const sz = iz + t1 * (tz - iz);
    const first = facetItemAt(shapes, facets, i, sx, sy, sz);
    if (first < 0) continue;
    const length = Math.sqrt(length2);
    const leg1 = Math.hypot(sx - px, sy - py, sz - pz) || 1;
    fill(source, out, length, (sx - px) / leg1, (sy - py) / leg1, (sz - pz) / leg1);
    reflect(source, out, first, Math.abs(g1) / leg1);
    reflect(source, out, second, Math.abs(e1 + e2) / length);
    if (!isWorth(out, 1)) continue;
    if (++tried > mostTried) return;
    beginList(out);
    firstLeg(source, out, sx, sy, sz);
    if (!isWorth(out, 1)) continue;
    legBetween(source, out, tx, ty, tz, x, y, z);
    if (!isWorth(out, 1)) continue;
    legBetween(source, out, sx, sy, sz, tx, ty, tz);
    if (!isWorth(out, 1)) continue;
    if (!note(out, i, first, k, second, -1)) return;
    setVia(out, 0, sx, sy, sz);
    setVia(out, 1, tx, ty, tz);
    addPath(out, leastShare, leastPower);
    bar = leastBar(out);
  }
}
