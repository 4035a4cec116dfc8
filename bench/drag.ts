/** In the real interface: pointer to repaint while a unit is dragged, and first useful paint of a job. */
import { chromium } from 'playwright-core';
import { makeApp } from '../bin/app';
import { chromiumLaunch } from '../bin/chromium';

const quantile = (values: number[], q: number) =>
  [...values].sort((a, b) => a - b)[Math.floor(q * (values.length - 1))] ?? NaN;

/** Drags the main unit about and times each coverage repaint against the pointer event, as it came in, that asked for it. */
export async function dragFigures(): Promise<object[]> {
  const app = makeApp(4377);
  const browser = await chromium.launch(chromiumLaunch);
  try {
    await app.start();
    const url = `${app.url}/jobs/quay-house/plan`;
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    const firstPaint: number[] = [];
    for (let i = 0; i < 7; i++) {
      const before = performance.now();
      await page.goto(url, { waitUntil: 'commit' });
      await page.waitForSelector('[data-testid="coverage"] path', { state: 'attached' });
      if (i > 1) firstPaint.push(performance.now() - before);
    }
    await page.evaluate(() => {
      const state = window as typeof window & { moveAt?: number; waits?: number[]; dragPending?: boolean };
      state.waits = [];
      window.addEventListener(
        'pointerrawupdate',
        (event) => {
          if (!state.dragPending) {
            state.dragPending = true;
            state.moveAt = event.timeStamp;
          }
        },
        true,
      );
      const layer = document.querySelector('[data-testid="coverage-moving"]');
      if (layer)
        new MutationObserver(() => {
          if (!state.dragPending) return;
          state.dragPending = false;
          const from = state.moveAt ?? 0;
          requestAnimationFrame(() => setTimeout(() => state.waits?.push(performance.now() - from)));
        }).observe(layer, { subtree: true, attributes: true, childList: true });
    });
    // the job has been open for a moment: what the worker does while nothing is asked is done
    await page.waitForTimeout(4000);
    const peg = await page.locator('[data-unit="A"]').boundingBox();
    if (!peg) throw new Error('no unit to drag');
    const [x, y] = [peg.x + peg.width / 2, peg.y + peg.height / 2];
    await page.mouse.move(x, y);
    await page.mouse.down();
    for (let i = 0; i < 500; i++) {
      await page.mouse.move(x - 120 - 90 * Math.cos(i / 12), y + 120 + 60 * Math.sin(i / 9));
      // moves come at any time of a frame
      await page.waitForTimeout(22 + 17 * Math.random());
    }
    await page.keyboard.press('Escape');
    await page.mouse.up();
    const waits = await page.evaluate(() => (window as typeof window & { waits?: number[] }).waits ?? []);
    return [
      {
        what: 'drag: pointer move to repaint, p50',
        ms: Math.round(quantile(waits, 0.5)),
        samples: waits.length,
      },
      {
        what: 'drag: pointer move to repaint, p95',
        ms: Math.round(quantile(waits, 0.95)),
        samples: waits.length,
      },
      {
        what: 'first useful paint of a job, warm server, median',
        ms: Math.round(quantile(firstPaint, 0.5)),
        samples: firstPaint.length,
      },
    ];
  } finally {
    await browser.close();
    await app.stop();
    app.discard();
  }
}
