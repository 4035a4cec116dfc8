/** Codes that a person types: of a walk, and of a far end. */
import { randomInt } from 'node:crypto';

/** Letters and digits that can't be taken for one another. */
const alphabet = 'ABCDEFGHJKMNPQRSTUVWXYZ23456789';
const codeLength = 6;
/** A new code, by chance. */
export const newCode = (): string =>
  Array.from({ length: codeLength }, () => alphabet[randomInt(alphabet.length)]).join('');
export const codePattern = /^[A-HJKMNP-Z2-9]{6}$/;
