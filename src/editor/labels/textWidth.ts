/** How wide words are on screen, px. */

const family = "'Atkinson Hyperlegible Next Variable', sans-serif";
const known = new Map<string, number>();
let pen: OffscreenCanvasRenderingContext2D | null | undefined;

function penOf(): OffscreenCanvasRenderingContext2D | null {
  if (pen === undefined)
    pen = typeof OffscreenCanvas === 'undefined' ? null : new OffscreenCanvas(1, 1).getContext('2d');
  return pen;
}

/** A letter of this face is so wide at most on average, of its size; where nothing can be measured. */
const meanWidth = 0.58;

/** Width of a text at a size, px, where nothing can be measured: on the server, and for the first picture of a page. */
export const roughWidth = (text: string, sizePx: number): number => text.length * sizePx * meanWidth;

/** Width of a text at a size, px; measured once its font is there. */
export function textWidth(text: string, sizePx: number, weight = 400): number {
  const key = `${weight} ${sizePx} ${text}`;
  const before = known.get(key);
  if (before !== undefined) return before;
  const context = penOf();
  if (!context) return roughWidth(text, sizePx);
  context.font = `${weight} ${sizePx}px ${family}`;
  const width = context.measureText(text).width;
  if (typeof document === 'undefined' || document.fonts.check(context.font)) known.set(key, width);
  return width;
}
