/** A wall being drawn: what is typed and where the pointer is give its end. Pure. */
import { areaOf } from '@/core/geometry/polygon';
import { nearestOn } from '@/core/geometry/segment';
import { applyEdit } from '@/core/job/edits';
import { find, type Job } from '@/core/job/job';
import type { Id, Point } from '@/core/job/records';
import { guessedWallId } from '@/core/templates/guessedWall';
import { makeWall } from '@/core/survey/place';
import { withRooms } from '@/core/survey/rooms';
import { clearEnds, directionDeg } from '@/core/survey/snap';
import { halfOf, storeyWalls } from '@/core/survey/storeyGraph';
import { type Lengths, parseLength } from '@/ui/units';
import type { JobState } from '@/client/store/jobStore';
import type { WallDraft } from '@/client/store/wallDraft';

/** What new walls are made of: as last chosen, else what is usual in such a house, else lath and plaster, else the first wall there is. */
export const newWallAssembly = ({ job, wallAssemblyId }: Pick<JobState, 'job' | 'wallAssemblyId'>): Id =>
  wallAssemblyId ??
  find(job, 'assembly', guessedWallId)?.id ??
  job.assemblies.find((a) => a.use === 'wall' && a.hatch === 'lath')?.id ??
  job.assemblies.find((a) => a.use === 'wall')?.id ??
  '';

export interface DraftEnd {
  b: Point;
  deg: number;
  /** Clear length, from the face at one end to the face at the other, m. */
  clearM: number;
  words: string;
  /** Why it can't be placed; null when it can. */
  problem: string | null;
}

/** A typed end nearer than this to a wall's face is meant to meet it, m. */
const meetM = 0.06;

/** Where the wall ends: typed length and angle first, then the arrow, then the pointer. */
export function draftEnd(
  job: Job,
  storeyId: Id,
  draft: WallDraft,
  assemblyId: Id,
  lengths: Lengths,
): DraftEnd {
  const half = halfOf(job, { assemblyId });
  const { from, snap } = draft;
  const typedDeg = draft.typedDeg.trim() === '' ? null : Number(draft.typedDeg.replace(',', '.'));
  const badAngle = typedDeg !== null && !Number.isFinite(typedDeg);
  const deg = (badAngle ? null : typedDeg) ?? draft.heldDeg ?? directionDeg(...from, snap.x, snap.y);
  const [ux, uy] = [Math.cos((deg * Math.PI) / 180), Math.sin((deg * Math.PI) / 180)];
  const typedM = draft.typed.trim() === '' ? null : parseLength(draft.typed, lengths);
  const badLength = draft.typed.trim() !== '' && (typedM === null || typedM <= 0);
  const problem = badLength ? 'This is not a length.' : badAngle ? 'This is not an angle.' : null;
  if (typedM === null || badLength) {
    const along = (snap.x - from[0]) * ux + (snap.y - from[1]) * uy;
    const held = draft.heldDeg !== null || typedDeg !== null;
    const b: Point = held
      ? [from[0] + ux * Math.max(0, along), from[1] + uy * Math.max(0, along)]
      : [snap.x, snap.y];
    const ends = clearEnds(job, storeyId, from, b, half);
    const clearM = Math.max(0, Math.hypot(b[0] - from[0], b[1] - from[1]) - ends.atA - ends.atB);
    return { b, deg, clearM, words: snap.words, problem };
  }
  const { atA } = clearEnds(job, storeyId, from, [from[0] + ux, from[1] + uy], half);
  const at = (length: number): Point => [from[0] + ux * length, from[1] + uy * length];
  // a wall whose face lies where the tape ended: the drawing meets its middle
  const face = at(atA + typedM);
  const met = storeyWalls(job, storeyId).find((w) => {
    const distance = nearestOn(w, ...face).distance - halfOf(job, w);
    const sine = Math.abs(((w.bx - w.ax) * uy - (w.by - w.ay) * ux) / Math.hypot(w.bx - w.ax, w.by - w.ay));
    return Math.abs(distance) < meetM && sine > 0.3;
  });
  if (met) {
    const [vx, vy] = [met.bx - met.ax, met.by - met.ay];
    const length = ((met.ax - from[0]) * vy - (met.ay - from[1]) * vx) / (ux * vy - uy * vx);
    return { b: at(length), deg, clearM: typedM, words: 'meets a wall', problem };
  }
  return { b: at(atA + typedM + half), deg, clearM: typedM, words: '', problem };
}

/** The room that this wall would close, if it does: its clear area, m². */
export function closedBy(
  job: Job,
  storeyId: Id,
  from: Point,
  b: Point,
  assemblyId: Id,
): { name: string; areaM2: number } | null {
  const made = makeWall(job, storeyId, from, b, assemblyId);
  if ('why' in made) return null;
  const edit = withRooms(job, made.edit);
  const known = new Set(job.rooms.map((r) => r.id));
  const after = applyEdit(job, edit).job;
  const fresh = after.rooms.find((r) => !known.has(r.id));
  return fresh ? { name: fresh.name, areaM2: areaOf(fresh.outline) } : null;
}

/** Which key changes a draft how; null: not a key of the drawing. */
export function draftKey(draft: WallDraft, key: string): WallDraft | null {
  const arrows: Record<string, number> = { ArrowRight: 0, ArrowDown: 90, ArrowLeft: 180, ArrowUp: 270 };
  const deg = arrows[key];
  if (deg !== undefined) return { ...draft, heldDeg: draft.heldDeg === deg ? null : deg, typedDeg: '' };
  if (key === 'Tab') return { ...draft, field: draft.field === 'length' ? 'angle' : 'length' };
  const name = draft.field === 'length' ? 'typed' : 'typedDeg';
  if (key === 'Backspace') return { ...draft, [name]: draft[name].slice(0, -1) };
  if (/^[0-9.,'′"″-]$/.test(key) || (key === ' ' && draft[name] !== ''))
    return { ...draft, [name]: draft[name] + key };
  if (/^[cm]$/.test(key) && /[\dc]$/.test(draft.typed) && draft.field === 'length')
    return { ...draft, typed: draft.typed + key };
  return null;
}
