import { distanceToEdge } from '../geometry/polygon';
import { type Segment, wallGraph, type WallGraph } from '../geometry/wallGraph';
import { find, type Job } from '../job/job';
import type { Id, Wall } from '../job/records';

/** Half the thickness of a wall, m, from what it is made of. */
export const halfOf = (job: Job, wall: Pick<Wall, 'assemblyId'>): number =>
  (find(job, 'assembly', wall.assemblyId)?.thicknessM ?? 0.1) / 2;

/** A wall's middle line with its half thickness. */
export const segmentOf = (job: Job, w: Wall): Segment => ({
  id: w.id,
  ax: w.ax,
  ay: w.ay,
  bx: w.bx,
  by: w.by,
  half: halfOf(job, w),
});

export const storeyWalls = (job: Job, storeyId: Id): Wall[] =>
  job.walls.filter((w) => w.storeyId === storeyId);

const known = new WeakMap<Job, Map<Id, WallGraph>>();
/** By the walls themselves, since most edits leave the walls of most storeys as they are. */
const byWalls = new Map<string, WallGraph>();
const mostKept = 60;

/** The wall graph of a storey; worked out once for each state of its walls. */
export function storeyGraph(job: Job, storeyId: Id): WallGraph {
  let graphs = known.get(job);
  if (!graphs) known.set(job, (graphs = new Map<Id, WallGraph>()));
  let graph = graphs.get(storeyId);
  if (!graph) {
    const segments = storeyWalls(job, storeyId).map((w) => segmentOf(job, w));
    const key = JSON.stringify(segments);
    graph = byWalls.get(key) ?? wallGraph(segments);
    if (byWalls.size >= mostKept) byWalls.clear();
    byWalls.set(key, graph);
    graphs.set(storeyId, graph);
  }
  return graph;
}

/** Is this a storey under the open sky, whose areas are drawn and not closed off by walls? */
export const isOutdoors = (job: Job, storeyId: Id): boolean =>
  find(job, 'building', find(job, 'storey', storeyId)?.buildingId)?.kind === 'outdoors';

/** Walls of a storey that have the outside of its rooms at one side. */
export function outerWalls(job: Job, storeyId: Id): Wall[] {
  const { boundaries } = storeyGraph(job, storeyId);
  return storeyWalls(job, storeyId).filter((w) => {
    const [x, y] = [(w.ax + w.bx) / 2, (w.ay + w.by) / 2];
    return boundaries.some((b) => distanceToEdge(b, x, y) < halfOf(job, w) + 0.02);
  });
}

/** What the outer walls of a storey are mostly made of, by length; null when it has no closed room. */
export function outerAssembly(job: Job, storeyId: Id): Id | null {
  const lengths = new Map<Id, number>();
  for (const w of outerWalls(job, storeyId))
    lengths.set(w.assemblyId, (lengths.get(w.assemblyId) ?? 0) + Math.hypot(w.bx - w.ax, w.by - w.ay));
  return [...lengths].sort((a, b) => b[1] - a[1])[0]?.[0] ?? null;
}
