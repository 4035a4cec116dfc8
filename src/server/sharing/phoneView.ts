/** What a phone gets of a job: what its pages show, and nothing of money or of the household's own notes. */
import type { Job } from '@/core/job/job';
import type { AnyRecord } from '@/core/job/records';

/** The same record without what phones have no use for. */
function forPhone(record: AnyRecord): AnyRecord | null {
  switch (record.type) {
    case 'job':
      return { ...record, note: '', budget: null, nextAction: '', nextOn: null };
    case 'kit':
      return { ...record, priceEur: 0, supplier: '', onVan: 0 };
    case 'netSettings':
      return { ...record, adminHolder: '', networkHolder: '', note: '' };
    case 'placeRule':
    case 'neighbour':
    case 'picture':
    case 'roamWalk':
    case 'business':
    case 'customer':
    case 'quote':
    case 'invoice':
    case 'signOff':
    case 'photo':
      return null;
    case 'service':
    case 'assembly':
    case 'cableRun':
    case 'route':
      return { ...record, note: '' };
    default:
      return record;
  }
}

export const phoneRecords = (job: Job): AnyRecord[] =>
  [...job.byId.values()].flatMap((r) => forPhone(r) ?? []);
