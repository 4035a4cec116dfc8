import type { wiringLayout } from '@/core/wiring/layout';

export type Layout = NonNullable<ReturnType<typeof wiringLayout>>;

export const pad = { left: 34, right: 16, top: 14, bottom: 44 };
/** Smaller than this nothing could be read: the drawing is scrolled instead, px a metre. */
const leastScale = 15;
/** Heights are drawn at most so many times as large as widths. */
const mostTaller = 1.6;

export interface WiringScale {
  /** Size of the drawing, px. */
  w: number;
  h: number;
  /** px a metre across. */
  across: number;
  /** Where names and distances stand, px from above. */
  under: number;
  /** Place on the drawing, px, of metres across and up. */
  px: (x: number, z: number) => [number, number];
}

/** Fits the property into a window; what would be too small to read is larger than it. @param width and height in px. */
export function wiringScale(
  layout: Pick<Layout, 'widthM' | 'topZ' | 'bottomZ'>,
  width: number,
  height: number,
): WiringScale {
  const tallM = layout.topZ - layout.bottomZ;
  const wideFit = (width - pad.left - pad.right) / layout.widthM;
  const tallFit = (height - pad.top - pad.bottom) / tallM;
  const across = Math.max(leastScale, Math.min(wideFit, tallFit));
  // a wide property leaves room above: heights may be drawn larger
  const up = Math.min(mostTaller * across, Math.max(across, tallFit));
  const w = Math.max(width, layout.widthM * across + pad.left + pad.right);
  const h = Math.max(height, tallM * up + pad.top + pad.bottom);
  const shift = Math.max(0, (w - pad.left - pad.right - layout.widthM * across) / 2);
  const spare = Math.max(0, h - pad.top - pad.bottom - tallM * up);
  const px = (x: number, z: number): [number, number] => [
    pad.left + shift + x * across,
    h - pad.bottom - spare / 2 - (z - layout.bottomZ) * up,
  ];
  return { w, h, across, px, under: px(0, layout.bottomZ)[1] + 20 };
}

/** The point that bends the arc of a link over the air between two ends (a quadratic curve), px. */
export const arcBend = (a: readonly [number, number], b: readonly [number, number]): [number, number] => [
  (a[0] + b[0]) / 2,
  Math.min(a[1], b[1]) - Math.min(46, Math.hypot(b[0] - a[0], b[1] - a[1]) * 0.16),
];
