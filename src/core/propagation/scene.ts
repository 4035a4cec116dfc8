import { toSite } from '../geometry/place';
import { find, get, type Job } from '../job/job';
import { bands, type Id, type Opening, type PerBand } from '../job/records';
import { lossTable } from '../materials/assemblyLoss';
import { diffractionEdges } from './diffractionEdges';
import { transmittanceSteps } from './transmittance';
import { checkPlaces, floorSlabs, obstacleBlock, roofPanels, wallPanel } from './sceneParts';
import { packShapes } from './shapes';
import type { Neighbourhood, PathTree, Scene } from './model';

export interface SceneOptions {
  /** dB added to each crossing of an assembly or obstacle (by id), for a hidden truth or what was learned. */
  correctionDb?: ReadonlyMap<Id, PerBand>;
}

const degrees = 90;

/** A loss by whole degree, band-major, dB → the share that passes by cosine, band-minor. */
function transmittanceTable(byDegree: Float64Array): Float64Array {
  const table = new Float64Array(transmittanceSteps * 3);
  for (let step = 0; step < transmittanceSteps; step++) {
    const deg = Math.min(89, (Math.acos(step / (transmittanceSteps - 1)) * 180) / Math.PI);
    const low = Math.min(88, Math.floor(deg));
    for (let b = 0; b < 3; b++) {
      const at = byDegree[b * degrees + low] as number;
      const next = byDegree[b * degrees + low + 1] as number;
      table[step * 3 + b] = 10 ** (-(at + (next - at) * (deg - low)) / 10);
    }
  }
  return table;
}

/**
 * Puts a job's walls, floors, roofs and obstacles into space, ready for `crossings` and `pathTree`.
 * Pure; some milliseconds for a house.
 * @throws RangeError when a place or height is not a number, naming its record.
 */
export function buildScene(job: Job, options: SceneOptions = {}): Scene {
  const lossNames: string[] = [];
  const lossRecordIds: Id[] = [];
  const transmittanceParts: Float64Array[] = [];
  const spreadParts: Float64Array[] = [];
  const known = new Map<Id, number>();
  const addLoss = (id: Id, name: string, byDegree: Float64Array, spread: Float64Array) => {
    const correction = options.correctionDb?.get(id);
    const corrected = correction
      ? byDegree.map((v, i) => Math.max(0, v + correction[bands[Math.floor(i / degrees)] ?? '5']))
      : byDegree;
    known.set(id, lossNames.length);
    lossNames.push(name);
    lossRecordIds.push(id);
    transmittanceParts.push(transmittanceTable(corrected));
    spreadParts.push(spread);
  };
  const used = new Set<Id | null>([
    ...[...job.walls, ...job.openings, ...job.floorOpenings].map((r) => r.assemblyId),
    ...job.storeys.map((s) => s.floorAssemblyId),
    ...job.buildings.map((b) => b.roof?.assemblyId ?? null),
  ]);
  for (const a of job.assemblies) {
    if (!used.has(a.id)) continue;
    const table = lossTable(a);
    addLoss(a.id, a.name, table.byDegree, table.spread);
  }
  const obstacles = job.obstacles.filter((o) => bands.some((b) => o.lossDb[b] > 0));
  for (const o of obstacles) {
    const values = bands.map((b) => o.lossDb[b]);
    addLoss(
      o.id,
      o.name,
      Float64Array.from({ length: 3 * degrees }, (_, i) => values[Math.floor(i / degrees)] ?? 0),
      Float64Array.from(values, (v) => 2 + 0.2 * v),
    );
  }
  const lossIdOf = (id: Id | null) => (id === null ? -1 : (known.get(id) ?? -1));

  const openingsOf = new Map<Id, Opening[]>(job.walls.map((w) => [w.id, []]));
  for (const o of job.openings) openingsOf.get(o.wallId)?.push(o);
  const panels = [
    ...job.walls.map((w) => wallPanel(job, w, openingsOf.get(w.id) ?? [], lossIdOf)),
    ...job.buildings.flatMap((b) => roofPanels(b, lossIdOf)),
  ];
  const slabs = job.buildings.flatMap((b) => floorSlabs(job, b, lossIdOf));
  const blocks = obstacles.map((o) => obstacleBlock(job, o, lossIdOf));
  const flatten = (parts: Float64Array[], each: number) => {
    const all = new Float64Array(parts.length * each);
    parts.forEach((p, i) => all.set(p, i * each));
    return all;
  };
  checkPlaces(panels, blocks, slabs);
  const bare = {
    panels,
    slabs,
    blocks,
    shapes: packShapes(panels, slabs, blocks),
    lossNames,
    lossRecordIds,
    transmittance: flatten(transmittanceParts, 3 * transmittanceSteps),
    spread: flatten(spreadParts, 3),
    neighbourhoods: new Map<number, Neighbourhood>(),
    edgeIndices: [],
    posterior: null,
    warmStarts: new Map(),
    pathTrees: new Map<string, PathTree>(),
  };
  return { ...bare, edges: diffractionEdges(bare) };
}

/** A place in space, site coordinates, from a storey's coordinates and a height above its floor. */
export function placeInSpace(
  job: Job,
  at: { storeyId: Id; xM: number; yM: number; heightM: number },
): [number, number, number] {
  const storey = get(job, 'storey', at.storeyId);
  const building = find(job, 'building', storey.buildingId);
  if (!building) throw new Error(`no building with the id ${storey.buildingId}`);
  return [...toSite(building, at.xM, at.yM), storey.floorZM + at.heightM];
}
