import { coaxLoops } from './coaxRuns';
import { find, type Job } from './job';
import { tooMany } from './limits';
import type { AnyRecord, Id, RecordType } from './records';

/** A thing wrong in input: where (dotted path) and what, in words for people. */
export interface Problem {
  path: string;
  message: string;
}

type Reference = [field: string, target: RecordType, id: Id | null];

/** Every id that a record holds, with the field and the type it must point to. */
function referencesOf(r: AnyRecord): Reference[] {
  switch (r.type) {
    case 'job':
      return [
        ['testDeviceId', 'device', r.testDeviceId],
        ['bestDeviceId', 'device', r.bestDeviceId],
        ['worstDeviceId', 'device', r.worstDeviceId],
      ];
    case 'building':
      return [['roof.assemblyId', 'assembly', r.roof?.assemblyId ?? null]];
    case 'storey':
      return [
        ['buildingId', 'building', r.buildingId],
        ['floorAssemblyId', 'assembly', r.floorAssemblyId],
      ];
    case 'wall':
      return [
        ['storeyId', 'storey', r.storeyId],
        ['assemblyId', 'assembly', r.assemblyId],
      ];
    case 'opening':
      return [
        ['wallId', 'wall', r.wallId],
        ['assemblyId', 'assembly', r.assemblyId],
      ];
    case 'floorOpening':
      return [
        ['storeyId', 'storey', r.storeyId],
        ['assemblyId', 'assembly', r.assemblyId],
      ];
    case 'room':
      return [
        ['storeyId', 'storey', r.storeyId],
        ...r.activityIds.map((a, i): Reference => [`activityIds.${i}`, 'activity', a]),
      ];
    case 'cableRun':
      return [
        ['fromId', 'service', r.fromId],
        ['toId', 'service', r.toId],
      ];
    case 'route':
      return r.points.map((p, i): Reference => [`points.${i}.storeyId`, 'storey', p.storeyId]);
    case 'tape':
      return [
        ['storeyId', 'storey', r.storeyId],
        ['wallAId', 'wall', r.wallAId],
        ['wallBId', 'wall', r.wallBId],
      ];
    case 'fixedDevice':
      return [
        ['storeyId', 'storey', r.storeyId],
        ...r.activityIds.map((a, i): Reference => [`activityIds.${i}`, 'activity', a]),
      ];
    case 'obstacle':
    case 'service':
    case 'picture':
      return [['storeyId', 'storey', r.storeyId]];
    case 'spot':
      return [
        ['storeyId', 'storey', r.storeyId],
        ['roomId', 'room', r.roomId],
        ...(r.activityIds ?? []).map((a, i): Reference => [`activityIds.${i}`, 'activity', a]),
      ];
    case 'unit':
      return [
        ['kitId', 'kit', r.kitId],
        ['storeyId', 'storey', r.storeyId],
      ];
    case 'link':
      return [
        ['unitId', 'unit', r.unitId],
        ['fromUnitId', 'unit', r.fromUnitId],
        ['fromServiceId', 'service', r.fromServiceId],
        ['toServiceId', 'service', r.toServiceId],
        ['adapterKitId', 'kit', r.adapterKitId],
        ...r.points.map((p, i): Reference => [`points.${i}.storeyId`, 'storey', p.storeyId]),
      ];
    case 'deviceCable':
      return [
        ['deviceId', 'fixedDevice', r.deviceId],
        ['fromUnitId', 'unit', r.fromUnitId],
        ['adapterKitId', 'kit', r.adapterKitId],
      ];
    case 'reading':
      return [
        ['spotId', 'spot', r.spotId],
        ['deviceId', 'device', r.deviceId],
        ['roundId', 'testRound', r.roundId],
      ];
    case 'photo':
      return [['storeyId', 'storey', r.storeyId]];
    case 'roamWalk':
      return [
        ['deviceId', 'device', r.deviceId],
        ...r.marks.map((m, i): Reference => [`marks.${i}.spotId`, 'spot', m.spotId]),
      ];
    case 'stepEdit':
    case 'stepRun':
    case 'visit':
    case 'business':
    case 'customer':
    case 'quote':
    case 'testRound':
    case 'signOff':
    case 'invoice':
    case 'netSettings':
    case 'neighbour':
    case 'placeRule':
    case 'activity':
    case 'assembly':
    case 'device':
    case 'kit':
      return [];
  }
}

/**
 * What does not hold together between records: an unknown id, an opening that is not within its
 * wall, a unit fed twice or in a circle, coax in a circle. Empty when all is well.
 */
export function checkReferences(job: Job): Problem[] {
  const problems: Problem[] = [];
  const say = (r: AnyRecord, field: string, message: string) =>
    problems.push({ path: `${r.type}.${r.id}.${field}`, message });
  for (const record of job.byId.values())
    for (const [field, target, id] of referencesOf(record))
      if (id !== null && job.byId.get(id)?.type !== target)
        say(record, field, `there is no ${target} with the id ${id}`);
  for (const o of job.openings) {
    const wall = job.byId.get(o.wallId);
    if (wall?.type !== 'wall') continue;
    const length = Math.hypot(wall.bx - wall.ax, wall.by - wall.ay);
    if (o.offsetM - o.widthM / 2 < -0.005 || o.offsetM + o.widthM / 2 > length + 0.005)
      say(o, 'offsetM', `the opening does not fit in its wall of ${length.toFixed(2)} m`);
  }
  const feeder = new Map<Id, Id>();
  for (const l of job.links) {
    if (feeder.has(l.unitId)) say(l, 'unitId', 'this unit already has an uplink');
    feeder.set(l.unitId, l.fromUnitId);
  }
  for (const l of job.links) {
    let at: Id | undefined = l.fromUnitId;
    for (let hops = 0; at !== undefined && hops <= job.links.length; hops++) {
      if (at === l.unitId) {
        say(l, 'fromUnitId', 'these units would feed each other in a loop');
        break;
      }
      at = feeder.get(at);
    }
  }
  const cabled = new Set<Id>();
  for (const cable of job.deviceCables) {
    if (cabled.has(cable.deviceId)) say(cable, 'deviceId', 'this device has a cable already');
    cabled.add(cable.deviceId);
  }
  const ruled = new Set<string>();
  for (const rule of job.placeRules) {
    if (ruled.has(rule.placeId)) say(rule, 'placeId', 'another rule speaks of this place already');
    ruled.add(rule.placeId);
  }
  const spoken = new Set<string>();
  for (const run of job.stepRuns) {
    if (spoken.has(run.stepKey)) say(run, 'stepKey', 'another record speaks of this step already');
    spoken.add(run.stepKey);
  }
  const crowd = tooMany(job);
  if (crowd)
    problems.push({
      path: crowd.collection,
      message: `a job holds at most ${crowd.most}; this would make ${crowd.count}`,
    });
  const nameOf = (id: Id) => find(job, 'service', id)?.name ?? id;
  for (const run of coaxLoops(job))
    say(
      run,
      'toId',
      `${nameOf(run.fromId)} and ${nameOf(run.toId)} are joined by coax already: with this run it goes in a loop`,
    );
  return problems;
}

/** A reference from within a list: the record can stand without it. */
const isListed = (field: string) => field.startsWith('activityIds.');

/** The given records and all that cannot stand without them (walls take their doors, spots their readings …). */
export function withDependants(job: Job, ids: readonly Id[]): Id[] {
  const gone = new Set(ids);
  for (let before = -1; before !== gone.size;) {
    before = gone.size;
    for (const record of job.byId.values())
      if (!gone.has(record.id) && record.type !== 'job')
        if (referencesOf(record).some(([field, , id]) => !isListed(field) && id !== null && gone.has(id)))
          gone.add(record.id);
  }
  return [...gone];
}
