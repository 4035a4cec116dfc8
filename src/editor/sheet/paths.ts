import type { Region } from '@/core/geometry/region';
import type { Point } from '@/core/job/records';

/** A closed outline as a path, in the units of its points. */
export const pathOf = (points: readonly Point[]): string =>
  `M${points.map(([x, y]) => `${x} ${y}`).join('L')}Z`;

/** An outline with its holes; to be filled even-odd. */
export const regionPath = (r: Region): string => [r.outline, ...r.holes].map(pathOf).join('');
