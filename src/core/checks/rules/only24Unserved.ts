import type { SnagRule } from '../snag';

/** Devices that know only 2.4 GHz, and no planned unit that has it. */
export const only24Unserved: SnagRule = ({ job, planned }) => {
  if (
    planned.length === 0 ||
    planned.some(({ product }) => product.radios.some((r) => r.band === '2.4' && r.use === 'access'))
  )
    return [];
  return job.fixedDevices
    .filter((d) => d.only24)
    .map((d) => ({
      what: `${d.name} has 2.4 GHz only, and no planned unit transmits there`,
      why: 'The device cannot find the network.',
      sure: 'certain' as const,
      recordId: d.id,
      repair: null,
    }));
};
