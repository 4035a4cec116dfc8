import type { SnagRule } from '../snag';

/** A device that can only be joined by a cable, and none leads to it. */
export const deviceNoCable: SnagRule = ({ job, planned }) =>
  planned.length === 0
    ? []
    : job.fixedDevices
        .filter(
          (d) => d.standard === null && d.portMbps > 0 && !job.deviceCables.some((c) => c.deviceId === d.id),
        )
        .map((d) => ({
          what: `${d.name} has no Wi-Fi, and no cable leads to it`,
          why: 'It has a port alone: lay a cable from the nearest unit, or say that one is there already.',
          sure: 'certain' as const,
          recordId: d.id,
          repair: null,
        }));
