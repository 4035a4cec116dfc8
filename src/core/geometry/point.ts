/** A place in plan: x to the east, y to the south, m. */
export type Point = readonly [number, number];

/** A place in space, site coordinates: x to the east, y to the south, z above the ground, m. */
export type Point3 = readonly [number, number, number];
