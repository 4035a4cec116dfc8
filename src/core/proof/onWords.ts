import { find, type Job } from '../job/job';
import type { Reading } from '../job/records';

/** What a device was on during a run, as it showed; empty where nothing was noted. Example: «on Quay, unit B, 5 GHz». */
export function onWords(job: Job, run: Pick<Reading, 'networkName' | 'onUnitId' | 'onBand'>): string {
  const unit = find(job, 'unit', run.onUnitId);
  const parts = [run.networkName, unit && `unit ${unit.letter}`, run.onBand && `${run.onBand} GHz`];
  const said = parts.filter(Boolean);
  return said.length ? `on ${said.join(', ')}` : '';
}
