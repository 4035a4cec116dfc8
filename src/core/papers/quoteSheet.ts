/** What a quote offers: parts, work, travel, tax, and in plain words what each room gets, what is drilled and what stays in sight. */
import { lengthText } from '../geometry/lengthWords';
import { billOf } from '../design/bill';
import { find, type Job } from '../job/job';
import { makeRecord } from '../job/make';
import type { Business, Id, Quote, Unit } from '../job/records';
import type { QuoteSheet } from '../job/businessRecords';
import { spotNeed } from '../job/needs';
import { patchM } from '../media/cableEstimate';
import { mediumWords } from '../media/mediumWords';
import type { Prediction } from '../network/predict';
import { rateText } from '../network/rateText';
import { sureEnough } from '../network/sureEnough';
import { toCents } from './moneyWords';

/** What a job without a business of its own is reckoned with. */
export const plainBusiness: Business = makeRecord({ type: 'business', id: 'business' });
export const businessOf = (job: Job): Business => job.businesses[0] ?? plainBusiness;

export interface QuoteSums {
  netEur: number;
  taxEur: number;
  totalEur: number;
}

/** Sums of a sheet with the options that are ticked; tax on all of it. */
export function sumsOf(sheet: QuoteSheet, options: Quote['options']): QuoteSums {
  const more = options.reduce((sum, o) => sum + (o.ticked ? o.eur : 0), 0);
  const netEur = toCents(sheet.partsEur + sheet.workEur + sheet.travelEur + more);
  const taxEur = toCents((netEur * sheet.taxPct) / 100);
  return { netEur, taxEur, totalEur: toCents(netEur + taxEur) };
}

/** Quotes and changes of them that were agreed. */
export const acceptedOf = (job: Job): readonly Quote[] => job.quotes.filter((q) => q.state === 'accepted');

/** «very likely», «likely», «not sure»: never more than the prediction says. */
const sureWords = (certainty: number): string =>
  certainty >= 0.99
    ? 'very sure'
    : certainty >= sureEnough
      ? 'sure to 9 in 10'
      : certainty >= 0.5
        ? 'likely'
        : 'not likely';

/** Room by room the need and how sure it is met; a room's surest word is that of its worst spot. */
function promises(job: Job, predictions: readonly Prediction[]): QuoteSheet['rooms'] {
  const spots = job.spots.flatMap((spot) => {
    const prediction = predictions.find((p) => p.spotId === spot.id);
    const need = spotNeed(job, spot);
    return prediction && need.downMbps > 0 ? [{ spot, prediction, need }] : [];
  });
  const rooms = [...new Set(spots.map(({ spot }) => spot.roomId))];
  return rooms.map((roomId) => {
    const own = spots.filter(({ spot }) => spot.roomId === roomId);
    const certainty = Math.min(...own.map(({ prediction }) => prediction.certainty));
    const needs = [...new Set(own.flatMap(({ need }) => need.activities))].join(', ');
    const most = Math.max(...own.map(({ need }) => need.downMbps));
    const room = find(job, 'room', roomId);
    const storey = find(job, 'storey', room?.storeyId);
    return {
      room: [room?.name, storey?.name].filter(Boolean).join(', ').slice(0, 160),
      promise: `${needs || 'Network'} at ${rateText(most)} Mbps: ${sureWords(certainty)}.`.slice(0, 400),
    };
  });
}

/** A new cable with what it is, as the quote tells it. */
interface NewCable {
  way: string;
  holes: number | null;
  lengthM: number | null;
}

function newCables(job: Job): NewCable[] {
  const unit = (id: Id) => find(job, 'unit', id);
  const at = (u: Unit) => `${u.letter} (${u.name || 'main unit'})`;
  const toUnits = job.links.flatMap((link): NewCable[] => {
    const [from, to] = [unit(link.fromUnitId), unit(link.unitId)];
    if (!from?.planned || !to?.planned || (from.found && to.found)) return [];
    if (link.medium !== 'ethernet' && link.medium !== 'fibre') return [];
    return [{ ...link, way: `${mediumWords[link.medium]} from ${at(from)} to ${at(to)}` }];
  });
  const toDevices = job.deviceCables.flatMap((cable): NewCable[] => {
    const [from, device] = [unit(cable.fromUnitId), find(job, 'fixedDevice', cable.deviceId)];
    if (!from?.planned || !device || cable.found) return [];
    return [{ ...cable, way: `${mediumWords.ethernet} from ${at(from)} to ${device.name}` }];
  });
  return [...toUnits, ...toDevices];
}

/** Where holes are drilled, and what stays in sight: one sentence each. */
function inTheHouse(job: Job): Pick<QuoteSheet, 'drilled' | 'visible'> {
  const drilled: string[] = [];
  const visible: string[] = [];
  for (const { way, holes, lengthM } of newCables(job)) {
    if (holes === null) drilled.push(`${way}: holes are not counted yet.`);
    else if (holes > 0) drilled.push(`${way}: ${holes} ${holes === 1 ? 'hole' : 'holes'}.`);
    else if ((lengthM ?? 0) > patchM)
      visible.push(`${way}: ${lengthText(lengthM ?? 0, job.info.lengths, 0)} along the wall.`);
  }
  for (const unit of job.units)
    if (unit.planned && !unit.found)
      visible.push(`${unit.letter}, ${find(job, 'kit', unit.kitId)?.name ?? 'unit'}: ${unit.name}.`);
  return { drilled: drilled.map((t) => t.slice(0, 300)), visible: visible.map((t) => t.slice(0, 300)) };
}

/** @param predictions of the plan, as the screen shows them. */
export function quoteSheetOf(job: Job, predictions: readonly Prediction[]): QuoteSheet {
  const own = businessOf(job);
  const bill = billOf(job);
  const margin = 1 + own.marginPct / 100;
  const parts = bill.lines.map((l) => ({
    text: (l.metres === null ? l.item : `${l.item}, ${lengthText(l.metres, job.info.lengths, 0)}`).slice(
      0,
      200,
    ),
    count: l.count,
    sumEur: toCents(l.sumEur * margin),
  }));
  return {
    currency: job.info.currency,
    parts,
    partsEur: toCents(parts.reduce((sum, p) => sum + p.sumEur, 0)),
    workMin: Math.round(bill.minutes),
    workEur: toCents((Math.round(bill.minutes) / 60) * own.hourEur),
    travelEur: toCents(own.travelEur),
    ...{ taxName: own.taxName, taxPct: own.taxPct },
    rooms: promises(job, predictions),
    ...inTheHouse(job),
    terms: [own.paymentTerms, own.warrantyTerms].filter(Boolean).join('\n').slice(0, 3000),
  };
}
