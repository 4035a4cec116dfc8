import * as Comlink from 'comlink';
import type { FilesApi } from './files.worker';
import type { PlanApi } from './plan.worker';
import type { ComputeApi } from './protocol';

/** Starts the computing worker. Call `stop` when it is no longer needed. */
export function startCompute(): { api: Comlink.Remote<ComputeApi>; stop: () => void } {
  const worker = new Worker(new URL('./compute.worker.ts', import.meta.url), { type: 'module' });
  return { api: Comlink.wrap<ComputeApi>(worker), stop: () => worker.terminate() };
}

/** Starts the planning worker. `stop` ends it at once, whatever it is doing. */
export function startPlanning(): { api: Comlink.Remote<PlanApi>; stop: () => void } {
  const worker = new Worker(new URL('./plan.worker.ts', import.meta.url), { type: 'module' });
  return { api: Comlink.wrap<PlanApi>(worker), stop: () => worker.terminate() };
}

/** Starts a worker that reads files. `stop` ends it at once, whatever is in them. */
export function startFiles(): { api: Comlink.Remote<FilesApi>; stop: () => void } {
  const worker = new Worker(new URL('./files.worker.ts', import.meta.url), { type: 'module' });
  return { api: Comlink.wrap<FilesApi>(worker), stop: () => worker.terminate() };
}
