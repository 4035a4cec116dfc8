/** Quay House: a former harbourmaster's house with a net loft and a boat shed. All made up. */
import type { AnyRecord, PerBand } from '@/core/job/records';
import { productLibrary } from '@/core/templates/products';
import { activityLibrary, assemblyLibrary, deviceLibrary } from '@/core/templates/library';
import { door, drawing, rect, window } from './build';

const stone = 'asm-stone';
const brick = 'asm-brick';
const spine = 'asm-brick-solid';
const lath = 'asm-lath';
const loss = (a: number, b: number, c: number): PerBand => ({ '2.4': a, '5': b, '6': c });
const chimney = loss(9, 14, 16);
const metal = loss(12, 15, 16);

export function quayHouse(): AnyRecord[] {
  const d = drawing();
  d.add({
    type: 'job',
    id: 'quay-house',
    name: 'Quay House',
    note: 'A former harbourmaster’s house. Listed: no drilling through outer stone. Demonstration data: every name, price and reading is made up.',
    createdOn: '2026-11-02',
    demo: true,
    lengths: 'm',
    planDownMbps: 500,
    planUpMbps: 100,
    streetLatencyMs: 9,
    noDrilling: false,
    noOuterDrilling: true,
    listed: true,
    testDeviceId: 'dev-phone',
    simulationSeed: 242,
  });
  d.records.push(...activityLibrary, ...assemblyLibrary, ...deviceLibrary, ...productLibrary);

  house(d);
  netLoft(d);
  boatShed(d);
  outdoors(d);
  cables(d);

  // as found: one box in the Pantry; the plan so far keeps it and feeds the Net loft through the duct
  d.unit('A', 'Pantry shelf', 'router-old', 'ground', 12.9, 1.15, 1.5, { found: true, mount: 'cupboard' });
  d.unit('B', 'Press room, by the sub-board', 'node', 'loft-ground', 1.1, 0.9, 1.8);
  d.cable('unit-b', 'unit-a', 41);

  d.spot(1, 'attic', 'attic-den', 'Games desk', 2.2, 4.9, 0.75);
  d.spot(2, 'first', 'counselling', 'Desk', 12.3, 6.9, 0.75);
  d.spot(3, 'first', 'front-bed', 'Bed', 1.6, 6.9, 0.6);
  d.spot(4, 'first', 'back-bed', 'Bed', 12.2, 2.2, 0.6);
  d.spot(5, 'ground', 'kitchen', 'Table', 10.2, 6.4, 0.75);
  d.spot(6, 'ground', 'chart', 'Chart table', 2.9, 1.7, 0.9);
  d.spot(7, 'ground', 'parlour', 'Armchair', 1.7, 6.6, 0.6);
  d.spot(8, 'ground', 'scullery', 'Bench', 8.3, 1.2, 0.9);
  d.spot(9, 'cellar', 'boiler', 'Heating control', 10.9, 2.1, 1.4);
  d.spot(10, 'loft-ground', 'press', 'Composing bench', 5.2, 3.4, 0.95);
  d.spot(11, 'loft-upper', 'paper', 'Paper shelves', 5.6, 2.6, 1.1);
  d.spot(12, 'shed-ground', 'slip', 'Tide camera', 5.9, 3.3, 2.1);
  d.spot(13, 'open-air', 'yard', 'Bench by the wall', 8.6, -2.2, 0.6);
  d.spot(14, 'open-air', 'slipway', 'Bollard', 35.5, 9.4, 0.8);
  return d.records;
}

/** What is in the walls and the ground already, and the devices that stay where they are. */
function cables(d: Drawing) {
  d.run('cellar-splitter-1', 'ground-coax-1', 'rg6', 9);
  d.run('cellar-splitter-1', 'ground-coax-2', 'rg59', 14);
  d.run('cellar-splitter-1', 'first-coax-1', 'rg6', 18);
  d.add({
    type: 'route',
    id: 'route-duct',
    name: 'Buried duct to the Net loft',
    kind: 'duct',
    points: [
      { storeyId: 'cellar', xM: 3.4, yM: 0.65, heightM: 1.2 },
      { storeyId: 'open-air', xM: 3.4, yM: -1, heightM: -0.6 },
      { storeyId: 'open-air', xM: 2.9, yM: -13.5, heightM: -0.6 },
      { storeyId: 'loft-ground', xM: 0.35, yM: 0.4, heightM: 0.3 },
    ],
    boreMm: 50,
    note: 'Drawstring in place.',
  });
  d.fixed('ground', 'Television', 4.6, 6.2, 1.1, { portMbps: 100, activityIds: ['act-film-4k'] });
  d.fixed('attic', 'Games console', 1.7, 4.3, 0.75, { standard: 'he', activityIds: ['act-game'] });
  d.fixed('ground', 'Boiler switch', 10.9, 8.2, 1.3, {
    portMbps: 0,
    standard: 'ht',
    streams: 1,
    only24: true,
    activityIds: ['act-messages'],
  });
  d.neighbour('Chandlery over the water', '2.4', 6, 20, 0.15);
  d.fixed('shed-ground', 'Tide camera', 6.5, 3.6, 2.2, {
    portMbps: 100,
    standard: 'ht',
    streams: 1,
    only24: true,
    poe: 'af',
    poeW: 6,
    activityIds: ['act-camera'],
  });
}

type Drawing = ReturnType<typeof drawing>;
const stairs: [number, number, number, number] = [6.2, 0.68, 7.12, 3.02];

function house(d: Drawing) {
  d.building({
    id: 'house',
    name: 'House',
    kind: 'house',
    xM: 0,
    yM: 0,
    turnDeg: 0,
    outline: rect(0, 0, 14, 9),
    roof: { kind: 'pitched', eavesZM: 5.9, ridgeZM: 9.5, ridgeAlong: 'x', assemblyId: 'asm-foil-roof' },
  });
  const storey = (id: string, name: string, level: number, floorZM: number, heightM: number, floor: string) =>
    d.storey({ id, buildingId: 'house', name, level, floorZM, heightM, floorAssemblyId: floor });
  storey('cellar', 'Cellar', -1, -2.35, 2.1, 'asm-ground');
  storey('ground', 'Ground floor', 0, 0.15, 2.7, 'asm-board-floor');
  storey('first', 'First floor', 1, 3.1, 2.55, 'asm-oak-floor');
  storey('attic', 'Attic', 2, 5.9, 2.4, 'asm-oak-floor');

  // cellar
  d.wall('cellar', [0.3, 0.3], [13.7, 0.3], stone);
  d.wall('cellar', [13.7, 0.3], [13.7, 8.7], stone);
  d.wall('cellar', [13.7, 8.7], [0.3, 8.7], stone);
  d.wall('cellar', [0.3, 8.7], [0.3, 0.3], stone);
  d.wall('cellar', [7.25, 0.3], [7.25, 8.7], brick, [door(5.6, 'end', 'right')]);
  d.room('cellar', 'store', 'Store', rect(0.6, 0.6, 7.185, 8.4));
  d.room('cellar', 'boiler', 'Boiler room', rect(7.315, 0.6, 13.4, 8.4), ['messages']);
  d.thing('cellar', 'Stairs', 'stairs', stairs, 2.1);
  d.thing('cellar', 'Boiler', 'box', [12.5, 5.4, 13.3, 6.4], 1.7, metal);
  d.thing('cellar', 'Water tank', 'round', [11.9, 6.9, 13.2, 8.2], 1.6, loss(14, 20, 22));
  d.thing('cellar', 'Wine racks', 'shelves', [0.65, 1, 1.15, 4.2], 1.8);
  d.thing('cellar', 'Old net barrels', 'round', [1, 6.9, 1.9, 7.8], 0.9);
  d.thing('cellar', 'Chimney foot', 'chimney', [0.6, 4.9, 1.15, 6.6], 2.1, chimney);
  d.thing('cellar', 'Chimney foot', 'chimney', [12.85, 2.9, 13.4, 4.4], 2.1, chimney);
  d.service('cellar', 'splitter', 9.2, 0.85, '', 'Splitter, 4-way', 1.9, 'No rating found on its label.', {
    ways: 4,
  });
  d.service(
    'cellar',
    'duct',
    3.4,
    0.65,
    '',
    'Buried duct to the Net loft',
    1.2,
    '50 mm, drawstring in place.',
  );
  d.service('cellar', 'board', 7.55, 3.1, '', 'Consumer unit', 1.5);
  d.service('cellar', 'socket', 8.4, 8.3, 'C1');
  d.service('cellar', 'socket', 3.1, 8.3, 'C2');

  // ground floor
  d.wall('ground', [0.3, 0.3], [13.7, 0.3], stone, [
    window(2.6, 1.2),
    window(8.35, 0.9),
    window(12, 0.8),
    door(9.75, 'start', 'right', 0.9, 'asm-plank-door'),
  ]);
  d.wall('ground', [13.7, 0.3], [13.7, 8.7], stone, [window(7.4, 0.9)]);
  d.wall('ground', [13.7, 8.7], [0.3, 8.7], stone, [
    window(11.6, 1.2),
    window(9, 1.2),
    door(6.15, 'start', 'right', 1, 'asm-plank-door'),
    window(2.7, 1.4),
  ]);
  d.wall('ground', [0.3, 8.7], [0.3, 0.3], stone, [window(4.55, 0.9)]);
  d.wall('ground', [5.05, 0.3], [5.05, 8.7], spine, [door(2.95, 'end', 'left'), door(7.2, 'start', 'left')]);
  d.wall('ground', [7.25, 0.3], [7.25, 8.7], spine, [
    door(3.45, 'end', 'right', 0.75),
    door(5.1, 'start', 'right'),
  ]);
  d.wall('ground', [0.3, 3.65], [5.05, 3.65], lath);
  d.wall('ground', [7.25, 3.95], [13.7, 3.95], lath, [
    door(8.9, 'start', 'right'),
    door(11.2, 'start', 'left', 0.8),
  ]);
  d.wall('ground', [10.35, 0.3], [10.35, 3.95], lath);
  d.room('ground', 'chart', 'Chart room', rect(0.6, 0.6, 4.985, 3.595), ['web']);
  d.room('ground', 'parlour', 'Parlour', rect(0.6, 3.705, 4.985, 8.4), ['film-4k']);
  d.room('ground', 'hall', 'Hall', rect(5.115, 0.6, 7.185, 8.4));
  d.room('ground', 'scullery', 'Scullery', rect(7.315, 0.6, 10.295, 3.895), ['music']);
  d.room('ground', 'pantry', 'Pantry', rect(10.405, 0.6, 13.4, 3.895));
  d.room('ground', 'kitchen', 'Kitchen', rect(7.315, 4.005, 13.4, 8.4), ['music', 'web']);
  d.thing('ground', 'Stairs', 'stairs', stairs, 2.7);
  d.stairwell('ground', rect(...stairs), 'hatch', 'asm-door');
  d.thing('ground', 'Chimney breast', 'chimney', [0.6, 5.35, 1.1, 7.05], 2.7, chimney);
  d.thing('ground', 'Chimney breast', 'chimney', [12.8, 4.7, 13.4, 6.3], 2.7, chimney);
  d.thing('ground', 'Range', 'cooker', [12.2, 4.95, 12.8, 6.05], 0.9, metal);
  d.thing('ground', 'Kitchen table', 'table', [9.2, 5.8, 11.2, 6.9], 0.75);
  d.thing('ground', 'Sink', 'sink', [8.4, 7.85, 9.6, 8.4], 0.9);
  d.thing('ground', 'Fridge', 'box', [7.4, 7.6, 8.05, 8.3], 1.8, metal);
  d.thing('ground', 'Microwave', 'box', [8.45, 7.95, 8.95, 8.35], 1.35, loss(6, 8, 8), 1.05, 'microwave');
  d.thing('ground', 'Sofa', 'sofa', [2.1, 7.35, 4.1, 8.2], 0.8);
  d.thing('ground', 'Armchair', 'sofa', [1.3, 4.2, 2.1, 5], 0.8);
  d.thing('ground', 'Chart table', 'desk', [1.9, 0.75, 4.1, 1.5], 0.9);
  d.thing('ground', 'Chart chest', 'shelves', [0.65, 1.2, 1.15, 3.2], 1.2);
  d.thing('ground', 'Stone sink', 'sink', [7.45, 0.65, 9.05, 1.2], 0.9);
  d.thing('ground', 'Shelves', 'shelves', [10.45, 0.65, 11.5, 1.05], 2);
  d.thing('ground', 'Meter cupboard, steel', 'box', [12.55, 0.85, 13.35, 1.4], 1.9, loss(13, 17, 18), 0.9);
  d.thing('ground', 'Freezer', 'box', [12.5, 2.9, 13.3, 3.6], 0.9, metal);
  d.service('ground', 'entry', 13.35, 2.1, '', 'Fibre entry', 0.6, 'Terminal and modem-router.', {
    box: 'modem-router',
  });
  d.service('ground', 'coax', 13.3, 2.55, '', 'Coax outlet, Pantry', 0.3, '', { joined: 'joined' });
  d.service('ground', 'coax', 0.7, 7.6, '', 'Coax outlet, Parlour', 0.3, '', { joined: 'joined' });
  for (const [x, y, circuit] of [
    [13.3, 1.4, 'G1'],
    [10.55, 2.2, 'G1'],
    [7.45, 2.2, 'G1'],
    [13.25, 6.9, 'G1'],
    [7.45, 6.6, 'G1'],
    [5.25, 4.6, 'G2'],
    [4.85, 1.4, 'G2'],
    [0.75, 3.85, 'G2'],
    [4.85, 5.4, 'G2'],
  ] as const)
    d.service('ground', 'socket', x, y, circuit, 'Socket', 0.3, '', {
      phase: '1',
      breaker: 'residual-current',
    });

  // first floor
  d.wall('first', [0.3, 0.3], [13.7, 0.3], stone, [
    window(2.6, 1),
    window(6, 0.8),
    window(9, 1),
    window(12, 1),
  ]);
  d.wall('first', [13.7, 0.3], [13.7, 8.7], stone, [window(5.3, 0.9)]);
  d.wall('first', [13.7, 8.7], [0.3, 8.7], stone, [
    window(11.6, 1.1),
    window(9, 1.1),
    window(6.15, 0.9),
    window(2.7, 1.2),
  ]);
  d.wall('first', [0.3, 8.7], [0.3, 0.3], stone, [window(4.6, 0.8)]);
  d.wall('first', [5.05, 0.3], [5.05, 8.7], spine, [
    door(2.5, 'end', 'left', 0.75),
    door(4.7, 'start', 'left', 0.8),
  ]);
  d.wall('first', [7.25, 0.3], [7.25, 8.7], lath, [
    door(3.62, 'end', 'right', 0.75),
    door(5.2, 'start', 'right', 0.8),
  ]);
  d.wall('first', [0.3, 3.35], [5.05, 3.35], lath);
  d.wall('first', [7.25, 4.25], [13.7, 4.25], lath);
  d.room('first', 'bath', 'Bathroom', rect(0.6, 0.6, 4.985, 3.295));
  d.room('first', 'front-bed', 'Front bedroom', rect(0.6, 3.405, 4.985, 8.4), ['film-hd']);
  d.room('first', 'landing', 'Landing', rect(5.115, 0.6, 7.195, 8.4));
  d.room('first', 'back-bed', 'Back bedroom', rect(7.305, 0.6, 13.4, 4.195), ['film-hd']);
  d.room('first', 'counselling', 'Counselling room', rect(7.305, 4.305, 13.4, 8.4), ['call']);
  d.stairwell('first', rect(...stairs));
  d.thing('first', 'Stairs', 'stairs', stairs, 2.5);
  d.thing('first', 'Chimney breast', 'chimney', [0.6, 5.35, 1.05, 6.95], 2.55, chimney);
  d.thing('first', 'Chimney breast', 'chimney', [12.9, 2.9, 13.4, 4.15], 2.55, chimney);
  d.thing('first', 'Bath', 'bath', [0.75, 0.75, 1.5, 2.5], 0.6);
  d.thing('first', 'Basin', 'sink', [3.1, 0.62, 3.8, 1.05], 0.9);
  d.thing('first', 'Hot-water tank', 'round', [4.1, 0.75, 4.8, 1.45], 1.7, loss(14, 20, 22));
  d.thing('first', 'Bed', 'bed', [0.8, 7, 2.8, 8.35], 0.6);
  d.thing('first', 'Wardrobe', 'shelves', [3.9, 7.8, 4.9, 8.35], 2);
  d.thing('first', 'Bed', 'bed', [11.2, 0.75, 12.7, 2.75], 0.6);
  d.thing('first', 'Wardrobe', 'shelves', [7.4, 0.7, 8.4, 1.25], 2);
  d.thing('first', 'Desk', 'desk', [11.7, 7.4, 13.2, 8.1], 0.75);
  d.thing('first', 'Two chairs', 'sofa', [8, 6.6, 8.8, 7.4], 0.8);
  d.thing('first', 'Linen chest', 'shelves', [5.2, 7.7, 6.6, 8.3], 0.7);
  d.service('first', 'coax', 13.3, 7, '', 'Coax outlet, Counselling room', 0.3, '', { joined: 'joined' });
  for (const [x, y, circuit] of [
    [13.3, 1.9, 'F1'],
    [7.45, 2.6, 'F1'],
    [7.45, 6.3, 'F1'],
    [10.4, 8.3, 'F1'],
    [4.85, 6.2, 'F2'],
    [0.75, 4.1, 'F2'],
    [5.25, 6.6, 'F2'],
  ] as const)
    d.service('first', 'socket', x, y, circuit, 'Socket', 0.3, '', {
      phase: '1',
      breaker: 'residual-current',
    });

  // attic, under the slopes
  d.wall('attic', [13.7, 0.3], [13.7, 8.7], stone, [window(4.5, 0.9, 'asm-sash', 0.7, 1.9)]);
  d.wall('attic', [0.3, 8.7], [0.3, 0.3], stone, [window(4.5, 0.9, 'asm-sash', 0.7, 1.9)]);
  d.wall('attic', [0.3, 1.6], [13.7, 1.6], 'asm-knee');
  d.wall('attic', [0.3, 7.4], [13.7, 7.4], 'asm-knee');
  d.wall('attic', [7.6, 1.6], [7.6, 7.4], lath, [door(5.4, 'start', 'left', 0.75)]);
  d.room('attic', 'attic-den', 'Attic den', rect(0.6, 1.64, 7.545, 7.36), ['game', 'download']);
  d.room('attic', 'box-room', 'Box room', rect(7.655, 1.64, 13.4, 7.36));
  d.stairwell('attic', rect(6.2, 1.75, 7.12, 3.02));
  d.thing('attic', 'Stair head', 'stairs', [6.2, 1.75, 7.12, 3.02], 0.1);
  d.thing('attic', 'Chimney stack', 'chimney', [0.6, 5.45, 1, 6.75], 2.4, chimney);
  d.thing('attic', 'Chimney stack', 'chimney', [13, 3, 13.4, 4.1], 2.4, chimney);
  d.thing('attic', 'Games desk', 'desk', [1.5, 4.05, 2.2, 5.6], 0.75);
  d.thing('attic', 'Sofa', 'sofa', [3.4, 6.2, 5.2, 7.1], 0.8);
  d.thing('attic', 'Trunks', 'shelves', [9, 6.5, 11.5, 7.2], 0.8);
  d.service('attic', 'socket', 0.75, 3.2, 'F2');
  d.service('attic', 'socket', 7.4, 6.6, 'F2');
}

function netLoft(d: Drawing) {
  const [timber, lowE] = ['asm-timber-foil', 'asm-low-e'];
  d.building({
    id: 'net-loft',
    name: 'Net loft',
    kind: 'outbuilding',
    xM: 2.5,
    yM: -19,
    turnDeg: 0,
    outline: rect(0, 0, 8, 5),
    roof: { kind: 'pitched', eavesZM: 5, ridgeZM: 7.4, ridgeAlong: 'x', assemblyId: 'asm-foil-roof' },
  });
  d.storey({
    id: 'loft-ground',
    buildingId: 'net-loft',
    name: 'Ground',
    level: 0,
    floorZM: 0.1,
    heightM: 2.5,
    floorAssemblyId: 'asm-concrete-floor',
  });
  d.storey({
    id: 'loft-upper',
    buildingId: 'net-loft',
    name: 'Loft',
    level: 1,
    floorZM: 2.8,
    heightM: 2.1,
    floorAssemblyId: 'asm-board-floor',
  });
  for (const [storey, holes] of [
    ['loft-ground', [door(2, 'start', 'left', 1.5, 'asm-plank-door'), window(5.6, 1.6, lowE)]],
    ['loft-upper', [window(4, 1.2, lowE, 0.6, 1.7)]],
  ] as const) {
    d.wall(storey, [0.075, 0.075], [7.925, 0.075], timber, [window(4, 1.2, lowE, 0.9, 1.9)]);
    d.wall(
      storey,
      [7.925, 0.075],
      [7.925, 4.925],
      timber,
      storey === 'loft-ground' ? [window(2.5, 1.2, lowE)] : [],
    );
    d.wall(storey, [7.925, 4.925], [0.075, 4.925], timber, [...holes]);
    d.wall(storey, [0.075, 4.925], [0.075, 0.075], timber);
  }
  d.room('loft-ground', 'press', 'Press room', rect(0.15, 0.15, 7.85, 4.85), ['studio']);
  d.room('loft-upper', 'paper', 'Paper store', rect(0.15, 0.15, 7.85, 4.85), ['messages']);
  d.stairwell('loft-upper', rect(0.4, 2.3, 1.2, 4.4), 'hatch');
  d.thing('loft-ground', 'Steep stairs', 'stairs', [0.4, 2.3, 1.2, 4.4], 2.5);
  d.thing('loft-ground', 'Platen press', 'box', [3.1, 1.2, 4.3, 2.4], 1.5, metal);
  d.thing('loft-ground', 'Composing bench', 'desk', [4.3, 3.8, 6.8, 4.6], 0.95);
  d.thing('loft-ground', 'Type cabinets', 'shelves', [7.2, 0.4, 7.75, 1.7], 1.1, loss(6, 9, 10));
  d.thing('loft-upper', 'Paper shelves', 'shelves', [3, 0.3, 7.4, 0.9], 1.8, loss(3, 6, 7));
  d.thing('loft-upper', 'Paper shelves', 'shelves', [3, 4.1, 7.4, 4.7], 1.8, loss(3, 6, 7));
  d.service('loft-ground', 'board', 0.3, 1.3, '', 'Sub-board', 1.6);
  d.service(
    'loft-ground',
    'duct',
    0.35,
    0.4,
    '',
    'Buried duct from the cellar',
    0.3,
    '50 mm, drawstring in place.',
  );
  d.service('loft-ground', 'socket', 1.8, 0.3, 'N1');
  d.service('loft-ground', 'socket', 7.7, 4.1, 'N1');
  d.service('loft-upper', 'socket', 7.7, 2.5, 'N1');
}

function boatShed(d: Drawing) {
  const steel = 'asm-steel';
  d.building({
    id: 'boat-shed',
    name: 'Boat shed',
    kind: 'outbuilding',
    xM: 36,
    yM: 1,
    turnDeg: 0,
    outline: rect(0, 0, 7, 4),
    roof: { kind: 'pitched', eavesZM: 2.9, ridgeZM: 3.9, ridgeAlong: 'x', assemblyId: 'asm-steel-roof' },
  });
  d.storey({
    id: 'shed-ground',
    buildingId: 'boat-shed',
    name: 'Ground',
    level: 0,
    floorZM: 0.05,
    heightM: 2.8,
    floorAssemblyId: 'asm-concrete-floor',
  });
  d.wall('shed-ground', [0.03, 0.03], [6.97, 0.03], steel);
  d.wall('shed-ground', [6.97, 0.03], [6.97, 3.97], steel);
  d.wall('shed-ground', [6.97, 3.97], [0.03, 3.97], steel, [
    door(3.6, 'start', 'left', 2.6, 'asm-steel-door'),
  ]);
  d.wall('shed-ground', [0.03, 3.97], [0.03, 0.03], steel, [window(2, 1, 'asm-sash', 1.1, 1.9)]);
  d.room('shed-ground', 'slip', 'Slip', rect(0.06, 0.06, 6.94, 3.94), ['camera']);
  d.thing('shed-ground', 'Dinghy', 'boat', [1.3, 0.9, 5.6, 2.6], 1);
  d.thing('shed-ground', 'Workbench', 'desk', [1.6, 0.1, 4.6, 0.65], 0.9);
  d.service('shed-ground', 'socket', 0.25, 3.2, 'spur from N1', 'Socket on a long spur');
}

function outdoors(d: Drawing) {
  d.building({
    id: 'grounds',
    name: 'Outdoors',
    kind: 'outdoors',
    xM: 0,
    yM: 0,
    turnDeg: 0,
    outline: rect(-3, -22, 47, 16),
    roof: null,
  });
  d.storey({
    id: 'open-air',
    buildingId: 'grounds',
    name: 'Outdoors',
    level: 0,
    floorZM: 0,
    heightM: 6,
    floorAssemblyId: 'asm-ground',
  });
  d.room(
    'open-air',
    'yard',
    'Yard',
    [
      [-1.5, -13.6],
      [29, -13.6],
      [29, 7],
      [14.6, 7],
      [14.6, -0.4],
      [-1.5, -0.4],
    ],
    ['messages'],
  );
  d.room('open-air', 'slipway', 'Slipway', rect(30.5, 5.6, 46, 12.5), ['messages']);
  d.thing('open-air', 'Sycamore', 'tree', [19, -8.2, 23.6, -3.6], 9, loss(4, 8, 9), 2);
  d.thing('open-air', 'Bench', 'desk', [7.8, -1.6, 9.4, -1.1], 0.5);
  d.thing('open-air', 'Upturned boat', 'boat', [24.5, 3.6, 28.2, 5.2], 0.8);
}
