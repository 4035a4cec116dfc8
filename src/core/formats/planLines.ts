/** Lines of a plan from elsewhere, made into walls of a storey. */
import { nearestOn } from '../geometry/segment';
import { lineBounds } from './lineBounds';
import { freshId } from '../job/fresh';
import type { Edit } from '../job/edits';
import type { Job } from '../job/job';
import { makeRecord } from '../job/make';
import type { Problem } from '../job/references';
import type { Id, Wall } from '../job/records';
import { withRooms } from '../survey/rooms';
import { storeyWalls } from '../survey/storeyGraph';

export interface PlanLine {
  layer: string;
  ax: number;
  ay: number;
  bx: number;
  by: number;
}

/** What a drawing file holds, in its own units, y down the sheet. */
export interface PlanDrawing {
  lines: PlanLine[];
  layers: { name: string; lines: number }[];
  /** Metres of one unit; null when the file does not say. */
  unitM: number | null;
  /** What was left aside: texts, blocks, hatches … */
  leftAside: { what: string; count: number }[];
}

/** A file that can't be read as a drawing; `problems` says where and what. */
export class DrawingError extends Error {
  constructor(readonly problems: Problem[]) {
    super(problems.map((p) => (p.path ? `${p.path}: ${p.message}` : p.message)).join('; '));
    this.name = 'DrawingError';
  }
}

/** Most lines that a file may hold; of these layers are chosen. */
export const mostLinesRead = 200_000;
export const tooMany = () =>
  new DrawingError([
    { path: '', message: `the drawing holds more than ${mostLinesRead} lines, the most that is read` },
  ]);
/** Most lines that are taken at once. */
export const mostLines = 3000;
const leastM = 0.05;

/**
 * The edit that draws lines as walls on a storey. The drawing's upper left corner comes to lie at
 * (atX, atY); lines shorter than 5 cm, and lines that lie on others, are left out.
 * @param makes assembly of each layer; null or absent leaves the layer out.
 * @throws DrawingError when nothing is left, or the drawing is too large to be a house.
 */
export function drawPlan(
  job: Job,
  storeyId: Id,
  drawing: PlanDrawing,
  {
    unitM,
    makes,
    at,
  }: { unitM: number; makes: ReadonlyMap<string, Id | null>; at: readonly [number, number] },
): { edit: Edit; walls: number; leftOut: number } {
  const chosen = drawing.lines.filter((l) => makes.get(l.layer));
  if (chosen.length === 0)
    throw new DrawingError([{ path: 'layers', message: 'no layer is chosen, or none holds lines' }]);
  if (chosen.length > mostLines)
    throw new DrawingError([
      { path: 'layers', message: `these layers hold ${chosen.length} lines; up to ${mostLines} are allowed` },
    ]);
  const [left, top, right, bottom] = lineBounds(chosen);
  const size = Math.max(right - left, bottom - top) * unitM;
  if (size > 500 || size < 0.5)
    throw new DrawingError([
      {
        path: 'units',
        message: `in this unit the drawing is ${size.toPrecision(3)} m across, which is no house`,
      },
    ]);
  const place = (v: number, from: number, to: number) => Math.round(((v - from) * unitM + to) * 1e4) / 1e4;
  const ids = new Set<Id>();
  const walls: Wall[] = [];
  const there = storeyWalls(job, storeyId);
  for (const l of chosen) {
    const line = {
      ax: place(l.ax, left, at[0]),
      ay: place(l.ay, top, at[1]),
      bx: place(l.bx, left, at[0]),
      by: place(l.by, top, at[1]),
    };
    if (Math.hypot(line.bx - line.ax, line.by - line.ay) < leastM) continue;
    const covered = [...there, ...walls].some(
      (w) => nearestOn(w, line.ax, line.ay).distance < 0.01 && nearestOn(w, line.bx, line.by).distance < 0.01,
    );
    if (covered) continue;
    const id = freshId(job, 'wall', ids);
    ids.add(id);
    walls.push(makeRecord({ type: 'wall', id, storeyId, ...line, assemblyId: makes.get(l.layer) ?? '' }));
  }
  if (walls.length === 0)
    throw new DrawingError([
      { path: '', message: 'every line of these layers is too short, or is there already' },
    ]);
  const edit = withRooms(job, { label: `Import ${walls.length} walls`, put: walls, remove: [] });
  return { edit, walls: walls.length, leftOut: chosen.length - walls.length };
}

/** Counts the lines of each layer, the fullest first. */
export function layersOf(lines: readonly PlanLine[]): PlanDrawing['layers'] {
  const counts = new Map<string, number>();
  for (const l of lines) counts.set(l.layer, (counts.get(l.layer) ?? 0) + 1);
  return [...counts].map(([name, n]) => ({ name, lines: n })).sort((a, b) => b.lines - a.lines);
}
