import { spotNeed } from '../../job/needs';
import { testDevice } from '../../job/testDevice';
import type { SnagRule } from '../snag';

/** A test device that cannot show what is needed. */
export const testDeviceSlow: SnagRule = ({ job }) => {
  const device = testDevice(job);
  if (!device || device.capMbps === null) return [];
  const most = Math.max(0, ...job.spots.map((s) => spotNeed(job, s).downMbps));
  return device.capMbps < most
    ? [
        {
          what: `${device.name} shows ${device.capMbps} Mbps at most, and ${most} are needed`,
          why: 'A test with this device cannot prove a higher rate.',
          sure: 'certain',
          recordId: device.id,
          repair: null,
        },
      ]
    : [];
};
