/** What is weak or easily mistyped about a password. */

/** Signs that are taken for one another when read from paper. */
const alike = /[0O1I]|\dl|l\d/;

/** Hints, most serious first; empty when there is nothing to say. @param others passwords that must differ from it. */
export function passwordHints(password: string, others: readonly string[] = []): string[] {
  const hints: string[] = [];
  if (password.length < 8) hints.push('Wi-Fi takes 8 characters or more.');
  else if (password.length < 12)
    hints.push('12 characters or more are hard to guess; four words are easy to say.');
  if (password.length > 63) hints.push('Wi-Fi takes 63 characters at most.');
  if (others.includes(password))
    hints.push('It is the same as another one: the administrator’s has to differ.');
  if (/^(.)\1*$/.test(password) || /^(?:0123|1234|abcd|qwer|pass)/i.test(password))
    hints.push('It is among the first that anyone tries.');
  if (/[A-Z]/.test(password) && /[a-z]/.test(password))
    hints.push('Capitals count: say so when you hand it over.');
  if (alike.test(password)) hints.push('0 and O, 1, l and I are taken for one another on paper.');
  if (/\s$|^\s/.test(password)) hints.push('A space at its end is never seen again.');
  return hints;
}

/** The text of a picture code that lets a phone join: name and password with what needs it escaped. */
export function joinText(name: string, password: string): string {
  const escaped = (text: string) => text.replace(/([\\;,:"])/g, '\\$1');
  return `WIFI:T:${password ? 'WPA' : 'nopass'};S:${escaped(name)};${password ? `P:${escaped(password)};` : ''};`;
}
