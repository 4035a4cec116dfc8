/**
 * What a survey still lacks for a plan that can be trusted, and what each gap costs in certainty.
 * Losses named here are planning values of physics: a splitter not rated for the band costs 5 to
 * 12 dB, another phase or leg 15 dB, a trip through the consumer unit 12 dB.
 */
import type { Term } from '../propagation/radioPaths';
import { assemblySpread } from '../materials/assemblyLoss';
import { find, type Job } from '../job/job';
import type { Id, Room, Wall } from '../job/records';
import type { Edit } from '../job/edits';
import { adjustStorey } from '../survey/adjust';
import { likelySlip } from '../survey/buildRoom';
import { isClosed } from '../survey/rooms';
import { halfOf, isOutdoors, storeyGraph } from '../survey/storeyGraph';
import { inRegion } from '../geometry/region';
import { openGaps, partRooms } from './openGaps';

export interface SurveyGap {
  id: string;
  /** What it is about, and what is missing. */
  subject: string;
  missing: string;
  /** Spread that it leaves, dB; null where it is not a matter of dB. */
  spreadDb: number | null;
  /** What it touches: «3 spots», «coax links». */
  touches: string;
  /** Record to look at. */
  recordId: Id | null;
  /** A repair that needs no more knowledge. */
  repair: { name: string; edit: Edit } | null;
  /** Without it there is no plan at all. */
  needed: boolean;
}

const plural = (n: number, word: string) => `${n} ${word}${n === 1 ? '' : 's'}`;

/** Rooms on the two sides of a wall, for naming it: «between Hall and Kitchen». */
export function wallPlace(job: Job, wall: Wall): string {
  const length = Math.hypot(wall.bx - wall.ax, wall.by - wall.ay);
  const besideM = halfOf(job, wall) + 0.15;
  const [nx, ny] = [((wall.by - wall.ay) / length) * besideM, (-(wall.bx - wall.ax) / length) * besideM];
  const names = new Set<string>();
  for (const side of [1, -1])
    for (const t of [0.25, 0.5, 0.75]) {
      const [x, y] = [
        wall.ax + t * (wall.bx - wall.ax) + side * nx,
        wall.ay + t * (wall.by - wall.ay) + side * ny,
      ];
      const room = job.rooms.find((r) => r.storeyId === wall.storeyId && inRegion(r, x, y));
      if (room) names.add(room.name);
    }
  const [first, second] = [...names];
  return first && second ? `between ${first} and ${second}` : first ? `of ${first}` : 'outside';
}

/** What each spot's signal passes, for counting the spots that a gap touches. */
export interface SpotTerms {
  spotId: Id;
  unitId: Id | null;
  terms: readonly Pick<Term, 'id'>[];
}

/** Everything that a survey still lacks, what is needed first, then the costliest. */
export function surveyGaps(job: Job, predictions: readonly SpotTerms[]): SurveyGap[] {
  const gaps: SurveyGap[] = [];
  const add = (gap: Partial<SurveyGap> & Pick<SurveyGap, 'id' | 'subject' | 'missing'>) =>
    gaps.push({ spreadDb: null, touches: '', recordId: null, repair: null, needed: false, ...gap });
  const crossedBy = (ids: ReadonlySet<Id>) =>
    predictions.filter((p) => p.terms.some((t) => t.id !== null && ids.has(t.id))).length;

  // the way in
  const entry = job.services.find((s) => s.kind === 'entry');
  if (!entry)
    add({ id: 'entry', subject: 'Service entry', missing: 'not placed', touches: 'the plan', needed: true });
  else if (entry.box === 'none')
    add({
      id: 'box',
      subject: 'Service entry',
      missing: 'which box is there',
      touches: 'the set-up',
      recordId: entry.id,
    });
  if (!job.units.some((u) => u.found))
    add({
      id: 'found',
      subject: 'Unit as found',
      missing: 'none placed',
      touches: 'before and after',
      needed: false,
    });
  if (!job.info.testDeviceId)
    add({
      id: 'device',
      subject: 'Test device',
      missing: 'not chosen',
      touches: 'every prediction',
      needed: true,
    });

  // the drawing
  for (const storey of job.storeys) {
    if (isOutdoors(job, storey.id)) continue;
    openGaps(job, storey.id).forEach((g, i) =>
      add({
        id: `gap-${storey.id}-${i}`,
        subject: `${storey.name}: wall ${wallPlaceOf(job, g.wallId)}`,
        missing: `ends ${g.widthM.toFixed(2)} m short`,
        touches: 'rooms beside it',
        recordId: g.wallId,
        repair: { name: 'Close', edit: g.repair },
      }),
    );
    const rooms = job.rooms.filter((r) => r.storeyId === storey.id);
    for (const room of rooms) {
      if (storeyGraph(job, storey.id).faces.length === 0 && openGaps(job, storey.id).length) break;
      if (isClosed(job, room)) continue;
      const other = rooms.find((r) => r.id !== room.id && !isClosed(job, r) && sharesSpace(job, room, r));
      const repair = other && partRooms(job, room.id, other.id);
      add({
        id: `open-${room.id}`,
        subject: room.name,
        missing: other ? `no wall to ${other.name}` : 'not closed by walls',
        touches: 'its area',
        recordId: room.id,
        repair: repair ? { name: 'Part', edit: repair } : null,
      });
    }
    if (job.walls.every((w) => w.storeyId !== storey.id))
      add({
        id: `walls-${storey.id}`,
        subject: storey.name,
        missing: 'no walls drawn',
        touches: 'its spots',
        recordId: storey.id,
      });
    for (const t of adjustStorey(job, storey.id).suspects) {
      const slip = likelySlip(t);
      add({
        id: `tape-${t.tape.id}`,
        subject: `${storey.name}: taped ${t.tape.lengthM.toFixed(2)} m`,
        missing: `off by ${(Math.abs(t.residualM) / Math.max(t.redundancy, 0.05)).toFixed(2)} m${slip ? `, perhaps ${slip.toFixed(2)}` : ''}`,
        touches: 'sizes of rooms',
        recordId: t.tape.wallAId,
      });
    }
  }

  // what it is made of
  const unknown = new Set(job.assemblies.filter((a) => a.hatch === 'unknown').map((a) => a.id));
  for (const wall of job.walls) {
    const assembly = find(job, 'assembly', wall.assemblyId);
    if (!assembly || !unknown.has(assembly.id)) continue;
    const n = crossedBy(new Set([wall.id]));
    add({
      id: `wall-${wall.id}`,
      subject: `Wall ${wallPlace(job, wall)}`,
      missing: 'material unknown',
      spreadDb: assemblySpread(assembly, '5'),
      touches: plural(n, 'spot'),
      recordId: wall.id,
    });
  }
  for (const storey of job.storeys) {
    const building = find(job, 'building', storey.buildingId);
    if (storey.floorAssemblyId !== null || building?.kind === 'outdoors') continue;
    add({
      id: `floor-${storey.id}`,
      subject: `Floor of ${storey.name}`,
      missing: 'what it is made of',
      spreadDb: 6,
      touches: plural(job.spots.filter((s) => s.storeyId === storey.id).length, 'spot'),
      recordId: storey.id,
    });
  }

  // what is there
  for (const s of job.services) {
    if (s.kind === 'splitter' && s.rated === 'unknown')
      add({
        id: `rated-${s.id}`,
        subject: s.name,
        missing: 'no rating found',
        spreadDb: 9,
        touches: 'coax links',
        recordId: s.id,
      });
    if (s.kind === 'coax' && s.joined === 'unknown')
      add({
        id: `joined-${s.id}`,
        subject: s.name,
        missing: 'joined to anything?',
        touches: 'a coax link',
        recordId: s.id,
      });
  }
  const untraced = job.services.filter((s) => s.kind === 'socket' && s.circuit === '');
  if (untraced.length)
    add({
      id: 'circuits',
      subject: plural(untraced.length, 'socket'),
      missing: 'circuit not traced',
      spreadDb: 12,
      touches: 'powerline links',
      recordId: untraced[0]?.id ?? null,
    });

  // what is needed
  if (job.spots.length === 0)
    add({ id: 'spots', subject: 'Spots', missing: 'none set', touches: 'the proof', needed: true });
  for (const room of job.rooms) {
    const spots = job.spots.filter((s) => s.roomId === room.id);
    if (room.activityIds.length > 0 && spots.length === 0)
      add({
        id: `spot-${room.id}`,
        subject: room.name,
        missing: 'a need, but no spot',
        touches: 'its proof',
        recordId: room.id,
      });
    if (room.activityIds.length === 0 && spots.some((s) => s.activityIds === null))
      add({
        id: `need-${room.id}`,
        subject: room.name,
        missing: 'spots, but no need',
        touches: plural(spots.length, 'spot'),
        recordId: room.id,
      });
  }
  const weight = (g: SurveyGap) =>
    (g.needed ? 1000 : 0) +
    (g.repair ? 100 : 0) +
    (g.spreadDb ?? 0) * (Number.parseInt(g.touches, 10) || 0.5);
  return gaps.sort((a, b) => weight(b) - weight(a));
}

function wallPlaceOf(job: Job, wallId: Id): string {
  const wall = find(job, 'wall', wallId);
  return wall ? wallPlace(job, wall) : '';
}

/** Do two rooms lie in one and the same space between walls? */
function sharesSpace(job: Job, a: Room, b: Room): boolean {
  const middle = (r: Room) =>
    [
      r.outline.reduce((s, p) => s + p[0], 0) / r.outline.length,
      r.outline.reduce((s, p) => s + p[1], 0) / r.outline.length,
    ] as const;
  return storeyGraph(job, a.storeyId).faces.some(
    (f) => inRegion(f, ...middle(a)) && inRegion(f, ...middle(b)),
  );
}
