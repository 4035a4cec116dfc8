import type { AnyRecord, Id, JobInfo, RecordOf, RecordType } from './records';

/** A whole job in memory: its records by id, and the same records as lists by type. Never changed in place. */
export interface Job {
  readonly byId: ReadonlyMap<Id, AnyRecord>;
  readonly info: JobInfo;
  readonly activities: readonly RecordOf<'activity'>[];
  readonly assemblies: readonly RecordOf<'assembly'>[];
  readonly devices: readonly RecordOf<'device'>[];
  readonly kits: readonly RecordOf<'kit'>[];
  readonly buildings: readonly RecordOf<'building'>[];
  readonly storeys: readonly RecordOf<'storey'>[];
  readonly walls: readonly RecordOf<'wall'>[];
  readonly openings: readonly RecordOf<'opening'>[];
  readonly floorOpenings: readonly RecordOf<'floorOpening'>[];
  readonly rooms: readonly RecordOf<'room'>[];
  readonly obstacles: readonly RecordOf<'obstacle'>[];
  readonly services: readonly RecordOf<'service'>[];
  readonly cableRuns: readonly RecordOf<'cableRun'>[];
  readonly routes: readonly RecordOf<'route'>[];
  readonly tapes: readonly RecordOf<'tape'>[];
  readonly pictures: readonly RecordOf<'picture'>[];
  readonly fixedDevices: readonly RecordOf<'fixedDevice'>[];
  readonly spots: readonly RecordOf<'spot'>[];
  readonly units: readonly RecordOf<'unit'>[];
  readonly links: readonly RecordOf<'link'>[];
  readonly deviceCables: readonly RecordOf<'deviceCable'>[];
  readonly neighbours: readonly RecordOf<'neighbour'>[];
  readonly placeRules: readonly RecordOf<'placeRule'>[];
  readonly readings: readonly RecordOf<'reading'>[];
  readonly roamWalks: readonly RecordOf<'roamWalk'>[];
  readonly stepEdits: readonly RecordOf<'stepEdit'>[];
  readonly stepRuns: readonly RecordOf<'stepRun'>[];
  readonly visits: readonly RecordOf<'visit'>[];
  readonly netSettings: readonly RecordOf<'netSettings'>[];
  readonly businesses: readonly RecordOf<'business'>[];
  readonly customers: readonly RecordOf<'customer'>[];
  readonly quotes: readonly RecordOf<'quote'>[];
  readonly invoices: readonly RecordOf<'invoice'>[];
  readonly signOffs: readonly RecordOf<'signOff'>[];
  readonly photos: readonly RecordOf<'photo'>[];
  readonly testRounds: readonly RecordOf<'testRound'>[];
}

/** Where each type's records stand in a Job and in the job file. */
export const collectionOf = {
  activity: 'activities',
  assembly: 'assemblies',
  device: 'devices',
  kit: 'kits',
  building: 'buildings',
  storey: 'storeys',
  wall: 'walls',
  opening: 'openings',
  floorOpening: 'floorOpenings',
  room: 'rooms',
  obstacle: 'obstacles',
  service: 'services',
  cableRun: 'cableRuns',
  route: 'routes',
  tape: 'tapes',
  picture: 'pictures',
  fixedDevice: 'fixedDevices',
  spot: 'spots',
  unit: 'units',
  link: 'links',
  deviceCable: 'deviceCables',
  neighbour: 'neighbours',
  placeRule: 'placeRules',
  reading: 'readings',
  roamWalk: 'roamWalks',
  stepEdit: 'stepEdits',
  stepRun: 'stepRuns',
  visit: 'visits',
  netSettings: 'netSettings',
  business: 'businesses',
  customer: 'customers',
  quote: 'quotes',
  invoice: 'invoices',
  signOff: 'signOffs',
  photo: 'photos',
  testRound: 'testRounds',
} as const satisfies Record<Exclude<RecordType, 'job'>, Exclude<keyof Job, 'byId' | 'info'>>;

const isType =
  <T extends RecordType>(type: T) =>
  (record: AnyRecord): record is RecordOf<T> =>
    record.type === type;

/**
 * Builds a job from records already known to be valid one by one.
 * @throws Error when there is not exactly one `job` record, or an id stands twice.
 */
export function jobFromRecords(records: Iterable<AnyRecord>): Job {
  const all = [...records];
  const byType = new Map<RecordType, AnyRecord[]>();
  for (const record of all) {
    const list = byType.get(record.type);
    if (list) list.push(record);
    else byType.set(record.type, [record]);
  }
  const of = <T extends RecordType>(type: T) => (byType.get(type) ?? []).filter(isType(type));
  const byId = new Map(all.map((r) => [r.id, r]));
  if (byId.size !== all.length) {
    const seen = new Set<Id>();
    const twice = all.find((r) => seen.size === seen.add(r.id).size);
    throw new Error(`the id ${twice?.id} stands twice`);
  }
  const [info, second] = of('job');
  if (!info || second) throw new Error('a job has exactly one record of type job');
  return {
    byId,
    info,
    activities: of('activity'),
    assemblies: of('assembly'),
    devices: of('device'),
    kits: of('kit'),
    buildings: of('building'),
    storeys: of('storey'),
    walls: of('wall'),
    openings: of('opening'),
    floorOpenings: of('floorOpening'),
    rooms: of('room'),
    obstacles: of('obstacle'),
    services: of('service'),
    cableRuns: of('cableRun'),
    routes: of('route'),
    tapes: of('tape'),
    pictures: of('picture'),
    fixedDevices: of('fixedDevice'),
    spots: of('spot'),
    units: of('unit'),
    links: of('link'),
    deviceCables: of('deviceCable'),
    neighbours: of('neighbour'),
    placeRules: of('placeRule'),
    readings: of('reading'),
    roamWalks: of('roamWalk'),
    stepEdits: of('stepEdit'),
    stepRuns: of('stepRun'),
    visits: of('visit'),
    netSettings: of('netSettings'),
    businesses: of('business'),
    customers: of('customer'),
    quotes: of('quote'),
    invoices: of('invoice'),
    signOffs: of('signOff'),
    photos: of('photo'),
    testRounds: of('testRound'),
  };
}

/** The record with this id if it is of this type, else undefined. */
export function find<T extends RecordType>(
  job: Job,
  type: T,
  id: Id | null | undefined,
): RecordOf<T> | undefined {
  const record = id == null ? undefined : job.byId.get(id);
  return record && isType(type)(record) ? record : undefined;
}

/**
 * The record with this id and type.
 * @throws Error when there is none; references are checked at every border, so that means a bug.
 */
export function get<T extends RecordType>(job: Job, type: T, id: Id): RecordOf<T> {
  const record = find(job, type, id);
  if (!record) throw new Error(`no ${type} with the id ${id}`);
  return record;
}

/** The job with one of its units changed; everything else is shared with it. */
export const withUnit = (job: Job, unit: RecordOf<'unit'>): Job => ({
  ...job,
  byId: new Map(job.byId).set(unit.id, unit),
  units: job.units.map((u) => (u.id === unit.id ? unit : u)),
});

/** The same job under another id, and another name if given. */
export function renameJob(job: Job, id: Id, name = job.info.name): Job {
  return jobFromRecords([...job.byId.values()].map((r) => (r.type === 'job' ? { ...r, id, name } : r)));
}
