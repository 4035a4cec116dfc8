/** Flat 7, Tannery Lofts: rented, no drilling, long and narrow, concrete cross-walls. All made up. */
import type { AnyRecord, PerBand } from '@/core/job/records';
import { productLibrary } from '@/core/templates/products';
import { activityLibrary, assemblyLibrary, deviceLibrary } from '@/core/templates/library';
import { door, drawing, rect, window } from './build';

const metal: PerBand = { '2.4': 12, '5': 15, '6': 16 };

export function tanneryLofts(): AnyRecord[] {
  const d = drawing();
  d.add({
    type: 'job',
    id: 'tannery-lofts-7',
    name: 'Flat 7, Tannery Lofts',
    note: 'Rented: no drilling. No coax. Demonstration data: every name, price and reading is made up.',
    createdOn: '2026-11-09',
    demo: true,
    lengths: 'm',
    planDownMbps: 200,
    planUpMbps: 50,
    streetLatencyMs: 12,
    noDrilling: true,
    rented: true,
    testDeviceId: 'dev-phone',
    simulationSeed: 704,
  });
  d.records.push(...activityLibrary, ...assemblyLibrary, ...deviceLibrary, ...productLibrary);
  d.building({
    id: 'flat',
    name: 'Flat 7',
    kind: 'house',
    xM: 0,
    yM: 0,
    turnDeg: 0,
    outline: rect(0, 0, 22, 5.4),
    roof: { kind: 'flat', eavesZM: 3, ridgeZM: 3, ridgeAlong: 'x', assemblyId: 'asm-concrete-floor' },
  });
  d.storey({
    id: 'flat-floor',
    buildingId: 'flat',
    name: 'Third floor',
    level: 0,
    floorZM: 0,
    heightM: 2.9,
    floorAssemblyId: 'asm-concrete-floor',
  });
  const s = 'flat-floor';
  const concrete = 'asm-concrete';
  const outer = 'asm-brick-solid';
  d.wall(s, [0.12, 0.12], [21.88, 0.12], outer, [
    window(2.6, 1.8, 'asm-double'),
    window(9.4, 1.2, 'asm-double'),
    window(13.6, 1.2, 'asm-double'),
    window(19, 1.8, 'asm-double'),
  ]);
  d.wall(s, [21.88, 0.12], [21.88, 5.28], outer, [window(2.7, 1.8, 'asm-double')]);
  d.wall(s, [21.88, 5.28], [0.12, 5.28], outer, [door(6.6, 'start', 'right', 0.9, 'asm-steel-door')]);
  d.wall(s, [0.12, 5.28], [0.12, 0.12], outer, [window(2.7, 2, 'asm-double')]);
  d.wall(s, [5.6, 0.12], [5.6, 5.28], concrete, [door(4.2, 'end', 'left')]);
  d.wall(s, [11.4, 0.12], [11.4, 5.28], concrete, [door(4.4, 'end', 'left')]);
  d.wall(s, [16.4, 0.12], [16.4, 5.28], concrete, [door(4.4, 'end', 'left')]);
  d.wall(s, [7.7, 0.12], [7.7, 3.4], 'asm-stud', [door(2.5, 'end', 'right', 0.75)]);
  d.wall(s, [5.6, 3.4], [11.4, 3.4], 'asm-stud', [door(9.4, 'start', 'left')]);
  d.wall(s, [11.4, 3.4], [16.4, 3.4], 'asm-stud', [door(12.6, 'start', 'left')]);
  d.room(s, 'living', 'Living room', rect(0.24, 0.24, 5.5, 5.16), ['film-4k', 'music']);
  d.room(s, 'bath7', 'Bathroom', rect(5.7, 0.24, 7.65, 3.35));
  d.room(s, 'kitchen7', 'Kitchen', rect(7.75, 0.24, 11.3, 3.35), ['music', 'web']);
  d.room(s, 'hall7', 'Hall', rect(5.7, 3.45, 11.3, 5.16));
  d.room(s, 'study7', 'Study', rect(11.5, 0.24, 16.3, 3.35), ['call', 'web']);
  d.room(s, 'passage7', 'Passage', rect(11.5, 3.45, 16.3, 5.16));
  d.room(s, 'bed7', 'End bedroom', rect(16.5, 0.24, 21.76, 5.16), ['film-hd', 'fitness']);
  d.thing(s, 'Sofa', 'sofa', [1.4, 3.9, 3.6, 4.8]);
  d.thing(s, 'Low table', 'table', [1.8, 2.4, 3.2, 3.2], 0.45);
  d.thing(s, 'Bath', 'bath', [5.8, 0.35, 6.55, 2], 0.6);
  d.thing(s, 'Kitchen run', 'sink', [8.6, 0.3, 10.6, 0.9], 0.9);
  d.thing(s, 'Fridge', 'box', [10.6, 0.3, 11.25, 0.95], 1.8, metal);
  d.thing(s, 'Desk', 'desk', [13.2, 0.4, 14.8, 1.1], 0.75);
  d.thing(s, 'Bed', 'bed', [19.6, 1.4, 21.6, 3.1], 0.6);
  d.thing(s, 'Wardrobe', 'shelves', [17.4, 4.5, 19.6, 5.1], 2.1);
  d.service(s, 'entry', 5.35, 4.9, '', 'Fibre outlet', 0.4, 'Modem-router on the living room sideboard.', {
    box: 'modem-router',
  });
  for (const [x, y, circuit] of [
    [0.4, 1.2, 'L1'],
    [5.4, 1.6, 'L1'],
    [8, 1.4, 'L2'],
    [11.55, 2.4, 'L3'],
    [16.2, 1, 'L3'],
    [16.6, 1.2, 'L3'],
    [21.6, 4.4, 'L3'],
  ] as const)
    d.service(s, 'socket', x, y, circuit);
  d.neighbour('Flat 6', '2.4', 1, 20, 0.35);
  d.neighbour('Flat 8', '2.4', 6, 40, 0.4);
  d.neighbour('Flat 9', '2.4', 11, 20, 0.25);
  d.neighbour('Flat 8', '5', 36, 80, 0.3);
  d.neighbour('Stairwell lights', '2.4', 6, 20, 0.1);
  d.unit('A', 'Living room sideboard', 'router-old', s, 5.2, 4.8, 0.9, { found: true });
  d.spot(1, s, 'living', 'Sofa', 2.5, 3.7, 0.6);
  d.spot(2, s, 'kitchen7', 'Worktop', 9.5, 1.2, 0.9);
  d.spot(3, s, 'study7', 'Desk', 14, 1.4, 0.75);
  d.spot(4, s, 'bed7', 'Bed', 20.2, 2.2, 0.6);
  d.spot(5, s, 'bed7', 'Exercise mat', 18.2, 3.4, 0.9, ['fitness']);
  return d.records;
}
