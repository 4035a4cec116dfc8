import type { AnyRecord, Link } from '../../job/records';
import { fedPoint, house, isSilent, product, put, says } from '@/testing/testPlans';

says('poeNoSource', () => put(house, ...fedPoint('af', 11)), {
  what: /^C needs PoE, and A is not its uplink$/,
});

isSilent('poeNoSource', 'with an injector between', () => {
  const [point, at, wire] = fedPoint('af', 11) as [AnyRecord, AnyRecord, Link];
  return put(house, point, at, { ...wire, adapterKitId: 'kit-injector' });
});

says(
  'poeNoSource',
  () => {
    const [point, at, wire] = fedPoint('af', 11) as [AnyRecord, AnyRecord, Link];
    return put(
      house,
      { ...product('router-old'), poePorts: 1, poeOut: 'af', poeBudgetW: 8 },
      point,
      at,
      wire,
    );
  },
  { what: /^C needs PoE, and A is not its uplink$/, sure: 'certain' },
);

isSilent('poeNoSource', 'where the unit gives power enough', () => {
  const [point, at, wire] = fedPoint('af', 11) as [AnyRecord, AnyRecord, Link];
  return put(house, { ...product('router-old'), poePorts: 2, poeOut: 'af', poeBudgetW: 40 }, point, at, wire);
});
