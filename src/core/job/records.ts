/**
 * Every kind of record a job is made of, one Zod schema each. The same schema makes the table,
 * the job file and the edit. Lengths are metres, angles degrees (clockwise seen from above),
 * x runs east, y runs south (down the sheet), z up. A storey's records use its building's own
 * coordinates; the building is placed and turned on the site.
 */
import { z } from 'zod';

const id = z.string().regex(/^[A-Za-z0-9][A-Za-z0-9_-]{0,63}$/, 'an id is 1 to 64 letters, digits, - or _');
const name = z.string().trim().min(1, 'a name is needed').max(120);
const note = z.string().max(2000);
const metres = z.number().min(-2000).max(2000);
const size = z.number().min(0.01).max(500);
const height = z.number().min(-50).max(200);
const angle = z.number().min(-360).max(360);
const loss = z.number().min(0).max(200);
const mbps = z.number().min(0).max(100_000);
const point = z.tuple([metres, metres]);

/** Twice the signed area of a polygon, m². */
function doubleArea(polygon: readonly (readonly [number, number])[]): number {
  let sum = 0;
  polygon.forEach(([x, y], i) => {
    const [nx, ny] = polygon[(i + 1) % polygon.length] ?? [x, y];
    sum += x * ny - nx * y;
  });
  return sum;
}
const polygon = z
  .array(point)
  .min(3, 'an outline needs 3 corners or more')
  .max(400)
  .refine((p) => Math.abs(doubleArea(p)) > 0.02, 'an outline must enclose some area');

/** In rising order; arrays by band follow it. (An enum's own options are not: number-like names come first.) */
export const bands = ['2.4', '5', '6'] as const;
export const bandSchema = z.enum(bands);
export type Band = z.infer<typeof bandSchema>;
const perBand = z.strictObject({ '2.4': loss, '5': loss, '6': loss });
export type PerBand = z.infer<typeof perBand>;

export const standardSchema = z.enum(['ht', 'vht', 'he', 'eht']);
export type Standard = z.infer<typeof standardSchema>;
const widthMHz = z.union([z.literal(20), z.literal(40), z.literal(80), z.literal(160), z.literal(320)]);

export const materialSchema = z.enum([
  'vacuum',
  'concrete',
  'brick',
  'plasterboard',
  'wood',
  'glass',
  'ceiling-board',
  'chipboard',
  'plywood',
  'marble',
  'floorboard',
]);
export type Material = z.infer<typeof materialSchema>;
export const layerSchema = z.union([
  z.strictObject({ material: materialSchema, thicknessMm: z.number().min(0.01).max(5000) }),
  z.strictObject({ sheetOhm: z.number().min(1e-6).max(1e6) }),
]);
export type Layer = z.infer<typeof layerSchema>;

const jobInfo = z.strictObject({
  type: z.literal('job'),
  id,
  name,
  note,
  createdOn: z.iso.date(),
  demo: z.boolean(),
  lengths: z.enum(['m', 'ft']),
  planDownMbps: mbps,
  planUpMbps: mbps,
  streetLatencyMs: z.number().min(0).max(2000),
  noDrilling: z.boolean(),
  testDeviceId: id.nullable(),
  simulationSeed: z
    .int()
    .min(0)
    .max(2 ** 31 - 1),
});

const activity = z.strictObject({
  type: z.literal('activity'),
  id,
  name,
  downMbps: mbps,
  upMbps: mbps,
  latencyMs: z.number().min(1).max(5000),
});

const assembly = z.strictObject({
  type: z.literal('assembly'),
  id,
  name,
  use: z.enum(['wall', 'floor', 'roof', 'opening']),
  hatch: z.enum(['stone', 'brick', 'lath', 'timber', 'steel', 'foil', 'concrete', 'glass', 'plain']),
  thicknessM: z.number().min(0.002).max(2),
  layers: z.array(layerSchema).max(30),
  leakDb: loss.nullable(),
  /** Replaces the computed value at right angles; null = computed from the layers. */
  planningLossDb: perBand.nullable(),
  /** Standard deviation; null = planning, 2 dB + 20 % of the loss. */
  spreadDb: perBand.nullable(),
  note,
});

const building = z.strictObject({
  type: z.literal('building'),
  id,
  name,
  kind: z.enum(['house', 'outbuilding', 'outdoors']),
  xM: metres,
  yM: metres,
  turnDeg: angle,
  outline: polygon,
  roof: z
    .strictObject({
      kind: z.enum(['pitched', 'flat']),
      eavesZM: height,
      ridgeZM: height,
      ridgeAlong: z.enum(['x', 'y']),
      assemblyId: id,
    })
    .nullable(),
});

const storey = z.strictObject({
  type: z.literal('storey'),
  id,
  buildingId: id,
  name,
  level: z.int().min(-9).max(60),
  floorZM: height,
  heightM: z.number().min(0.5).max(30),
  floorAssemblyId: id.nullable(),
});

const wall = z
  .strictObject({
    type: z.literal('wall'),
    id,
    storeyId: id,
    ax: metres,
    ay: metres,
    bx: metres,
    by: metres,
    assemblyId: id,
  })
  .refine((w) => Math.hypot(w.bx - w.ax, w.by - w.ay) >= 0.05, {
    message: 'a wall must be at least 5 cm long',
    path: ['bx'],
  });

const opening = z
  .strictObject({
    type: z.literal('opening'),
    id,
    wallId: id,
    kind: z.enum(['door', 'window', 'archway']),
    /** From the wall's first end to the middle of the opening. */
    offsetM: z.number().min(0).max(500),
    widthM: size,
    sillM: z.number().min(0).max(30),
    headM: z.number().min(0.05).max(30),
    assemblyId: id.nullable(),
    hinge: z.enum(['start', 'end']),
    swing: z.enum(['left', 'right']),
  })
  .refine((o) => o.headM > o.sillM, { message: 'the head must be above the sill', path: ['headM'] });

const floorOpening = z.strictObject({
  type: z.literal('floorOpening'),
  id,
  storeyId: id,
  kind: z.enum(['stairwell', 'hatch']),
  outline: polygon,
  assemblyId: id.nullable(),
});

const room = z.strictObject({
  type: z.literal('room'),
  id,
  storeyId: id,
  name,
  outline: polygon,
  activityIds: z.array(id).max(20),
});

const obstacle = z
  .strictObject({
    type: z.literal('obstacle'),
    id,
    storeyId: id,
    name,
    symbol: z.enum([
      'box',
      'table',
      'bed',
      'sofa',
      'desk',
      'bath',
      'sink',
      'cooker',
      'shelves',
      'round',
      'chimney',
      'boat',
      'tree',
      'stairs',
    ]),
    xM: metres,
    yM: metres,
    widthM: size,
    depthM: size,
    turnDeg: angle,
    bottomM: height,
    topM: height,
    lossDb: perBand,
  })
  .refine((o) => o.topM > o.bottomM, { message: 'the top must be above the bottom', path: ['topM'] });

const service = z.strictObject({
  type: z.literal('service'),
  id,
  storeyId: id,
  kind: z.enum(['entry', 'socket', 'coax', 'data', 'splitter', 'board', 'duct']),
  name,
  xM: metres,
  yM: metres,
  heightM: height,
  circuit: z.string().max(40),
  note,
});

const spot = z.strictObject({
  type: z.literal('spot'),
  id,
  number: z.int().min(1).max(999),
  storeyId: id,
  roomId: id,
  name,
  xM: metres,
  yM: metres,
  heightM: z.number().min(0).max(20),
  /** null = the room's need. */
  activityIds: z.array(id).max(20).nullable(),
});

const device = z.strictObject({
  type: z.literal('device'),
  id,
  name,
  standard: standardSchema,
  streams: z.int().min(1).max(8),
  /** Widest channel per band; null = the device does not know the band. */
  widthMHz: z.strictObject({
    '2.4': widthMHz.nullable(),
    '5': widthMHz.nullable(),
    '6': widthMHz.nullable(),
  }),
  txDbm: z.number().min(-10).max(30),
  /** The most that a test on this device can show, for example because of its port; null = no such limit. */
  capMbps: mbps.nullable(),
});

const kit = z.strictObject({
  type: z.literal('kit'),
  id,
  name,
  kind: z.enum(['main', 'node', 'outdoor', 'extender', 'router']),
  radios: z
    .array(
      z.strictObject({
        band: bandSchema,
        use: z.enum(['access', 'backhaul']),
        standard: standardSchema,
        streams: z.int().min(1).max(8),
        widthMHz,
        eirpDbm: z.number().min(-10).max(40),
        gainDbi: z.number().min(-10).max(30),
        pattern: z.enum(['isotropic', 'dipole', 'half-space']),
      }),
    )
    .max(8),
  portMbps: mbps,
  weatherproof: z.boolean(),
  priceEur: z.number().min(0).max(100_000),
  fitMinutes: z.number().min(0).max(1000),
  note,
});

const unit = z.strictObject({
  type: z.literal('unit'),
  id,
  letter: z.string().regex(/^[A-Z][0-9]?$/, 'a unit is lettered A to Z'),
  name,
  kitId: id,
  storeyId: id,
  xM: metres,
  yM: metres,
  heightM: height,
  /** Where the unit's top points: 0 = up, 90 = lying on its side, 180 = upside down. */
  tiltDeg: z.number().min(0).max(180),
  /** The way its face, or its top when tilted, looks, clockwise from north. */
  facingDeg: angle,
  /** Was in the house as found. */
  found: z.boolean(),
  /** Is part of the plan. */
  planned: z.boolean(),
});

const link = z
  .strictObject({
    type: z.literal('link'),
    id,
    unitId: id,
    fromUnitId: id,
    medium: z.enum(['ethernet', 'fibre', 'wireless']),
    /** Wireless only: the access radio, or one that does nothing else. */
    radio: z.enum(['shared', 'dedicated']).nullable(),
    band: bandSchema.nullable(),
    lengthM: z.number().min(0).max(5000).nullable(),
    category: z.enum(['cat5e', 'cat6', 'cat6a']).nullable(),
  })
  .superRefine((l, ctx) => {
    const wireless = l.medium === 'wireless';
    if (wireless !== (l.radio !== null && l.band !== null))
      ctx.addIssue({
        code: 'custom',
        path: ['radio'],
        message: 'a wireless link, and only that, has a radio and a band',
      });
    if (l.medium === 'ethernet' && (l.category === null || l.lengthM === null))
      ctx.addIssue({
        code: 'custom',
        path: ['category'],
        message: 'an Ethernet link has a cable category and a length',
      });
    if (l.unitId === l.fromUnitId)
      ctx.addIssue({ code: 'custom', path: ['fromUnitId'], message: 'a unit cannot feed itself' });
  });

const reading = z
  .strictObject({
    type: z.literal('reading'),
    id,
    spotId: id,
    phase: z.enum(['before', 'after']),
    run: z.int().min(1).max(999),
    takenAt: z.iso.datetime(),
    deviceId: id.nullable(),
    /** false: the device could not connect; that is a result of 0 Mbps. */
    connected: z.boolean(),
    downMbps: mbps.nullable(),
    upMbps: mbps.nullable(),
    latencyMs: z.number().min(0).max(60_000).nullable(),
    rssiDbm: z.number().min(-120).max(0).nullable(),
    source: z.enum(['typed', 'csv', 'simulated']),
  })
  .superRefine((r, ctx) => {
    if (r.connected && r.downMbps === null)
      ctx.addIssue({
        code: 'custom',
        path: ['downMbps'],
        message: 'a run that connected has a download figure',
      });
  });

/** Schemas by record type, in the order in which one may refer to an earlier one. */
export const schemas = {
  job: jobInfo,
  activity,
  assembly,
  device,
  kit,
  building,
  storey,
  wall,
  opening,
  floorOpening,
  room,
  obstacle,
  service,
  spot,
  unit,
  link,
  reading,
} as const;

export const recordSchema = z.discriminatedUnion('type', [
  jobInfo,
  activity,
  assembly,
  device,
  kit,
  building,
  storey,
  wall,
  opening,
  floorOpening,
  room,
  obstacle,
  service,
  spot,
  unit,
  link,
  reading,
]);

export type Id = string;
export type AnyRecord = z.infer<typeof recordSchema>;
export type RecordType = AnyRecord['type'];
export type RecordOf<T extends RecordType> = Extract<AnyRecord, { type: T }>;
export const recordTypes = Object.values(schemas).map((s) => s.shape.type.value);

export type JobInfo = RecordOf<'job'>;
export type Activity = RecordOf<'activity'>;
export type Assembly = RecordOf<'assembly'>;
export type Device = RecordOf<'device'>;
export type Kit = RecordOf<'kit'>;
export type Radio = Kit['radios'][number];
export type Building = RecordOf<'building'>;
export type Storey = RecordOf<'storey'>;
export type Wall = RecordOf<'wall'>;
export type Opening = RecordOf<'opening'>;
export type FloorOpening = RecordOf<'floorOpening'>;
export type Room = RecordOf<'room'>;
export type Obstacle = RecordOf<'obstacle'>;
export type Service = RecordOf<'service'>;
export type Spot = RecordOf<'spot'>;
export type Unit = RecordOf<'unit'>;
export type Link = RecordOf<'link'>;
export type Reading = RecordOf<'reading'>;
export type Point = readonly [number, number];
