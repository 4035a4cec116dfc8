/** The computing behind the worker, without the worker: keeps what did not change between questions. */
import { snagsOf } from '@/core/checks/snags';
import { type Calibration, calibrate } from '@/core/calibration/fit';
import { observationsOf } from '@/core/calibration/observations';
import { posteriorField } from '@/core/calibration/posteriorField';
import { withPosterior } from '@/core/calibration/posterior';
import {
  accessFields,
  type FieldInputs,
  layerOver,
  type NoiseField,
  noiseField,
  unitField,
  type UnitField,
} from '@/core/coverage/field';
import { gridsOf, type RoomGrid } from '@/core/coverage/grid';
import { type Isoband, isobands } from '@/core/coverage/isolines';
import { handoversOf, roamingOver } from '@/core/coverage/roaming';
import { applyEdit, putOne } from '@/core/job/edits';
import { find, get, type Job, jobFromRecords, withUnit } from '@/core/job/job';
import {
  type AnyRecord,
  type Device,
  type Id,
  type Link,
  type Room,
  type StepRun,
  type Unit,
} from '@/core/job/records';
import { liveRunbook, withRuns } from '@/core/install/live';
import { type Backhaul, type Network, networkOf, type Scenario } from '@/core/network/backhaul';
import { predictFixed } from '@/core/network/fixedDevices';
import { loadOf } from '@/core/network/load';
import { predictJob, testDevice } from '@/core/network/predict';
import { type ChannelPlan, planChannels } from '@/core/network/channelPlan';
import { cableEstimate } from '@/core/media/cableEstimate';
import { backhaulOptions } from '@/core/network/backhaulOptions';
import { nextSteps } from '@/core/optimise/nextSteps';
import { placeUnit } from '@/core/design/placeUnit';
import { type LinkLoad, linkLoads } from '@/core/proof/linkLoad';
import { proveSpot } from '@/core/proof/spotProof';
import { buildScene, placeInSpace } from '@/core/propagation/scene';
import { pathProfileAnswer } from './pathProfileAnswer';
import { networkAnswer } from './networkAnswer';
import { makePace } from './pace';
import { roomArea } from './roomArea';
import {
  type PathProfileAnswer,
  type FieldAnswer,
  type FieldRequest,
  indoorStepM,
  layerLevels,
  outdoorStepM,
  type PlaceIn,
  type RoomField,
  type StoreyAreas,
} from './protocol';
import type { Scene } from '@/core/propagation/model';

/** Records that a scene is made from; when none of them changed, the scene is kept. */
const sceneTypes = ['assembly', 'building', 'storey', 'wall', 'opening', 'floorOpening', 'obstacle'];

/** Records that what readings teach hangs on. */
const taughtTypes = [
  'job',
  'reading',
  'spot',
  'unit',
  'link',
  'kit',
  'device',
  'neighbour',
  'service',
  'cableRun',
];

interface Kept {
  job: Job;
  sceneKey: string;
  /** Without anything taught. */
  base: Scene;
  taughtKey: string;
  /** With what readings teach, where it is to be used. */
  scene: Scene;
  grids: Map<string, { rooms: readonly Room[]; grids: RoomGrid[] }>;
  /** By grid and unit, with all that the field hangs on. */
  fields: WeakMap<RoomGrid, Map<Id, { key: string; field: UnitField }>>;
  noise: WeakMap<RoomGrid, NoiseField>;
  /** Answers that hold until the job changes. */
  networks: Map<Scenario, Network>;
  before: Map<RoomGrid, Isoband | null>;
  /** The scene with what readings teach, made when it is asked for although it is not used. */
  learntFor: Scene | null;
}

const fieldKeys = new WeakMap<Backhaul, string>();

/** All of a unit that its field hangs on. */
function fieldKey(backhaul: Backhaul): string {
  const { at, axis, mountDb, product } = backhaul;
  const key = fieldKeys.get(backhaul) ?? JSON.stringify([at, axis, mountDb, product.radios]);
  fieldKeys.set(backhaul, key);
  return key;
}

/** @param now a clock, ms. */
export function makeCompute(now = () => performance.now()) {
  const pace = makePace();
  let kept: Kept | undefined;
  const state = (): Kept => {
    if (!kept) throw new Error('setJob comes first');
    return kept;
  };

  function setJob(records: AnyRecord[]): void {
    const job = jobFromRecords(records);
    const sceneKey = JSON.stringify(records.filter((r) => sceneTypes.includes(r.type)));
    const taughtKey = job.info.useLearned
      ? JSON.stringify(records.filter((r) => taughtTypes.includes(r.type)))
      : '';
    const fresh = { networks: new Map(), before: new Map(), learntFor: null };
    const sameHouse = kept?.sceneKey === sceneKey ? kept : null;
    if (sameHouse?.taughtKey === taughtKey) {
      kept = { ...sameHouse, ...fresh, job };
      return;
    }
    const base = sameHouse?.base ?? buildScene(job);
    kept = {
      ...fresh,
      job,
      sceneKey,
      base,
      taughtKey,
      scene: withPosterior(job, base),
      grids: sameHouse?.grids ?? new Map<string, { rooms: readonly Room[]; grids: RoomGrid[] }>(),
      fields: new WeakMap(),
      noise: sameHouse?.noise ?? new WeakMap(),
    };
  }

  /** The stored job's network, or that with one unit moved. */
  function networkFor(scenario: Scenario, moved: Unit | null): { job: Job; network: Network } {
    const { job, scene, networks } = state();
    if (moved) {
      const changed = withUnit(job, moved);
      return { job: changed, network: networkOf(changed, scene, scenario) };
    }
    const network = networks.get(scenario) ?? networkOf(job, scene, scenario);
    networks.set(scenario, network);
    return { job, network };
  }

  /** @param times how much wider than the finest grid; from 2 on every second node is left out. */
  function gridsFor(storeyId: Id, times: 1 | 2 | 3): RoomGrid[] {
    const { job, grids } = state();
    const name = `${storeyId} ${times}`;
    const known = grids.get(name);
    if (known?.rooms === job.rooms) return known.grids;
    const here = (rooms: readonly Room[]) => JSON.stringify(rooms.filter((r) => r.storeyId === storeyId));
    if (known && here(known.rooms) === here(job.rooms)) {
      grids.set(name, { ...known, rooms: job.rooms });
      return known.grids;
    }
    const building = get(job, 'building', get(job, 'storey', storeyId).buildingId);
    const step = building.kind === 'outdoors' ? outdoorStepM : indoorStepM;
    const made = gridsOf(job, storeyId, times * step, times > 1);
    grids.set(name, { rooms: job.rooms, grids: made });
    return made;
  }

  function fieldsOver(grid: RoomGrid, network: Network): Map<Id, UnitField> {
    const { scene, fields } = state();
    const known = fields.get(grid) ?? new Map<Id, { key: string; field: UnitField }>();
    fields.set(grid, known);
    return new Map(
      network.backhauls.map((backhaul) => {
        const { unit } = backhaul;
        const key = fieldKey(backhaul);
        const last = known.get(unit.id);
        const field = last?.key === key ? last.field : unitField(scene, backhaul, grid);
        known.set(unit.id, { key, field });
        return [unit.id, field];
      }),
    );
  }

  function groundOf(job: Job, network: Network, device: Device, grid: RoomGrid): FieldInputs {
    const { scene, noise } = state();
    const here = noise.get(grid) ?? noiseField(scene, network.disturbers, grid);
    noise.set(grid, here);
    return { job, network, device, grid, fields: fieldsOver(grid, network), noise: here };
  }

  /** The region of a room that met its need as found. */
  function metBefore(grid: RoomGrid, device: Device): Isoband | null {
    const { before } = state();
    const known = before.get(grid);
    if (known !== undefined) return known;
    const { job, network } = networkFor('found', null);
    const values = layerOver(groundOf(job, network, device, grid), 'headroom', '5');
    const region = isobands(grid, values, [0])[0] ?? null;
    before.set(grid, region);
    return region;
  }

  /** With what the readings teach, whether or not predictions follow it. */
  function learntScene(): Scene {
    const { job, base, scene } = state();
    if (scene.posterior) return scene;
    const { learntFor } = state();
    if (learntFor) return learntFor;
    const made = withPosterior(applyEdit(job, putOne('learn', { ...job.info, useLearned: true })).job, base);
    state().learntFor = made;
    return made;
  }

  function roomField(inputs: FieldInputs, request: FieldRequest): RoomField {
    const { grid, device } = inputs;
    const room = {
      roomId: grid.room.id,
      unitIds: [],
      cling: null,
      metBefore: request.shortBefore ? metBefore(grid, device) : null,
    };
    if (request.layer !== 'units') {
      const values =
        request.layer === 'taught'
          ? posteriorField(learntScene(), inputs.network, grid, request.band)
          : layerOver(inputs, request.layer, request.band);
      return { ...room, bands: isobands(grid, values, layerLevels[request.layer]) };
    }
    const { serving, clingsTo } = roamingOver(accessFields(inputs), grid.inside.length);
    const unitIds = [...new Set(serving)].filter((id) => id !== null);
    const mask = (test: (i: number) => boolean) =>
      isobands(
        grid,
        Float32Array.from(serving, (_, i) => (test(i) ? 1 : 0)),
        [0.5],
      );
    return {
      ...room,
      unitIds,
      bands: unitIds.flatMap((id) => mask((i) => serving[i] === id)),
      cling: clingsTo.some((id) => id !== null) ? (mask((i) => clingsTo[i] !== null)[0] ?? null) : null,
      metBefore: null,
    };
  }

  function field(request: FieldRequest): FieldAnswer {
    const start = now();
    const { job, network } = networkFor(request.scenario, request.moved);
    const device = testDevice(job);
    const step = request.quality === 'coarse' && request.moved && !request.network;
    const times = request.quality === 'fine' ? 1 : step && pace.rough() ? 3 : 2;
    const rooms = device
      ? gridsFor(request.storeyId, times).map((grid) =>
          roomField(groundOf(job, network, device, grid), request),
        )
      : [];
    const whole = request.network ? networkAnswer(job, state().scene, network, request) : null;
    const tookMs = now() - start;
    if (step) pace.took(tookMs);
    return { request, rooms, network: whole, tookMs };
  }

  /**
   * One step of a drag that nobody asked for, a little way off for each `turn`: what is slow the first
   * few times only is behind it when a unit is dragged. False where no unit stands.
   */
  function rehearse(storeyId: Id, scenario: Scenario, turn: number): boolean {
    const unit = networkFor(scenario, null).network.backhauls.find((f) => f.unit.storeyId === storeyId)?.unit;
    if (!unit) return false;
    const moved = { ...unit, xM: unit.xM + Math.cos(turn), yM: unit.yM + Math.sin(turn) };
    const like = { layer: 'headroom', band: '5', quality: 'coarse', network: false } as const;
    field({ ...like, storeyId, scenario, moved, shortBefore: true });
    return true;
  }

  function areas(storeyId: Id, scenario: Scenario): StoreyAreas {
    const { job, network } = networkFor(scenario, null);
    const device = testDevice(job);
    if (!device) return { storeyId, rooms: [], handovers: [] };
    const all = gridsFor(storeyId, 1).map((grid) => {
      return { grid, ...roomArea(groundOf(job, network, device, grid)) };
    });
    return { storeyId, rooms: all.map((r) => r.room), handovers: handoversOf(all) };
  }

  /** What the readings teach, whether or not it is used. */
  function calibration(): Omit<Calibration, 'posterior'> | null {
    const { job, base } = state();
    const all = calibrate(base, observationsOf(job, base));
    if (!all) return null;
    const { posterior: _taught, ...told } = all;
    return told;
  }

  const predict = (scenario: Scenario) =>
    predictJob(state().job, state().scene, networkFor(scenario, null).network);

  function linkLoadsNow(): LinkLoad[] {
    const { job } = state();
    const { network } = networkFor('planned', null);
    return linkLoads(
      network,
      predict('planned'),
      job.spots.map((s) => proveSpot(job, s)),
    );
  }

  function channels(): ChannelPlan {
    const { job, scene } = state();
    const { network } = networkFor('planned', null);
    const predictions = predictJob(job, scene, network, { why: false });
    return planChannels(job, scene, network, loadOf(job, network, predictions));
  }

  const fixed = (scenario: Scenario) =>
    predictFixed(state().job, state().scene, networkFor(scenario, null).network);

  // a unit just placed may be asked for before its job arrives: it has no ways yet
  const links = (unitId: Id) => {
    const unit = find(state().job, 'unit', unitId);
    return unit ? backhaulOptions(state().job, state().scene, unit, networkFor('planned', null).network) : [];
  };

  const cableWay = (link: Link) => {
    const { job, scene } = state();
    const [from, to] = [get(job, 'unit', link.fromUnitId), get(job, 'unit', link.unitId)];
    const { lengthM, holes } = cableEstimate(job, scene, from, to, link.points);
    return { lengthM: Math.round(lengthM * 10) / 10, holes };
  };

  const place = (kitId: Id, at: { storeyId: Id; xM: number; yM: number }) =>
    placeUnit(state().job, get(state().job, 'kit', kitId), at, state().scene);

  const cut = (points: readonly (readonly [number, number, number])[]): PathProfileAnswer =>
    pathProfileAnswer(state().scene, points);

  const cutBetween = (a: PlaceIn, b: PlaceIn) =>
    cut([placeInSpace(state().job, a), placeInSpace(state().job, b)]);

  return {
    setJob,
    field,
    areas,
    rehearse,
    calibration,
    nextSteps: (spotId: Id) => nextSteps(state().job, state().scene, spotId),
    linkLoads: linkLoadsNow,
    runbook: (people: number, nowMs: number, runs: StepRun[] | null) =>
      liveRunbook(runs ? withRuns(state().job, runs) : state().job, people, nowMs),
    predict,
    predictFixed: fixed,
    channels,
    snags: () => snagsOf(state().job, state().scene, networkFor('planned', null).network),
    feedOptions: links,
    cableWay,
    placeUnit: place,
    cut,
    cutBetween,
  };
}
