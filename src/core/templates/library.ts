/**
 * What a new job starts with: activities, wall and floor assemblies, devices; its products are in products.ts.
 * Everything can be changed in a job.
 */
import type { Activity, Assembly, Device, Layer, PerBand } from '../job/records';

const activity = (
  id: string,
  name: string,
  downMbps: number,
  upMbps: number,
  latencyMs: number,
): Activity => ({
  type: 'activity',
  id: `act-${id}`,
  name,
  downMbps,
  upMbps,
  latencyMs,
});

/** Planning values of what activities ask, Mbps and ms. */
export const activityLibrary: Activity[] = [
  activity('messages', 'Messages, bulbs, sensors', 1, 0.5, 300),
  activity('music', 'Music', 2, 0.5, 200),
  activity('web', 'Web and mail', 10, 2, 100),
  activity('film-hd', 'HD film', 8, 1, 200),
  activity('film-4k', '4K film', 25, 1, 200),
  activity('call', 'Video call', 6, 6, 60),
  activity('fitness', 'Live fitness class', 15, 4, 100),
  activity('camera', 'Camera', 1, 4, 200),
  activity('game', 'Fast game', 15, 5, 30),
  activity('download', 'Game download, large files', 100, 20, 100),
  activity('studio', 'Work with large files', 100, 50, 60),
];

const m = (material: Extract<Layer, { material: unknown }>['material'], thicknessMm: number): Layer => ({
  material,
  thicknessMm,
});
const foil: Layer = { sheetOhm: 0.01 };
const perBand = (a: number, b: number, c: number): PerBand => ({ '2.4': a, '5': b, '6': c });

const assembly = (
  id: string,
  name: string,
  use: Assembly['use'],
  hatch: Assembly['hatch'],
  thicknessM: number,
  layers: Layer[],
  rest: Partial<Pick<Assembly, 'leakDb' | 'planningLossDb' | 'spreadDb' | 'note'>> = {},
): Assembly => ({
  type: 'assembly',
  id: `asm-${id}`,
  name,
  use,
  hatch,
  thicknessM,
  layers,
  leakDb: null,
  planningLossDb: null,
  spreadDb: null,
  note: '',
  ...rest,
});

/** Leak round a conducting sheet through joints and reveals (planning), dB. */
const leak = { leakDb: 32 };

export const assemblyLibrary: Assembly[] = [
  assembly('stone', 'Rubble stone 600', 'wall', 'stone', 0.6, [m('brick', 600)], {
    planningLossDb: perBand(13, 19, 21),
    spreadDb: perBand(4, 5.5, 6),
    note: 'Planning value: the standard knows no rubble and is optimistic for damp, mixed stone.',
  }),
  assembly('brick', 'Half brick, plastered', 'wall', 'brick', 0.13, [
    m('plasterboard', 13),
    m('brick', 102.5),
    m('plasterboard', 13),
  ]),
  assembly('brick-solid', 'One brick, plastered', 'wall', 'brick', 0.24, [
    m('plasterboard', 13),
    m('brick', 215),
    m('plasterboard', 13),
  ]),
  assembly(
    'lath',
    'Lath and plaster',
    'wall',
    'lath',
    0.11,
    [m('plasterboard', 15), m('wood', 8), m('vacuum', 64), m('wood', 8), m('plasterboard', 15)],
    {
      planningLossDb: perBand(2.6, 3.2, 3.9),
      spreadDb: perBand(2.5, 2.6, 2.8),
      note: 'Planned a little higher than computed, since old laths hide nails.',
    },
  ),
  assembly('stud', 'Stud partition', 'wall', 'plain', 0.1, [
    m('plasterboard', 12.5),
    m('vacuum', 75),
    m('plasterboard', 12.5),
  ]),
  assembly('brick-cavity', 'Cavity wall, two half bricks', 'wall', 'brick', 0.27, [
    m('brick', 102.5),
    m('vacuum', 50),
    m('brick', 102.5),
    m('plasterboard', 13),
  ]),
  assembly('block', 'Concrete block 100, plastered', 'wall', 'concrete', 0.13, [
    m('plasterboard', 13),
    m('concrete', 100),
    m('plasterboard', 13),
  ]),
  assembly(
    'mesh-lath',
    'Plaster on wire-mesh lath',
    'wall',
    'lath',
    0.11,
    [m('plasterboard', 20), m('vacuum', 70), m('plasterboard', 20)],
    {
      planningLossDb: perBand(12, 15, 16),
      spreadDb: perBand(4, 5, 5),
      note: 'Planning value: the wire mesh reflects, and the standard for plaster knows no mesh.',
    },
  ),
  assembly(
    'stud-foil',
    'Stud partition, foil-backed board',
    'wall',
    'foil',
    0.1,
    [m('plasterboard', 12.5), foil, m('vacuum', 75), m('plasterboard', 12.5)],
    leak,
  ),
  assembly('boards', 'Timber boards 25', 'wall', 'timber', 0.025, [m('wood', 25)]),
  assembly('log', 'Timber logs 150', 'wall', 'timber', 0.15, [m('wood', 150)]),
  assembly('unknown', 'Not known yet', 'wall', 'unknown', 0.1, [], {
    planningLossDb: perBand(5, 7, 8),
    spreadDb: perBand(6, 6, 6),
    note: 'Planned between a stud partition and brick; look at it, and choose what it is.',
  }),
  assembly('no-wall', 'Open, no wall', 'wall', 'plain', 0.01, [], {
    spreadDb: perBand(0, 0, 0),
    note: 'Parts two rooms that run into each other.',
  }),
  assembly('concrete', 'Concrete 200', 'wall', 'concrete', 0.2, [m('concrete', 200)]),
  assembly(
    'timber-foil',
    'Timber, foil-backed insulation',
    'wall',
    'timber',
    0.15,
    [m('wood', 22), foil, m('vacuum', 100), m('plasterboard', 12.5)],
    leak,
  ),
  assembly('steel', 'Corrugated steel', 'wall', 'steel', 0.06, [{ sheetOhm: 0.001 }], { leakDb: 28 }),
  assembly(
    'knee',
    'Knee wall, foil-backed board',
    'wall',
    'foil',
    0.08,
    [m('plasterboard', 12.5), foil],
    leak,
  ),
  assembly('oak-floor', 'Oak boards, plaster ceiling', 'floor', 'timber', 0.25, [
    m('floorboard', 28),
    m('vacuum', 180),
    m('wood', 8),
    m('plasterboard', 15),
  ]),
  assembly('board-floor', 'Boards on joists, open below', 'floor', 'timber', 0.2, [m('floorboard', 32)]),
  assembly('concrete-floor', 'Concrete floor 180', 'floor', 'concrete', 0.25, [m('concrete', 180)]),
  assembly(
    'heated-floor',
    'Screed with heating on foil',
    'floor',
    'concrete',
    0.3,
    [m('floorboard', 14), m('concrete', 65), foil, m('vacuum', 30), m('concrete', 150)],
    leak,
  ),
  assembly('chipboard-floor', 'Chipboard on joists, board ceiling', 'floor', 'timber', 0.25, [
    m('chipboard', 22),
    m('vacuum', 200),
    m('plasterboard', 12.5),
  ]),
  assembly('ground', 'Ground', 'floor', 'plain', 0.3, [], {
    planningLossDb: perBand(40, 50, 50),
    spreadDb: perBand(10, 10, 10),
    note: 'Planning value for a path that passes through earth.',
  }),
  assembly(
    'foil-roof',
    'Slates, foil-backed board',
    'roof',
    'foil',
    0.2,
    [m('marble', 8), m('vacuum', 100), foil, m('plasterboard', 12.5)],
    leak,
  ),
  assembly('steel-roof', 'Corrugated steel roof', 'roof', 'steel', 0.05, [{ sheetOhm: 0.001 }], {
    leakDb: 28,
  }),
  assembly('tile-roof', 'Clay tiles on battens', 'roof', 'brick', 0.1, [m('brick', 14)]),
  assembly('slate-roof', 'Slates on boards', 'roof', 'plain', 0.1, [m('marble', 8), m('wood', 22)]),
  assembly('door', 'Timber door 40', 'opening', 'timber', 0.04, [m('wood', 40)]),
  assembly('plank-door', 'Oak plank door 60', 'opening', 'timber', 0.06, [m('wood', 60)]),
  assembly('fire-door', 'Fire door 54, solid core', 'opening', 'timber', 0.054, [m('chipboard', 54)]),
  assembly('hollow-door', 'Hollow-core door', 'opening', 'timber', 0.04, [
    m('plywood', 4),
    m('vacuum', 32),
    m('plywood', 4),
  ]),
  assembly(
    'triple-low-e',
    'Low-e triple glazing',
    'opening',
    'glass',
    0.04,
    [
      m('glass', 4),
      { sheetOhm: 8 },
      m('vacuum', 14),
      m('glass', 4),
      m('vacuum', 14),
      { sheetOhm: 8 },
      m('glass', 4),
    ],
    leak,
  ),
  assembly('steel-door', 'Steel door', 'opening', 'steel', 0.05, [{ sheetOhm: 0.001 }], { leakDb: 28 }),
  assembly('sash', 'Single glazing', 'opening', 'glass', 0.04, [m('glass', 4)]),
  assembly('double', 'Double glazing 4-16-4', 'opening', 'glass', 0.024, [
    m('glass', 4),
    m('vacuum', 16),
    m('glass', 4),
  ]),
  assembly('low-e', 'Low-e glazing 4-16-4', 'opening', 'glass', 0.024, [
    m('glass', 4),
    m('vacuum', 16),
    { sheetOhm: 8 },
    m('glass', 4),
  ]),
];

export const deviceLibrary: Device[] = [
  {
    type: 'device',
    id: 'dev-phone',
    name: 'Test phone',
    standard: 'he',
    streams: 2,
    widthMHz: { '2.4': 20, '5': 80, '6': null },
    txDbm: 14,
    capMbps: null,
  },
  {
    type: 'device',
    id: 'dev-laptop',
    name: 'Laptop with a 100 Mbps port',
    standard: 'vht',
    streams: 2,
    widthMHz: { '2.4': 20, '5': 80, '6': null },
    txDbm: 15,
    capMbps: 94,
  },
];
