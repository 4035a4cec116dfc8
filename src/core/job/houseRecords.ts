/** Records of the house: what it is built of, where its rooms are and what stands in them. */
import { z } from 'zod';
import { angle, height, id, loss, metres, name, note, perBand, polygon, size, words } from './fields';

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

export const assembly = z.strictObject({
  type: z.literal('assembly'),
  id,
  name,
  use: z.enum(['wall', 'floor', 'roof', 'opening']),
  hatch: z.enum([
    'unknown',
    'stone',
    'brick',
    'lath',
    'timber',
    'steel',
    'foil',
    'concrete',
    'glass',
    'plain',
  ]),
  thicknessM: z.number().min(0.002).max(2),
  layers: z.array(layerSchema).max(30),
  leakDb: loss.nullable(),
  /** Replaces the computed value at right angles; null = computed from the layers. */
  planningLossDb: perBand.nullable(),
  /** Standard deviation; null = planning, 2 dB + 20 % of the loss. */
  spreadDb: perBand.nullable(),
  note,
});

export const building = z.strictObject({
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

export const storey = z.strictObject({
  type: z.literal('storey'),
  id,
  buildingId: id,
  name,
  level: z.int().min(-9).max(60),
  floorZM: height,
  heightM: z.number().min(0.5).max(30),
  floorAssemblyId: id.nullable(),
  /** Its rooms, inner walls, sockets and spots are what is usual in such a house: nobody has looked yet. */
  guessed: z.boolean().default(false),
});

export const wall = z
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
  })
  .refine((w) => Math.hypot(w.bx - w.ax, w.by - w.ay) <= 500, {
    message: 'a wall is at most 500 m long',
    path: ['bx'],
  });

export const opening = z
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

export const floorOpening = z.strictObject({
  type: z.literal('floorOpening'),
  id,
  storeyId: id,
  kind: z.enum(['stairwell', 'hatch']),
  outline: polygon,
  assemblyId: id.nullable(),
});

export const room = z.strictObject({
  type: z.literal('room'),
  id,
  storeyId: id,
  name,
  /** False: found between its walls, with a name that nobody gave it. */
  named: z.boolean().default(true),
  outline: polygon,
  /** Free-standing parts within the outline that are not of the room. */
  holes: z.array(polygon).max(20).default([]),
  activityIds: z.array(id).max(20),
});

export const obstacle = z
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
      'hedge',
      'post',
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
    /** Sends at 2.4 GHz itself while it is in use. */
    disturbs: z.enum(['none', 'microwave', 'cordless']).default('none'),
  })
  .refine((o) => o.topM > o.bottomM, { message: 'the top must be above the bottom', path: ['topM'] });

export const servicePoint = z.strictObject({
  type: z.literal('service'),
  id,
  storeyId: id,
  kind: z.enum(['entry', 'socket', 'coax', 'data', 'splitter', 'board', 'panel', 'duct']),
  name,
  xM: metres,
  yM: metres,
  heightM: height,
  circuit: words().max(40),
  /** Phase or leg of the supply as its board names it; empty = not traced. */
  phase: words().max(8).default(''),
  breaker: z.enum(['unknown', 'plain', 'residual-current', 'arc-fault']).default('unknown'),
  /** Sockets on the plate. */
  outlets: z.int().min(1).max(8).default(2),
  /** How the sockets of its plate stand: side by side, or one over the other. */
  plate: z.enum(['row', 'stack']).default('row'),
  /** Does a wall switch take the power off it, or off one half of the plate? */
  switched: z.enum(['no', 'half', 'all']).default('no'),
  /** The only free socket is on a surge-protected strip. */
  onStrip: z.boolean().default(false),
  /** Coax or data outlet: does its cable arrive anywhere? */
  joined: z.enum(['unknown', 'joined', 'not-joined']).default('unknown'),
  /** Splitter: outputs, and whether it passes the band of coax links; replaced = the plan puts one there that does. */
  ways: z.int().min(2).max(16).nullable().default(null),
  rated: z.enum(['unknown', 'yes', 'no', 'replaced']).default('unknown'),
  amplifier: z.boolean().default(false),
  /** Entry: the box that the household has. */
  box: z.enum(['none', 'terminal', 'modem-router']).default('none'),
  note,
  /** Put there as is usual: nobody has looked yet. */
  guessed: z.boolean().default(false),
});

/** A cable that is in the house already, between two services. */
export const cableRun = z
  .strictObject({
    type: z.literal('cableRun'),
    id,
    fromId: id,
    toId: id,
    cable: z.enum(['unknown', 'rg6', 'rg59', 'rg11', 'cat5', 'cat5e', 'cat6', 'cat6a', 'cat7', 'fibre']),
    lengthM: z.number().min(0).max(2000).nullable(),
    note,
  })
  .refine((c) => c.fromId !== c.toId, {
    message: 'a cable goes from one outlet to another one',
    path: ['toId'],
  });

/** A way that a new cable can take. */
export const route = z.strictObject({
  type: z.literal('route'),
  id,
  name,
  kind: z.enum(['duct', 'attic', 'cellar', 'crawl-space', 'cavity', 'surface']),
  points: z
    .array(z.strictObject({ storeyId: id, xM: metres, yM: metres, heightM: height }))
    .min(2, 'a route has two ends')
    .max(60),
  /** Inner width; null = not a tube. */
  boreMm: z.number().min(5).max(500).nullable(),
  note,
});

/** A length taped between the facing sides of two parallel walls. */
export const tape = z
  .strictObject({
    type: z.literal('tape'),
    id,
    storeyId: id,
    wallAId: id,
    wallBId: id,
    lengthM: z.number().min(0.01).max(500),
  })
  .refine((t) => t.wallAId !== t.wallBId, {
    message: 'a length is taped between two walls',
    path: ['wallBId'],
  });

/** A picture of a storey, pinned under the drawing. Its bytes are a file of the job. */
export const picture = z.strictObject({
  type: z.literal('picture'),
  id,
  storeyId: id,
  fileId: z.string().regex(/^[0-9a-f]{64}$/, 'a file is named by the SHA-256 of its bytes'),
  mime: z.enum(['image/png', 'image/jpeg']),
  name,
  widthPx: z.int().min(1).max(20_000),
  heightPx: z.int().min(1).max(20_000),
  /** Its upper left corner. */
  xM: metres,
  yM: metres,
  metresPerPx: z.number().min(1e-5).max(10),
  turnDeg: angle,
  opacity: z.number().min(0).max(1),
});
