/** How it stands with saving, in words that are never wider than the truth. */
import type { Clash } from '@/core/sync/sync';
import type { AnyRecord } from '@/core/job/records';
import type { Job } from '@/core/job/job';
import type { SaveState } from '@/client/store/courier';

const steps = (n: number) => `${n} ${n === 1 ? 'step' : 'steps'}`;

/** The few words of the top bar. @param when it was saved, in words. */
export function saveWords(save: SaveState, when: string): string {
  switch (save.kind) {
    case 'saved':
      return `saved ${when}`;
    case 'saving':
      return save.waiting > 1 ? `saving ${steps(save.waiting)} …` : 'saving …';
    case 'failed':
      return save.waiting ? `not saved (${save.waiting}): ${save.message}` : `not connected: ${save.message}`;
  }
}

/** What a person should know while something is not saved; null when there is nothing. */
export function failureWords(save: SaveState): string | null {
  if (save.kind !== 'failed') return null;
  if (save.waiting === 0) return `${save.message} No edit waits to be saved. Trying again …`;
  const kept = save.kept
    ? `${steps(save.waiting)} ${save.waiting === 1 ? 'is' : 'are'} kept in this browser, also when this window is closed.`
    : `${steps(save.waiting)} ${save.waiting === 1 ? 'is' : 'are'} in this window only. Do not close this window.`;
  return `${save.message} ${kept} Trying again …`;
}

const typeWords: Partial<Record<AnyRecord['type'], string>> = {
  job: 'the job',
  fixedDevice: 'device',
  stepRun: 'step',
  stepEdit: 'step',
  netSettings: 'network settings',
  roamWalk: 'walk',
  placeRule: 'place',
  cableRun: 'cable',
  kit: 'product',
  assembly: 'construction',
  service: 'connection point',
};

/** «spot 3, Long table». */
export function recordWords(record: AnyRecord): string {
  const type = typeWords[record.type] ?? record.type.replace(/[A-Z]/g, (c) => ` ${c.toLowerCase()}`);
  const number = 'number' in record ? ` ${record.number}` : 'letter' in record ? ` ${record.letter}` : '';
  return `${type}${number}${'name' in record && record.name ? `, ${record.name}` : ''}`;
}

/** «height, m» from `heightM`. */
export function fieldWords(field: string): string {
  const units: readonly (readonly [RegExp, string])[] = [
    [/Mbps$/, ', Mbps'],
    [/Dbm$/, ', dBm'],
    [/Deg$/, ', degrees'],
    [/Min$/, ', minutes'],
    [/Ms$/, ', ms'],
    [/M$/, ', m'],
  ];
  const unit = units.find(([end]) => end.test(field));
  const bare = (unit ? field.replace(unit[0], '') : field).replace(/Ids?$/, '');
  return `${bare.replace(/[A-Z]/g, (c) => ` ${c.toLowerCase()}`).trim()}${unit?.[1] ?? ''}`;
}

/** A value of a field for people; ids become the names of what they point to. */
export function valueWords(job: Job, value: unknown): string {
  if (value === null || value === undefined || value === '') return 'none';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'number') return String(Math.round(value * 1000) / 1000);
  if (typeof value === 'string') {
    const record = job.byId.get(value);
    return record ? recordWords(record) : value;
  }
  if (Array.isArray(value))
    return value.length > 6
      ? `${value.length} values`
      : value.map((v) => valueWords(job, v)).join(', ') || 'none';
  if (typeof value === 'object' && 'type' in value) return 'as it was here';
  return Object.entries(value)
    .map(([k, v]) => `${fieldWords(k)} ${valueWords(job, v)}`)
    .join(', ');
}

/** Both sides of a clash, and what it is about. */
export function clashWords(
  job: Job,
  clash: Clash,
): { about: string; mine: string; theirs: string; by: string } {
  const record = job.byId.get(clash.recordId);
  const gone = isRecord(clash.mine) ? clash.mine : isRecord(clash.theirs) ? clash.theirs : null;
  const what = record ? recordWords(record) : gone ? recordWords(gone) : clash.recordId;
  return {
    about: clash.field === null ? what : `${what}: ${fieldWords(clash.field)}`,
    mine: clash.field === null && clash.mine === null ? 'remove' : valueWords(job, clash.mine),
    theirs:
      clash.field === null
        ? clash.theirs === null
          ? 'removed'
          : 'changed and kept'
        : valueWords(job, clash.theirs),
    by: clash.by.startsWith('office:')
      ? `on another laptop (${clash.by.slice('office:'.length)})`
      : clash.by === 'phone'
        ? 'on a phone'
        : 'in another window',
  };
}
const isRecord = (value: unknown): value is AnyRecord =>
  typeof value === 'object' && value !== null && 'type' in value && 'id' in value;
