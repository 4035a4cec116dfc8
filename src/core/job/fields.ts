/** Fields that the schemas of records share: ids, names, lengths, losses, and their limits. */
import { z } from 'zod';
import { areaOf } from '../geometry/polygon';

export const id = z
  .string()
  .regex(/^[A-Za-z0-9][A-Za-z0-9_-]{0,63}$/, 'an id is 1 to 64 letters, digits, - or _');
/** Text that every file and table holds as it is: half of a pair of UTF-16 units, as cutting leaves it, becomes U+FFFD. */
export const words = () => z.string().overwrite((text) => text.replace(/\p{Surrogate}/gu, '\uFFFD'));
export const name = words().trim().min(1, 'a name is needed').max(120);
export const note = words().max(2000);
export const metres = z.number().min(-2000).max(2000);
export const size = z.number().min(0.01).max(500);
export const height = z.number().min(-50).max(200);
export const angle = z.number().min(-360).max(360);
export const loss = z.number().min(0).max(200);
export const mbps = z.number().min(0).max(100_000);
export const point = z.tuple([metres, metres]);

export const polygon = z
  .array(point)
  .min(3, 'an outline needs 3 corners or more')
  .max(400)
  .refine((p) => areaOf(p) > 0.01, 'an outline must enclose some area');

/** In rising order; arrays by band follow it. (An enum's own options are not: number-like names come first.) */
export const bands = ['2.4', '5', '6'] as const;
export const bandSchema = z.enum(bands);
export type Band = z.infer<typeof bandSchema>;
export const perBand = z.strictObject({ '2.4': loss, '5': loss, '6': loss });
export type PerBand = z.infer<typeof perBand>;

export type { Point } from '../geometry/point';
