/** The path tree of a unit that is dragged. */
import type { Id } from '../job/records';
import type { PathTree, Scene, Transmitter } from './model';
import {
  emptyPathTree,
  directPath,
  legMeritOf,
  pathTree,
  relaxLeg,
  maxEarlierTurns,
  merit,
} from './pathTree';

/** All paths are looked for anew once a moving unit is so far from where they last were, m. */
const maxWarmStartM = 0.6;

/**
 * The path tree of a unit that moves, from step to step: the turns are those that were best where all paths
 * were last looked for, less than a step away; only how good they are is worked out anew, and only for
 * the edges that a place asks for.
 */
export function warmStartedPathTree(scene: Scene, transmitter: Transmitter, unitId: Id): PathTree {
  const cached = scene.warmStarts.get(unitId);
  const awayM = (r: PathTree) =>
    Math.hypot(...r.transmitter.at.map((v, i) => v - (transmitter.at[i] as number)));
  const same =
    cached !== undefined &&
    transmitter.patterns.every((p, b) => p === cached.latest.transmitter.patterns[b]) &&
    transmitter.axis.every((v, i) => v === cached.latest.transmitter.axis[i]);
  if (same && awayM(cached.latest) === 0) return cached.latest;
  // the turns of the last search stay the model, so that nothing is lost from step to step
  const warmStart = same && awayM(cached.searched) < maxWarmStartM ? cached.searched : null;
  const latest = warmStart
    ? emptyPathTree(scene, transmitter, unitId, warmStart)
    : pathTree(scene, transmitter, unitId);
  scene.warmStarts.set(unitId, { searched: warmStart ?? latest, latest });
  return latest;
}

/** Scratch of `evaluateEdge`: how good the path to the edge at hand is. */
let best = new Float64Array();

/** Works out the path to an edge, in a path tree that takes its turns from another; at once where that is done already. */
export function evaluateEdge(tree: PathTree, edge: number): void {
  if (!tree.warmStart || tree.evaluated[tree.firstFinalState + edge]) return;
  if (best.length < tree.scene.edges.n) best = new Float64Array(tree.scene.edges.n);
  evaluateState(tree, tree.warmStart, maxEarlierTurns, edge, legMeritOf(tree.scene, tree.transmitter));
}

function evaluateState(
  tree: PathTree,
  warmStart: PathTree,
  turns: number,
  edge: number,
  legMerit: Float64Array,
): void {
  const { evaluated, power, length, lastLeg, arrivalDirection, previousState, viaLeg } = tree;
  const { n } = tree.scene.edges;
  const state = turns * n + edge;
  if (evaluated[state]) return;
  evaluated[state] = 1;
  if (turns === 0) return directPath(tree, edge);
  // as with one turn less, or by the turn that was best close by
  evaluateState(tree, warmStart, turns - 1, edge, legMerit);
  const old = state - n;
  for (let i = 0; i < 3; i++) {
    power[state * 3 + i] = power[old * 3 + i] as number;
    arrivalDirection[state * 3 + i] = arrivalDirection[old * 3 + i] as number;
  }
  length[state] = length[old] as number;
  lastLeg[state] = lastLeg[old] as number;
  previousState[state] = previousState[old] as number;
  viaLeg[state] = viaLeg[old] as number;
  const previous = (warmStart.previousState[state] as number) - (turns - 1) * n;
  if (previous < 0) return;
  evaluateState(tree, warmStart, turns - 1, previous, legMerit);
  best[edge] = merit(
    power[state * 3] as number,
    power[state * 3 + 1] as number,
    power[state * 3 + 2] as number,
    length[state],
  );
  relaxLeg(tree, turns, previous, warmStart.viaLeg[state] as number, best, legMerit);
}
