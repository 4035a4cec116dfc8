import { demos } from '@/testing/demoJobs';
import { makeCrossings } from './crossings';
import { crossingsFrom, angularIndexOfEdge } from './angularIndex';
import type { Scene } from './model';
import { maxNearEdges, neighbourhoodOf, transmittanceFrom } from './nearEdges';
import { multiplyTransmittance } from './transmittance';
import { buildScene, placeInSpace } from './scene';

const house = demos[0]?.job;
if (!house) throw new Error('no demo job');
const scene: Scene = buildScene(house);
const { edges } = scene;
const {
  n,
  at,
  direction: edge,
  normal,
  lossId,
  item,
  legStart,
  legTo,
  legTransmittance,
  legDirection,
  legM,
} = edges;
const vector = (of: Float64Array, i: number) =>
  [...of.subarray(i * 3, i * 3 + 3)] as [number, number, number];

test('gates have their edge as a unit vector, and a normal where something is passed at them', () => {
  expect(n).toBeGreaterThan(100);
  for (let g = 0; g < n; g++) {
    expect(Math.hypot(...vector(edge, g))).toBeCloseTo(1, 9);
    const across = Math.hypot(...vector(normal, g));
    expect(across < 1e-12 || Math.abs(across - 1) < 1e-9).toBe(true);
    if ((lossId[g] as number) >= 0) expect(across).toBeCloseTo(1, 9);
    expect(vector(at, g).every(Number.isFinite)).toBe(true);
    expect(edges.label[g]).not.toBe('');
  }
});

test('every doorway of a heavy wall has its two jambs as gates, within the opening', () => {
  const openings = scene.panels.flatMap((p) => p.openings.map((o) => ({ p, o })));
  let checked = 0;
  openings.forEach(({ p, o }, i) => {
    const own = [...item.keys()].filter((g) => item[g] === scene.shapes.firstOpening + i);
    if (own.length === 0) return;
    checked++;
    expect(own.length).toBe(o.a1 - o.a0 < 0.2 ? 1 : 2);
    for (const g of own) {
      const [x, y, z] = vector(at, g);
      const along = (x - p.origin[0]) * p.along[0] + (y - p.origin[1]) * p.along[1];
      const off = (x - p.origin[0]) * p.along[1] - (y - p.origin[1]) * p.along[0];
      expect(Math.abs(off)).toBeLessThan(1e-9);
      expect(along).toBeGreaterThanOrEqual(o.a0);
      expect(along).toBeLessThanOrEqual(o.a1);
      expect(z - p.origin[2]).toBeGreaterThanOrEqual(o.b0);
      expect(z - p.origin[2]).toBeLessThanOrEqual(o.b1);
    }
  });
  expect(checked).toBeGreaterThan(10);
});

test('a leg lies in both lists of its ends, as long and as open both ways, in opposite directions', () => {
  expect(legStart[n]).toBe(legTo.length);
  const wrong: [number, number][] = [];
  for (let g = 0; g < n; g++)
    for (let leg = legStart[g] as number; leg < (legStart[g + 1] as number); leg++) {
      const to = legTo[leg] as number;
      const back = legTo.subarray(legStart[to], legStart[to + 1]).indexOf(g);
      const other = (legStart[to] as number) + back;
      const same = [0, 1, 2].every(
        (c) =>
          Math.abs((legDirection[other * 3 + c] as number) + (legDirection[leg * 3 + c] as number)) < 1e-12 &&
          legTransmittance[other * 3 + c] === legTransmittance[leg * 3 + c],
      );
      if (back < 0 || legM[other] !== legM[leg] || !same) wrong.push([g, to]);
    }
  expect(wrong).toEqual([]);
});

test('what a leg lets pass is what a ray between its ends crosses', () => {
  const hits = makeCrossings();
  const transmittance = new Float64Array(3);
  for (let leg = 0; leg < legTo.length; leg += 37) {
    const g = legStart.findIndex((start, i) => start <= leg && leg < (legStart[i + 1] as number));
    crossingsFrom(scene, angularIndexOfEdge(scene, g), ...vector(at, legTo[leg] as number), hits);
    transmittance.fill(1);
    multiplyTransmittance(scene, hits, transmittance, 0);
    for (let b = 0; b < 3; b++) {
      const off = 10 * Math.log10((transmittance[b] as number) / (legTransmittance[leg * 3 + b] as number));
      // angles of incidence lie on steps of a table, which the two directions may round apart
      expect(Math.abs(off)).toBeLessThan(0.5);
    }
  }
});

test('near a place are the gates from which most arrives: no other within 20 m beats the last of them', () => {
  for (const spot of house.spots) {
    const [x, y, z] = placeInSpace(house, spot);
    const here = neighbourhoodOf(scene, x, y, z);
    expect(here.near.length).toBeLessThanOrEqual(maxNearEdges);
    expect(new Set(here.near).size).toBe(here.near.length);
    expect(neighbourhoodOf(scene, x, y, z)).toBe(here);
    const score = (g: number) => {
      const [gx, gy, gz] = vector(at, g);
      const d = Math.max(0.5, Math.hypot(gx - here.x - 0.5, gy - here.y - 0.5, gz - here.z));
      return d < 20 ? transmittanceFrom(scene, here, g) / (d * d) : 0;
    };
    const last = Math.min(...[...here.near].map(score));
    for (let g = 0; g < n; g++)
      if (!here.near.includes(g)) expect(score(g)).toBeLessThanOrEqual(last + 1e-12);
  }
});
