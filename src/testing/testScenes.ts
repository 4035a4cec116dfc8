/** Small scenes for tests: plain walls and floors in the open, nothing of a real house. */
import { type Job, jobFromRecords } from '../core/job/job';
import { makeRecord } from '../core/job/make';
import type { AnyRecord, Layer } from '../core/job/records';

export const brick: Layer = { material: 'brick', thicknessMm: 102.5 };
export const concrete: Layer = { material: 'concrete', thicknessMm: 200 };
/** A sheet that lets next to nothing through. */
export const metal: Layer = { sheetOhm: 1e-4 };

/** An assembly of layers, without leak or planning value. */
export const assembly = (id: string, layers: Layer[]): AnyRecord =>
  makeRecord({
    type: 'assembly',
    id,
    name: id,
    use: 'wall',
    hatch: 'plain',
    thicknessM: 0.1,
    layers,
    leakDb: null,
    planningLossDb: null,
    spreadDb: null,
    note: '',
  });

/** A wall of the test storey; ends in metres. */
export const wall = (
  id: string,
  [ax, ay]: readonly [number, number],
  [bx, by]: readonly [number, number],
  assemblyId: string,
): AnyRecord => makeRecord({ type: 'wall', id, storeyId: 's', ax, ay, bx, by, assemblyId });

/** A job of one storey 40 × 40 m, 3 m high, that holds the records given; no floor unless asked for. */
export function field(records: AnyRecord[], floorAssemblyId: string | null = null): Job {
  const half = 20;
  return jobFromRecords([
    makeRecord({
      type: 'job',
      id: 'test',
      name: 'Test',
      note: '',
      createdOn: '2026-11-01',
      demo: false,
      lengths: 'm',
      planDownMbps: 500,
      planUpMbps: 100,
      streetLatencyMs: 5,
      noDrilling: false,
      testDeviceId: null,
      simulationSeed: 1,
    }),
    makeRecord({
      type: 'building',
      id: 'b',
      name: 'Building',
      kind: 'house',
      xM: 0,
      yM: 0,
      turnDeg: 0,
      outline: [
        [-half, -half],
        [half, -half],
        [half, half],
        [-half, half],
      ],
      roof: null,
    }),
    makeRecord({
      type: 'storey',
      id: 's',
      buildingId: 'b',
      name: 'Storey',
      level: 0,
      floorZM: 0,
      heightM: 3,
      floorAssemblyId,
    }),
    ...records,
  ]);
}
