/** What is weak or easily mistyped about a password. */

/** Signs that are taken for one another when read from paper. */
const alike = /[0O1I]|\dl|l\d/;

/** A hint: whether it is about the password itself, or about reading it out. */
export interface PasswordHint {
  about: 'strength' | 'reading';
  words: string;
}

/** Hints, most serious first; empty when there is nothing to say. */
export function passwordHints(password: string): PasswordHint[] {
  const hints: PasswordHint[] = [];
  const say = (about: PasswordHint['about'], words: string) => hints.push({ about, words });
  if (password.length < 8) say('strength', 'Wi-Fi needs 8 characters or more.');
  else if (password.length < 12) say('strength', 'Use 12 characters or more. Four words are easy to say.');
  if (password.length > 63) say('strength', 'Wi-Fi allows 63 characters at most.');
  if (/^(.)\1*$/.test(password) || /^(?:0123|1234|abcd|qwer|pass)/i.test(password))
    say('strength', 'This password is one of the first that people try.');
  if (/[A-Z]/.test(password) && /[a-z]/.test(password))
    say('reading', 'It has capital letters. Say so at hand-over.');
  if (alike.test(password)) say('reading', '0 and O, and 1, l and I, look alike on paper.');
  if (/\s$|^\s/.test(password)) say('reading', 'It ends with a space, which nobody sees.');
  return hints;
}

/** The text of a picture code that lets a phone join: name and password with what needs it escaped. */
export function joinText(name: string, password: string): string {
  const escaped = (text: string) => text.replace(/([\\;,:"])/g, '\\$1');
  return `WIFI:T:${password ? 'WPA' : 'nopass'};S:${escaped(name)};${password ? `P:${escaped(password)};` : ''};`;
}
