/** What a plan takes in parts, cable and time, line by line, from its records. */
import { find, type Job } from '../job/job';
import type { Id, Link, Unit } from '../job/records';
import { cablePrices } from '../network/feedOptions';
import { mediumWords } from '../network/mediumWords';
import { cableLength } from '../network/wired';

export interface BillLine {
  /** Kit, or what a cable is. */
  item: string;
  count: number;
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

const cableWords = (link: Link): string =>
  link.medium === 'fibre' ? 'Fibre with a converter at each end' : `Cable, ${link.category ?? 'cat6'}`;

interface NewLink {
  link: Link;
  child: Unit;
  parent: Unit;
}

/** Links of the plan that were not found in the house. */
const newLinks = (job: Job): NewLink[] =>
  job.links.flatMap((link) => {
    const [child, parent] = [find(job, 'unit', link.unitId), find(job, 'unit', link.fromUnitId)];
    return child?.planned && parent?.planned && !(child.found && parent.found)
      ? [{ link, child, parent }]
      : [];
  });

/** The bill of a plan: kits, adapters in pairs, cables; what was found in the house costs nothing again. */
export function billOf(job: Job): Bill {
  const lines = new Map<string, BillLine>();
  const add = (key: string, line: Omit<BillLine, 'forUnits'>, letter: string) => {
    const old = lines.get(key);
    if (!old) return void lines.set(key, { ...line, forUnits: [letter] });
    old.count += line.count;
    old.metres = old.metres === null ? null : old.metres + (line.metres ?? 0);
    old.sumEur += line.sumEur;
    old.minutes += line.minutes;
    if (!old.forUnits.includes(letter)) old.forUnits.push(letter);
  };
  const kit = (id: Id | null, count: number, letter: string) => {
    const k = find(job, 'kit', id);
    if (!k) return;
    const sums = { sumEur: count * k.priceEur, minutes: count * k.fitMinutes };
    add(k.id, { item: k.name, count, metres: null, eachEur: k.priceEur, ...sums }, letter);
  };
  for (const u of job.units) if (u.planned && !u.found) kit(u.kitId, 1, u.letter);
  for (const { link, child } of newLinks(job)) {
    // adapters come in pairs, an injector alone
    if (link.adapterKitId) kit(link.adapterKitId, link.medium === 'ethernet' ? 1 : 2, child.letter);
    if ((link.medium !== 'ethernet' && link.medium !== 'fibre') || link.lengthM === null) continue;
    const price = cablePrices[link.medium];
    const metres = cableLength(link.lengthM);
    const sums = {
      sumEur: price.eur + metres * price.eurPerM,
      minutes: price.minutes + link.lengthM * price.minutesPerM + (link.holes ?? 0) * price.minutesPerHole,
    };
    add(
      cableWords(link),
      { item: cableWords(link), count: 1, metres, eachEur: price.eurPerM, ...sums },
      child.letter,
    );
  }
  const all = [...lines.values()];
  const sum = (of: (l: BillLine) => number) => all.reduce((total, l) => total + of(l), 0);
  return {
    lines: all,
    partsEur: sum((l) => l.sumEur),
    minutes: sum((l) => l.minutes),
    cableM: sum((l) => l.metres ?? 0),
    holes: newLinks(job).reduce((all, { link }) => all + (link.holes ?? 0), 0),
  };
}

export interface Label {
  /** Short, for the tape: the same on both ends but for the last letter. */
  text: string;
  /** Where it is stuck. */
  at: string;
}

/** Labels for both ends of every new cable and for both adapters of every pair. */
export function labelsOf(job: Job): Label[] {
  const placeOf = (u: Unit) => `${u.letter}, ${u.name}`;
  const counts = new Map<Link['medium'], number>();
  return newLinks(job).flatMap(({ link, child, parent }): Label[] => {
    if (link.medium === 'wireless') return [];
    const n = (counts.get(link.medium) ?? 0) + 1;
    counts.set(link.medium, n);
    const name = `${mediumWords[link.medium][0]}${n} ${parent.letter}–${child.letter}`;
    const outlet = (id: Id | null, u: Unit) => find(job, 'service', id)?.name ?? placeOf(u);
    return [
      { text: `${name} a`, at: outlet(link.fromServiceId, parent) },
      { text: `${name} b`, at: outlet(link.toServiceId, child) },
    ];
  });
}
