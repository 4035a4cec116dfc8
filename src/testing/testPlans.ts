/** Plans that the checks are tried on: Quay House with a unit or a link more, and what its rule must say. */
import { quayHouse } from '@/../demo/make/quayHouse';
import { applyEdit, putOne } from '../core/job/edits';
import { get, type Job, jobFromRecords } from '../core/job/job';
import type { AnyRecord, Product, Link, ServicePoint, Unit } from '../core/job/records';
import { networkOf } from '../core/network/backhaul';
import { linkTo } from '../core/network/linkTo';
import type { Scene } from '../core/propagation/model';
import { buildScene } from '../core/propagation/scene';
import { snagRules, snagsOf } from '../core/checks/snags';
import type { Snag, SnagRule } from '../core/checks/snag';

export const house = jobFromRecords(quayHouse());
export const put = (job: Job, ...records: AnyRecord[]) => applyEdit(job, putOne('x', ...records)).job;
let kept: { job: Job; scene: Scene } | undefined;
/** The scene of a plan; the last one where nothing that it is made of changed. */
function sceneOf(job: Job): Scene {
  const lists = [
    'assemblies',
    'buildings',
    'storeys',
    'walls',
    'openings',
    'floorOpenings',
    'obstacles',
  ] as const;
  const same = lists.every((l) => {
    const before = kept?.job[l];
    return before?.length === job[l].length && job[l].every((r, i) => r === before[i]);
  });
  if (!kept || !same) kept = { job, scene: buildScene(job) };
  return kept.scene;
}

/** What all rules say about a plan, or one of them. */
export const check = (job: Job, rule?: string) => {
  const scene = sceneOf(job);
  const network = networkOf(job, scene, 'planned');
  const only = rule === undefined ? snagRules : { [rule]: snagRules[rule] as SnagRule };
  return snagsOf(job, scene, network, only);
};
export const A = get(house, 'unit', 'unit-a');
export const B = get(house, 'unit', 'unit-b');
export const cable = get(house, 'link', 'link-unit-b');
export const product = (id: string): Product => get(house, 'kit', `kit-${id}`);
export const servicePoint = (kind: ServicePoint['kind'], nth = 0): ServicePoint => {
  const s = house.services.filter((x) => x.kind === kind)[nth];
  if (!s) throw new Error(`no ${kind}`);
  return s;
};
export const unit = (letter: string, kitId: string, over: Partial<Unit> = {}): Unit => ({
  ...B,
  id: `unit-${letter.toLowerCase()}`,
  letter,
  name: letter,
  kitId: `kit-${kitId}`,
  storeyId: 'ground',
  xM: 10,
  yM: 6.2,
  heightM: 1.2,
  ...over,
});
export const air = (u: Unit, from: Unit, radio: 'shared' | 'dedicated' = 'shared'): Link =>
  linkTo(house, u, from, { medium: 'wireless', radio, band: '2.4' });
export const outlets = (
  u: Unit,
  medium: 'coax' | 'powerline',
  a: ServicePoint,
  b: ServicePoint,
  adapter: string,
): Link =>
  linkTo(house, u, A, {
    medium,
    fromServiceId: a.id,
    toServiceId: b.id,
    adapterKitId: `kit-${adapter}`,
  });
export const C = unit('C', 'node');
export const mains = (a: Partial<ServicePoint>, b: Partial<ServicePoint>, adapter = 'mains-plain') =>
  put(
    house,
    C,
    { ...servicePoint('socket'), ...a },
    { ...servicePoint('socket', 1), ...b },
    outlets(C, 'powerline', servicePoint('socket'), servicePoint('socket', 1), adapter),
  );
export const coax = (parlour: Partial<ServicePoint>, ...more: AnyRecord[]) =>
  put(
    house,
    C,
    { ...servicePoint('coax', 1), ...parlour },
    ...more,
    outlets(C, 'coax', servicePoint('coax', 1), servicePoint('coax', 2), 'coax-adapter'),
  );
export const sure = { ...A, mount: 'shelf' as const, xM: 9.5, yM: 3, heightM: 1.2 };

/** A ceiling access point on a cable, fed so and drawing so much. */
export const fedPoint = (poeIn: 'af' | 'at', powerW: number): AnyRecord[] => {
  const point = unit('C', 'access-point', { mount: 'ceiling', heightM: 2.5 });
  const wire = linkTo(house, point, A, { medium: 'ethernet', category: 'cat6', lengthM: 30 });
  return [{ ...product('access-point'), poeIn, powerW }, point, wire];
};

/** A plan with nothing to say about: one main unit in the open of the Kitchen, fed from the street. */
export const calm = (() => {
  const main = unit('M', 'main', { storeyId: 'ground', xM: 10.6, yM: 4.4 });
  const records = [...house.byId.values()].filter(
    (r) =>
      r.type !== 'unit' &&
      r.type !== 'link' &&
      r.type !== 'spot' &&
      r.type !== 'reading' &&
      !(r.type === 'obstacle' && r.disturbs !== 'none'),
  );
  return put(jobFromRecords(records), main);
})();

/** The rule speaks about this plan: in words for people, about a record that is there; and its repair mends it. */
export function says(rule: string, assemblies: () => Job, expected: { what: RegExp; sure?: Snag['sure'] }) {
  test(`${rule} speaks, in words, about a record; its repair mends it`, () => {
    const job = assemblies();
    const mine = check(job, rule);
    expect(mine.map((s) => s.what)).toContainEqual(expect.stringMatching(expected.what));
    for (const s of mine) {
      expect(job.byId.has(s.recordId)).toBe(true);
      expect(s.what).not.toMatch(/undefined|NaN|\?\?/);
      expect(s.why).toMatch(/\.$/);
      if (expected.sure) expect(s.sure).toBe(expected.sure);
    }
    const [first] = mine;
    if (!first?.repair) return;
    const after = check(applyEdit(job, first.repair).job, rule);
    expect(after.length).toBeLessThan(mine.length);
  });
}

/** The rule has nothing to say about this plan, in which only what matters to it is well. */
export function isSilent(rule: string, when: string, assemblies: () => Job) {
  test(`${rule} is silent ${when}`, () => {
    expect(check(assemblies(), rule)).toEqual([]);
  });
}
