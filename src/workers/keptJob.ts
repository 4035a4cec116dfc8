/** What the worker keeps of a job between questions: its scene, its networks, and what readings teach. */
import { withPosterior } from '@/core/calibration/posterior';
import type { NoiseField, UnitField } from '@/core/coverage/field';
import type { RoomGrid } from '@/core/coverage/grid';
import type { Isoband } from '@/core/coverage/isolines';
import { applyEdit, putOne } from '@/core/job/edits';
import { type Job, jobFromRecords, withUnit } from '@/core/job/job';
import type { AnyRecord, Id, Room, Unit } from '@/core/job/records';
import { type Network, networkOf, type Scenario } from '@/core/network/backhaul';
import type { Scene } from '@/core/propagation/model';
import { buildScene } from '@/core/propagation/scene';

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

export interface KeptJob {
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

/** The next state: what does not hang on what changed is taken over. @param kept null at first. */
export function keptJob(kept: KeptJob | null, records: AnyRecord[]): KeptJob {
  const job = jobFromRecords(records);
  const sceneKey = JSON.stringify(records.filter((r) => sceneTypes.includes(r.type)));
  const taughtKey = job.info.useLearned
    ? JSON.stringify(records.filter((r) => taughtTypes.includes(r.type)))
    : '';
  const fresh = { networks: new Map(), before: new Map(), learntFor: null };
  const sameHouse = kept?.sceneKey === sceneKey ? kept : null;
  if (sameHouse?.taughtKey === taughtKey) return { ...sameHouse, ...fresh, job };
  const base = sameHouse?.base ?? buildScene(job);
  return {
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
export function networkFor(
  { job, scene, networks }: KeptJob,
  scenario: Scenario,
  moved: Unit | null = null,
): { job: Job; network: Network } {
  if (moved) {
    const changed = withUnit(job, moved);
    return { job: changed, network: networkOf(changed, scene, scenario) };
  }
  const network = networks.get(scenario) ?? networkOf(job, scene, scenario);
  networks.set(scenario, network);
  return { job, network };
}

/** With what the readings teach, whether or not predictions follow it. */
export function learntScene(kept: KeptJob): Scene {
  const { job, base, scene } = kept;
  if (scene.posterior) return scene;
  kept.learntFor ??= withPosterior(
    applyEdit(job, putOne('learn', { ...job.info, useLearned: true })).job,
    base,
  );
  return kept.learntFor;
}
