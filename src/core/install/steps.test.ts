/* The steps as they are written, by what a unit is, how it is fed and where it goes. */
import { air, A, bare, B, cable, M, withLinks } from '@/testing/fourUnits';
import { applyEdit, putOne } from '../job/edits';
import { get, type Job } from '../job/job';
import { makeRecord } from '../job/make';
import type { AnyRecord, Link, Unit } from '../job/records';
import { productLibrary } from '../templates/products';
import { firstSteps, lastSteps, mainUnit } from './houseSteps';
import { linkSteps, readyKeys } from './linkSteps';
import { durations } from './step';
import { joinWayOf, lightFor, unitSteps } from './unitSteps';

const stock: AnyRecord[] = productLibrary.filter((p) => !bare.byId.has(p.id));
const put = (job: Job, ...records: AnyRecord[]) => applyEdit(job, putOne('x', ...records)).job;
const full = put(withLinks(air(A, M, 'dedicated'), cable(B, M)), ...stock);
const stepsOf = (unit: Unit, link?: Link, job = full) =>
  unitSteps(put(job, unit), unit, link, 'main', 'firmware');
const keys = (list: { key: string }[]) => list.map((s) => s.key.replace(/\..*/, ''));
const at = <T extends { key: string }>(list: T[], key: string): T => {
  const found = list.find((s) => s.key.split('.')[0] === key);
  if (!found) throw new Error(`no step ${key}`);
  return found;
};

describe('a unit', () => {
  const steps = stepsOf(A, air(A, M, 'dedicated'));

  test('is set up, paired, updated, named, carried and checked, in that order', () => {
    expect(keys(steps)).toEqual(['bench', 'ready', 'pair', 'firmware', 'name', 'carry', 'check']);
    expect(at(steps, 'bench').after).toEqual(['main']);
    expect(at(steps, 'ready').after).toEqual(['bench.unit-a', 'rejoin', 'firmware']);
    expect(at(steps, 'carry').after).toEqual(['firmware.unit-a', 'name.unit-a']);
    expect(at(steps, 'carry').cautions).toEqual([]);
    expect(steps.every((s) => s.unitId === A.id && !s.edited)).toBe(true);
  });

  test('by button its window is two minutes; by cable it joins by itself; an access point is added in the app', () => {
    expect(at(steps, 'pair')).toMatchObject({ title: 'Press Pair on A', windowS: 120 });
    const wired = stepsOf(B, cable(B, M));
    expect(at(wired, 'pair')).toMatchObject({ title: 'Let B join by cable', windowS: null });
    expect(at(wired, 'bench').text).toMatch(/short cable/);
    expect(at(wired, 'check').holdPoint?.question).toBe('Does B show a wired uplink?');
    const point = stepsOf({ ...A, kitId: 'kit-access-point' });
    expect(at(point, 'pair')).toMatchObject({ title: 'Set A up on its web page', windowS: null });
    const ways = (kitId: string, link?: Link) => joinWayOf(get(full, 'kit', kitId), link);
    expect([ways('kit-node'), ways('kit-access-point'), ways('kit-router-old')]).toEqual([
      'button',
      'own-page',
      'own-page',
    ]);
    expect([
      ways('kit-node', cable(A, M)),
      ways('kit-node', { ...cable(A, M), medium: 'powerline' }),
    ]).toEqual(['cable', 'button']);
  });

  test('found in the house, it is reset first', () => {
    const old = stepsOf({ ...A, found: true });
    expect(keys(old).slice(0, 2)).toEqual(['reset', 'bench']);
    expect(at(old, 'bench').after).toEqual(['reset.unit-a']);
  });

  test.each([
    ['shelf', 1, [], false],
    ['socket', 0.3, ['socket'], false],
    ['wall', 2, ['drilling', 'mains'], true],
    ['wall', 2.1, ['drilling', 'mains', 'ladder'], true],
    ['ceiling', 2.5, ['drilling', 'mains', 'ladder'], true],
    ['pole', 1.5, ['drilling', 'mains', 'ladder'], true],
    ['cupboard', 1, [], false],
  ] as const)('on a %s at %d m: cautions %j, mounted: %s', (mount, heightM, cautions, isMounted) => {
    const list = stepsOf({ ...A, mount, heightM });
    expect(keys(list).includes('mount')).toBe(isMounted);
    expect(isMounted ? at(list, 'mount').cautions : at(list, 'carry').cautions).toEqual(cautions);
    if (isMounted) expect(at(list, 'mount').after).toEqual(['check.unit-a']);
  });

  test('outdoors: sealed, with a drip loop, weather and radio minded', () => {
    const list = stepsOf({ ...A, kitId: 'kit-outdoor', mount: 'wall', heightM: 3 });
    expect(at(list, 'mount')).toMatchObject({
      title: 'Mount A, seal and drip loop',
      cautions: ['drilling', 'mains', 'ladder', 'outdoor', 'thunder', 'radio'],
    });
  });

  test.each(['kit-switch', 'kit-injector', 'kit-converter'])('a %s is only put in its place', (id) => {
    const product = full.kits.find((k) => k.id === id) ?? full.kits.find((k) => `kit-${k.kind}` === id);
    if (!product) throw new Error(`no ${id}`);
    const list = stepsOf({ ...A, kitId: product.id });
    expect(keys(list)).toEqual(['carry']);
    expect(list[0]).toMatchObject({ after: ['main'], hands: durations.some });
  });

  test('it is carried to its place by name, or to its storey, so high', () => {
    expect(at(steps, 'carry').text).toContain('carry it to A, 1.0 m above the floor');
    const nameless = { ...A, name: '', heightM: 2.44 };
    expect(at(stepsOf(nameless), 'carry').text).toContain('carry it to Storey, 2.4 m above the floor');
    expect(at(stepsOf(nameless), 'name').text).toContain('“A”');
    expect(at(stepsOf({ ...A, name: 'Hall' }), 'name').text).toContain('“Hall”');
  });

  test('fed by a wire its page must say by which', () => {
    const by = (medium: Link['medium']) => at(stepsOf(B, { ...cable(B, M), medium }), 'check').text;
    expect(by('ethernet')).toMatch(/uplink by cable, not wireless/);
    expect(by('coax')).toMatch(/uplink by coax, not wireless/);
    expect(by('powerline')).toMatch(/uplink by powerline, not wireless/);
    expect(at(steps, 'check').text).toMatch(/The plan shows the prediction/);
  });

  test('the light that is waited for is the one that means it', () => {
    const node = get(full, 'kit', 'kit-node');
    expect(lightFor(node, ['ready'])).toEqual({
      colour: 'three flashes and a pause',
      means: 'ready to be added',
    });
    expect(lightFor(node, ['fair', 'poor'])?.colour).toBe('one flash and a pause');
    expect(lightFor(node, ['no-internet'])).toBeNull();
    expect(at(steps, 'pair').holdPoint).toEqual({
      question: 'Does A show a steady light?',
      light: { colour: 'a steady light', means: 'joined, good link' },
    });
    const dark = put(full, { ...node, lights: [] });
    expect(at(stepsOf(A, air(A, M, 'dedicated'), dark), 'pair').holdPoint).toEqual({
      question: 'A: does the app list it as joined?',
      light: null,
    });
  });
});

describe('a link', () => {
  const outlets = (kind: 'coax' | 'socket') =>
    ['p', 'q'].map((id, i) =>
      makeRecord({
        type: 'service',
        id,
        kind,
        name: id,
        storeyId: 's',
        xM: i,
        yM: 0,
        heightM: 0.3,
        circuit: '',
        note: '',
      }),
    );
  const over = (medium: 'coax' | 'powerline', adapterKitId: string): Link => ({
    ...cable(B, M),
    medium,
    category: null,
    lengthM: null,
    fromServiceId: 'p',
    toServiceId: 'q',
    adapterKitId,
  });

  test('a cable: laid and labelled; time by its metres and holes', () => {
    const list = linkSteps(full, { ...cable(B, M), lengthM: 20, holes: 2 });
    expect(keys(list)).toEqual(['cable', 'label']);
    expect(at(list, 'cable')).toMatchObject({
      title: 'Lay the cable, M to B',
      hands: { min: Math.round(20 * 0.35 + 2 * 8) },
      cautions: ['cabling', 'drilling', 'mains'],
    });
    expect(at(list, 'cable').text).toMatch(/^20 m cat 5e, 2 holes\./);
    expect(at(list, 'label')).toMatchObject({
      after: ['cable.link-unit-b'],
      text: '“E1 M–B a” at M, M; “E1 M–B b” at B, B.',
    });
    const short = linkSteps(full, { ...cable(B, M), lengthM: 2, holes: 1 });
    expect(at(short, 'cable').text).toMatch(/1 hole\./);
    expect(at(linkSteps(full, { ...cable(B, M), lengthM: 2, holes: 0 }), 'cable')).toMatchObject({
      hands: { min: 3 },
      cautions: ['cabling'],
    });
  });

  test('between buildings copper is warned of, glass is not', () => {
    const house = get(full, 'building', 'b');
    const shed = put(
      full,
      { ...house, id: 'shed', kind: 'outbuilding' },
      { ...get(full, 'storey', 's'), id: 'shed-0', buildingId: 'shed' },
      { ...B, storeyId: 'shed-0' },
    );
    expect(at(linkSteps(shed, cable(B, M)), 'cable').cautions).toEqual([
      ...['cabling', 'drilling', 'mains', 'outdoor', 'digging', 'thunder', 'copper'],
    ]);
    const glass = { ...cable(B, M), medium: 'fibre' as const, category: null };
    expect(at(linkSteps(shed, glass), 'cable')).toMatchObject({
      title: 'Lay the fibre, M to B',
      cautions: ['cabling', 'drilling', 'mains', 'outdoor', 'digging', 'thunder', 'fibre'],
    });
  });

  test('a unit that takes its power from the cable is powered over it', () => {
    const job = put(full, { ...B, kitId: 'kit-access-point' });
    const list = linkSteps(job, cable(B, M));
    expect(keys(list)).toEqual(['cable', 'power', 'label']);
    expect(at(list, 'power').after).toEqual(['cable.link-unit-b', 'carry.unit-b', 'carry.unit-m']);
    expect(keys(linkSteps(job, { ...cable(B, M), medium: 'fibre', category: null }))).toEqual([
      'cable',
      'label',
    ]);
  });

  test('over the mains: paired side by side, then put in their sockets, labelled on both', () => {
    const adapter = full.kits.find((k) => k.mains && k.radios.length === 0);
    const link = over('powerline', adapter?.id ?? '');
    const list = linkSteps(put(full, ...outlets('socket'), link), link);
    expect(keys(list)).toEqual(['couple', 'adapters', 'label']);
    expect(at(list, 'couple')).toMatchObject({ after: ['main'], windowS: 120, cautions: ['socket'] });
    expect(at(list, 'adapters').after).toEqual(['couple.link-unit-b']);
    expect(at(list, 'label').text).toMatch(/Label the adapters too/);
    expect(readyKeys(put(full, ...outlets('socket'), link), link)).toEqual([
      'couple.link-unit-b',
      'adapters.link-unit-b',
    ]);
  });

  test('over the coax: after the filter, where the catalogue has one', () => {
    const adapter = full.kits.find((k) => k.kind === 'coax');
    const link = over('coax', adapter?.id ?? '');
    const job = put(full, ...outlets('coax'), link);
    expect(at(linkSteps(job, link), 'adapters').after).toEqual(['main', 'filter']);
    const none = applyEdit(job, {
      label: 'x',
      put: [],
      remove: job.kits.filter((k) => k.kind === 'filter').map((k) => k.id),
    }).job;
    expect(at(linkSteps(none, link), 'adapters').after).toEqual(['main']);
    expect(at(lastSteps(job, M, []), 'filter').cautions).toEqual(['coax']);
    expect(keys(lastSteps(full, M, []))).not.toContain('filter');
  });

  test('by radio there is nothing to do before', () =>
    expect(linkSteps(full, air(A, M, 'dedicated'))).toEqual([]));
});

describe('the house', () => {
  const router: Unit = {
    ...M,
    id: 'unit-r',
    letter: 'R',
    kitId: 'kit-router-old',
    found: true,
    planned: false,
  };

  test('its main unit: one that nothing feeds; a main node before a router before any', () => {
    expect(mainUnit(full)?.id).toBe(M.id);
    const planned = put(full, { ...router, planned: true });
    expect(mainUnit(planned)?.id).toBe(M.id);
    const noMain = put(planned, { ...M, kitId: 'kit-node' });
    expect(mainUnit(noMain)?.id).toBe('unit-r');
    const fed = put(full, { ...M, planned: false });
    expect(mainUnit(fed)?.letter).toBe('C');
  });

  test('modem, main unit, names, phone, firmware; the old router where there is one', () => {
    expect(keys(firstSteps(full, M))).toEqual(['modem', 'main', 'names', 'rejoin', 'firmware']);
    expect(at(firstSteps(full, M), 'main')).toMatchObject({
      title: 'Connect the main unit M to the modem',
      after: ['modem'],
    });
    expect(at(firstSteps(full, { ...M, found: true }), 'main').title).toBe('Check the main unit M');
    const old = firstSteps(put(full, router), M);
    expect(at(old, 'old-router')).toMatchObject({
      title: 'Stop R from routing',
      after: ['modem', 'hangs-on'],
    });
    // telephone, television box and alarm are asked about first
    expect(at(old, 'hangs-on').list.map((i) => i.mark)).toEqual(['telephone', 'television', 'alarm']);
    expect(at(old, 'hangs-on').cautions).toContain('household');
    const kept = firstSteps(put(full, { ...router, planned: true }), M);
    expect(at(kept, 'old-router').title).toBe('Make R an access point');
    expect(keys(firstSteps(put(full, router), { ...router, planned: true }))).not.toContain('old-router');
  });

  test('at the end: devices of 2.4 GHz, guests, what is taken out, and a walk after all', () => {
    const device = (id: string, only24: boolean): AnyRecord =>
      makeRecord({
        type: 'fixedDevice',
        id,
        name: id,
        storeyId: 's',
        xM: 0,
        yM: 0,
        heightM: 1,
        portMbps: 0,
        standard: 'ht',
        streams: 1,
        only24,
        poe: 'none',
        poeW: 0,
        activityIds: [],
      });
    const gone: Unit = {
      ...A,
      id: 'unit-x',
      letter: 'X',
      kitId: 'kit-extender',
      found: true,
      planned: false,
    };
    const before = stepsOf(A, air(A, M, 'dedicated'));
    const list = lastSteps(put(full, device('bulb', true), device('tv', false), gone, router), M, before);
    expect(keys(list)).toEqual(['devices', 'guest', 'remove', 'leave', 'walk']);
    // what knows 2.4 GHz alone comes last, though it stands first in the job
    expect(at(list, 'devices')).toMatchObject({
      hands: { min: 4 },
      list: [{ mark: 'tv' }, { mark: 'bulb', words: expect.stringMatching(/2\.4 GHz only/) }],
    });
    expect(at(list, 'remove').after).toEqual(['carry.unit-a', 'check.unit-a']);
    expect(at(list, 'walk').after).toEqual([...before, ...list.slice(0, -1)].map((s) => s.key));
    expect(at(list, 'walk').hands.min).toBe(12);
    const two = lastSteps(put(full, device('bulb', true), device('plug', true)), M, []);
    expect(at(two, 'devices').list).toHaveLength(2);
    // the household has devices that no survey knows
    expect(keys(lastSteps(full, M, []))).toEqual(['devices', 'guest', 'leave', 'walk']);
    const console = { ...device('console', false), portMbps: 1000 };
    const wired = at(lastSteps(put(full, console), M, before), 'wired-devices');
    expect(wired.list).toEqual([{ mark: 'console', words: expect.stringMatching(/1000 Mbps/) }]);
    expect(wired.after).toContain('carry.unit-a');
  });
});
