/**
 * Two hosts with a link between them, in network namespaces of their own: nothing of it is seen outside. Needs the
 * rights to make namespaces and tun devices, and a C++ compiler.
 */
import { type ChildProcess, spawn, spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createInterface } from 'node:readline';

/** What a link is like; delays one way, ms. */
export interface Conditions {
  downMbps: number;
  upMbps: number;
  delayMs: number;
  jitterMs?: number;
  loss?: number;
  /** The longest that a packet waits before the line; later ones are dropped. */
  queueMs?: number;
}

export const serverAddress = '10.99.77.1';
const phoneAddress = '10.99.77.2';
const hosts = { server: 'nestle-bench-a', phone: 'nestle-bench-b' } as const;
export type Host = keyof typeof hosts;

export interface TestLink {
  set: (conditions: Conditions) => Promise<void>;
  /** Lets nothing through for so long, ms. */
  silent: (ms: number) => Promise<void>;
  /** Command and arguments that run something on a host. */
  on: (host: Host, command: string[]) => [string, string[]];
  remove: () => void;
}

function must(command: string, args: string[]): void {
  const { status, stderr, error } = spawnSync(command, args, { encoding: 'utf8' });
  if (status !== 0) throw new Error(`${command} ${args.join(' ')}: ${error?.message ?? stderr.trim()}`);
}

const removeHosts = () => Object.values(hosts).forEach((ns) => spawnSync('ip', ['netns', 'delete', ns]));

/** @throws Error in words where the machine does not allow it. */
export async function makeTestLink(): Promise<TestLink> {
  const folder = mkdtempSync(join(tmpdir(), 'nestle-link-'));
  const program = join(folder, 'emulator');
  let emulator: ChildProcess | null = null;
  const remove = () => {
    emulator?.kill();
    removeHosts();
    rmSync(folder, { recursive: true, force: true });
  };
  try {
    must('g++', ['-O2', '-o', program, join(import.meta.dirname, 'emulator.cpp')]);
    removeHosts();
    for (const ns of Object.values(hosts)) must('ip', ['netns', 'add', ns]);
    // before all else: where a browser takes both processors the line itself would stall
    const running = spawn('chrt', ['-f', '50', program, 'nestle-a', 'nestle-b'], {
      stdio: ['pipe', 'pipe', 'inherit'],
    });
    emulator = running;
    const answers = createInterface({ input: running.stdout });
    const ended = new Promise<never>((_, reject) =>
      running.once('exit', (code) => reject(new Error(`the emulator ended with ${code}`))),
    );
    // who waits for an answer hears of it; at the end nobody does
    ended.catch(() => undefined);
    const said = () => Promise.race([ended, new Promise<void>((done) => answers.once('line', () => done()))]);
    await said();
    for (const [ns, device, address] of [
      [hosts.server, 'nestle-a', serverAddress],
      [hosts.phone, 'nestle-b', phoneAddress],
    ] as const) {
      must('ip', ['link', 'set', device, 'netns', ns]);
      must('ip', ['-n', ns, 'address', 'add', `${address}/30`, 'dev', device]);
      must('ip', ['-n', ns, 'link', 'set', device, 'up', 'txqueuelen', '10000']);
      must('ip', ['-n', ns, 'link', 'set', 'lo', 'up']);
    }
    const tell = async (line: string) => {
      const answer = said();
      running.stdin.write(`${line}\n`);
      await answer;
    };
    return {
      set: ({ downMbps, upMbps, delayMs, jitterMs = 0, loss = 0, queueMs = 200 }) =>
        tell(`set ${downMbps} ${upMbps} ${delayMs} ${jitterMs} ${loss} ${queueMs}`),
      silent: (ms) => tell(`silent ${ms}`),
      on: (host, [command = '', ...args]) => ['ip', ['netns', 'exec', hosts[host], command, ...args]],
      remove,
    };
  } catch (error) {
    remove();
    throw error;
  }
}
