/** What happens while a plan is put in: how steps differ from the rule, what was done, and the settings agreed on. */
import { z } from 'zod';
import { id, mbps, name, note, words } from './fields';

/** The key of a step: what it is, and of which unit or link: «pair.unit-b». */
export const stepKey = z
  .string()
  .regex(/^[a-z0-9-]{1,40}(\.[A-Za-z0-9_-]{1,64})?$/, 'a step key is a word, or a word, a dot and an id');
const minutes = z.number().min(0).max(600);

/** How a step differs from its template in this job, or a step of one's own. */
export const stepEdit = z.strictObject({
  type: z.literal('stepEdit'),
  id,
  stepKey,
  /** A step that no template has. */
  own: z.boolean(),
  /** Left out of the runbook. */
  dropped: z.boolean(),
  /** null = as the template has it. */
  title: name.nullable(),
  text: note.nullable(),
  handsMin: minutes.nullable(),
  waitMin: minutes.nullable(),
  /** Steps that come first; null = as the template has it. */
  after: z.array(stepKey).max(60).nullable(),
});

/** What was done of a step. */
export const stepRun = z.strictObject({
  type: z.literal('stepRun'),
  id,
  stepKey,
  startedAt: z.iso.datetime().nullable(),
  /** When the hands were free again and only waiting was left. */
  handsFreeAt: z.iso.datetime().nullable(),
  /** When its gate was passed. */
  doneAt: z.iso.datetime().nullable(),
  /** Why it was left out; null = it was not. */
  skipped: words().max(200).nullable(),
  /** When the pairing window was opened last. */
  windowAt: z.iso.datetime().nullable(),
  by: words().max(60),
  note,
  /** Pictures kept with the job. */
  photos: z.array(z.string().regex(/^[0-9a-f]{64}$/)).max(12),
  /** Cautions that were read, when and by whom; see `install/cautionsRead.ts`. */
  read: z.array(words().max(160)).max(200),
  /** What was ticked off of its list, and what was added to it by hand; see `install/checkList.ts`. */
  ticks: z.array(words().max(120)).max(200).default([]),
  /** What the unit's own page showed of its link. */
  shown: z
    .strictObject({ dbm: z.number().min(-120).max(0).nullable(), mbps: mbps.nullable() })
    .nullable()
    .default(null),
  /** When this record was changed last, by the clock of who changed it. */
  changedAt: z.iso.datetime(),
});

/** A day of work at the house: which steps are done then, and what has to be there. */
export const visit = z.strictObject({
  type: z.literal('visit'),
  id,
  kind: z.enum(['survey', 'install', 'return']),
  /** The day; null = not agreed. */
  day: z.iso.date().nullable().default(null),
  /** Steps that wait for this visit; those of no visit belong to the first to install. */
  stepKeys: z.array(stepKey).max(200).default([]),
  /** Parts that have to come first; empty = none. */
  waitsFor: words().max(200).default(''),
  /** When work begins, by the clock of the house; null = not agreed. */
  startsAt: z
    .string()
    .regex(/^([01][0-9]|2[0-3]):[0-5][0-9]$/, 'a time is hours and minutes, for example 08:30')
    .nullable()
    .default(null),
  /** The way there and back, minutes. */
  travelMin: minutes.default(0),
  note,
});

/** Names and who knows what; no password is ever in it. */
export const netSettings = z.strictObject({
  type: z.literal('netSettings'),
  id,
  networkName: words().max(32),
  guestName: words().max(32),
  /** A name on 2.4 GHz alone, for devices that know no other; empty = none. */
  onlyName: words().max(32),
  adminHolder: words().max(80),
  networkHolder: words().max(80),
  /** Does the main unit fetch updates by itself? */
  updatesOn: z.boolean(),
  /** How the line is entered: by itself, with a name and a password, with a fixed address. */
  line: z.enum(['unknown', 'automatic', 'login', 'fixed']).default('unknown'),
  /** Who has the details of the line. */
  lineHolder: words().max(80).default(''),
  note,
});
