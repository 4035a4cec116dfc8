import { inRegion } from '../geometry/region';
import type { Edit } from '../job/edits';
import { freshId, freshLetter } from '../job/fresh';
import { find, type Job, jobFromRecords } from '../job/job';
import { bands, type Id, type Kit, type Link, type Unit } from '../job/records';
import { networkOf } from '../network/feeds';
import { radioOf } from '../network/hops';
import { buildScene } from '../propagation/scene';
import type { Scene } from '../propagation/model';

/** A way to feed a unit over the air, with what it would bring. */
export interface AirLink {
  link: Link;
  downMbps: number;
  upMbps: number;
}

/**
 * All ways to feed a unit over the air from the planned units that are fed already, best first:
 * on radios of their own where both have one, else on the shared radio.
 */
export function airLinks(job: Job, scene: Scene, unit: Unit): AirLink[] {
  const kit = find(job, 'kit', unit.kitId);
  if (!kit) return [];
  const others = job.links.filter((l) => l.unitId !== unit.id);
  const existing = job.links.find((l) => l.unitId === unit.id);
  const base = [...job.byId.values()].filter((r) => r.id !== unit.id && r.id !== existing?.id);
  const options: Link[] = job.units
    .filter((u) => u.id !== unit.id && u.planned && !feeds(others, unit.id, u.id))
    .flatMap((from) => {
      const fromKit = find(job, 'kit', from.kitId);
      return fromKit
        ? pairings(fromKit, kit).map((p) =>
            wirelessLink(existing?.id ?? `link-${unit.id}`, unit.id, from.id, p),
          )
        : [];
    });
  return options
    .flatMap((link): AirLink[] => {
      const feed = networkOf(jobFromRecords([...base, unit, link]), scene, 'planned').feeds.find(
        (f) => f.unit.id === unit.id,
      );
      if (!feed) return [];
      const hops = feed.hops.filter((h) => h.wireless && h.link.radio === 'shared');
      const shared = (way: 'downMbps' | 'upMbps') => 1 / hops.reduce((sum, h) => sum + 1 / h[way], 0);
      return [
        {
          link,
          downMbps: Math.min(feed.mean.downMbps, shared('downMbps')),
          upMbps: Math.min(feed.mean.upMbps, shared('upMbps')),
        },
      ];
    })
    .sort((a, b) => b.downMbps - a.downMbps);
}

/** Does `from` (directly or over others) hang on `unitId`? Then it can't feed it. */
function feeds(links: readonly Link[], unitId: Id, from: Id): boolean {
  let at: Id | undefined = from;
  for (let i = 0; at !== undefined && i <= links.length; i++) {
    if (at === unitId) return true;
    at = links.find((l) => l.unitId === at)?.fromUnitId;
  }
  return false;
}

type Pairing = Pick<Link, 'radio'> & { band: Link['band'] & string };

function pairings(a: Kit, b: Kit): Pairing[] {
  return bands.flatMap((band): Pairing[] => [
    ...(radioOf(a, band, 'backhaul') && radioOf(b, band, 'backhaul')
      ? [{ band, radio: 'dedicated' as const }]
      : []),
    ...(radioOf(a, band, 'access') && radioOf(b, band, 'access') ? [{ band, radio: 'shared' as const }] : []),
  ]);
}

const wirelessLink = (id: Id, unitId: Id, fromUnitId: Id, pairing: Pairing): Link => ({
  type: 'link',
  id,
  unitId,
  fromUnitId,
  medium: 'wireless',
  lengthM: null,
  category: null,
  ...pairing,
});

/** Height of a unit on a shelf, m. */
const shelfM = 1.2;

/**
 * The edit that puts a new unit of a kit at a place: the next letter, and the best link over the
 * air where its kit needs one and any unit can feed it.
 * @throws Error when no letter is free.
 */
export function placeUnit(
  job: Job,
  kit: Kit,
  at: { storeyId: Id; xM: number; yM: number },
): { edit: Edit; unit: Unit } {
  const letter = freshLetter(job);
  if (!letter) throw new Error('all letters for units are taken');
  const room = job.rooms.find((r) => r.storeyId === at.storeyId && inRegion(r, at.xM, at.yM));
  const unit: Unit = {
    type: 'unit',
    id: freshId(job, `unit-${letter.toLowerCase()}`),
    letter,
    name: room?.name ?? kit.name,
    kitId: kit.id,
    ...at,
    heightM: shelfM,
    tiltDeg: 0,
    facingDeg: 0,
    mount: 'shelf',
    channels: { '2.4': null, '5': null, '6': null },
    found: false,
    planned: true,
  };
  const first = !job.units.some((u) => u.planned);
  const best = first ? undefined : airLinks(job, buildScene(job), unit)[0];
  return {
    unit,
    edit: {
      label: `Place ${letter}, ${kit.name.toLowerCase()}`,
      put: best ? [unit, best.link] : [unit],
      remove: [],
    },
  };
}
