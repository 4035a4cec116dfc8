/** Records of the network: what is asked of it, its product, and what was measured. */
import { z } from 'zod';
import { angle, bandSchema, height, id, mbps, metres, name, note, words } from './fields';
import { light, productSetup } from './productSetup';

export const standardSchema = z.enum(['ht', 'vht', 'he', 'eht']);
export type Standard = z.infer<typeof standardSchema>;
const widthMHz = z.union([z.literal(20), z.literal(40), z.literal(80), z.literal(160), z.literal(320)]);

export const activity = z.strictObject({
  type: z.literal('activity'),
  id,
  name,
  downMbps: mbps,
  upMbps: mbps,
  latencyMs: z.number().min(1).max(5000),
});

export const device = z.strictObject({
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

export const productKinds = [
  'main',
  'node',
  'plug-in',
  'outdoor',
  'access-point',
  'plate',
  'extender',
  'router',
  'powerline',
  'coax',
  'splitter',
  'filter',
  'switch',
  'injector',
  'converter',
  'cable',
  'surge',
  'mount',
  'fitting',
] as const;
const poeType = z.enum(['af', 'at', 'bt3', 'bt4']);

export const product = z.strictObject({
  type: z.literal('kit'),
  id,
  name,
  kind: z.enum(productKinds),
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
  /** Powerline adapter: top of its band, two pairs of wires, a socket in its face. */
  mains: z
    .strictObject({
      topMHz: z.union([z.literal(30), z.literal(68), z.literal(86)]),
      mimo: z.boolean(),
      passThrough: z.boolean(),
    })
    .nullable()
    .default(null),
  /** What meshes with what: units of one family are designed together. Empty = with nothing. */
  family: words().max(40).default(''),
  /** Most units that its maker advises in one network; null = not said. */
  mostUnits: z.int().min(1).max(64).nullable().default(null),
  /** Ports for cables besides the first, and how many give power. */
  ports: z.int().min(0).max(64).default(1),
  poePorts: z.int().min(0).max(64).default(0),
  /** What its ports give, and all of them together, W. */
  poeOut: poeType.nullable().default(null),
  poeBudgetW: z.number().min(0).max(2000).nullable().default(null),
  /** What it can be fed with over its cable, and what it draws, W. */
  poeIn: poeType.nullable().default(null),
  powerW: z.number().min(0).max(200).default(0),
  ipRating: z.int().min(0).max(69).default(20),
  /** Sockets that its plug takes or blocks. */
  socketsTaken: z.int().min(0).max(6).default(0),
  /** What its light shows, and what that means. */
  lights: z.array(light).max(12).default([]),
  setup: productSetup.prefault({}),
  weatherproof: z.boolean(),
  /** Who sells it; how many are on the van; is it taken first where others would do too? */
  supplier: words().max(80).default(''),
  onVan: z.number().min(0).max(100_000).default(0),
  preferred: z.boolean().default(false),
  priceEur: z.number().min(0).max(100_000),
  fitMinutes: z.number().min(0).max(1000),
  note,
});

/** Of a twisted pair cable: as bought, or as its jacket says. */
export const categorySchema = z.enum(['cat5', 'cat5e', 'cat6', 'cat6a', 'cat7']);
export type Category = z.infer<typeof categorySchema>;

export const mountSchema = z.enum(['shelf', 'wall', 'ceiling', 'socket', 'pole', 'cupboard']);
export type Mount = z.infer<typeof mountSchema>;
const channel = z.int().min(1).max(233);

export const unit = z.strictObject({
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
  /** How it is held; inside a cupboard costs signal. */
  mount: mountSchema.default('shelf'),
  /** Primary channel by band; null = not set: the unit chooses the quietest. */
  channels: z
    .strictObject({ '2.4': channel.nullable(), '5': channel.nullable(), '6': channel.nullable() })
    .default({ '2.4': null, '5': null, '6': null }),
  /** Width of its channel by band, MHz; null = as wide as the product can. */
  widths: z
    .strictObject({ '2.4': widthMHz.nullable(), '5': widthMHz.nullable(), '6': widthMHz.nullable() })
    .default({ '2.4': null, '5': null, '6': null }),
  /** As on its label; empty = not noted. */
  serial: words().max(40).default(''),
  /** Was in the house as found. */
  found: z.boolean(),
  /** Is part of the plan. */
  planned: z.boolean(),
});

export const link = z
  .strictObject({
    type: z.literal('link'),
    id,
    unitId: id,
    fromUnitId: id,
    medium: z.enum(['ethernet', 'fibre', 'coax', 'powerline', 'wireless']),
    /** Wireless only: the access radio, or one that does nothing else. */
    radio: z.enum(['shared', 'dedicated']).nullable(),
    band: bandSchema.nullable(),
    lengthM: z.number().min(0).max(5000).nullable(),
    category: categorySchema.nullable(),
    /** Holes to be drilled for a cable; null = not counted. */
    holes: z.int().min(0).max(200).nullable().default(null),
    /** Ethernet and fibre: the corners of its way as drawn, from the unit that feeds; none = along the house's axes. */
    points: z
      .array(z.strictObject({ storeyId: id, xM: metres, yM: metres, heightM: height }))
      .max(60)
      .default([]),
    /** A radio of its own: its primary channel; null = not set. */
    channel: channel.nullable().default(null),
    /** Coax and powerline: the outlets or sockets at its two ends, and the product of its adapters; Ethernet: its injector. */
    fromServiceId: id.nullable().default(null),
    toServiceId: id.nullable().default(null),
    adapterKitId: id.nullable().default(null),
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
    const between = l.medium === 'coax' || l.medium === 'powerline';
    const ends = [l.fromServiceId, l.toServiceId, ...(l.medium === 'ethernet' ? [] : [l.adapterKitId])];
    if (ends.some((e) => (e !== null) !== between))
      ctx.addIssue({
        code: 'custom',
        path: ['fromServiceId'],
        message: 'a coax or powerline link, and only that, has an outlet at each end and its adapters',
      });
    if (l.fromServiceId !== null && l.fromServiceId === l.toServiceId)
      ctx.addIssue({ code: 'custom', path: ['toServiceId'], message: 'a link has two different outlets' });
    if (l.points.length > 0 && l.medium !== 'ethernet' && l.medium !== 'fibre')
      ctx.addIssue({ code: 'custom', path: ['points'], message: 'only a cable has a drawn route' });
    if (l.channel !== null && l.radio !== 'dedicated')
      ctx.addIssue({
        code: 'custom',
        path: ['channel'],
        message: 'only a link with a dedicated backhaul radio has its own channel',
      });
    if (l.unitId === l.fromUnitId)
      ctx.addIssue({ code: 'custom', path: ['fromUnitId'], message: 'a unit cannot feed itself' });
  });

/** A device that stays where it is: a television, a desktop, a camera, a bulb. */
export const fixedDevice = z.strictObject({
  type: z.literal('fixedDevice'),
  id,
  name,
  storeyId: id,
  xM: metres,
  yM: metres,
  heightM: height,
  /** Wired port; 0 = none. */
  portMbps: mbps,
  /** Wi-Fi; null = none. */
  standard: standardSchema.nullable(),
  streams: z.int().min(1).max(8),
  only24: z.boolean(),
  poe: z.enum(['none', 'af', 'at', 'bt3', 'bt4']),
  poeW: z.number().min(0).max(100),
  activityIds: z.array(id).max(20),
});

/** A cable from a unit to a fixed device with a port. */
export const deviceCable = z.strictObject({
  type: z.literal('deviceCable'),
  id,
  deviceId: id,
  fromUnitId: id,
  lengthM: z.number().min(0).max(5000).nullable().default(null),
  category: categorySchema.default('cat6'),
  /** Holes to be drilled for it; null = not counted. */
  holes: z.int().min(0).max(200).nullable().default(null),
  /** The product of its injector, where the device takes its power over the cable and the unit gives none. */
  adapterKitId: id.nullable().default(null),
  /** It was there before: it costs nothing. */
  found: z.boolean().default(false),
});

/** What the household or the installer says of a place where a unit could be: never there, or one must be there. */
export const placeRule = z.strictObject({
  type: z.literal('placeRule'),
  id,
  /** The place, as proposals name it: made of its kind and the socket, outlet, room or side that it is by. */
  placeId: words().min(1).max(200),
  rule: z.enum(['forbid', 'force']),
  note,
});

/** Somebody else's network, or all that is heard on a channel: how much of its time is taken. */
export const neighbour = z.strictObject({
  type: z.literal('neighbour'),
  id,
  name,
  band: bandSchema,
  /** Primary channel. */
  channel,
  widthMHz,
  /** Share of the time that the channel was busy, as measured, 0 … 0.95. */
  busyShare: z.number().min(0).max(0.95),
  note,
});
