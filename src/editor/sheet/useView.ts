'use client';

import { useGesture } from '@use-gesture/react';
import { type RefObject, useCallback, useEffect, useLayoutEffect, useRef, useState } from 'react';

/** How sheet metres become pixels: px = metres × scale + offset. */
export interface View {
  scale: number;
  x: number;
  y: number;
}

export type Box = readonly [x0: number, y0: number, x1: number, y1: number];

const [least, most] = [2, 400];
const clampScale = (s: number) => Math.min(most, Math.max(least, s));

/** A turn of the wheel by one px zooms by this power of e. */
const zoomPerPx = 0.0015;

type Pinch = { origin: readonly [number, number]; scale: number };

/** A place of the window in px from the corner of an element. */
function within(element: HTMLElement | null, x: number, y: number): [number, number] {
  const bounds = element?.getBoundingClientRect();
  return [x - (bounds?.left ?? 0), y - (bounds?.top ?? 0)];
}

/** Pan and zoom of a sheet. Fits `box` when `key` changes or the sheet's size does, until it is moved by hand. */
export function useView(ref: RefObject<HTMLElement | null>, box: Box, key: string) {
  const [size, setSize] = useState({ width: 0, height: 0 });
  const [view, setView] = useState<View>({ scale: 40, x: 0, y: 0 });
  const touched = useRef('');

  useLayoutEffect(() => {
    const element = ref.current;
    if (!element) return;
    const observer = new ResizeObserver(() =>
      setSize({ width: element.clientWidth, height: element.clientHeight }),
    );
    observer.observe(element);
    setSize({ width: element.clientWidth, height: element.clientHeight });
    return () => observer.disconnect();
  }, [ref]);

  const [x0, y0, x1, y1] = box;
  const fit = useCallback(() => {
    if (!size.width || !size.height) return;
    const margin = { left: 46, right: 60, top: 40, bottom: 28 };
    const scale = clampScale(
      Math.min(
        (size.width - margin.left - margin.right) / (x1 - x0),
        (size.height - margin.top - margin.bottom) / (y1 - y0),
      ),
    );
    setView({
      scale,
      x: margin.left + (size.width - margin.left - margin.right - (x1 - x0) * scale) / 2 - x0 * scale,
      y: margin.top + (size.height - margin.top - margin.bottom - (y1 - y0) * scale) / 2 - y0 * scale,
    });
  }, [size, x0, y0, x1, y1]);

  useEffect(() => {
    if (touched.current !== key) fit();
  }, [fit, key]);

  const zoomAt = useCallback(
    (factor: number, px?: number, py?: number) => {
      touched.current = key;
      setView((v) => {
        const scale = clampScale(v.scale * factor);
        const [cx, cy] = [px ?? size.width / 2, py ?? size.height / 2];
        return { scale, x: cx - ((cx - v.x) * scale) / v.scale, y: cy - ((cy - v.y) * scale) / v.scale };
      });
    },
    [key, size],
  );
  const panBy = useCallback(
    (dx: number, dy: number) => {
      touched.current = key;
      setView((v) => ({ ...v, x: v.x + dx, y: v.y + dy }));
    },
    [key],
  );

  useGesture(
    {
      onWheel: ({ event }) => {
        event.preventDefault();
        // with Ctrl it is a pinch on a touchpad
        if (!event.ctrlKey)
          zoomAt(Math.exp(-event.deltaY * zoomPerPx), ...within(ref.current, event.clientX, event.clientY));
      },
      onPinch: ({ event, origin, offset: [scale], lastOffset, first, memo }): Pinch => {
        if (event.cancelable) event.preventDefault();
        const before = first || !memo ? { origin, scale: lastOffset[0] } : (memo as Pinch);
        panBy(origin[0] - before.origin[0], origin[1] - before.origin[1]);
        zoomAt(scale / before.scale, ...within(ref.current, ...origin));
        return { origin, scale };
      },
    },
    { target: ref, eventOptions: { passive: false }, pinch: { scaleBounds: { min: 1e-6, max: 1e6 } } },
  );

  const refit = useCallback(() => {
    touched.current = '';
    fit();
  }, [fit]);
  return { view, size, zoomAt, panBy, fit: refit };
}
