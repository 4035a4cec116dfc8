import { loadOf } from '../../network/load';
import { predictJob } from '../../network/predict';
import type { SnagRule } from '../snag';

/** «2.4 times the time», «85 % of the time». */
const timeWords = (share: number): string =>
  share >= 1 ? `${share.toFixed(1)} times the airtime` : `${Math.round(share * 100)} % of the time`;

/** A channel or wire that cannot carry all needs at once (planning: airtime at most 80 %). */
export const overloaded: SnagRule = ({ job, scene, network }) => {
  const load = loadOf(job, network, predictJob(job, scene, network, { why: false }));
  const letter = (id: string) => network.placed.get(id)?.unit.letter ?? '?';
  return load.channels
    .filter((c) => !c.fits)
    .map((c) => ({
      what: `All needs at once would take ${timeWords(c.airtime + c.busyShare)} of ${c.band === null ? c.words : `the channel (${c.words})`} of ${c.unitIds.map(letter).join(', ')}`,
      why: 'Distant spots use most of it. Serve them from a nearer unit, or use a dedicated backhaul radio or a cable.',
      sure: 'likely' as const,
      recordId: c.unitIds[0] ?? job.info.id,
      repair: null,
    }));
};
