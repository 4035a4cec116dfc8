/** A photo of the house: what it shows, where it was taken and which way it looks. */
import { z } from 'zod';
import { angle, id, metres, note } from './fields';

export const photo = z.strictObject({
  type: z.literal('photo'),
  id,
  /** Its bytes, kept with the job under their SHA-256. */
  fileId: z.string().regex(/^[0-9a-f]{64}$/),
  takenOn: z.iso.date(),
  about: z.enum(['entry', 'box', 'fuse-box', 'socket', 'wall', 'route', 'unit', 'other']),
  phase: z.enum(['found', 'built']),
  /** Where the camera stood; null = not noted. */
  storeyId: id.nullable().default(null),
  xM: metres.default(0),
  yM: metres.default(0),
  /** The way it looks, clockwise from north; null = not noted. */
  towardsDeg: angle.nullable().default(null),
  note,
});
