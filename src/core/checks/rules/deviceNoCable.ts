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
          what: `${d.name} has no Wi-Fi and no cable`,
          why: 'This device has only a wired port. Lay a cable from the nearest unit, or mark an existing one.',
          sure: 'certain' as const,
          recordId: d.id,
          repair: null,
        }));
