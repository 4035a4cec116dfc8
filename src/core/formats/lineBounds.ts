/** A straight line between two points. */
interface Line {
  ax: number;
  ay: number;
  bx: number;
  by: number;
}

/** The smallest box round lines, however many; all 0 for none. */
export function lineBounds(lines: readonly Line[]): [x0: number, y0: number, x1: number, y1: number] {
  const [first] = lines;
  if (!first) return [0, 0, 0, 0];
  let [x0, y0, x1, y1] = [first.ax, first.ay, first.ax, first.ay];
  for (const { ax, ay, bx, by } of lines) {
    x0 = Math.min(x0, ax, bx);
    y0 = Math.min(y0, ay, by);
    x1 = Math.max(x1, ax, bx);
    y1 = Math.max(y1, ay, by);
  }
  return [x0, y0, x1, y1];
}
