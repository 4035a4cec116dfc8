/** Planning instances made up at random, small enough to try every choice. */
import { productLibrary } from '../core/templates/products';
import { makeRecord } from '../core/job/make';
import { type Job, jobFromRecords } from '../core/job/job';
import type { Product, Spot } from '../core/job/records';
import type { Network } from '../core/network/backhaul';
import { linkTo } from '../core/network/linkTo';
import { random } from '../core/statistics/random';
import type { Scene } from '../core/propagation/model';
import { type Candidate, unitAt } from '../core/optimise/candidates';
import type { CandidateOption, PlanningInstance } from '../core/optimise/planningInstance';

/**
 * An instance of up to 7 candidates and 6 spots on a real job, whose options, costs and headrooms are
 * drawn from a seed.
 */
export function randomInstance(seed: number, given: Job, scene: Scene, network: Network): PlanningInstance {
  const r = random(seed);
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
  const candidates = Array.from({ length: 2 + pick(6) }, (_, i): Candidate => ({
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
        link: linkTo(base, unit, root, { medium: 'ethernet', category: 'cat6', lengthM: 10 }),
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
  return { base, scene, network, kept, candidates, spots, served: serves(0.1), options, hopes: new Map() };
}
