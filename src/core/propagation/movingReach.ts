/** The reach of a unit that is dragged. */
import type { Id } from '../job/records';
import type { Reach, Scene, Sender } from './model';
import { blankReach, goStraight, legWorthOf, reachOf, turnInto, turnsBefore, worth } from './reach';

/** All ways are looked for anew once a moving unit is so far from where they last were, m. */
const searchAgainM = 0.6;

/**
 * The reach of a unit that moves, from step to step: the turns are those that were best where all ways
 * were last looked for, less than a step away; only how good they are is worked out anew, and only for
 * the gates that a place asks for.
 */
export function movingReach(scene: Scene, sender: Sender, unitId: Id): Reach {
  const known = scene.moving.get(unitId);
  const awayM = (r: Reach) => Math.hypot(...r.sender.at.map((v, i) => v - (sender.at[i] as number)));
  const same =
    known !== undefined &&
    sender.patterns.every((p, b) => p === known.latest.sender.patterns[b]) &&
    sender.axis.every((v, i) => v === known.latest.sender.axis[i]);
  if (same && awayM(known.latest) === 0) return known.latest;
  // the turns of the last search stay the model, so that nothing is lost from step to step
  const like = same && awayM(known.searched) < searchAgainM ? known.searched : null;
  const latest = like ? blankReach(scene, sender, unitId, like) : reachOf(scene, sender, unitId);
  scene.moving.set(unitId, { searched: like ?? latest, latest });
  return latest;
}

/** Scratch of `settle`: how good the way to the gate at hand is. */
let best = new Float64Array();

/** Works out the way to a gate, in a reach that takes its turns from another; at once where that is done already. */
export function settle(reach: Reach, gate: number): void {
  if (!reach.like || reach.settled[reach.first + gate]) return;
  if (best.length < reach.scene.gates.n) best = new Float64Array(reach.scene.gates.n);
  settleState(reach, reach.like, turnsBefore, gate, legWorthOf(reach.scene, reach.sender));
}

function settleState(reach: Reach, like: Reach, turns: number, gate: number, legWorth: Float64Array): void {
  const { settled, power, length, lastLeg, arrives, from, by } = reach;
  const { n } = reach.scene.gates;
  const state = turns * n + gate;
  if (settled[state]) return;
  settled[state] = 1;
  if (turns === 0) return goStraight(reach, gate);
  // as with one turn less, or by the turn that was best close by
  settleState(reach, like, turns - 1, gate, legWorth);
  const old = state - n;
  for (let i = 0; i < 3; i++) {
    power[state * 3 + i] = power[old * 3 + i] as number;
    arrives[state * 3 + i] = arrives[old * 3 + i] as number;
  }
  length[state] = length[old] as number;
  lastLeg[state] = lastLeg[old] as number;
  from[state] = from[old] as number;
  by[state] = by[old] as number;
  const before = (like.from[state] as number) - (turns - 1) * n;
  if (before < 0) return;
  settleState(reach, like, turns - 1, before, legWorth);
  best[gate] = worth(
    power[state * 3] as number,
    power[state * 3 + 1] as number,
    power[state * 3 + 2] as number,
    length[state] as number,
  );
  turnInto(reach, turns, before, like.by[state] as number, best, legWorth);
}
