/** The computing behind the worker, without the worker: keeps what did not change between questions. */
import { type Calibration, calibrate } from '@/core/calibration/fit';
import { observationsOf } from '@/core/calibration/observations';
import { snagsOf } from '@/core/checks/snags';
import { handoversOf } from '@/core/coverage/roaming';
import { placeUnit } from '@/core/design/placeUnit';
import { liveRunbook, withRuns } from '@/core/install/live';
import { find, get } from '@/core/job/job';
import type { AnyRecord, Id, Link, StepRun } from '@/core/job/records';
import { cableEstimate } from '@/core/media/cableEstimate';
import type { Scenario } from '@/core/network/backhaul';
import { backhaulOptions } from '@/core/network/backhaulOptions';
import { type ChannelPlan, planChannels } from '@/core/network/channelPlan';
import { predictFixed } from '@/core/network/fixedDevices';
import { loadOf } from '@/core/network/load';
import { predictJob } from '@/core/network/predict';
import { testDevice } from '@/core/job/testDevice';
import { nextSteps } from '@/core/optimise/nextSteps';
import { type LinkLoad, linkLoads } from '@/core/proof/linkLoad';
import { proveSpot } from '@/core/proof/spotProof';
import { placeInSpace } from '@/core/propagation/scene';
import { type KeptJob, keptJob, networkFor } from './keptJob';
import { networkAnswer } from './networkAnswer';
import { makePace, type Pace } from './pace';
import { pathProfileAnswer } from './pathProfileAnswer';
import type { FieldAnswer, FieldRequest, PathProfileAnswer, PlaceIn, StoreyAreas } from './protocol';
import { roomArea } from './roomArea';
import { gridsFor, inputsOver, roomField } from './roomFields';

/** What is drawn of a storey; what a step of a drag took sets how fine the next is. */
function fieldOf(kept: KeptJob, pace: Pace, now: () => number, request: FieldRequest): FieldAnswer {
  const start = now();
  const scenario = networkFor(kept, request.scenario, request.moved);
  const device = testDevice(scenario.job);
  const step = request.quality === 'coarse' && request.moved && !request.network;
  const times = request.quality === 'fine' ? 1 : step && pace.rough() ? 3 : 2;
  const rooms = device
    ? gridsFor(kept, request.storeyId, times).map((grid) =>
        roomField(kept, inputsOver(kept, scenario, device, grid), request),
      )
    : [];
  const whole = request.network ? networkAnswer(scenario.job, kept.scene, scenario.network, request) : null;
  const tookMs = now() - start;
  if (step) pace.took(tookMs);
  return { request, rooms, network: whole, tookMs };
}

function areasOf(kept: KeptJob, storeyId: Id, scenario: Scenario): StoreyAreas {
  const { job, network } = networkFor(kept, scenario);
  const device = testDevice(job);
  if (!device) return { storeyId, rooms: [], handovers: [] };
  const all = gridsFor(kept, storeyId, 1).map((grid) => ({
    grid,
    ...roomArea(inputsOver(kept, { job, network }, device, grid)),
  }));
  return { storeyId, rooms: all.map((r) => r.room), handovers: handoversOf(all) };
}

/** What the readings teach, whether or not it is used. */
function calibrationOf({ job, base }: KeptJob): Omit<Calibration, 'posterior'> | null {
  const all = calibrate(base, observationsOf(job, base));
  if (!all) return null;
  const { posterior: _taught, ...told } = all;
  return told;
}

const predictionsOf = (kept: KeptJob, scenario: Scenario, options?: { why: boolean }) =>
  predictJob(kept.job, kept.scene, networkFor(kept, scenario).network, options);

function linkLoadsOf(kept: KeptJob): LinkLoad[] {
  const { job } = kept;
  const proofs = job.spots.map((s) => proveSpot(job, s));
  return linkLoads(networkFor(kept, 'planned').network, predictionsOf(kept, 'planned'), proofs);
}

function channelsOf(kept: KeptJob): ChannelPlan {
  const { job, network } = networkFor(kept, 'planned');
  const predictions = predictionsOf(kept, 'planned', { why: false });
  return planChannels(job, kept.scene, network, loadOf(job, network, predictions));
}

/** Length and holes of a cable along the way that was drawn. */
function cableWayOf({ job, scene }: KeptJob, link: Link): { lengthM: number; holes: number } {
  const [from, to] = [get(job, 'unit', link.fromUnitId), get(job, 'unit', link.unitId)];
  const { lengthM, holes } = cableEstimate(job, scene, from, to, link.points);
  return { lengthM: Math.round(lengthM * 10) / 10, holes };
}

/** @param now a clock, ms. */
export function makeCompute(now = () => performance.now()) {
  const pace = makePace();
  let kept: KeptJob | null = null;
  const state = (): KeptJob => {
    if (!kept) throw new Error('setJob comes first');
    return kept;
  };
  const field = (request: FieldRequest) => fieldOf(state(), pace, now, request);
  const cut = (points: readonly (readonly [number, number, number])[]): PathProfileAnswer =>
    pathProfileAnswer(state().scene, points);

  return {
    setJob(records: AnyRecord[]): void {
      kept = keptJob(kept, records);
    },
    field,
    areas: (storeyId: Id, scenario: Scenario) => areasOf(state(), storeyId, scenario),
    /**
     * One step of a drag that nobody asked for, a little way off for each `turn`: what is slow the first
     * few times only is behind it when a unit is dragged. False where no unit stands.
     */
    rehearse(storeyId: Id, scenario: Scenario, turn: number): boolean {
      const { backhauls } = networkFor(state(), scenario).network;
      const unit = backhauls.find((f) => f.unit.storeyId === storeyId)?.unit;
      if (!unit) return false;
      const moved = { ...unit, xM: unit.xM + Math.cos(turn), yM: unit.yM + Math.sin(turn) };
      const like = { layer: 'headroom', band: '5', quality: 'coarse', network: false } as const;
      field({ ...like, storeyId, scenario, moved, shortBefore: true });
      return true;
    },
    calibration: () => calibrationOf(state()),
    nextSteps: (spotId: Id) => nextSteps(state().job, state().scene, spotId),
    linkLoads: () => linkLoadsOf(state()),
    runbook: (people: number, nowMs: number, runs: StepRun[] | null, visitId: Id | null) =>
      liveRunbook(runs ? withRuns(state().job, runs) : state().job, people, nowMs, visitId),
    predict: (scenario: Scenario) => predictionsOf(state(), scenario),
    predictFixed: (scenario: Scenario) =>
      predictFixed(state().job, state().scene, networkFor(state(), scenario).network),
    channels: () => channelsOf(state()),
    snags: () => snagsOf(state().job, state().scene, networkFor(state(), 'planned').network),
    /** Every way to feed a unit; none for one just placed, which may be asked for before its job arrives. */
    backhaulOptions(unitId: Id) {
      const unit = find(state().job, 'unit', unitId);
      return unit
        ? backhaulOptions(state().job, state().scene, unit, networkFor(state(), 'planned').network)
        : [];
    },
    cableWay: (link: Link) => cableWayOf(state(), link),
    placeUnit: (kitId: Id, at: { storeyId: Id; xM: number; yM: number }) =>
      placeUnit(state().job, get(state().job, 'kit', kitId), at, state().scene),
    cut,
    cutBetween: (a: PlaceIn, b: PlaceIn) => cut([placeInSpace(state().job, a), placeInSpace(state().job, b)]),
  };
}
