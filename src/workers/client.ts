import * as Comlink from 'comlink';
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
