import type { AnyRecord, Link } from '../../job/records';
import { fedPoint, house, isSilent, put, says } from '@/testing/testPlans';

says('poeNoSource', () => put(house, ...fedPoint('af', 11)), {
  what: /^C is fed over its cable, and A does not feed it$/,
});

isSilent('poeNoSource', 'with an injector between', () => {
  const [point, at, wire] = fedPoint('af', 11) as [AnyRecord, AnyRecord, Link];
  return put(house, point, at, { ...wire, adapterKitId: 'kit-injector' });
});
