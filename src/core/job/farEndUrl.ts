/** The address of a far end: where it listens, and its code. */
import { z } from 'zod';

/** As in «http://203.0.113.7:4320/K7QX2M»: no query, no name or password, the code as its only part. */
const form = /^(https?:\/\/[A-Za-z0-9](?:[A-Za-z0-9.-]*[A-Za-z0-9])?(?::(\d{1,5}))?)\/[A-HJKMNP-Z2-9]{6}$/;

export const farEndUrlSchema = z
  .string()
  .trim()
  .max(200)
  .regex(form, 'an address as nestle far-end prints it, for example http://203.0.113.7:4320/K7QX2M')
  .refine((text) => Number(form.exec(text)?.[2] ?? 80) <= 65_535, 'this address has a port that can’t be');

/** Scheme, host and port alone: what the page of a phone must be allowed to reach. */
export const originOf = (farEndUrl: string): string => form.exec(farEndUrl)?.[1] ?? '';
