import { withPosterior } from '@/core/calibration/posterior';
import { networkOf } from '@/core/network/backhaul';
import { predictJob } from '@/core/network/predict';
import { buildScene } from '@/core/propagation/scene';
import { type Command, parsed, print, readJob, word } from './command';

export const predict: Command = {
  help: `nestle predict FILE [--found]

Reads a job file and writes JSON: for each spot its need, best unit, band, rssiDbm, down, up,
latency, certainty and limitedBy, for the planned network, or with --found for the one found.`,
  run(args) {
    const { values, words } = parsed(args, { found: { type: 'boolean' } }, ['FILE']);
    const job = readJob(word(words, 0));
    const scene = withPosterior(job, buildScene(job));
    const network = networkOf(job, scene, values.found ? 'found' : 'planned');
    const letters = new Map(job.units.map((u) => [u.id, u.letter]));
    const rooms = new Map(job.rooms.map((r) => [r.id, r.name]));
    print({
      job: job.info.name,
      spots: predictJob(job, scene, network).map((p) => {
        const spot = job.spots.find((s) => s.id === p.spotId);
        return {
          spot: spot?.number,
          name: spot?.name,
          room: rooms.get(spot?.roomId ?? ''),
          need: { down: p.need.downMbps, up: p.need.upMbps, latency: p.need.latencyMs },
          unit: p.unitId === null ? null : letters.get(p.unitId),
          band: p.band,
          rssiDbm: p.rssiDbm,
          down: p.downMbps,
          up: p.upMbps,
          latency: p.latencyMs,
          certainty: p.certainty,
          met: p.met,
          limitedBy: p.limitedBy,
        };
      }),
      unfed: network.withoutUplink.map((u) => ({ unit: u.unit.letter, why: u.why })),
    });
  },
};
