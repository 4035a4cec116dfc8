/** A typical inside for a house of a size: rooms along a passage, from front to back. Rectangles only, and only a guess. */

/** m, from the west and from the north. */
export interface Rect {
  west: number;
  north: number;
  east: number;
  south: number;
}
export interface TypicalRoom {
  name: string;
  use: 'living' | 'dining' | 'kitchen' | 'bedroom' | 'study' | 'bathroom' | 'passage';
  /** Between the middle lines of its walls. */
  at: Rect;
}
export interface TypicalInside {
  rooms: TypicalRoom[];
  /** Middle lines of the inner walls, with the door in each, m from its first end to the middle of it; null = none. */
  walls: { ax: number; ay: number; bx: number; by: number; doorM: number | null }[];
  passage: Rect | null;
}

/** Width of a passage between the middle lines of its walls, and the least side of a room, m (custom). */
const passageM = 1.3;
const leastRoomM = 2.1;
/** From this clear width on there are rooms on both sides of the passage, m (custom). */
const twoColumnsM = 6.4;
/** Of a door, from a corner to its middle, m. */
const doorFromCornerM = 0.65;

type Plan = [name: string, use: TypicalRoom['use'], share: number][];
/** Rooms of a column, from the back of the house to its front, with their share of the depth. */
const columnsOf = (level: number, storeys: number, two: boolean): Plan[] => {
  if (storeys === 1)
    return two
      ? [
          [
            ['Kitchen', 'kitchen', 0.4],
            ['Living room', 'living', 0.6],
          ],
          [
            ['Bedroom 1', 'bedroom', 0.4],
            ['Bathroom', 'bathroom', 0.22],
            ['Bedroom 2', 'bedroom', 0.38],
          ],
        ]
      : [
          [
            ['Bedroom', 'bedroom', 0.3],
            ['Bathroom', 'bathroom', 0.18],
            ['Kitchen', 'kitchen', 0.22],
            ['Living room', 'living', 0.3],
          ],
        ];
  if (level === 0)
    return two
      ? [
          [
            ['Kitchen', 'kitchen', 0.55],
            ['Study', 'study', 0.45],
          ],
          [
            ['Dining room', 'dining', 0.42],
            ['Living room', 'living', 0.58],
          ],
        ]
      : [
          [
            ['Kitchen', 'kitchen', 0.45],
            ['Living room', 'living', 0.55],
          ],
        ];
  const number = (n: number) => 3 * (level - 1) + n;
  return two
    ? [
        [
          [`Bedroom ${number(1)}`, 'bedroom', 0.6],
          [level === 1 ? 'Bathroom' : `Shower room ${level}`, 'bathroom', 0.4],
        ],
        [
          [`Bedroom ${number(2)}`, 'bedroom', 0.5],
          [`Bedroom ${number(3)}`, 'bedroom', 0.5],
        ],
      ]
    : [
        [
          [`Bedroom ${number(1)}`, 'bedroom', 0.38],
          [level === 1 ? 'Bathroom' : `Shower room ${level}`, 'bathroom', 0.22],
          [`Bedroom ${number(2)}`, 'bedroom', 0.4],
        ],
      ];
};

/**
 * Rooms of one storey between the middle lines of its outer walls. The front is at the south.
 * Where it is too small for two rooms and a passage there is none: the storey stays one room.
 * @returns null where it stays one room.
 */
export function typicalInside(shell: Rect, level: number, storeys: number): TypicalInside | null {
  const [width, depth] = [shell.east - shell.west, shell.south - shell.north];
  if (width < passageM + leastRoomM || depth < 2 * leastRoomM) return null;
  const two = width >= twoColumnsM;
  // beside the passage: to its west, and to its east where there is room
  const westM = two ? (width - passageM) / 2 : width - passageM;
  const passage: Rect = {
    ...shell,
    west: shell.west + westM,
    east: two ? shell.west + westM + passageM : shell.east,
  };
  const columns = columnsOf(level, storeys, two).map((plan, i) => ({
    plan: fitting(plan, depth),
    west: i === 0 ? shell.west : passage.east,
    east: i === 0 ? passage.west : shell.east,
    // the side at the passage, and which way doors lie
    door: i === 0 ? passage.west : passage.east,
  }));
  const walls: TypicalInside['walls'] = [];
  const rooms: TypicalRoom[] = [
    { name: level === 0 ? 'Hall' : `Landing ${level}`, use: 'passage', at: passage },
  ];
  for (const { plan, west, east, door } of columns) {
    let north = shell.north;
    for (const [i, [name, use, share]] of plan.entries()) {
      const south = i === plan.length - 1 ? shell.south : north + share * depth;
      rooms.push({ name, use, at: { west, east, north, south } });
      // its wall to the passage, with its door near the corner
      walls.push({ ax: door, ay: north, bx: door, by: south, doorM: doorFromCornerM + 0.1 });
      if (i < plan.length - 1) walls.push({ ax: west, ay: south, bx: east, by: south, doorM: null });
      north = south;
    }
  }
  return { rooms, walls, passage };
}

/** Rooms that have the depth they need: the smallest go first, and shares are made whole again. */
function fitting(plan: Plan, depthM: number): Plan {
  let left = [...plan];
  for (;;) {
    const sum = left.reduce((total, [, , share]) => total + share, 0);
    const scaled = left.map(([name, use, share]): Plan[number] => [name, use, share / sum]);
    const short = scaled.some(([, , share]) => share * depthM < leastRoomM - 0.3);
    if (!short || left.length === 1) return scaled;
    const least = Math.min(...left.map(([, , share]) => share));
    left = left.filter(([, , share]) => share !== least);
  }
}
