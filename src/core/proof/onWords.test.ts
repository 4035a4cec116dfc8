import { demos } from '@/testing/demoJobs';
import type { Job } from '../job/job';
import { onWords } from './onWords';

const job = demos[0]?.job as Job;

test.each([
  [{ networkName: '', onUnitId: null, onBand: null }, ''],
  [{ networkName: 'Quay', onUnitId: null, onBand: '5' }, 'on Quay, 5 GHz'],
  [
    { networkName: '', onUnitId: job.units[0]?.id ?? '', onBand: '2.4' },
    `on unit ${job.units[0]?.letter}, 2.4 GHz`,
  ],
  [{ networkName: '', onUnitId: 'gone', onBand: null }, ''],
] as const)('%j: %s', (run, words) => {
  expect(onWords(job, run)).toBe(words);
});
