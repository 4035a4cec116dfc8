import type { Job } from '../job/job';
import type { Scene } from '../propagation/model';
import { calibrate } from './fit';
import { observationsOf } from './observations';

/** The scene with what the job's readings teach, where the job says that it is to be used; else as it is. @param scene without anything taught. */
export function withPosterior(job: Job, scene: Scene): Scene {
  if (!job.info.useLearned) return scene;
  const calibration = calibrate(scene, observationsOf(job, scene));
  return calibration ? { ...scene, sources: new Map(), posterior: calibration.posterior } : scene;
}
