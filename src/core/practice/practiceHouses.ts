/** Five small made-up houses to practise on: what a survey shows at once, and what is true. */
import type { RecordInput } from '../job/make';
import type { AnyRecord, Id } from '../job/records';
import type { NewJobInput } from '../templates/newJob';

/** A mistake that costs most, and that one of the houses is made to teach. */
export type Lesson = 'half-way' | 'one-run' | 'early-button' | 'strip' | 'foil-floor';

export interface PracticeHouse {
  id: Id;
  name: string;
  /** What one is told at the door. */
  about: string;
  lesson: Lesson;
  form: Omit<NewJobInput, 'name' | 'lengths'>;
  /** Of the true house, its runs and the faults of its units. */
  seed: number;
  /** Where the line enters, on the lowest storey, m; the router stands beside it. */
  line: { xM: number; yM: number };
  /** What is done in a room at once, by its name. */
  uses: Readonly<Record<string, readonly Id[]>>;
  /** What the survey has beside the typical house. */
  shown: readonly RecordInput[];
  /** What is known wrongly or not at all: fields of records as the survey has them, and as they are. */
  hidden: readonly HiddenFact[];
  /** What one can look at on site, and what one then sees. */
  clues: readonly { look: string; find: string }[];
}
type Fields = Readonly<Record<string, unknown>>;
export interface HiddenFact {
  of: (record: AnyRecord) => boolean;
  known: Fields;
  is: Fields;
  /** In words, told with the result. */
  what: string;
}

const ids =
  (...list: readonly Id[]) =>
  (r: AnyRecord): boolean =>
    list.includes(r.id);
/** Inner walls of a storey, and the first socket of each room, by the ids of a typical inside. */
const innerWalls = (storeyId: Id) => (r: AnyRecord) => r.type === 'wall' && r.id.startsWith(`${storeyId}-i`);
const firstSockets = (r: AnyRecord) => r.type === 'service' && r.kind === 'socket' && r.id.endsWith('-s0');

export const practiceHouses: readonly PracticeHouse[] = [
  {
    id: 'tall',
    name: 'Tall house with a converted attic',
    about:
      'Four floors, narrow. The line enters on the lowest floor, and the people who complain sleep in the attic.',
    lesson: 'half-way',
    form: {
      widthM: 5.8,
      depthM: 9,
      storeys: 4,
      outerAssemblyId: 'asm-brick-solid',
      planDownMbps: 400,
      planUpMbps: 150,
      houseTypeId: 'town-house',
      inside: 'typical',
    },
    seed: 41,
    line: { xM: 0.6, yM: 8.3 },
    uses: {
      'Bedroom 4': ['act-film-4k', 'act-call'],
      'Bedroom 5': ['act-film-4k', 'act-web'],
      'Bedroom 7': ['act-studio', 'act-call'],
      'Bedroom 8': ['act-film-4k', 'act-download'],
    },
    shown: [],
    hidden: [
      {
        of: ids('storey-3'),
        known: { floorAssemblyId: null },
        is: { floorAssemblyId: 'asm-heated-floor' },
        what: 'the floor of the attic is a screed with heating on foil',
      },
    ],
    clues: [
      {
        look: 'Look at the edge of the attic floor behind the stairs',
        find: 'Thin pipes in a screed, with shiny foil below. The attic was converted with floor heating.',
      },
      {
        look: 'Lift a loose board on the second floor',
        find: 'Boards on wooden joists: the floors below are light.',
      },
    ],
  },
  {
    id: 'terrace',
    name: 'Town house',
    about: 'Three floors, narrow, with thick walls. Tests differ from one minute to the next.',
    lesson: 'one-run',
    form: {
      widthM: 6,
      depthM: 11.5,
      storeys: 3,
      outerAssemblyId: 'asm-brick-solid',
      planDownMbps: 400,
      planUpMbps: 150,
      houseTypeId: 'town-house',
      inside: 'typical',
    },
    seed: 87,
    line: { xM: 0.6, yM: 10.8 },
    uses: {
      'Bedroom 1': ['act-film-4k', 'act-call'],
      'Bedroom 2': ['act-studio', 'act-download'],
      'Bedroom 4': ['act-studio', 'act-download'],
      'Bedroom 5': ['act-studio', 'act-download'],
      Kitchen: ['act-film-4k', 'act-web'],
    },
    shown: [],
    hidden: [
      {
        of: (r) => innerWalls('storey-1')(r) || innerWalls('storey-2')(r),
        known: { assemblyId: 'asm-unknown' },
        is: { assemblyId: 'asm-mesh-lath' },
        what: 'the upper inner walls are plaster on wire mesh',
      },
    ],
    clues: [
      {
        look: 'Look at the broken plaster behind the upper radiator',
        find: 'A fine wire mesh holds the plaster. A magnet holds to the wall everywhere.',
      },
      { look: 'Knock on the lower inner walls', find: 'A hard, short sound: brick.' },
    ],
  },
  {
    id: 'pair',
    name: 'Half of a brick pair',
    about: 'Three floors and a family that is at home. The units must join at the first try.',
    lesson: 'early-button',
    form: {
      widthM: 6.8,
      depthM: 11,
      storeys: 3,
      outerAssemblyId: 'asm-brick-cavity',
      planDownMbps: 400,
      planUpMbps: 150,
      houseTypeId: 'cavity-semi',
      inside: 'typical',
    },
    seed: 23,
    line: { xM: 0.6, yM: 10.3 },
    uses: {
      'Bedroom 1': ['act-download', 'act-film-4k'],
      'Bedroom 2': ['act-studio', 'act-download'],
      'Bedroom 3': ['act-download', 'act-game'],
      'Bedroom 4': ['act-studio', 'act-call'],
      'Bedroom 5': ['act-download', 'act-film-4k'],
    },
    shown: [],
    hidden: [
      {
        of: ids('storey-1', 'storey-2'),
        known: { floorAssemblyId: null },
        is: { floorAssemblyId: 'asm-concrete-floor' },
        what: 'the floors between the storeys are concrete',
      },
    ],
    clues: [
      {
        look: 'Lift the carpet at the edge of the landing',
        find: 'Bare concrete. A long drill test would show 18 cm.',
      },
    ],
  },
  {
    id: 'flat',
    name: 'Concrete flat',
    about: 'A rented flat. Drilling is not allowed. The inner walls are hard.',
    lesson: 'strip',
    form: {
      widthM: 12,
      depthM: 9,
      storeys: 1,
      outerAssemblyId: 'asm-concrete',
      planDownMbps: 400,
      planUpMbps: 150,
      houseTypeId: 'concrete-flat',
      inside: 'typical',
    },
    seed: 65,
    line: { xM: 0.5, yM: 8.2 },
    uses: {
      'Bedroom 1': ['act-download', 'act-film-4k'],
      'Bedroom 2': ['act-film-4k', 'act-call'],
      Kitchen: ['act-film-4k'],
    },
    shown: [],
    hidden: [
      {
        of: firstSockets,
        known: { onStrip: false },
        is: { onStrip: true },
        what: 'the first socket of each room is in use by a surge-protected strip',
      },
      {
        of: innerWalls('storey-0'),
        known: { assemblyId: 'asm-unknown' },
        is: { assemblyId: 'asm-concrete' },
        what: 'the inner walls are cast concrete',
      },
    ],
    clues: [
      {
        look: 'Look behind the furniture at each first socket of a room',
        find: 'A power strip with surge protection is plugged in there. The second socket of each room is free.',
      },
      {
        look: 'Knock on the inner walls and use the detector',
        find: 'Dull and hard, and steel in a regular grid: cast concrete.',
      },
    ],
  },
  {
    id: 'timber',
    name: 'New timber house',
    about: 'Three floors, low energy use. Upstairs the signal is far weaker than the distance suggests.',
    lesson: 'foil-floor',
    form: {
      widthM: 9.5,
      depthM: 8,
      storeys: 3,
      outerAssemblyId: 'asm-timber-foil',
      planDownMbps: 400,
      planUpMbps: 150,
      houseTypeId: 'new-timber',
      inside: 'typical',
    },
    seed: 12,
    line: { xM: 0.7, yM: 7.2 },
    uses: {
      'Bedroom 1': ['act-download', 'act-film-4k'],
      'Bedroom 2': ['act-studio', 'act-call'],
      'Bedroom 4': ['act-download', 'act-film-4k'],
      'Bedroom 5': ['act-studio', 'act-call'],
    },
    shown: [],
    hidden: [
      {
        of: ids('storey-1', 'storey-2'),
        known: { floorAssemblyId: null },
        is: { floorAssemblyId: 'asm-heated-floor' },
        what: 'the floors between the storeys have heating pipes on metal foil',
      },
    ],
    clues: [
      {
        look: 'Open the cabinet with the valves on the landing',
        find: 'Pipes for floor heating. At the edge of the screed you see shiny foil under it.',
      },
      {
        look: 'Hold a magnet to the ceiling of the living room',
        find: 'The magnet holds nowhere. Aluminium foil would not hold it either.',
      },
    ],
  },
];

export const practiceHouseOf = (id: Id): PracticeHouse | undefined => practiceHouses.find((h) => h.id === id);
