/** The demo house with one more unit: of each product, fed in each way, at each mount, in the house and in an outbuilding. */
import { demos } from './demoJobs';
import { applyEdit } from '@/core/job/edits';
import { get, type Job } from '@/core/job/job';
import { makeRecord } from '@/core/job/make';
import type { AnyRecord, Link, Product, Unit } from '@/core/job/records';
import { mainUnit } from '@/core/install/houseSteps';

const found = demos.find((d) => d.job.buildings.length > 2)?.job;
if (!found) throw new Error('no demo house with outbuildings');
const house: Job = found;
const root = mainUnit(house);
if (!root) throw new Error('no main unit');
const main: Unit = root;
const inside = main.storeyId;
const loft = house.storeys.find(
  (s) =>
    s.buildingId !== get(house, 'storey', inside).buildingId &&
    get(house, 'building', s.buildingId).kind === 'outbuilding',
)?.id;
if (!loft) throw new Error('no outbuilding');

const standing: Product['kind'][] = [
  'node',
  'plug-in',
  'outdoor',
  'access-point',
  'plate',
  'extender',
  'powerline',
];
const products = standing.flatMap((kind) => {
  const first = house.kits.find((k) => k.kind === kind && k.radios.length > 0);
  return first ? [first] : [];
});
const media: Link['medium'][] = ['ethernet', 'fibre', 'coax', 'powerline', 'wireless'];
const places = [
  ['shelf', 0.8],
  ['wall', 1.8],
  ['ceiling', 2.4],
  ['socket', 0.3],
  ['pole', 4],
] as const;

/** Outlets and adapters of a link that has some. */
function ends(medium: Link['medium']): Pick<Link, 'fromServiceId' | 'toServiceId' | 'adapterKitId'> {
  if (medium !== 'coax' && medium !== 'powerline')
    return { fromServiceId: null, toServiceId: null, adapterKitId: null };
  const [from, to] = house?.services.filter((s) => s.kind === (medium === 'coax' ? 'coax' : 'socket')) ?? [];
  const adapter = house?.kits.find((k) => k.kind === medium && k.radios.length === 0);
  return { fromServiceId: from?.id ?? '', toServiceId: to?.id ?? '', adapterKitId: adapter?.id ?? '' };
}

/** The house with its main unit and one more, `unit-z`. */
export function withUnit(
  product: Product,
  medium: Link['medium'],
  mount: Unit['mount'],
  heightM: number,
  storeyId: string,
) {
  const unit = makeRecord({
    ...{ type: 'unit', id: 'unit-z', letter: 'Z', name: 'Place', kitId: product.id, storeyId },
    ...{ xM: 2, yM: 2, heightM, tiltDeg: 0, facingDeg: 0, mount, found: false, planned: true },
  } as const);
  const link = makeRecord({
    ...{ type: 'link', id: 'link-z', unitId: 'unit-z', fromUnitId: main?.id ?? '', medium },
    ...{ radio: medium === 'wireless' ? 'shared' : null, band: medium === 'wireless' ? '5' : null },
    ...{
      lengthM: 12,
      category: medium === 'ethernet' ? 'cat6' : null,
      holes: null,
      points: [],
      channel: null,
    },
    ...ends(medium),
  } as const);
  const others = house?.units.filter((u) => u.id !== main?.id && u.planned) ?? [];
  const put: AnyRecord[] = [unit, link];
  const remove = [
    ...others.filter((u) => !u.found).map((u) => u.id),
    ...(house?.links
      .filter((l) => others.some((u) => [l.unitId, l.fromUnitId].includes(u.id)))
      .map((l) => l.id) ?? []),
  ];
  put.push(...others.filter((u) => u.found).map((u) => ({ ...u, planned: false })));
  return applyEdit(house, { label: '', put, remove }).job;
}

export const combinations = products.flatMap((product) =>
  media.flatMap((medium) =>
    places.flatMap(([mount, heightM]) =>
      [inside, loft].map((storeyId) => ({ product, medium, mount, heightM, storeyId })),
    ),
  ),
);

export const demoHouse = { house, main, inside };
