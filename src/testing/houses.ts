/** The houses whose figures are kept: the demo jobs, and one made up at random; each with its scene. */
import type { Job } from '../core/job/job';
import type { Scene } from '../core/propagation/model';
import { buildScene } from '../core/propagation/scene';
import { demos } from './demoJobs';
import { randomHouse } from './randomHouse';

export const houses: [name: string, job: Job, scene: Scene][] = [
  ...demos.map(({ file, job }) => [file, job] as const),
  ['random 1', randomHouse(1)] as const,
].map(([name, job]) => [name, job, buildScene(job)]);
