/** The computing behind the worker, without the worker: keeps what did not change between questions. */
import { combine, shareAbove, unitField, type UnitField } from '@/core/coverage/field';
import { gridsOf, type RoomGrid } from '@/core/coverage/grid';
import { isobands } from '@/core/coverage/isolines';
import { find, get, type Job, jobFromRecords } from '@/core/job/job';
import type { AnyRecord, Id } from '@/core/job/records';
import { type Network, networkOf, type Scenario } from '@/core/network/feeds';
import { loadOf } from '@/core/network/load';
import { predictJob, testDevice } from '@/core/network/predict';
import { airLinks, placeUnit } from '@/core/plan/placeUnit';
import { buildScene, type Scene } from '@/core/propagation/scene';
import { type FieldAnswer, type FieldRequest, indoorStepM, layerLevels, outdoorStepM } from './protocol';

/** Records that a scene is made from; when none of them changed, the scene is kept. */
const sceneTypes = ['assembly', 'building', 'storey', 'wall', 'opening', 'floorOpening', 'obstacle'];

interface Kept {
  job: Job;
  sceneKey: string;
  scene: Scene;
  grids: Map<Id, { key: string; grids: RoomGrid[] }>;
  fields: Map<string, UnitField>;
}

/** Most unit fields kept before all are dropped; a house needs some tens. */
const mostFields = 400;

export function makeCompute() {
  let kept: Kept | undefined;
  const state = (): Kept => {
    if (!kept) throw new Error('setJob comes first');
    return kept;
  };

  function setJob(records: AnyRecord[]): void {
    const job = jobFromRecords(records);
    const sceneKey = JSON.stringify(records.filter((r) => sceneTypes.includes(r.type)));
    if (kept?.sceneKey === sceneKey) kept.job = job;
    else kept = { job, sceneKey, scene: buildScene(job), grids: new Map(), fields: new Map() };
  }

  function gridsFor(storeyId: Id): RoomGrid[] {
    const { job, grids } = state();
    const key = JSON.stringify(job.rooms.filter((r) => r.storeyId === storeyId));
    const known = grids.get(storeyId);
    if (known?.key === key) return known.grids;
    const building = get(job, 'building', get(job, 'storey', storeyId).buildingId);
    const made = gridsOf(job, storeyId, building.kind === 'outdoors' ? outdoorStepM : indoorStepM);
    grids.set(storeyId, { key, grids: made });
    state().fields.clear();
    return made;
  }

  function fieldsOver(grid: RoomGrid, network: Network): Map<Id, UnitField> {
    const { scene, fields } = state();
    if (fields.size > mostFields) fields.clear();
    return new Map(
      network.feeds.map((feed) => {
        const { xM, yM, heightM, tiltDeg, facingDeg, storeyId, id } = feed.unit;
        const key = [
          grid.room.id,
          id,
          storeyId,
          xM,
          yM,
          heightM,
          tiltDeg,
          facingDeg,
          JSON.stringify(feed.kit.radios),
        ].join();
        const field = fields.get(key) ?? unitField(scene, feed, grid);
        fields.set(key, field);
        return [id, field];
      }),
    );
  }

  function field(request: FieldRequest): FieldAnswer {
    const start = performance.now();
    const { scene } = state();
    const { moved } = request;
    const job = moved
      ? jobFromRecords([...state().job.byId.values()].map((r) => (r.id === moved.id ? moved : r)))
      : state().job;
    const network = networkOf(job, scene, request.scenario);
    const found = request.shortBefore ? networkOf(state().job, scene, 'found') : null;
    const device = testDevice(job);
    const rooms = device
      ? gridsFor(request.storeyId).map((grid) => {
          const fields = fieldsOver(grid, network);
          const values = combine(job, network, device, grid, fields, request.layer, request.band);
          const before = found
            ? combine(state().job, found, device, grid, fieldsOver(grid, found), 'headroom', request.band)
            : null;
          const headroom =
            request.layer === 'headroom'
              ? values
              : combine(job, network, device, grid, fields, 'headroom', request.band);
          return {
            roomId: grid.room.id,
            bands: isobands(grid, values, layerLevels[request.layer]),
            shareMet: shareAbove(headroom, 0),
            metBefore: before ? (isobands(grid, before, [0])[0] ?? null) : null,
          };
        })
      : [];
    const predictions = predictJob(job, scene, network);
    return {
      request,
      rooms,
      predictions,
      load: loadOf(job, network, predictions),
      links: [...new Map(network.feeds.flatMap((f) => f.hops.map((h) => [h.link.id, h])))].map(
        ([linkId, h]) => ({
          linkId,
          downMbps: h.downMbps,
          upMbps: h.upMbps,
        }),
      ),
      unfed: network.unfed.map((u) => ({ unitId: u.unit.id, why: u.why })),
      tookMs: performance.now() - start,
    };
  }

  const predict = (scenario: Scenario) => {
    const { job, scene } = state();
    return predictJob(job, scene, networkOf(job, scene, scenario));
  };

  // a unit just placed may be asked for before its job arrives: it has no ways yet
  const links = (unitId: Id) => {
    const unit = find(state().job, 'unit', unitId);
    return unit ? airLinks(state().job, state().scene, unit) : [];
  };

  const place = (kitId: Id, at: { storeyId: Id; xM: number; yM: number }) =>
    placeUnit(state().job, get(state().job, 'kit', kitId), at);

  return { setJob, field, predict, airLinks: links, placeUnit: place };
}
