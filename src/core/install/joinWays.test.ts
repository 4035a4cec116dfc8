/** Every way to join, and what a product's leaflet says of it: the runbook says just that, and nothing of another. */
import { A, bare, M, cable } from '@/testing/fourUnits';
import { applyEdit, putOne } from '../job/edits';
import { get } from '../job/job';
import { makeRecord } from '../job/make';
import { type JoinWay, joinWays, type ProductSetup } from '../job/productSetup';
import type { Link, Product } from '../job/records';
import { productLibrary } from '../templates/products';
import { joinWayOf, unitSteps } from './unitSteps';

const node = get(bare, 'kit', A.kitId);
/** The steps of a unit of a product that is set up so. */
function stepsWith(setup: Partial<ProductSetup>, more: Partial<Product> = {}, link?: Link) {
  const product = makeRecord({ ...node, ...more, setup: { ...node.setup, ...setup } });
  const job = applyEdit(bare, putOne('a product', product)).job;
  const steps = unitSteps(job, A, link, 'main', 'firmware.main');
  const of = (what: string) => {
    const found = steps.find((s) => s.key === `${what}.${A.id}`);
    if (!found) throw new Error(`no step ${what}`);
    return found;
  };
  return { steps, of, words: steps.map((s) => `${s.title} ${s.text}`).join('\n') };
}

test.each(joinWays.map((way) => [way]))(
  '%s: asked for before it is done, with a window only for buttons',
  (way) => {
    const { of, words } = stepsWith(
      { join: [way], windowS: 300 },
      {},
      way === 'cable' ? cable(A, M) : undefined,
    );
    const [ready, pair] = [of('ready'), of('pair')];
    expect(ready.holdPoint).not.toBeNull();
    expect(pair.after).toEqual([ready.key]);
    expect(pair.windowS).toBe(way === 'button' || way === 'button-both' ? 300 : null);
    expect(/button/i.test(words)).toBe(way === 'button' || way === 'button-both');
    expect(/web page in a browser|opens? its page|its page in a browser/.test(words)).toBe(
      way === 'own-page',
    );
    expect(/code/.test(words)).toBe(way === 'picture-code' || way === 'setup-code');
  },
);

test('what the leaflet says comes into the steps: how long, how near, which network, where its key stands', () => {
  const { of } = stepsWith({
    ...{ join: ['own-page'], resetHoldS: 17, benchM: 1.5, firstNetwork: 'fresh-box', keyAt: 'under the lid' },
    ...{ firmwareMin: 11, asks: ['account', 'recovery-questions'] },
  });
  expect(of('bench').text).toContain('Within 1.5 m');
  expect(of('ready').text).toMatch(/“fresh-box” \(its key: under the lid\)/);
  expect(of('ready').text).toMatch(/an account .* recovery questions/);
  expect(of('ready').text).not.toMatch(/a password for its web page/);
  expect(of('firmware').wait).toMatchObject({ min: 11 });
  expect(stepsWith({ firmwareMin: 0 }).of('firmware').wait).toBeNull();
  expect(stepsWith({ join: ['button'], buttonHoldS: 7 }).of('pair').text).toContain('for 7 s');
  const both = stepsWith({ join: ['button-both'], buttonHoldS: 5, windowS: 90 }).of('pair').text;
  expect(both).toMatch(/The uplink unit’s for 5 s, then within 1\.5 minutes .*’s for 5 s/);
  const job = applyEdit(bare, putOne('a', makeRecord({ ...node, setup: { resetHoldS: 17 } }))).job;
  const [reset] = unitSteps(job, { ...A, found: true }, undefined, 'main', 'firmware.main');
  expect(reset?.text).toContain('for 17 s');
});

test('the best way that its link allows is taken', () => {
  const wayOf = (join: JoinWay[], link?: Link) => joinWayOf(makeRecord({ ...node, setup: { join } }), link);
  const wire = cable(A, M);
  expect(wayOf(['cable', 'button'], wire)).toBe('cable');
  expect(wayOf(['cable', 'button'])).toBe('button');
  expect(wayOf(['button', 'cable'], wire)).toBe('button');
  // over powerline the unit may find both: it is joined as one on the air
  expect(wayOf(['cable', 'setup-code'], { ...wire, medium: 'powerline' })).toBe('setup-code');
  expect(wayOf(['cable'])).toBe('app');
});

test('only its own family finds a unit over the cable; the others are set up in their own app or page', () => {
  const wire = cable(A, M);
  const product = (join: JoinWay[], more: Partial<Product> = {}) =>
    makeRecord({ ...node, ...more, setup: { join } });
  const stranger = makeRecord({ ...node, family: 'of another maker', setup: { join: ['own-page'] } });
  const kin = makeRecord({ ...node, setup: { join: ['own-page'] } });
  const ways: JoinWay[] = ['cable', 'setup-code'];
  expect(joinWayOf(product(ways), wire, kin)).toBe('cable');
  expect(joinWayOf(product(ways), wire, stranger)).toBe('setup-code');
  expect(joinWayOf(product(['cable', 'button']), wire, stranger)).toBe('button');
  expect(joinWayOf(product(['cable']), wire, stranger)).toBe('app');
  // without a family nothing is kin
  const plain = product(['cable', 'own-page'], { family: '' });
  expect(joinWayOf(plain, wire, makeRecord({ ...kin, family: '' }))).toBe('own-page');
  // a button on both needs one on both
  const both = product(['button-both', 'own-page'], { kind: 'extender', family: '' });
  expect(joinWayOf(both, undefined, kin)).toBe('own-page');
  expect(joinWayOf(both, undefined, makeRecord({ ...kin, setup: { join: ['button'] } }))).toBe('button-both');
  // the button of what carries powerline is for powerline
  const mains = product(['button-both', 'own-page'], { kind: 'powerline', family: '' });
  expect(joinWayOf(mains, wire, makeRecord({ ...kin, setup: { join: ['button'] } }))).toBe('own-page');
  expect(joinWayOf(product(['button-both'], { kind: 'powerline' }), wire, stranger)).toBe('own-page');
});

test('an old router used as an access point is told to pass on only, before its update, and asked for the address it gives', () => {
  const old = productLibrary.find((p) => p.id === 'kit-router-point');
  if (!old) throw new Error('no such product');
  const { steps, of } = stepsWith(old.setup, { kind: old.kind }, cable(A, M));
  const pass = of('pass-on');
  expect(pass.text).toMatch(/access point mode/);
  expect(pass.text).toMatch(/DHCP server off/);
  expect(pass.text).toMatch(/WAN port.*empty/);
  expect(pass.holdPoint?.question).toMatch(/address from the main unit/);
  expect(of('firmware').after).toContain(pass.key);
  expect(steps.map((s) => s.title).join()).not.toMatch(/join by cable/);
  // a node has nothing to be told
  expect(stepsWith({}).steps.some((s) => s.key.startsWith('pass-on'))).toBe(false);
});

test('an extender joins its own network first, and is told what it repeats', () => {
  const plain = productLibrary.find((p) => p.kind === 'extender');
  if (!plain) throw new Error('no extender');
  const { of } = stepsWith(
    { ...plain.setup, join: ['own-page'] },
    { kind: 'extender', lights: plain.lights },
  );
  expect(of('ready').text).toContain(plain.setup.firstNetwork);
  for (const part of [
    /which|network/,
    /bands/,
    /password for each band/,
    /administrator password/,
    /same network name/,
    /mesh/,
  ])
    expect(of('pair').text).toMatch(part);
  expect(of('check').holdPoint?.light?.means).toBe('good link to the router');
});

test('no light of the catalogue is told by a colour, and each that a step asks for has a state', () => {
  for (const { lights } of productLibrary)
    for (const l of lights) {
      expect(l.colour).not.toMatch(/blue|white|red|amber|green|orange|purple|yellow|cyan|magenta|pink/i);
      expect(l.state).not.toBe('other');
    }
});
