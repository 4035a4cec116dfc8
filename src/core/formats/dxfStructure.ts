/** Does a DXF text hang together? Checked before it is read: what is left open makes a reader run for ever. */
import { DrawingError } from './planLines';

/** What must be closed, and by what. */
const ends: Readonly<Record<string, string>> = {
  SECTION: 'ENDSEC',
  TABLE: 'ENDTAB',
  BLOCK: 'ENDBLK',
  POLYLINE: 'SEQEND',
};
const opens = new Map(Object.entries(ends).map(([open, end]) => [end, open]));
/** Numbers: coordinates, lengths, angles (DXF reference, group codes 10 to 59, 140 to 149, 210 to 239). */
const isNumeric = (code: number) =>
  (code >= 10 && code <= 59) || (code >= 140 && code <= 149) || (code >= 210 && code <= 239);

/**
 * @param told hears how much of the text was looked at, 0 … 1.
 * @throws DrawingError with the line and what is wrong there.
 */
export function checkDxf(text: string, told: (share: number) => void = () => undefined): void {
  const fail = (line: number, message: string) => new DrawingError([{ path: `line ${line}`, message }]);
  const lines = text.split(/\r\n|\r|\n/);
  const open: { what: string; line: number }[] = [];
  let before = '';
  for (let i = 0; i < lines.length; i += 2) {
    if (i % 100_000 === 0) told(i / lines.length);
    const [codeText = '', value] = [lines[i]?.trim(), lines[i + 1]];
    if (codeText === '' && value === undefined) break;
    if (!/^-?\d{1,6}$/.test(codeText))
      throw fail(i + 1, `a group code is expected here, not “${codeText.slice(0, 30)}”`);
    if (value === undefined) throw fail(i + 1, 'the file is cut short: a group code without its value');
    const code = Number(codeText);
    const word = value.trim();
    if (isNumeric(code) && (word === '' || !Number.isFinite(Number(word))))
      throw fail(i + 2, `a number is expected here, not “${word.slice(0, 30)}”`);
    if (code !== 0) continue;
    const last = open.at(-1);
    if (word === 'EOF') {
      if (last) throw fail(last.line, `this ${last.what} has no end (${ends[last.what]})`);
      return;
    }
    if (last?.what === 'POLYLINE' && word !== 'VERTEX' && word !== 'SEQEND')
      throw fail(last.line, `this POLYLINE has no end (SEQEND) before the ${word} in line ${i + 2}`);
    if (word === 'ENDSEC' && last && last.what !== 'SECTION')
      throw fail(last.line, `this ${last.what} has no end (${ends[last.what]}) before its section ends`);
    if (ends[word] !== undefined) open.push({ what: word, line: i + 2 });
    else if (opens.has(word)) {
      const attributes = word === 'SEQEND' && last?.what !== 'POLYLINE' && /^(ATTRIB|INSERT)$/.test(before);
      if (!attributes) {
        if (last?.what !== opens.get(word)) throw fail(i + 2, `${word} ends nothing here`);
        open.pop();
      }
    }
    before = word;
  }
  const left = open.at(-1);
  throw left
    ? fail(left.line, `this ${left.what} has no end (${ends[left.what]}); the file is cut short`)
    : fail(lines.length, 'the file is cut short: it does not end with EOF');
}
