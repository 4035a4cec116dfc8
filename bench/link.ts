/**
 * The speed test beside measuring tools, over an emulated link: `npx tsx bench/link.ts [quick] [rates] [load] [silences] [300/100 …]`. iperf3 (four streams)
 * and ping by turns with the page's own test in Chromium, on two hosts of their own. Says why where it can't be done.
 */
import { spawn, spawnSync } from 'node:child_process';
import { chmodSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium, type Page } from '@playwright/test';
import type { SpeedFigures } from '@/features/walk/speedTest';
import { buildSync } from 'esbuild';
import { chromiumLaunch } from '../bin/chromium';
import { type Conditions, makeTestLink, serverAddress, type TestLink } from './link/network';

/** Parts asked for by name; all where none is. */
const parts = ['rates', 'load', 'silences'];
const isAsked = (part: string) => process.argv.includes(part) || !parts.some((p) => process.argv.includes(p));

const median = (v: number[]) => [...v].sort((a, b) => a - b)[Math.floor(v.length / 2)] ?? NaN;
const lines = [
  [5, 1],
  [20, 5],
  [94, 20],
  [300, 100],
] as const;
/** Lines asked for by name; all where none is. */
const named = process.argv.filter((a) => /^\d+\/\d+$/.test(a));
const isNamed = ([down, up]: readonly [number, number]) => !named.length || named.includes(`${down}/${up}`);
const ways = [
  { delayMs: 1 },
  { delayMs: 10 },
  { delayMs: 40 },
  { delayMs: 10, jitterMs: 5 },
  { delayMs: 10, loss: 0.005 },
  { delayMs: 10, loss: 0.02 },
];

/** What iperf3 gets with four streams, Mbps: of five seconds the first is left out. */
function iperf(link: TestLink, way: 'down' | 'up'): number {
  const flags = [
    '-c',
    serverAddress,
    '-P',
    '4',
    '-t',
    '5',
    '-O',
    '1',
    '-J',
    ...(way === 'down' ? ['-R'] : []),
  ];
  // it hangs now and then, and its server with it for some seconds: then once more
  for (let tries = 0; tries < 10; tries++) {
    if (tries > 0) spawnSync('sleep', ['3']);
    const { stdout, status } = spawnSync(...link.on('phone', ['iperf3', ...flags]), {
      encoding: 'utf8',
      timeout: 20_000,
    });
    if (status !== 0) continue;
    const { end } = JSON.parse(stdout) as { end: { sum_received?: { bits_per_second: number } } };
    if (end.sum_received) return end.sum_received.bits_per_second / 1e6;
  }
  throw new Error('iperf3 gives no answer');
}

function ping(link: TestLink): number {
  const [command, args] = link.on('phone', ['ping', '-q', '-c', '20', '-i', '0.1', serverAddress]);
  const { stdout } = spawnSync(command, args, { encoding: 'utf8' });
  // min/avg/max/mdev
  return Number(/= [\d.]+\/([\d.]+)\//.exec(stdout)?.[1]);
}

/** Median delay by ping while iperf3 fills one direction, ms: what four greedy streams make of the queue. */
async function loadedPing(link: TestLink, way: 'down' | 'up'): Promise<number> {
  const flags = ['-c', serverAddress, '-P', '4', '-t', '6', ...(way === 'down' ? ['-R'] : [])];
  const [command, args] = link.on('phone', ['iperf3', ...flags]);
  const load = spawn(command, args, { stdio: 'ignore' });
  await new Promise((done) => setTimeout(done, 1500));
  const ms = ping(link);
  await new Promise((done) => load.once('exit', done));
  return ms;
}

/** One run of our own with ping beside it: ping's median over the later half of each direction, ms. */
async function pingBeside(
  link: TestLink,
  page: Page,
  ours: () => Promise<SpeedFigures>,
): Promise<{ own: SpeedFigures; down: number; up: number }> {
  const child = spawn(...link.on('phone', ['ping', '-D', '-i', '0.05', serverAddress]));
  let said = '';
  child.stdout.on('data', (text) => (said += text));
  const own = await ours();
  const endMs = Date.now();
  await new Promise((done) => setTimeout(done, 1500));
  child.kill('SIGINT');
  await new Promise((done) => child.once('close', done));
  // [when the answer came, s] … time=… ms
  const answers = [...said.matchAll(/^\[([\d.]+)\].*time=([\d.]+) ms/gm)].map(([, at, ms]) => ({
    sentMs: 1000 * Number(at) - Number(ms),
    ms: Number(ms),
  }));
  const steps = await page.evaluate(() => window.steps);
  const over = (step: string) => {
    const i = steps.findIndex((s) => s.step === step);
    const [from, to] = [steps[i]?.atMs ?? NaN, steps[i + 1]?.atMs ?? endMs];
    return median(answers.filter((a) => a.sentMs >= (from + to) / 2 && a.sentMs < to).map((a) => a.ms));
  };
  return { own, down: over('down'), up: over('up') };
}

/** Delay under load in each direction, ours beside ping's over the same load; a deep queue, as in many a home. */
async function delaysUnderLoad(
  link: TestLink,
  page: Page,
  ours: () => Promise<SpeedFigures>,
): Promise<object[]> {
  const rows: object[] = [];
  for (const [downMbps, upMbps] of lines.slice(1)) {
    await link.set({ downMbps, upMbps, delayMs: 10, queueMs: 600 });
    const runs: Awaited<ReturnType<typeof pingBeside>>[] = [];
    for (let i = 0; i < 5; i++) runs.push(await pingBeside(link, page, ours));
    const of = (figure: (run: (typeof runs)[number]) => number | null) =>
      median(runs.map((r) => figure(r) ?? NaN)).toFixed(0);
    rows.push({
      link: `${downMbps}/${upMbps}, 10 ms, queue 600 ms`,
      down: of((r) => r.own.loadedMs),
      'ping beside it, down': of((r) => r.down),
      'ping, iperf3 down': (await loadedPing(link, 'down')).toFixed(0),
      up: of((r) => r.own.loadedUpMs),
      'ping beside it, up': of((r) => r.up),
      'ping, iperf3 up': (await loadedPing(link, 'up')).toFixed(0),
    });
  }
  return rows;
}

/** How many silences of 1.2 s are told, in each part of a test; and how many tests without one tell one. */
async function dropOuts(
  link: TestLink,
  page: Page,
  ours: () => Promise<SpeedFigures>,
  of: number,
): Promise<object[]> {
  await link.set({ downMbps: 94, upMbps: 20, delayMs: 10 });
  const rows: object[] = [];
  for (const step of ['latency', 'down', 'up', null] as const) {
    let told = 0;
    for (let i = 0; i < of; i++) {
      await page.evaluate(() => (document.title = ''));
      const run = ours();
      if (step) {
        await page.waitForFunction((name) => document.title === name, step, { polling: 10 });
        // anywhere in the first second of it; the idle step is short
        await new Promise((done) => setTimeout(done, Math.random() * (step === 'latency' ? 100 : 1000)));
        await link.silent(1200);
      }
      const figures = await run;
      if (process.env.DETAIL) console.log(step, JSON.stringify(figures));
      const { remarks } = figures;
      if (remarks.includes('dropped-out')) told++;
    }
    rows.push({ silence: step ?? 'none', tests: of, told });
  }
  return rows;
}

async function main(quick: boolean) {
  const link = await makeTestLink();
  const folder = mkdtempSync(join(tmpdir(), 'nestle-link-'));
  const script = join(folder, 'page.js');
  const server = join(folder, 'server.mjs');
  const alias = { '@': join(process.cwd(), 'src') };
  buildSync({ entryPoints: ['bench/link/page.ts'], outfile: script, bundle: true, format: 'iife', alias });
  buildSync({
    entryPoints: ['bench/link/server.ts'],
    outfile: server,
    bundle: true,
    platform: 'node',
    format: 'esm',
    alias,
  });
  const start = (host: 'server' | 'phone', command: string[]) => {
    const [program, args] = link.on(host, command);
    return spawn(program, args, { stdio: ['ignore', 'pipe', 'inherit'] });
  };
  const running = [
    start('server', [process.execPath, server, serverAddress, script]),
    start('server', ['iperf3', '-s']),
  ];
  await new Promise((done) => running[0]?.stdout.once('data', done));
  // Chromium on the phone's host
  const browserProgram = join(folder, 'chromium');
  const [program, args] = link.on('phone', [chromiumLaunch.executablePath]);
  writeFileSync(browserProgram, `#!/bin/sh\nexec ${program} ${args.join(' ')} "$@"\n`);
  chmodSync(browserProgram, 0o755);
  const browser = await chromium.launch({ ...chromiumLaunch, executablePath: browserProgram });
  try {
    const page = await browser.newPage();
    await link.set({ downMbps: 100, upMbps: 100, delayMs: 1 });
    await page.goto(`http://${serverAddress}:8080/`);
    let ticket = 0;
    const ours = () => page.evaluate((name) => window.runTest(name), `t${ticket++}`);
    const rows: object[] = [];
    for (const [downMbps, upMbps] of isAsked('rates') ? lines.filter(isNamed) : [])
      for (const way of ways) {
        const conditions: Conditions = { downMbps, upMbps, ...way };
        await link.set(conditions);
        const turns = quick ? 1 : 3;
        const all: {
          down: number;
          up: number;
          iperfDown: number;
          iperfUp: number;
          idle: number;
          ping: number;
          text: string;
        }[] = [];
        for (let i = 0; i < turns; i++) {
          const own = await ours();
          all.push({
            down: own.downMbps,
            up: own.upMbps,
            idle: own.latencyMs,
            iperfDown: iperf(link, 'down'),
            iperfUp: iperf(link, 'up'),
            ping: ping(link),
            text: JSON.stringify(own),
          });
        }
        const of = (key: Exclude<keyof (typeof all)[number], 'text'>) => median(all.map((a) => a[key]));
        const off = (a: number, b: number) => `${(100 * (a / b - 1)).toFixed(1)} %`;
        const row = {
          link: `${downMbps}/${upMbps}, ${way.delayMs} ms${way.jitterMs ? ` ± ${way.jitterMs}` : ''}${way.loss ? `, ${way.loss * 100} % lost` : ''}`,
          down: of('down').toFixed(1),
          'iperf3 down': of('iperfDown').toFixed(1),
          'off down': off(of('down'), of('iperfDown')),
          up: of('up').toFixed(2),
          'iperf3 up': of('iperfUp').toFixed(2),
          'off up': off(of('up'), of('iperfUp')),
          idle: of('idle').toFixed(1),
          ping: of('ping').toFixed(1),
        };
        rows.push(row);
        console.log(Object.values(row).join(' | '));
        if (process.env.DETAIL) console.log(all.map((a) => a.text).join('\n'));
      }
    if (rows.length) console.table(rows);
    if (isAsked('load')) console.table(await delaysUnderLoad(link, page, ours));
    if (isAsked('silences')) console.table(await dropOuts(link, page, ours, quick ? 5 : 20));
  } finally {
    await browser.close();
    running.forEach((child) => child.kill());
    link.remove();
    rmSync(folder, { recursive: true, force: true });
  }
}

main(process.argv.includes('quick')).catch((error: unknown) => {
  console.error(`The link can't be made here: ${error instanceof Error ? error.message : String(error)}`);
  process.exitCode = 1;
});
