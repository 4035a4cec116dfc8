/** Pictures pinned under the drawing. */
import type { Picture, Point } from '../job/records';

/**
 * A picture grown or shrunk so that two of its points come to lie a distance apart; the first
 * stays where it is.
 * @param a,b points in the storey's metres, as the picture lies now.
 * @throws RangeError when the points fall together.
 */
export function scaledPicture(picture: Picture, a: Point, b: Point, metres: number): Picture {
  const now = Math.hypot(b[0] - a[0], b[1] - a[1]);
  if (!(now > 1e-3)) throw new RangeError('the two points fall together');
  const factor = metres / now;
  return {
    ...picture,
    metresPerPx: picture.metresPerPx * factor,
    xM: a[0] + (picture.xM - a[0]) * factor,
    yM: a[1] + (picture.yM - a[1]) * factor,
  };
}

/** Turned about a point of the storey, degrees clockwise. */
export function turnedPicture(picture: Picture, about: Point, byDeg: number): Picture {
  const [c, s] = [Math.cos((byDeg * Math.PI) / 180), Math.sin((byDeg * Math.PI) / 180)];
  const [dx, dy] = [picture.xM - about[0], picture.yM - about[1]];
  const turnDeg = (picture.turnDeg + byDeg) % 360;
  return { ...picture, turnDeg, xM: about[0] + dx * c - dy * s, yM: about[1] + dx * s + dy * c };
}
