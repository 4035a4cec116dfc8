import type { Point } from '@/core/job/records';
import type { Snap } from '@/core/survey/snap';

/** A wall that is being drawn. */
export interface WallDraft {
  from: Point;
  /** Direction of the wall before in the chain, degrees; null at its start. */
  beforeDeg: number | null;
  /** Where the pointer is, snapped. */
  snap: Snap;
  /** A direction held by an arrow key. */
  heldDeg: number | null;
  typed: string;
  typedDeg: string;
  field: 'length' | 'angle';
}
