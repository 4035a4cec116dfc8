/** Planning instances made up at random, small enough to try every choice. */
import { productLibrary } from '../core/templates/products';
import { makeRecord } from '../core/job/make';
import { type Job, jobFromRecords } from '../core/job/job';
import type { Product, Spot } from '../core/job/records';
import type { Network } from '../core/network/backhaul';
import { linkTo } from '../core/network/linkTo';
import { random, type Random } from '../core/statistics/random';
import type { Scene } from '../core/propagation/model';
import type { Candidate } from '../core/optimise/candidate';
import { unitAt } from '../core/optimise/candidates';
import type { CandidateOption, PlanningInstance } from '../core/optimise/planningInstance';

/**
 * An instance of up to 7 candidates and 6 spots on a real job, whose options, costs and headrooms are
 * drawn from a seed.
 * @param deep of up to 5 candidates, with cables from new units and from a switch, and units behind units behind units.
 */
export function randomInstance(
  seed: number,
  given: Job,
  scene: Scene,
  network: Network,
  deep = false,
): PlanningInstance {
  const r = random(deep ? seed + 0.5 : seed);
  const pick = (n: number) => Math.floor(r.uniform() * n);
  const kept = network.backhauls.map((f) => f.unit);
  const [root] = kept;
  if (!root) throw new Error('the job has no main unit');
  // a maker that advises few units, and in half of all cases one that is kept is of the family
  const mostUnits = 1 + pick(4);
  const isMember = r.uniform() < 0.5;
  const products = productLibrary
    .filter((k): k is Product => ['kit-node', 'kit-small', 'kit-access-point'].includes(k.id))
    .map((k) => (k.family === '' ? k : { ...k, mostUnits }));
  const family = products.find((k) => k.family !== '')?.family ?? '';
  const base = jobFromRecords(
    [...given.byId.values()].map((k) =>
      k.type === 'kit' && k.id === root.kitId && isMember ? { ...k, family } : k,
    ),
  );
  const spots = Array.from({ length: 2 + pick(5) }, (_, i): Spot =>
    makeRecord({
      type: 'spot',
      id: `s${i}`,
      number: i + 1,
      storeyId: root.storeyId,
      roomId: base.rooms[0]?.id ?? '',
      name: `Spot ${i + 1}`,
      xM: 1,
      yM: 1,
      heightM: 1,
      activityIds: null,
    }),
  );
  const candidates = Array.from({ length: deep ? 2 + pick(4) : 2 + pick(6) }, (_, i): Candidate => ({
    id: `c${i}`,
    kind: 'shelf',
    words: `place ${i}`,
    storeyId: root.storeyId,
    xM: i,
    yM: 1,
    heightM: 1.2,
    mount: 'shelf',
    tiltDeg: 0,
    serviceId: null,
  }));
  const serves = (share: number): CandidateOption['serves'] =>
    new Map(
      spots.flatMap((s) =>
        r.uniform() < share
          ? [
              [
                s.id,
                { certainty: 0.95, headroomDb: Math.round(r.uniform() * 56) / 2, downMbps: 100, dbm: -60 },
              ],
            ]
          : [],
      ),
    );
  const options: CandidateOption[] = [];
  for (const candidate of candidates) {
    const product = products[pick(products.length)] as Product;
    const unit = unitAt(product, candidate, `u-${candidate.id}`, 'Z9');
    const both = serves(0.45);
    for (let way = 0; way <= pick(2); way++) {
      const parts = 40 + pick(20) * 10;
      options.push({
        id: `${unit.id}-${way}`,
        candidate,
        product,
        unit,
        link: linkTo(base, unit, root, {
          ...{ medium: 'ethernet', category: 'cat6', lengthM: 10 },
          adapterKitId: product.poeIn ? 'kit-injector' : null,
        }),
        also: [],
        label: 'Ethernet',
        parent: null,
        partsEur: parts,
        minutes: 30,
        costEur: parts + pick(60),
        holes: pick(3),
        downMbps: 500,
        upMbps: 100,
        // fed as well either way, it serves the same
        serves: both,
        draws: both,
      });
    }
  }
  const parents = options.filter((c) => c.product.family !== '');
  for (const unitId of [...new Set(parents.map((c) => c.unit.id))].slice(0, 3))
    for (const candidate of candidates) {
      const [first] = parents.filter((c) => c.unit.id === unitId);
      if (!first || candidate.id === first.candidate.id || r.uniform() < 0.5) continue;
      const unit = unitAt(first.product, candidate, `v-${candidate.id}-${unitId}`, 'Z9');
      const parts = 30 + pick(12) * 10;
      const costEur = parts + pick(20);
      const far = serves(0.35);
      // however the parent is fed, what hangs on it is the same
      for (const parent of parents.filter((c) => c.unit.id === unitId))
        options.push({
          ...parent,
          id: `${unit.id}-by-${parent.id}`,
          candidate,
          unit,
          link: linkTo(base, unit, parent.unit, { medium: 'wireless', radio: 'shared', band: '5' }),
          label: 'air',
          parent: parent.id,
          partsEur: parts,
          costEur,
          holes: 0,
          serves: far,
          draws: far,
        });
    }
  const stock = new Map<string, number>();
  const made = {
    base,
    scene,
    network,
    kept,
    candidates,
    spots,
    served: serves(0.1),
    options,
    stock,
    hopes: new Map(),
  };
  if (deep) options.push(...deeper(made, stock, r, () => serves(0.4)));
  return made;
}

/** A switch with power over few of its ports, what hangs on it by cable, and more behind what there is already. */
function deeper(
  { base, kept, candidates, options }: PlanningInstance,
  stock: Map<string, number>,
  r: Random,
  serves: () => CandidateOption['serves'],
): CandidateOption[] {
  const [root] = kept;
  const [sample] = options;
  const switchOf = productLibrary.find((k) => k.id === 'kit-switch-poe');
  const sold = productLibrary.find((k) => k.id === 'kit-access-point');
  if (!root || !sample || !switchOf || !sold) throw new Error('nothing to hang on');
  const pick = (n: number) => Math.floor(r.uniform() * n);
  // in half of all cases access points behind others are there already, one or two of them
  const powered = r.uniform() < 0.5 ? sold : { ...sold, id: 'kit-there', priceEur: 0 };
  if (powered !== sold) stock.set(powered.id, 1 + pick(2));
  const product = { ...switchOf, ports: 2 + pick(3), poePorts: pick(3), poeBudgetW: 10 + 10 * pick(3) };
  const at = { ...sample.candidate, id: 'c-switch', words: 'beside A' };
  const unit = unitAt(product, at, 'u-switch', 'Z9');
  const middle: CandidateOption = {
    ...sample,
    ...{ id: 'u-switch-0', candidate: at, product, unit, partsEur: 30, costEur: 38 },
    link: linkTo(base, unit, root, { medium: 'ethernet', category: 'cat6', lengthM: 1 }),
    ...{ serves: new Map(), draws: new Map() },
  };
  const behind = (parent: CandidateOption, medium: 'ethernet' | 'wireless'): CandidateOption[] =>
    candidates.flatMap((candidate) => {
      if (candidate.id === parent.candidate.id || r.uniform() < 0.6) return [];
      const own = medium === 'ethernet' && r.uniform() < 0.5 ? powered : parent.product;
      const fits = own.kind === 'switch' ? powered : own;
      const child = unitAt(fits, candidate, `w-${candidate.id}-${fits.id}-${parent.id}`, 'Z9');
      const parts = 20 + pick(12) * 10;
      const all = serves();
      return [
        {
          ...sample,
          ...{ id: `${child.id}-${medium}`, candidate, product: fits, unit: child, parent: parent.id },
          link: linkTo(base, child, parent.unit, {
            ...(medium === 'ethernet'
              ? { medium, category: 'cat6', lengthM: 5 }
              : { medium, radio: 'shared', band: '5' }),
            adapterKitId: fits.poeIn && parent.product.poePorts === 0 ? 'kit-injector' : null,
          }),
          ...{ label: medium, partsEur: parts, costEur: parts + pick(20), holes: 0, serves: all, draws: all },
        },
      ];
    });
  const wired = [middle, ...options.slice(0, 2)].flatMap((c) => behind(c, 'ethernet'));
  const last = [...options.filter((c) => c.parent !== null), ...wired].slice(0, 4);
  return [middle, ...wired, ...last.flatMap((c) => (c.product.family === '' ? [] : behind(c, 'wireless')))];
}
