import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { demos } from '@/testing/demoJobs';
import { openDatabase } from './database';
import { importJob } from './jobFiles';
import { insertJob, loadJob } from './jobs';
import { packOf } from './pack';
import { openZip, unpackBytes } from './zip';

const [demo] = demos;
if (!demo) throw new Error('no demo');
const now = new Date('2026-11-29T10:00:00Z');
const folder = mkdtempSync(join(tmpdir(), 'nestle-pack-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

test('all that is handed over is one archive, and that archive is a job file too', async () => {
  const db = openDatabase(':memory:');
  insertJob(db, demo.job, now.toISOString());
  const { name, body } = await packOf(db, demo.job.info.id, 'A4', now);
  expect(name).toBe('quay-house-hand-over.zip');
  const file = join(folder, name);
  writeFileSync(file, Buffer.from(await new Response(body).arrayBuffer()));

  const { entries, close } = await openZip(file, { entries: 200, bytes: () => 1e8 });
  const names = [...entries.keys()];
  for (const one of ['householder', 'as-built', 'labels', 'sign-off'])
    expect(names).toContain(`papers/${one}.pdf`);
  expect(names.filter((n) => n.endsWith('.svg'))).toHaveLength(demo.job.storeys.length);
  expect(names.filter((n) => n.endsWith('.geojson'))).toHaveLength(demo.job.storeys.length);
  const csv = entries.get('readings.csv');
  if (!csv) throw new Error('no readings');
  expect((await unpackBytes(csv)).toString('utf8').trim().split('\n')).toHaveLength(
    demo.job.readings.length + 1,
  );
  await close();

  const id = await importJob(db, file, now.toISOString());
  expect(id).not.toBe(demo.job.info.id);
  expect(loadJob(db, id).job.byId.size).toBe(demo.job.byId.size);
  db.close();
});
