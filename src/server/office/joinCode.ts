/** The code that a laptop joins a firm with, once: where the office is, by which authority it is known, and a key for the one question. */
import { X509Certificate } from 'node:crypto';
import { z } from 'zod';

const joinSchema = z.strictObject({
  /** Addresses, «host:port». */
  servers: z
    .array(z.string().regex(/^[^\s/]{1,200}:\d{1,5}$/))
    .min(1)
    .max(5),
  /** Certificate of the firm's authority, DER in base64. */
  ca: z
    .string()
    .regex(/^[A-Za-z0-9+/]+=*$/)
    .max(4000),
  /** Seed of the key for one question. */
  seed: z.string().regex(/^SU[A-Z2-7]{50,70}$/),
});
export type JoinCode = z.infer<typeof joinSchema>;

const prefix = 'nestle-2-';
/** Between the words of a code and its certificate. */
const endOfWords = 0;

/** The code is none, or cut short. */
export class JoinCodeError extends Error {
  constructor(why = 'This is no join code, or a part of it is missing. Copy all of it.') {
    super(why);
    this.name = 'JoinCodeError';
  }
}

/** Addresses and key as JSON, then the certificate as it is: short enough for a picture that a camera reads. */
export const writeJoinCode = ({ servers, ca, seed }: JoinCode): string =>
  prefix +
  Buffer.concat([
    Buffer.from(JSON.stringify([servers, seed])),
    Buffer.from([endOfWords]),
    Buffer.from(ca, 'base64'),
  ]).toString('base64url');

/** Spaces and line breaks that came in on the way do not count. @throws JoinCodeError */
export function readJoinCode(text: string): JoinCode {
  const clean = text.replace(/\s+/g, '');
  if (!clean.startsWith(prefix) || !/^[\w-]+$/.test(clean)) throw new JoinCodeError();
  try {
    const bytes = Buffer.from(clean.slice(prefix.length), 'base64url');
    const end = bytes.indexOf(endOfWords);
    const [servers, seed] = z
      .tuple([z.unknown(), z.unknown()])
      .parse(JSON.parse(bytes.subarray(0, end).toString('utf8')));
    const ca = bytes.subarray(end + 1);
    // a certificate names its own length: a code that was cut short is seen
    if (new X509Certificate(ca).raw.length !== ca.length) throw new JoinCodeError();
    return joinSchema.parse({ servers, ca: ca.toString('base64'), seed });
  } catch {
    throw new JoinCodeError();
  }
}

export const pemOf = (der: string): string =>
  `-----BEGIN CERTIFICATE-----\n${der.match(/.{1,64}/g)?.join('\n') ?? ''}\n-----END CERTIFICATE-----\n`;
export const derOf = (pem: string): string => pem.replace(/-----[^-]+-----|\s/g, '');

/** What a laptop asks with the key of a code, and what the office answers. */
export const joinRequest = z.strictObject({
  joinKey: z.string().max(80),
  nkey: z.string().regex(/^U[A-Z2-7]{55}$/),
  name: z.string().trim().min(1).max(80),
});
export const joinAnswer = z.union([
  z.object({
    firmId: z.string(),
    firmName: z.string(),
    laptopId: z.string(),
    laptopName: z.string(),
    role: z.enum(['office', 'crew', 'trainee']),
  }),
  z.object({ refused: z.string() }),
]);
