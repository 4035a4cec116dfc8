import { makeRecord } from '../../job/make';
import type { FixedDevice } from '../../job/records';
import { house, isSilent, put, says } from '@/testing/testPlans';

const desktop = (over: Partial<FixedDevice> = {}): FixedDevice => ({
  ...(house.fixedDevices[0] as FixedDevice),
  ...{ id: 'desktop', name: 'Desktop', portMbps: 1000, standard: null, only24: false },
  ...over,
});
const cable = makeRecord({
  ...{ type: 'deviceCable', id: 'cable', deviceId: 'desktop' },
  fromUnitId: house.units.find((u) => u.planned)?.id ?? '',
});

says('deviceNoCable', () => put(house, desktop()), { what: /^Desktop has no Wi-Fi/, sure: 'certain' });
isSilent('deviceNoCable', 'with a cable', () => put(house, desktop(), cable));
isSilent('deviceNoCable', 'with Wi-Fi', () => put(house, desktop({ standard: 'he' })));
isSilent('deviceNoCable', 'without a port', () => put(house, desktop({ portMbps: 0 })));
