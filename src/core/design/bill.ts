/** What a plan takes in parts, cable and time, line by line, from its records. */
import { inRegion } from '../geometry/region';
import { find, get, type Job } from '../job/job';
import type { DeviceCable, FixedDevice, Id, Link, Unit } from '../job/records';
import { runsOutdoors, siteOf } from '../job/site';
import { adaptersFor, bracketFor, entrySeal, perCable, surgeProtector } from '../network/backhaulOptions';
import { cableCost } from '../network/cablePrice';
import { filterProduct, splitterProduct, splittersOn } from '../media/coaxParts';
import { mediumWords } from '../media/mediumWords';

export interface BillLine {
  /** The product of the catalogue; null where a line stands for none. */
  kitId: Id | null;
  /** Product, or what a cable is. */
  item: string;
  count: number;
  /** Is `eachEur` the price of a metre? */
  perMetre: boolean;
  /** Cable only: metres with waste. */
  metres: number | null;
  eachEur: number;
  sumEur: number;
  minutes: number;
  /** Letters of the units that it is for. */
  forUnits: string[];
}

export interface Bill {
  lines: BillLine[];
  partsEur: number;
  minutes: number;
  cableM: number;
  /** Holes to be drilled, as far as counted. */
  holes: number;
}

interface NewLink {
  link: Link;
  child: Unit;
  parent: Unit;
}

/** Cables of fixed devices that were not there before, from units of the plan. */
const newDeviceCables = (job: Job): { cable: DeviceCable; device: FixedDevice; from: Unit }[] =>
  job.deviceCables.flatMap((cable) => {
    const [device, from] = [find(job, 'fixedDevice', cable.deviceId), find(job, 'unit', cable.fromUnitId)];
    return device && from?.planned && !cable.found ? [{ cable, device, from }] : [];
  });

/** Links of the plan that were not found in the house. */
const newLinks = (job: Job): NewLink[] =>
  job.links.flatMap((link) => {
    const [child, parent] = [find(job, 'unit', link.unitId), find(job, 'unit', link.fromUnitId)];
    return child?.planned && parent?.planned && !(child.found && parent.found)
      ? [{ link, child, parent }]
      : [];
  });

/** One thing to buy or lay, for one unit. */
interface Item {
  key: string;
  item: string;
  count: number;
  perMetre: boolean;
  metres: number | null;
  eachEur: number;
  sumEur: number;
  minutes: number;
  holes: number;
  letter: string;
}

/** All that a plan takes: products, adapters in pairs, injectors, cables; what was found in the house costs nothing again. */
function itemsOf(job: Job): Item[] {
  const product = (id: Id | null, count: number, letter: string): Item[] => {
    const k = find(job, 'kit', id);
    if (!k) return [];
    const sums = { sumEur: count * k.priceEur, minutes: count * k.fitMinutes, holes: 0 };
    const piece = { perMetre: false, metres: null };
    return [{ key: k.id, item: k.name, count, ...piece, eachEur: k.priceEur, ...sums, letter }];
  };
  const cable = ({ link, child, parent }: NewLink): Item[] => {
    if (link.medium !== 'ethernet' && link.medium !== 'fibre') return [];
    const apart = link.lengthM !== null && siteOf(job, parent) !== siteOf(job, child);
    const surge = apart && link.medium === 'ethernet' ? surgeProtector(job) : null;
    const outdoors = runsOutdoors(job, parent, child);
    return [
      ...product(surge?.id ?? null, perCable, child.letter),
      ...product(apart ? (entrySeal(job)?.id ?? null) : null, perCable, child.letter),
      ...laid({ ...link, medium: link.medium, outdoors }, child.letter),
    ];
  };
  const laid = (
    run: Pick<DeviceCable, 'lengthM' | 'holes'> & {
      category: Link['category'];
      medium: 'ethernet' | 'fibre';
      outdoors: boolean;
    },
    letter: string,
  ): Item[] => {
    if (run.lengthM === null) return [];
    const { item, perMetre, metres, eachEur, partsEur, minutes } = cableCost({
      ...run,
      lengthM: run.lengthM,
    });
    return [
      {
        key: item,
        item,
        count: 1,
        perMetre,
        metres,
        eachEur,
        sumEur: partsEur,
        minutes,
        holes: run.holes ?? 0,
        letter,
      },
    ];
  };
  const coaxLinks = newLinks(job).filter((l) => l.link.medium === 'coax' && l.link.adapterKitId !== null);
  /** One filter a house, and each splitter that is replaced once, at the first link that needs it. */
  const coaxParts = coaxLinks.flatMap(({ link, child }, i) => {
    const before = new Set(coaxLinks.slice(0, i).flatMap((l) => splittersOn(job, l.link).map((s) => s.id)));
    const splitters = splittersOn(job, link).filter((s) => s.rated === 'replaced' && !before.has(s.id));
    return [
      ...(i === 0 ? product(filterProduct(job)?.id ?? null, 1, child.letter) : []),
      ...splitters.flatMap((s) => product(splitterProduct(job, s)?.id ?? null, 1, child.letter)),
    ];
  });
  return [
    ...job.units.flatMap((u) =>
      u.planned && !u.found
        ? [
            ...product(u.kitId, 1, u.letter),
            ...product(bracketFor(job, get(job, 'kit', u.kitId), u.mount)?.id ?? null, 1, u.letter),
          ]
        : [],
    ),
    ...newLinks(job).flatMap((l) => [
      ...product(
        l.link.adapterKitId,
        adaptersFor(find(job, 'kit', l.child.kitId), l.link.medium),
        l.child.letter,
      ),
      ...cable(l),
    ]),
    ...coaxParts,
    ...newDeviceCables(job).flatMap((d) => [
      ...product(d.cable.adapterKitId, 1, d.from.letter),
      ...laid(
        { ...d.cable, medium: 'ethernet', outdoors: runsOutdoors(job, d.from, d.device) },
        d.from.letter,
      ),
    ]),
  ];
}

/** The cable of the catalogue that a line by the metre is: for outdoors, or not. */
const cableKit = (job: Job, item: string): Id | null =>
  job.kits.find((k) => k.kind === 'cable' && k.weatherproof === item.includes('outdoor'))?.id ?? null;

const total = <T>(list: readonly T[], of: (t: T) => number) => list.reduce((sum, t) => sum + of(t), 0);

/** The bill of a plan, equal things on one line. */
export function billOf(job: Job): Bill {
  const items = itemsOf(job);
  const lines = [...new Set(items.map((i) => i.key))].flatMap((key): BillLine[] => {
    const same = items.filter((i) => i.key === key);
    const [first] = same;
    if (!first) return [];
    return [
      {
        kitId: find(job, 'kit', key)?.id ?? (first.perMetre ? cableKit(job, first.item) : null),
        item: first.item,
        count: total(same, (i) => i.count),
        perMetre: first.perMetre,
        metres: first.metres === null ? null : total(same, (i) => i.metres ?? 0),
        eachEur: first.eachEur,
        sumEur: total(same, (i) => i.sumEur),
        minutes: total(same, (i) => i.minutes),
        forUnits: [...new Set(same.map((i) => i.letter))],
      },
    ];
  });
  return {
    lines,
    partsEur: total(items, (i) => i.sumEur),
    minutes: total(items, (i) => i.minutes),
    cableM: total(items, (i) => i.metres ?? 0),
    holes: total(items, (i) => i.holes),
  };
}

/** What one unit takes with its link. */
export interface UnitCosts {
  unit: Unit;
  partsEur: number;
  minutes: number;
  cableM: number;
  holes: number;
}

/** The bill unit by unit, in the order of their letters; the sums are those of the bill. */
export function costsByUnit(job: Job): UnitCosts[] {
  const items = itemsOf(job);
  return job.units
    .filter((u) => u.planned)
    .sort((a, b) => a.letter.localeCompare(b.letter))
    .map((unit) => {
      const own = items.filter((i) => i.letter === unit.letter);
      return {
        unit,
        partsEur: total(own, (i) => i.sumEur),
        minutes: total(own, (i) => i.minutes),
        cableM: total(own, (i) => i.metres ?? 0),
        holes: total(own, (i) => i.holes),
      };
    });
}

export interface Label {
  linkId: Id;
  /** Short, for the tape: the same on both ends but for the last letter. */
  text: string;
  /** Where it is stuck. */
  at: string;
}

/** Labels for both ends of every new cable, to units and to fixed devices, and for both adapters of every pair. */
export function labelsOf(job: Job): Label[] {
  const placeOf = (u: Unit) => `${u.letter}, ${u.name}`;
  const counts = new Map<Link['medium'], number>();
  const nth = (medium: Link['medium']): string => {
    const n = (counts.get(medium) ?? 0) + 1;
    counts.set(medium, n);
    return `${mediumWords[medium][0]}${n}`;
  };
  const units = newLinks(job).flatMap(({ link, child, parent }): Label[] => {
    if (link.medium === 'wireless') return [];
    const name = `${nth(link.medium)} ${parent.letter}–${child.letter}`;
    const outlet = (id: Id | null, u: Unit) => {
      const service = find(job, 'service', id);
      if (!service) return placeOf(u);
      const room = job.rooms.find(
        (r) => r.storeyId === service.storeyId && inRegion(r, service.xM, service.yM),
      );
      // a house has many sockets of one name
      return [service.name, room?.name, u.letter].filter(Boolean).join(', ');
    };
    return [
      { linkId: link.id, text: `${name} a`, at: outlet(link.fromServiceId, parent) },
      { linkId: link.id, text: `${name} b`, at: outlet(link.toServiceId, child) },
    ];
  });
  const devices = newDeviceCables(job).flatMap(({ cable, device, from }): Label[] => {
    const name = `${nth('ethernet')} ${from.letter}–${device.name}`;
    return [
      { linkId: cable.id, text: `${name} a`, at: placeOf(from) },
      { linkId: cable.id, text: `${name} b`, at: device.name },
    ];
  });
  return [...units, ...devices];
}
