/** The speed test on loopback: rates with this process as the phone, memory of its server, eight phones in the queue. */
import { type ChildProcess, fork } from 'node:child_process';
import { buildSync } from 'esbuild';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fullTest, speedTest } from '@/features/walk/speedTest';

const runs = 5;
const phones = 8;

const median = (values: number[]) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? NaN;
const told = (child: ChildProcess) =>
  new Promise<{ port: number; rss: number; most: number }>((done) =>
    child.once('message', (m) => done(m as { port: number; rss: number; most: number })),
  );

export async function speedFigures(): Promise<object[]> {
  // compiled as for use, or the compiler's own memory would be counted too
  const folder = mkdtempSync(join(tmpdir(), 'nestle-bench-'));
  const outfile = join(folder, 'speedServer.mjs');
  buildSync({
    entryPoints: ['bench/speedServer.ts'],
    outfile,
    bundle: true,
    platform: 'node',
    format: 'esm',
  });
  const child = fork(outfile, { execArgv: [] });
  try {
    const { port, rss } = await told(child);
    const base = `http://127.0.0.1:${port}/speed/BENCH`;
    const signal = new AbortController().signal;
    const down: number[] = [];
    const up: number[] = [];
    for (let i = 0; i < runs; i++) {
      const r = await speedTest(base, `one-${i}`, fullTest, () => undefined, signal);
      down.push(r.downMbps);
      up.push(r.upMbps);
    }
    const start = performance.now();
    const order: number[] = [];
    const short = { ...fullTest, flowMs: 600, warmUpMs: 150, pings: 3 };
    await Promise.all(
      Array.from({ length: phones }, async (_, i) => {
        // they press one after the other
        await new Promise((done) => setTimeout(done, i * 40));
        await speedTest(base, `many-${i}`, short, () => undefined, signal);
        order.push(i);
      }),
    );
    const took = (performance.now() - start) / 1000;
    child.send('memory');
    const { most } = await told(child);
    return [
      { what: `down on loopback, Mbps, median of ${runs}`, value: median(down).toFixed(0) },
      { what: `up on loopback, Mbps, median of ${runs}`, value: median(up).toFixed(0) },
      { what: 'server at rest, MB', value: (rss / 1e6).toFixed(0) },
      { what: 'server at most, MB', value: (most / 1e6).toFixed(0) },
      { what: `${phones} phones at once: all done after, s`, value: took.toFixed(1) },
      { what: 'in the order they came', value: order.every((v, i) => v === i) ? 'yes' : order.join(' ') },
    ];
  } finally {
    child.kill();
    rmSync(folder, { recursive: true, force: true });
  }
}
