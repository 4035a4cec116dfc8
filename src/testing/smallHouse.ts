import type { Job } from '../core/job/job';
import { newJob, type NewJob } from '../core/templates/newJob';

/** A new job for tests: one storey of 9 × 7 m between stud walls, unless said otherwise. */
export const smallHouse = (over: Partial<NewJob> = {}): Job =>
  newJob(
    {
      name: 'X',
      lengths: 'm',
      widthM: 9,
      depthM: 7,
      storeys: 1,
      outerAssemblyId: 'asm-stud',
      planDownMbps: 100,
      planUpMbps: 20,
      ...over,
    },
    { id: 'x', createdOn: '2026-11-01', seed: 1 },
  );
