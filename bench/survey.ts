/** Drawing a large survey: the core's part, and the frames of the real sheet with 400 walls and 200 symbols. */
import { chromium } from 'playwright-core';
import { Bench } from 'tinybench';
import { z } from 'zod';
import { wallGraph } from '@/core/geometry/wallGraph';
import { type Job, jobFromRecords } from '@/core/job/job';
import { makeRecord } from '@/core/job/make';
import { newJob } from '@/core/templates/newJob';
import type { AnyRecord } from '@/core/job/records';
import { writeJobFile } from '@/core/job/jobFile';
import { applyEdit } from '@/core/job/edits';
import { fitRooms, withRooms } from '@/core/survey/rooms';
import { segmentOf } from '@/core/survey/storeyGraph';
import { moveWall } from '@/core/survey/wallEdits';
import { surveyGaps } from '@/core/checks/surveyGaps';
import { makeApp } from '../bin/app';
import { chromiumLaunch } from '../bin/chromium';

/** A storey of n × n rooms, its walls cut at every crossing, with sockets along them. */
export function gridJob(n: number, symbols: number): Job {
  const step = 3;
  const base = newJob(
    {
      name: `Grid of ${n}`,
      lengths: 'm',
      widthM: n * step,
      depthM: n * step,
      storeys: 1,
      outerAssemblyId: 'asm-stud',
      planDownMbps: 500,
      planUpMbps: 100,
    },
    { id: `grid-${n}`, createdOn: '2026-11-01', seed: 1 },
  );
  const kept = [...base.byId.values()].filter((r) => !['wall', 'room', 'opening', 'tape'].includes(r.type));
  const records: AnyRecord[] = [...kept];
  const wall = (ax: number, ay: number, bx: number, by: number) =>
    records.push(
      makeRecord({
        type: 'wall',
        id: `w${records.length}`,
        storeyId: 'storey-0',
        ax,
        ay,
        bx,
        by,
        assemblyId: 'asm-stud',
      }),
    );
  for (let i = 0; i <= n; i++)
    for (let k = 0; k < n; k++) {
      wall(i * step, k * step, i * step, (k + 1) * step);
      wall(k * step, i * step, (k + 1) * step, i * step);
    }
  for (let i = 0; i < symbols; i++)
    records.push(
      makeRecord({
        type: 'service',
        id: `s${i}`,
        storeyId: 'storey-0',
        kind: 'socket',
        name: 'Socket',
        xM: (i % (n * 2)) * 1.5 + 0.4,
        yM: Math.floor(i / (n * 2)) * 2.6 + 0.2,
        heightM: 0.3,
        circuit: 'G1',
        note: '',
      }),
    );
  const job = jobFromRecords(records);
  return applyEdit(job, { label: 'rooms', ...fitRooms(job, 'storey-0') }).job;
}

/** Milliseconds of the core for one edit in surveys of growing size. */
export async function surveyCore(): Promise<object[]> {
  const bench = new Bench({ time: 700, warmupTime: 150 });
  for (const n of [4, 9, 14]) {
    const job = gridJob(n, 0);
    const segments = job.walls.map((w) => segmentOf(job, w));
    const middle = job.walls.find((w) => w.ax === 6 && w.bx === 6 && w.ay === 3);
    if (!middle) throw new Error('no wall to move');
    let turn = 0;
    bench.add(`wall graph, ${job.walls.length} walls`, () => void wallGraph(segments));
    bench.add(`a wall moved, rooms and all, ${job.walls.length} walls`, () => {
      const made = moveWall(job, middle, turn++ % 2 ? 0.1 : -0.1, 0);
      if ('why' in made) throw new Error(made.why);
      applyEdit(job, withRooms(job, made.edit));
    });
    bench.add(`what is missing, ${job.walls.length} walls`, () => void surveyGaps({ ...job }, []));
  }
  await bench.run();
  return bench.tasks.map((t) => ({
    what: t.name,
    'median ms': t.result && 'latency' in t.result ? Number(t.result.latency.p50.toFixed(2)) : 'failed',
  }));
}

/** Frames while the sheet is panned, a wall is drawn and a wall is dragged. */
export async function surveyFrames(): Promise<object[]> {
  const app = makeApp(4378);
  const browser = await chromium.launch(chromiumLaunch);
  try {
    await app.start();
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    const job = gridJob(14, 200);
    const stored = await page.request.post(`${app.url}/api/jobs/import`, {
      data: writeJobFile(job),
      headers: { 'content-type': 'application/json' },
    });
    if (!stored.ok()) throw new Error(await stored.text());
    await page.goto(`${app.url}/jobs/grid-14/survey`);
    await page.getByTestId('sheet').waitFor();
    await page.waitForTimeout(2500);
    const box = await page.getByTestId('sheet').boundingBox();
    if (!box) throw new Error('no sheet');
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    const frames = async (what: string, doing: () => Promise<void>) => {
      // as text: what the compiler adds to functions is not there in the page
      await page.evaluate(`window.gaps = []; window.counting = true; window.last = performance.now();
        requestAnimationFrame(function tick(now) {
          window.gaps.push(now - window.last);
          window.last = now;
          if (window.counting) requestAnimationFrame(tick);
        });`);
      await doing();
      const gaps = z
        .array(z.number())
        .parse(await page.evaluate('window.counting = false, window.gaps.slice(1)'));
      const sorted = [...gaps].sort((a, b) => a - b);
      const at = (q: number) => Number((sorted[Math.floor(q * (sorted.length - 1))] ?? NaN).toFixed(1));
      return { what, frames: gaps.length, 'p50 ms': at(0.5), 'p95 ms': at(0.95) };
    };
    const steer = async (n: number) => {
      for (let i = 0; i < n; i++) {
        await page.mouse.move(x + 110 * Math.sin(i / 9), y + 70 * Math.cos(i / 7));
        await page.waitForTimeout(12);
      }
    };
    const rows = [await frames('pointer still', () => page.waitForTimeout(1500))];
    await page.mouse.move(x + 5, y + 5);
    await page.mouse.down();
    rows.push(await frames('panning', () => steer(120)));
    await page.mouse.up();
    await page.keyboard.press('w');
    await page.mouse.click(x - 40, y - 30);
    rows.push(await frames('drawing a wall', () => steer(120)));
    return rows;
  } finally {
    await browser.close();
    await app.stop();
    app.discard();
  }
}
