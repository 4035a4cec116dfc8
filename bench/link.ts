/**
 * The speed test beside a measuring tool, over an emulated link: `npx tsx bench/link.ts [quick]`. iperf3 (four streams)
 * and ping by turns with the page's own test in Chromium, on two hosts of their own. Says why where it can't be done.
 */
import { spawn, spawnSync } from 'node:child_process';
import { chmodSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { buildSync } from 'esbuild';
import { chromiumLaunch } from '../bin/chromium';
import { type Conditions, makeTestLink, serverAddress, type TestLink } from './link/network';

const median = (v: number[]) => [...v].sort((a, b) => a - b)[Math.floor(v.length / 2)] ?? NaN;
const lines = [
  [5, 1],
  [20, 5],
  [94, 20],
  [300, 100],
] as const;
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
  const { stdout } = spawnSync(...link.on('phone', ['iperf3', ...flags]), { encoding: 'utf8' });
  const { end } = JSON.parse(stdout) as { end: { sum_received: { bits_per_second: number } } };
  return end.sum_received.bits_per_second / 1e6;
}

function ping(link: TestLink): number {
  const [command, args] = link.on('phone', ['ping', '-q', '-c', '20', '-i', '0.1', serverAddress]);
  const { stdout } = spawnSync(command, args, { encoding: 'utf8' });
  // min/avg/max/mdev
  return Number(/= [\d.]+\/([\d.]+)\//.exec(stdout)?.[1]);
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
    for (const [downMbps, upMbps] of lines)
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
    console.table(rows);
  } finally {
    await browser.close();
    running.forEach((child) => child.kill());
    link.remove();
    rmSync(folder, { recursive: true, force: true });
  }
}

main(process.argv[2] === 'quick').catch((error: unknown) => {
  console.error(`The link can't be made here: ${error instanceof Error ? error.message : String(error)}`);
  process.exitCode = 1;
});
