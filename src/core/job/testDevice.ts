import { find, type Job } from './job';
import type { Device } from './records';

/** The device that tests are made with: the job's, or the first there is. */
export const testDevice = (job: Job): Device | undefined =>
  find(job, 'device', job.info.testDeviceId) ?? job.devices[0];
