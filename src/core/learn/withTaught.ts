import type { Job } from '../job/job';
import type { Scene } from '../propagation/model';
import { learnFrom } from './fit';
import { observationsOf } from './observations';

/** The scene with what the job's readings teach, where the job says that it is to be used; else as it is. @param scene without anything taught. */
export function withTaught(job: Job, scene: Scene): Scene {
  if (!job.info.useLearned) return scene;
  const learnt = learnFrom(scene, observationsOf(job, scene));
  return learnt ? { ...scene, reaches: new Map(), moving: new Map(), taught: learnt.taught } : scene;
}
