/**
 * The catalogue that a new job starts with: made-up, generic products with planning values. A job holds its
 * own copy, to be changed.
 */
import { makeRecord } from '../job/make';
import type { ProductSetup } from '../job/productSetup';
import type { Product } from '../job/records';

type Radio = Product['radios'][number];
const radio = (
  band: Radio['band'],
  use: Radio['use'],
  standard: Radio['standard'],
  streams: number,
  widthMHz: Radio['widthMHz'],
  eirpDbm: number,
  pattern: Radio['pattern'] = 'isotropic',
): Radio => ({ band, use, standard, streams, widthMHz, eirpDbm, gainDbi: 3, pattern });

type Rest = Partial<
  Omit<Product, 'type' | 'id' | 'name' | 'kind' | 'priceEur' | 'fitMinutes' | 'note' | 'setup'>
> & {
  setup?: Partial<ProductSetup>;
};

const product = (
  id: string,
  name: string,
  kind: Product['kind'],
  priceEur: number,
  fitMinutes: number,
  note: string,
  rest: Rest = {},
): Product =>
  makeRecord({
    type: 'kit',
    id: `kit-${id}`,
    name,
    kind,
    radios: [],
    portMbps: 1000,
    weatherproof: false,
    priceEur,
    fitMinutes,
    note,
    ...rest,
  });

const access = [radio('2.4', 'access', 'he', 2, 20, 19), radio('5', 'access', 'he', 2, 80, 23)];
/** The radio that a product entered by hand begins with: 5 GHz, for devices. */
export const plainRadio: Radio = radio('5', 'access', 'he', 2, 80, 23);
const backhaul = radio('5', 'backhaul', 'he', 4, 160, 27);
const family = 'house mesh';
/** One white lamp: how often it flashes says what it means. */
const lights: Product['lights'] = [
  { colour: 'a light that comes and goes slowly', means: 'starting', state: 'starting' },
  { colour: 'three flashes and a pause', means: 'ready to be added', state: 'ready' },
  { colour: 'a quick flutter', means: 'joining', state: 'joining' },
  { colour: 'a steady light', means: 'joined, good link', state: 'good' },
  { colour: 'one flash and a pause', means: 'joined, weak link', state: 'poor' },
  { colour: 'two flashes and a pause', means: 'no link', state: 'no-link' },
  { colour: 'four flashes and a pause', means: 'takes its firmware', state: 'updating' },
];
/** Bars that burn. */
const bars: Product['lights'] = [
  { colour: 'three bars', means: 'good link to the router', state: 'good' },
  { colour: 'two bars', means: 'fair link to the router', state: 'fair' },
  { colour: 'one bar', means: 'too far off', state: 'poor' },
  { colour: 'no bar', means: 'no link', state: 'no-link' },
];
/** A ring that burns in parts. */
const ring: Product['lights'] = [
  { colour: 'a quarter of its ring', means: 'starting', state: 'starting' },
  { colour: 'half of its ring', means: 'waits to be set up', state: 'ready' },
  { colour: 'the whole ring', means: 'in use', state: 'good' },
  { colour: 'a part of its ring that turns', means: 'takes its firmware', state: 'updating' },
];
const meshSetup: Partial<ProductSetup> = {
  join: ['cable', 'button', 'setup-code', 'app'],
  ports: [
    { mark: '1', use: 'any' },
    { mark: '2', use: 'any' },
  ],
  keyAt: 'label under its foot',
  asks: ['account', 'admin-password'],
  restartMin: 2,
};
const extenderSetup: Partial<ProductSetup> = {
  join: ['button-both', 'own-page'],
  firstNetwork: 'extender-setup',
  keyAt: 'label on its back',
  asks: ['admin-password'],
  restartMin: 2,
  leadM: 0,
};
/** A router of the household: it routes until it is told otherwise. */
const oldRouterSetup: Partial<ProductSetup> = {
  join: ['own-page'],
  keyAt: 'label on its back',
  asks: ['admin-password'],
  restartMin: 2,
  routes: true,
};
const mesh = { family, mostUnits: 6, lights, powerW: 12, setup: meshSetup };

export const productLibrary: Product[] = [
  product('router-old', 'Modem-router, existing', 'router', 0, 0, 'What the household has today.', {
    radios: [radio('2.4', 'access', 'ht', 2, 20, 14), radio('5', 'access', 'vht', 2, 80, 17)],
    ports: 4,
    powerW: 10,
    setup: oldRouterSetup,
  }),
  product('main', 'Main node', 'main', 179, 20, 'Three radios, one for dedicated backhaul.', {
    ...mesh,
    radios: [...access, backhaul],
    portMbps: 2500,
    ports: 2,
    setup: {
      ...meshSetup,
      join: ['app', 'own-page'],
      ports: [
        { mark: 'line', use: 'line' },
        { mark: '2', use: 'local' },
      ],
      routes: true,
    },
  }),
  product('node', 'Mesh node', 'node', 149, 15, 'A dedicated backhaul radio.', {
    ...mesh,
    radios: [...access, backhaul],
    portMbps: 2500,
    ports: 2,
  }),
  product('node-six', 'Mesh node, 6 GHz', 'node', 229, 15, 'Joins others at 6 GHz, indoors only.', {
    ...mesh,
    radios: [
      radio('2.4', 'access', 'eht', 2, 20, 19),
      radio('5', 'access', 'eht', 2, 80, 23),
      radio('6', 'backhaul', 'eht', 2, 160, 23),
    ],
    portMbps: 2500,
    ports: 2,
    powerW: 16,
  }),
  product('small', 'Small node', 'node', 79, 10, 'Two radios: its link shares one with the devices.', {
    ...mesh,
    radios: access.map((r) => ({ ...r, pattern: 'dipole' })),
    powerW: 7,
  }),
  product(
    'plug-in',
    'Plug-in node',
    'plug-in',
    89,
    8,
    'Sits on the socket itself: low down, and it covers both places of the plate.',
    {
      ...mesh,
      radios: access.map((r) => ({ ...r, pattern: 'dipole' })),
      powerW: 7,
      socketsTaken: 2,
      setup: { ...meshSetup, ports: [{ mark: '1', use: 'any' }], leadM: 0 },
    },
  ),
  product('outdoor', 'Outdoor node', 'outdoor', 139, 40, 'Weatherproof, powered over its cable (PoE).', {
    ...mesh,
    radios: [...access, radio('5', 'backhaul', 'he', 2, 80, 29)],
    weatherproof: true,
    ipRating: 65,
    poeIn: 'at',
    powerW: 14,
    setup: {
      ...meshSetup,
      ports: [{ mark: '1', use: 'any' }],
      fixing: 'bracket, four screws and anchors for the wall, or two pole clamps',
      leadM: 0,
      coldestC: -30,
      warmestC: 55,
    },
  }),
  product(
    'access-point',
    'Ceiling access point',
    'access-point',
    119,
    35,
    'By cable only; powered over it (PoE).',
    {
      radios: [
        radio('2.4', 'access', 'he', 2, 20, 19, 'half-space'),
        radio('5', 'access', 'he', 2, 80, 23, 'half-space'),
      ],
      portMbps: 2500,
      poeIn: 'af',
      powerW: 11,
      lights: ring,
      setup: {
        join: ['cable', 'own-page', 'app'],
        ports: [{ mark: '1', use: 'any' }],
        asks: ['account'],
        fixing: 'plate, two screws and anchors for the ceiling',
        leadM: 0,
      },
    },
  ),
  product(
    'plate',
    'Plate with radio',
    'plate',
    79,
    25,
    'In the place of a data outlet; powered over its cable (PoE). One port in its face.',
    {
      radios: [
        radio('2.4', 'access', 'he', 2, 20, 16, 'half-space'),
        radio('5', 'access', 'he', 2, 80, 20, 'half-space'),
      ],
      ports: 2,
      poeIn: 'af',
      powerW: 9,
      lights: ring,
      setup: {
        join: ['cable', 'own-page', 'app'],
        ports: [
          { mark: 'in', use: 'line' },
          { mark: '1', use: 'local' },
        ],
        asks: ['account'],
        fixing: 'the screws of the outlet box, 40 mm deep or more',
        leadM: 0,
      },
    },
  ),
  product('extender', 'Plain extender', 'extender', 29, 8, '2.4 GHz only: each repeat halves what is left.', {
    radios: [radio('2.4', 'access', 'ht', 2, 20, 18, 'dipole')],
    portMbps: 100,
    powerW: 4,
    socketsTaken: 1,
    lights: bars,
    setup: extenderSetup,
  }),
  product(
    'router-point',
    'Old router as access point',
    'access-point',
    0,
    30,
    'Set to access point mode: DHCP server off, the same network name, uplink by cable.',
    {
      radios: [radio('2.4', 'access', 'ht', 2, 20, 14), radio('5', 'access', 'vht', 2, 80, 17)],
      ports: 3,
      powerW: 10,
      setup: oldRouterSetup,
    },
  ),
  product(
    'extender-two',
    'Plain extender, two radios',
    'extender',
    49,
    8,
    'Repeats at 2.4 and 5 GHz, each halving what it repeats.',
    {
      radios: [
        radio('2.4', 'access', 'he', 2, 20, 18, 'dipole'),
        radio('5', 'access', 'he', 2, 80, 20, 'dipole'),
      ],
      powerW: 6,
      socketsTaken: 1,
      lights: bars,
      setup: extenderSetup,
    },
  ),
  product(
    'mains-plain',
    'Powerline adapter, plain',
    'powerline',
    34,
    6,
    'One of a pair. Its plug leaves no room beside it and passes nothing through.',
    {
      mains: { topMHz: 68, mimo: false, passThrough: false },
      socketsTaken: 2,
      powerW: 3,
      setup: { join: ['button-both'], leadM: 0 },
    },
  ),
  product(
    'mains-pair',
    'Powerline adapter, two pairs of wires',
    'powerline',
    52,
    6,
    'One of a pair. Uses the earth wire too, and has a socket in its face.',
    {
      mains: { topMHz: 86, mimo: true, passThrough: true },
      socketsTaken: 1,
      powerW: 4,
      setup: { join: ['button-both'], leadM: 0 },
    },
  ),
  product(
    'mains-wifi',
    'Powerline adapter with Wi-Fi',
    'powerline',
    69,
    10,
    'With its own Wi-Fi; the other end is a plain adapter beside its uplink unit.',
    {
      radios: [
        radio('2.4', 'access', 'he', 2, 20, 17, 'dipole'),
        radio('5', 'access', 'he', 2, 80, 20, 'dipole'),
      ],
      mains: { topMHz: 68, mimo: false, passThrough: true },
      socketsTaken: 1,
      powerW: 7,
      setup: { join: ['button-both', 'own-page'], keyAt: 'label on its back', leadM: 0 },
    },
  ),
  product(
    'coax-adapter',
    'Coax adapter',
    'coax',
    69,
    12,
    'One at each outlet; a filter is needed at the coax entry the house.',
    {
      portMbps: 2500,
      powerW: 6,
    },
  ),
  product(
    'splitter-2',
    'Splitter, 2-way, to 1675 MHz',
    'splitter',
    9,
    10,
    'Made for the band of coax links.',
    {
      portMbps: 0,
      ports: 2,
    },
  ),
  product(
    'splitter-4',
    'Splitter, 4-way, to 1675 MHz',
    'splitter',
    14,
    12,
    'Made for the band of coax links.',
    {
      portMbps: 0,
      ports: 4,
    },
  ),
  product('filter', 'Coax filter', 'filter', 8, 5, 'At the point of entry: keeps the link in the house.', {
    portMbps: 0,
  }),
  product('switch-8', 'Switch, 8 ports', 'switch', 28, 10, 'No power over its ports.', {
    ports: 8,
    powerW: 5,
  }),
  product('switch-poe', 'Switch, 8 ports, 4 with power', 'switch', 69, 15, '60 W for all of them together.', {
    ports: 8,
    poePorts: 4,
    poeOut: 'at',
    poeBudgetW: 60,
    powerW: 8,
  }),
  product('injector', 'Power injector', 'injector', 24, 6, 'Power for one cable, beside any switch.', {
    poePorts: 1,
    poeOut: 'at',
    poeBudgetW: 30,
  }),
  product('converter', 'Fibre converter', 'converter', 36, 10, 'One at each end of a fibre.', { powerW: 3 }),
  product('cable-indoor', 'Cat 6 cable, indoor', 'cable', 0.9, 0, 'A metre.', { portMbps: 10_000 }),
  product('cable-outdoor', 'Cat 6 cable, outdoor', 'cable', 1.4, 0, 'A metre. Drip loop and sealed entry.', {
    portMbps: 10_000,
    weatherproof: true,
    ipRating: 67,
  }),
  product(
    'surge',
    'Surge protector for Ethernet',
    'surge',
    22,
    12,
    'At both ends of copper between buildings, earthed by the local rules.',
  ),
  product(
    'entry-seal',
    'Entry sleeve and sealant',
    'fitting',
    6,
    0,
    'Where a cable leaves or enters a building.',
    {
      portMbps: 0,
      weatherproof: true,
      ipRating: 67,
    },
  ),
  product(
    'mount-wall',
    'Wall bracket',
    'mount',
    12,
    15,
    'Takes an outdoor node under the eaves or on a post.',
    {
      portMbps: 0,
      weatherproof: true,
      ipRating: 67,
    },
  ),
];
