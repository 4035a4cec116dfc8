/** House types by how they are built: what walls, floors, roof, glazing and heights are usual. All of it is a first guess. */

/** What a house is built of. Ids are of `assemblyLibrary`. */
export interface HouseBuilt {
  /** Clear height of a storey, m. */
  heightM: number;
  /** Inner walls, floor between storeys, lowest floor. */
  innerId: string;
  floorId: string;
  lowestFloorId: string;
  roof: { kind: 'pitched' | 'flat'; assemblyId: string };
  glazingId: string;
  frontDoorId: string;
  innerDoorId: string;
  /** Sides shared with a neighbour: no window there, seen from the front. */
  shared: 'none' | 'one' | 'both';
  /** A socket every so many metres of wall (planning). */
  socketEveryM: number;
}

/** A house as one knows it at the door. */
export interface HouseType extends HouseBuilt {
  id: string;
  name: string;
  /** How to tell it, in one line. */
  hint: string;
  /** Its usual size outside, and how many storeys. */
  widthM: number;
  depthM: number;
  storeys: number;
  outerId: string;
}

type Built = Omit<HouseType, 'id' | 'name' | 'hint'>;
const usual: Built = {
  widthM: 9,
  depthM: 7.5,
  storeys: 2,
  heightM: 2.4,
  outerId: 'asm-brick-cavity',
  innerId: 'asm-stud',
  floorId: 'asm-chipboard-floor',
  lowestFloorId: 'asm-concrete-floor',
  roof: { kind: 'pitched', assemblyId: 'asm-tile-roof' },
  glazingId: 'asm-double',
  frontDoorId: 'asm-door',
  innerDoorId: 'asm-hollow-door',
  shared: 'none',
  socketEveryM: 5,
};
const type = (id: string, name: string, hint: string, built: Partial<Built>): HouseType => ({
  id,
  name,
  hint,
  ...usual,
  ...built,
});
const slate = { kind: 'pitched', assemblyId: 'asm-slate-roof' } as const;
const foil = { kind: 'pitched', assemblyId: 'asm-foil-roof' } as const;
const flat = { kind: 'flat', assemblyId: 'asm-concrete-floor' } as const;

/** In the order in which they are offered, the most common first (custom). */
export const houseTypes: readonly HouseType[] = [
  type('cavity-semi', 'Brick pair, 1930 to 1960', 'Cavity walls, one neighbour, brick or block inside', {
    innerId: 'asm-brick',
    floorId: 'asm-oak-floor',
    lowestFloorId: 'asm-board-floor',
    widthM: 6.5,
    depthM: 8.5,
    shared: 'one',
  }),
  type('brick-terrace', 'Brick terrace, before 1920', 'Solid brick, neighbours at both sides, high rooms', {
    outerId: 'asm-brick-solid',
    innerId: 'asm-brick',
    floorId: 'asm-oak-floor',
    lowestFloorId: 'asm-board-floor',
    roof: slate,
    glazingId: 'asm-sash',
    innerDoorId: 'asm-door',
    heightM: 2.7,
    widthM: 5.2,
    depthM: 9.5,
    shared: 'both',
    socketEveryM: 7,
  }),
  type('cavity-house', 'Detached, cavity walls, 1960 to 1990', 'Brick outside, block inside, tiled roof', {
    innerId: 'asm-block',
    depthM: 8,
  }),
  type(
    'new-cavity',
    'New house, masonry',
    'Since 1990: insulated cavity, coated glass, foil under the roof',
    {
      glazingId: 'asm-low-e',
      roof: foil,
      depthM: 8,
      socketEveryM: 4,
    },
  ),
  type('new-timber', 'New house, timber frame', 'Since 1990: light walls with foil-backed insulation', {
    outerId: 'asm-timber-foil',
    glazingId: 'asm-low-e',
    roof: foil,
    depthM: 8,
    socketEveryM: 4,
  }),
  type(
    'low-energy',
    'Low-energy house',
    'Triple glazing, foil in every outer surface, heating in the floor',
    {
      outerId: 'asm-timber-foil',
      glazingId: 'asm-triple-low-e',
      floorId: 'asm-heated-floor',
      lowestFloorId: 'asm-heated-floor',
      roof: foil,
      socketEveryM: 3.5,
    },
  ),
  type('bungalow', 'Bungalow', 'All on one floor, cavity walls', {
    storeys: 1,
    widthM: 12,
    depthM: 8.5,
    innerId: 'asm-block',
  }),
  type('stone-cottage', 'Stone cottage', 'Thick rubble walls, low rooms, small windows', {
    outerId: 'asm-stone',
    innerId: 'asm-lath',
    floorId: 'asm-board-floor',
    roof: slate,
    frontDoorId: 'asm-plank-door',
    innerDoorId: 'asm-plank-door',
    heightM: 2.15,
    widthM: 10,
    depthM: 6.5,
    socketEveryM: 7,
  }),
  type('town-house', 'Town house, three storeys or more', 'Solid brick, plaster on laths, narrow and deep', {
    outerId: 'asm-brick-solid',
    innerId: 'asm-lath',
    floorId: 'asm-oak-floor',
    lowestFloorId: 'asm-board-floor',
    roof: slate,
    glazingId: 'asm-sash',
    innerDoorId: 'asm-door',
    heightM: 2.9,
    widthM: 6,
    depthM: 11,
    storeys: 3,
    shared: 'both',
    socketEveryM: 7,
  }),
  type('concrete-flat', 'Concrete flat', 'Cast or panel concrete, concrete above and below', {
    storeys: 1,
    widthM: 10,
    depthM: 8,
    heightM: 2.5,
    outerId: 'asm-concrete',
    innerId: 'asm-block',
    floorId: 'asm-concrete-floor',
    roof: flat,
    shared: 'both',
    socketEveryM: 4.5,
  }),
  type(
    'brick-flat',
    'Flat in an old brick house',
    'Solid brick, plaster on laths, wooden floors, high rooms',
    {
      storeys: 1,
      widthM: 9,
      depthM: 11,
      heightM: 3,
      outerId: 'asm-brick-solid',
      innerId: 'asm-lath',
      lowestFloorId: 'asm-oak-floor',
      roof: { kind: 'flat', assemblyId: 'asm-oak-floor' },
      innerDoorId: 'asm-door',
      shared: 'both',
      socketEveryM: 6,
    },
  ),
  type('new-flat', 'New flat', 'Concrete floors, light walls inside, coated glass', {
    storeys: 1,
    widthM: 9,
    depthM: 8,
    heightM: 2.5,
    outerId: 'asm-concrete',
    roof: flat,
    glazingId: 'asm-low-e',
    shared: 'both',
    socketEveryM: 3.5,
  }),
  type('old-timber', 'Old wooden house', 'Boards on a frame, boards or plaster inside', {
    outerId: 'asm-boards',
    innerId: 'asm-boards',
    floorId: 'asm-board-floor',
    lowestFloorId: 'asm-board-floor',
    glazingId: 'asm-sash',
    innerDoorId: 'asm-door',
    widthM: 9,
    depthM: 9,
  }),
  type('log-house', 'Log house', 'Solid timber walls, inside too', {
    outerId: 'asm-log',
    innerId: 'asm-log',
    floorId: 'asm-board-floor',
    frontDoorId: 'asm-plank-door',
    innerDoorId: 'asm-door',
  }),
  type(
    'mesh-plaster',
    'Frame house, plaster on wire mesh',
    'Hard plaster that sounds dull and holds a magnet',
    {
      outerId: 'asm-mesh-lath',
      innerId: 'asm-mesh-lath',
      floorId: 'asm-oak-floor',
      lowestFloorId: 'asm-board-floor',
      widthM: 11,
      depthM: 9,
      socketEveryM: 3.6,
    },
  ),
];

export const houseTypeOf = (id: string): HouseType | undefined => houseTypes.find((t) => t.id === id);
