import { type ChildProcess, spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { openDatabase } from '@/server/database';
import { loadDemoJobs, readDemoJobs } from '@/server/demoJobs';
import { serveArguments } from './setup.mjs';

/** The built application on a database of its own, with the demo jobs, to be stopped and started at will. */
export interface App {
  url: string;
  /** Its data folder. */
  folder: string;
  /** Memory that its process holds now, bytes. */
  memory: () => number;
  /** @param options.evenIfDamaged any answer counts: a page that says what is wrong is one. */
  start: (options?: { evenIfDamaged?: boolean }) => Promise<void>;
  /** Puts clean demo jobs in place of the ones in the database, running or not. */
  freshDemo: () => void;
  /** Stops it at once, as when the machine goes down. */
  stop: () => Promise<void>;
  /** Removes the database. */
  discard: () => void;
}

/** Prepares the application on a port; `start` serves it. @throws Error from `start` when it does not answer within 30 s. */
export function makeApp(port: number): App {
  const folder = mkdtempSync(join(tmpdir(), 'nestle-'));
  const env = {
    ...process.env,
    NESTLE_DATA: folder,
    // phones get ports that no other application tries: one that reopens its share finds the same port again
    NESTLE_SHARE_PORT: String(port + 10),
    NEXT_TELEMETRY_DISABLED: '1',
    NODE_ENV: 'production' as const,
  };
  const demo = readDemoJobs('demo');
  const freshDemo = () => {
    const db = openDatabase(folder);
    loadDemoJobs(db, demo, true, Date.now());
    db.close();
  };
  freshDemo();
  const url = `http://127.0.0.1:${port}`;
  const answers = (anything = false) =>
    fetch(`${url}/api/jobs`).then(
      (r) => r.ok || anything,
      () => false,
    );
  let server: ChildProcess | undefined;
  return {
    url,
    folder,
    memory() {
      const status = readFileSync(`/proc/${server?.pid}/status`, 'utf8');
      return 1024 * Number(/VmRSS:\s+(\d+)/.exec(status)?.[1] ?? NaN);
    },
    freshDemo,
    async start({ evenIfDamaged = false } = {}) {
      const args = [...serveArguments, '--port', String(port)];
      server = spawn(process.execPath, args, { env, stdio: 'ignore' });
      for (let i = 0; i < 150; i++) {
        if (await answers(evenIfDamaged)) return;
        if (server.exitCode !== null)
          throw new Error('the application stopped: is it built (npm run build)?');
        await new Promise((done) => setTimeout(done, 200));
      }
      throw new Error('the application did not start');
    },
    async stop() {
      const running = server;
      if (!running?.pid || running.exitCode !== null) return;
      const gone = new Promise((done) => running.once('exit', done));
      running.kill('SIGKILL');
      await gone;
      for (let i = 0; i < 50 && (await answers()); i++) await new Promise((done) => setTimeout(done, 100));
    },
    discard: () => rmSync(folder, { recursive: true, force: true }),
  };
}
