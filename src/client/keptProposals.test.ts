import 'fake-indexeddb/auto';
import { openDB } from 'idb';
import { demos } from '@/testing/demoJobs';
import { keepProposals, keptProposals, type KeptProposals } from './keptProposals';

const job = demos[0]?.job;
if (!job) throw new Error('no demo job');
const kept: KeptProposals = {
  jobId: job.info.id,
  at: '2026-11-20T10:00:00.000Z',
  tookS: 12,
  records: [...job.byId.values()],
  proposals: [],
  found: null,
};

test('what is kept comes back, by job; the last of a job counts', async () => {
  expect(await keptProposals(job.info.id)).toBeNull();
  await keepProposals(kept);
  await keepProposals({ ...kept, at: '2026-11-20T11:00:00.000Z' });
  expect(await keptProposals(job.info.id)).toMatchObject({
    at: '2026-11-20T11:00:00.000Z',
    records: kept.records,
  });
  expect(await keptProposals('another')).toBeNull();
});

test('of a form that is not known any more there is nothing', async () => {
  const db = await openDB('nestle-proposals', 1);
  await db.put('proposals', { ...kept, form: 0 });
  db.close();
  expect(await keptProposals(job.info.id)).toBeNull();
});
