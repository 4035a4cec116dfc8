/** The way over the mains between two sockets, worked out from their circuits and boards. */
import type { Point3 } from '../geometry/point';
import { get, type Job } from '../job/job';
import type { Id, ServicePoint } from '../job/records';
import { extraDb } from './powerline';
import { placeOfServicePoint } from './nearServicePoint';

/** What a powerline link runs through, before the adapters are known. */
export interface MainsPath {
  /** Length of the wire, m. */
  lengthM: number;
  taps: number;
  extraDb: number;
  /** What costs something. */
  costs: { what: MainsCost; words: string; db: number }[];
}

/** Wires run along walls and up and down: so much longer than along the axes (planning). */
const detour = 1.2;

/** What costs a signal over the mains something. */
export type MainsCost = keyof typeof extraDb;

const along = (a: Point3, b: Point3) =>
  detour * (Math.abs(a[0] - b[0]) + Math.abs(a[1] - b[1]) + Math.abs(a[2] - b[2]));

const inHouse = (job: Job, s: ServicePoint): boolean =>
  get(job, 'building', get(job, 'storey', s.storeyId).buildingId).kind === 'house';

/** The board that a socket hangs on: the one of its building, else the first there is. */
function boardOf(job: Job, socket: ServicePoint): ServicePoint | undefined {
  const buildingId = (s: ServicePoint) => get(job, 'storey', s.storeyId).buildingId;
  const boards = job.services.filter((s) => s.kind === 'board');
  return boards.find((b) => buildingId(b) === buildingId(socket)) ?? boards[0];
}

/**
 * The way between two sockets. On one circuit: along it, past the sockets between. On two: each to its
 * board, through the consumer unit, and over to the other building's sub-board where there are two.
 * What is not traced counts as the usual: same phase, a plain breaker.
 */
export function mainsPath(job: Job, aId: Id, bId: Id): MainsPath {
  const [a, b] = [get(job, 'service', aId), get(job, 'service', bId)];
  const [pa, pb] = [placeOfServicePoint(job, a), placeOfServicePoint(job, b)];
  const path: MainsPath = { lengthM: 0, taps: 0, extraDb: 0, costs: [] };
  const costs = (what: MainsCost, words: string) => {
    path.extraDb += extraDb[what];
    path.costs.push({ what, words, db: extraDb[what] });
  };
  const onCircuit = job.services.filter(
    (s) =>
      s.kind === 'socket' && s.circuit !== '' && s.circuit === a.circuit && s.id !== a.id && s.id !== b.id,
  );
  const [boardA, boardB] = [boardOf(job, a), boardOf(job, b)];
  if (a.circuit !== '' && a.circuit === b.circuit) {
    path.lengthM = along(pa, pb);
    path.taps = onCircuit.filter((s) => {
      const p = placeOfServicePoint(job, s);
      return along(pa, p) < path.lengthM && along(p, pb) < path.lengthM;
    }).length;
  } else {
    for (const [socket, board, at] of [
      [a, boardA, pa],
      [b, boardB, pb],
    ] as const) {
      if (!board) {
        path.lengthM += along(pa, pb) / 2;
        continue;
      }
      const end = placeOfServicePoint(job, board);
      path.lengthM += along(at, end);
      path.taps += job.services.filter(
        (s) =>
          s.kind === 'socket' &&
          s.id !== socket.id &&
          s.circuit === socket.circuit &&
          along(placeOfServicePoint(job, s), end) < along(at, end),
      ).length;
    }
    costs('consumerUnit', 'through the consumer unit to another circuit');
    if (boardA && boardB && boardA.id !== boardB.id) {
      path.lengthM += along(placeOfServicePoint(job, boardA), placeOfServicePoint(job, boardB));
      // the one that is not in the house is the sub-board
      const sub = inHouse(job, boardA) ? boardB : boardA;
      costs('subBoard', `beyond the ${sub.name.toLowerCase()}`);
    }
  }
  if (a.phase !== '' && b.phase !== '' && a.phase !== b.phase) costs('otherPhase', 'another phase');
  for (const s of [a, b]) {
    if (s.breaker === 'residual-current' || s.breaker === 'arc-fault')
      costs('breaker', `${s.breaker} breaker at ${s.name.toLowerCase()}`);
    if (s.onStrip) costs('strip', `surge-protected strip at ${s.name.toLowerCase()}`);
  }
  return path;
}
