/**
 * SIMULATED. What a house really does to a signal: a small solver of its own, which shares neither code nor model
 * with the engine that it stands against. Every wall is tried for every path; walls are off together and each for
 * itself, and there is furniture that no survey knows. Only the constants of materials are shared.
 */
import { find, type Job } from '@/core/job/job';
import { type Assembly, type Band, type Building, type Id } from '@/core/job/records';
import { assemblyLoss } from '@/core/materials/assemblyLoss';
import { bandMiddleGHz, bandPower } from '@/core/materials/wallLoss';
import { random, seedOf } from '@/core/statistics/random';

type V = readonly [number, number, number];
const dot = (a: V, b: V) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const minus = (a: V, b: V): V => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
const along = (a: V, b: V, t: number): V => [
  a[0] + t * (b[0] - a[0]),
  a[1] + t * (b[1] - a[1]),
  a[2] + t * (b[2] - a[2]),
];
const size = (a: V) => Math.hypot(...a);

/** One thing that a face is made of, and by how much it is off. */
interface Stuff {
  assembly: Assembly;
  scale: number;
}
/** A rectangle in space with holes; an open hole has no stuff. */
interface Face {
  origin: V;
  u: V;
  v: V;
  normal: V;
  lu: number;
  lv: number;
  stuff: Stuff;
  holes: { u0: number; u1: number; v0: number; v1: number; stuff: Stuff | null }[];
}
/** A box of furniture, along the axes of its building, or an obstacle of the survey. */
interface Box {
  low: V;
  high: V;
  lossDb: number;
}

/** Walls differ by this share of their loss, three quarters of it (in variance) alike for all of one construction. */
const wallShare = 0.2;
const commonPart = 0.75;
/** Pieces of furniture for each 10 m² of room; each costs this much, dB, from least to most. */
const furnitureOf10m2 = 1.5;
const [leastDb, mostDb] = [0.5, 3];
/** What is reflected more than once brings so much more than what is reflected once; and beyond this loss, dB, a share of what follows comes back by ways round that are not followed. */
const laterReflections = 1.6;
const waysRoundFromDb = 15;
const waysRoundShare = 0.35;
/** A random field beside all that: dB, and how far apart two places differ, m. */
const fieldDb = 2;
const fieldM = 1.5;
const waves = 40;

export interface TrueHouse {
  /** Gain from one place to another between isotropic antennas, dB, negative. @param who whose random field it is. */
  gainDb: (who: Id, from: V, to: V, band: Band) => number;
}

/** Draws the true house behind a job from a seed. */
export function trueHouse(job: Job, seed: number): TrueHouse {
  const normal = (...of: string[]) => random(seedOf(seed, ...of)).normal();
  const stuffOf = (assemblyId: Id | null, own: Id): Stuff | null => {
    const assembly = find(job, 'assembly', assemblyId);
    if (!assembly) return null;
    const off =
      Math.sqrt(commonPart) * normal('construction', assembly.id) +
      Math.sqrt(1 - commonPart) * normal('wall', own);
    return { assembly, scale: Math.max(0.3, 1 + wallShare * off) };
  };
  const faces = facesOf(job, stuffOf);
  const boxes = [...obstaclesOf(job), ...furnitureOf(job, seed)];
  const fields = new Map<Id, (at: V) => number>();
  return {
    gainDb(who, from, to, band) {
      const field = fields.get(who) ?? randomField(seedOf(seed, 'field', who));
      fields.set(who, field);
      return 10 * Math.log10(powerOf(faces, boxes, from, to, band)) + field(to);
    },
  };
}

const buildingAt = (job: Job, storeyId: Id) => {
  const storey = find(job, 'storey', storeyId);
  const building = storey && find(job, 'building', storey.buildingId);
  if (!storey || !building) throw new Error(`no storey with the id ${storeyId}`);
  const [c, s] = [Math.cos((building.turnDeg * Math.PI) / 180), Math.sin((building.turnDeg * Math.PI) / 180)];
  const place = (x: number, y: number, z: number): V => [
    building.xM + x * c - y * s,
    building.yM + x * s + y * c,
    storey.floorZM + z,
  ];
  return { storey, building, place };
};

function facesOf(job: Job, stuffOf: (assemblyId: Id | null, own: Id) => Stuff | null): Face[] {
  const faces: Face[] = [];
  for (const w of job.walls) {
    const { storey, place } = buildingAt(job, w.storeyId);
    const stuff = stuffOf(w.assemblyId, w.id);
    if (!stuff) continue;
    const above = job.storeys.find((s) => s.buildingId === storey.buildingId && s.level === storey.level + 1);
    const [a, b] = [place(w.ax, w.ay, 0), place(w.bx, w.by, 0)];
    const lu = size(minus(b, a));
    const u: V = [(b[0] - a[0]) / lu, (b[1] - a[1]) / lu, 0];
    faces.push({
      origin: a,
      u,
      v: [0, 0, 1],
      normal: [u[1], -u[0], 0],
      lu,
      lv: above ? above.floorZM - storey.floorZM : storey.heightM,
      stuff,
      holes: job.openings
        .filter((o) => o.wallId === w.id)
        .map((o) => ({
          u0: o.offsetM - o.widthM / 2,
          u1: o.offsetM + o.widthM / 2,
          v0: o.sillM,
          v1: o.headM,
          stuff: stuffOf(o.assemblyId, o.id),
        })),
    });
  }
  // floors and flat roofs as the rectangle round their outline; good enough for a stand-in
  const plate = (storeyId: Id, z: number, stuff: Stuff | null, holes: Face['holes']) => {
    if (!stuff) return;
    const { building, place } = buildingAt(job, storeyId);
    const xs = building.outline.map((p) => p[0]);
    const ys = building.outline.map((p) => p[1]);
    const [x0, x1, y0, y1] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
    const origin = place(x0, y0, z);
    const direction = (b: V): V => {
      const d = minus(b, origin);
      return [d[0] / size(d), d[1] / size(d), 0];
    };
    faces.push({
      origin,
      u: direction(place(x1, y0, z)),
      v: direction(place(x0, y1, z)),
      normal: [0, 0, 1],
      lu: x1 - x0,
      lv: y1 - y0,
      stuff,
      holes: holes.map((h) => ({ ...h, u0: h.u0 - x0, u1: h.u1 - x0, v0: h.v0 - y0, v1: h.v1 - y0 })),
    });
  };
  /** A flat roof as a plate; a pitched one as two slopes that meet at the ridge: what is under them is in the house. */
  const roofOver = (storeyId: Id, roof: NonNullable<Building['roof']>, stuff: Stuff | null) => {
    const { storey, building, place } = buildingAt(job, storeyId);
    const [eaves, ridge] = [roof.eavesZM - storey.floorZM, roof.ridgeZM - storey.floorZM];
    if (!stuff) return;
    if (roof.kind !== 'pitched' || ridge <= eaves) {
      plate(storeyId, eaves, stuff, []);
      return;
    }
    const xs = building.outline.map((p) => p[0]);
    const ys = building.outline.map((p) => p[1]);
    const [x0, x1, y0, y1] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
    const isX = roof.ridgeAlong === 'x';
    const [xm, ym] = [(x0 + x1) / 2, (y0 + y1) / 2];
    for (const side of [0, 1]) {
      const origin = isX ? place(x0, side ? y1 : y0, eaves) : place(side ? x1 : x0, y0, eaves);
      const along = minus(isX ? place(x1, side ? y1 : y0, eaves) : place(side ? x1 : x0, y1, eaves), origin);
      const up = minus(isX ? place(x0, ym, ridge) : place(xm, y0, ridge), origin);
      const [lu, lv] = [size(along), size(up)];
      const u: V = [along[0] / lu, along[1] / lu, along[2] / lu];
      const v: V = [up[0] / lv, up[1] / lv, up[2] / lv];
      const normal: V = [u[1] * v[2] - u[2] * v[1], u[2] * v[0] - u[0] * v[2], u[0] * v[1] - u[1] * v[0]];
      faces.push({ origin, u, v, normal, lu, lv, stuff, holes: [] });
    }
  };
  for (const s of job.storeys) {
    const around = (outline: readonly (readonly number[])[], stuff: Stuff | null) => {
      const [xs, ys] = [outline.map((p) => p[0] ?? 0), outline.map((p) => p[1] ?? 0)];
      return { u0: Math.min(...xs), u1: Math.max(...xs), v0: Math.min(...ys), v1: Math.max(...ys), stuff };
    };
    const { building } = buildingAt(job, s.id);
    const holes =
      building.kind === 'outdoors'
        ? job.buildings
            .filter((b) => b.kind !== 'outdoors' && b.turnDeg === 0 && building.turnDeg === 0)
            .map((b) =>
              around(
                b.outline.map(([x, y]) => [x + b.xM - building.xM, y + b.yM - building.yM]),
                null,
              ),
            )
        : job.floorOpenings
            .filter((f) => f.storeyId === s.id)
            .map((f) => around(f.outline, stuffOf(f.assemblyId, f.id)));
    plate(s.id, 0, stuffOf(s.floorAssemblyId, s.id), holes);
    const top = !job.storeys.some((o) => o.buildingId === s.buildingId && o.level > s.level);
    if (top && building.roof) roofOver(s.id, building.roof, stuffOf(building.roof.assemblyId, building.id));
  }
  return faces;
}

const obstaclesOf = (job: Job): Box[] =>
  job.obstacles.map((o) => {
    const { place } = buildingAt(job, o.storeyId);
    const [x, y] = place(o.xM, o.yM, 0);
    const half = (o.turnDeg % 180 === 0 ? [o.widthM, o.depthM] : [o.depthM, o.widthM]).map((v) => v / 2);
    const [, , z] = place(0, 0, 0);
    return {
      low: [x - (half[0] ?? 0), y - (half[1] ?? 0), z + o.bottomM],
      high: [x + (half[0] ?? 0), y + (half[1] ?? 0), z + o.topM],
      lossDb: o.lossDb['5'],
    };
  });

/** Boxes that stand about in the rooms. */
function furnitureOf(job: Job, seed: number): Box[] {
  return job.rooms.flatMap((room) => {
    const { building, place } = buildingAt(job, room.storeyId);
    if (building.kind === 'outdoors') return [];
    const r = random(seedOf(seed, 'furniture', room.id));
    const xs = room.outline.map((p) => p[0]);
    const ys = room.outline.map((p) => p[1]);
    const [x0, x1, y0, y1] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
    const count = Math.round(((x1 - x0) * (y1 - y0) * furnitureOf10m2) / 10);
    return Array.from({ length: count }, (): Box => {
      const [x, y] = [x0 + r.uniform() * (x1 - x0), y0 + r.uniform() * (y1 - y0)];
      const [w, d, h] = [0.2 + r.uniform() * 0.5, 0.2 + r.uniform() * 0.4, 0.5 + r.uniform() * 1.4];
      const [cx, cy, z] = place(x, y, 0);
      return {
        low: [cx - w, cy - d, z],
        high: [cx + w, cy + d, z + h],
        lossDb: leastDb + r.uniform() * (mostDb - leastDb),
      };
    });
  });
}

/** Loss of a stuff at an angle, dB. */
const lossOf = ({ assembly, scale }: Stuff, cosine: number, band: Band) =>
  scale *
  assemblyLoss(assembly, band, Math.min(89, Math.round((Math.acos(Math.min(1, cosine)) * 180) / Math.PI)));

/** What a face is at a place in its plane: null where it is open or does not reach. */
function stuffAt(face: Face, p: V): Stuff | null {
  const d = minus(p, face.origin);
  const [a, b] = [dot(d, face.u), dot(d, face.v)];
  if (a < 0 || a > face.lu || b < 0 || b > face.lv) return null;
  const hole = face.holes.find((h) => a > h.u0 && a < h.u1 && b > h.v0 && b < h.v1);
  return hole ? hole.stuff : face.stuff;
}

/** Loss of all that a straight leg crosses, dB. @param but faces that it starts or ends on. */
function legLoss(
  faces: readonly Face[],
  boxes: readonly Box[],
  p: V,
  q: V,
  band: Band,
  but: readonly Face[],
): number {
  let db = 0;
  const way = minus(q, p);
  const length = size(way) || 1;
  for (const face of faces) {
    if (but.includes(face)) continue;
    const [a, b] = [dot(face.normal, minus(p, face.origin)), dot(face.normal, minus(q, face.origin))];
    if (a * b >= 0) continue;
    const stuff = stuffAt(face, along(p, q, a / (a - b)));
    if (stuff) db += lossOf(stuff, Math.abs(a - b) / length, band);
  }
  for (const box of boxes) {
    let [enter, leave] = [0, 1];
    for (let k = 0; k < 3; k++) {
      const per = 1 / ((way[k] as number) || 1e-12);
      const [s, e] = [
        ((box.low[k] as number) - (p[k] as number)) * per,
        ((box.high[k] as number) - (p[k] as number)) * per,
      ];
      enter = Math.max(enter, Math.min(s, e));
      leave = Math.min(leave, Math.max(s, e));
    }
    if (leave > enter) db += box.lossDb;
  }
  return db;
}

const mirrored = (p: V, f: Face): V => {
  const k = -2 * dot(f.normal, minus(p, f.origin));
  return [p[0] + k * f.normal[0], p[1] + k * f.normal[1], p[2] + k * f.normal[2]];
};
const reflectionLoss = ({ assembly }: Stuff, cosine: number, band: Band) => {
  const deg = Math.min(89, Math.round((Math.acos(Math.min(1, cosine)) * 180) / Math.PI));
  const key = `${assembly.id} ${band} ${deg}`;
  const kept = reflections.get(assembly) ?? new Map<string, number>();
  reflections.set(assembly, kept);
  const known = kept.get(key) ?? -10 * Math.log10(bandPower(assembly.layers, band, deg).reflected + 1e-9);
  kept.set(key, known);
  return known;
};
const reflections = new WeakMap<Assembly, Map<string, number>>();

/** Weaker paths than this beside free space are not followed, dB. */
const weakestDb = 60;

/** Power of all paths, relative to what is sent. */
function powerOf(faces: readonly Face[], boxes: readonly Box[], from: V, to: V, band: Band): number {
  const wave = 0.299792458 / bandMiddleGHz[band];
  const free = (lengthM: number) => (wave / (4 * Math.PI * Math.max(0.3, lengthM))) ** 2;
  const kept = (db: number) => 10 ** (-db / 10);
  const direct = size(minus(to, from));
  let sum = free(direct) * kept(legLoss(faces, boxes, from, to, band, []));
  for (const f of faces) {
    const [a, b] = [dot(f.normal, minus(from, f.origin)), dot(f.normal, minus(to, f.origin))];
    if (a * b < 0) sum += roundFace(faces, boxes, f, from, to, band, wave, direct, free, kept);
    if (a * b <= 1e-9) continue;
    const image = mirrored(from, f);
    const at = along(image, to, a / (a + b));
    const stuff = stuffAt(f, at);
    const length = size(minus(to, image));
    if (!stuff) continue;
    const loss = reflectionLoss(stuff, Math.abs(a + b) / length, band);
    if (loss > weakestDb) continue;
    sum +=
      laterReflections *
      free(length) *
      kept(loss + legLoss(faces, boxes, from, at, band, [f]) + legLoss(faces, boxes, at, to, band, [f]));
  }
  const excess = -10 * Math.log10(sum / free(direct));
  return sum * kept(-waysRoundShare * Math.max(0, excess - waysRoundFromDb));
}

/** The wave that bends round the sides of a face and of its holes: Fresnel’s half-plane, in the dark of it. */
function roundFace(
  faces: readonly Face[],
  boxes: readonly Box[],
  f: Face,
  from: V,
  to: V,
  band: Band,
  wave: number,
  direct: number,
  free: (m: number) => number,
  kept: (db: number) => number,
): number {
  let most = 0;
  const place = (a: number, b: number): V => [
    f.origin[0] + a * f.u[0] + b * f.v[0],
    f.origin[1] + a * f.u[1] + b * f.v[1],
    f.origin[2] + a * f.u[2] + b * f.v[2],
  ];
  const clamp = (v: number, low: number, high: number) => Math.min(Math.max(v, low), Math.max(low, high));
  const [pa, pb] = [dot(f.normal, minus(from, f.origin)), dot(f.normal, minus(to, f.origin))];
  const through = minus(along(from, to, pa / (pa - pb)), f.origin);
  const [a, b] = [dot(through, f.u), dot(through, f.v)];
  if (a < 0 || a > f.lu || b < 0 || b > f.lv) return 0;
  for (const h of f.holes) {
    const own = h.stuff ? lossOf(h.stuff, 1, band) : 0;
    if (own + 3 > lossOf(f.stuff, 1, band)) continue;
    // the place of the hole that is nearest to the straight path
    const at = place(clamp(a, h.u0 + 0.02, h.u1 - 0.02), clamp(b, h.v0 + 0.02, h.v1 - 0.02));
    const length = size(minus(at, from)) + size(minus(to, at));
    const nu = 2 * Math.sqrt(Math.max(0, length - direct) / wave);
    const loss = -10 * Math.log10(fresnelPower(nu)) + own;
    if (loss > weakestDb) continue;
    most = Math.max(
      most,
      free(length) *
        kept(loss + legLoss(faces, boxes, from, at, band, [f]) + legLoss(faces, boxes, at, to, band, [f])),
    );
  }
  return most;
}

/** Power behind the edge of a half-plane, by Fresnel’s auxiliary functions (Abramowitz and Stegun 7.3.32, 7.3.33). */
function fresnelPower(nu: number): number {
  const f = (1 + 0.926 * nu) / (2 + 1.792 * nu + 3.104 * nu * nu);
  const g = 1 / (2 + 4.142 * nu + 3.492 * nu * nu + 6.67 * nu ** 3);
  return (f * f + g * g) / 2;
}

/** A smooth random field in space, dB (random Fourier features). */
function randomField(seed: number): (at: V) => number {
  const r = random(seed);
  const parts = Array.from({ length: waves }, () => ({
    k: [r.normal() / fieldM, r.normal() / fieldM, r.normal() / fieldM] as const,
    phase: r.uniform() * 2 * Math.PI,
  }));
  const amplitude = fieldDb * Math.sqrt(2 / waves);
  return (at) => amplitude * parts.reduce((s, { k, phase }) => s + Math.cos(dot(k, at) + phase), 0);
}
