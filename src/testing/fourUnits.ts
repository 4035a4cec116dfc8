/** Four units in an open field, each with a spot beside it: for tests of links and of who feeds whom. */
import { applyEdit, putOne } from '../core/job/edits';
import type { Job } from '../core/job/job';
import { makeRecord } from '../core/job/make';
import type { AnyRecord, Link, Unit } from '../core/job/records';
import { linkTo } from '../core/network/linkTo';
import { buildScene } from '../core/propagation/scene';
import { productLibrary } from '../core/templates/products';
import { assembly, brick, field } from './testScenes';

/*
 * A main unit M and three nodes in the open, far from each other, each with one spot beside it, so that every spot
 * is served by its own unit:  M – A – B in a row, C on a wire.
 */
export const products = productLibrary.filter((p) => ['kit-main', 'kit-node', 'kit-small'].includes(p.id));
const device: AnyRecord = makeRecord({
  type: 'device',
  id: 'phone',
  name: 'Phone',
  standard: 'he',
  streams: 2,
  widthMHz: { '2.4': 20, '5': 80, '6': null },
  txDbm: 15,
  capMbps: null,
});
export const activity = makeRecord({
  type: 'activity',
  id: 'watch',
  name: 'Watch',
  downMbps: 20,
  upMbps: 4,
  latencyMs: 2000,
});
const unit = (letter: string, kitId: string, xM: number): Unit =>
  makeRecord({
    type: 'unit',
    id: `unit-${letter.toLowerCase()}`,
    letter,
    name: letter,
    kitId,
    storeyId: 's',
    xM,
    yM: 0,
    heightM: 1,
    tiltDeg: 0,
    facingDeg: 0,
    found: false,
    planned: true,
  });
const places = { M: -12, A: -4, B: 4, C: 12 };
export const units = Object.entries(places).map(([letter, x]) =>
  unit(letter, letter === 'M' ? 'kit-main' : 'kit-node', x),
);
export const [M, A, B, C] = units as [Unit, Unit, Unit, Unit];
const spots = Object.entries(places).map(([letter, x], i): AnyRecord =>
  makeRecord({
    type: 'spot',
    id: `spot-${letter.toLowerCase()}`,
    number: i + 1,
    storeyId: 's',
    roomId: 'room',
    name: letter,
    xM: x,
    yM: 1,
    heightM: 1,
    activityIds: ['watch'],
  }),
);
const room = makeRecord({
  type: 'room',
  id: 'room',
  name: 'Field',
  storeyId: 's',
  outline: [
    [-20, -20],
    [20, -20],
    [20, 20],
    [-20, 20],
  ],
  activityIds: [],
});
export const bare = (() => {
  const job = field([assembly('m', [brick]), ...products, device, activity, room, ...units, ...spots]);
  return applyEdit(
    job,
    putOne('x', { ...job.info, testDeviceId: 'phone', planDownMbps: 300, planUpMbps: 50 }),
  ).job;
})();
export const scene = buildScene(bare);
export const air = (u: Unit, from: Unit, radio: Link['radio'] & string): Link =>
  linkTo(bare, u, from, { medium: 'wireless', radio, band: '5' });
export const cable = (u: Unit, from: Unit): Link =>
  linkTo(bare, u, from, { medium: 'ethernet', category: 'cat5e', lengthM: 20 });
export const withLinks = (...links: AnyRecord[]): Job => applyEdit(bare, putOne('x', ...links)).job;
