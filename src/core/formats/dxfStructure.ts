/**
 * Looks through a DXF text before it is read: does it hang together, and which of it can become walls? Only that
 * goes on to the reader: a layer table cut short or a polyline without its end makes it run for ever.
 */
import { DrawingError } from './planLines';

export interface SiftedDxf {
  /** A DXF text with the entities that are read, and nothing else. */
  entities: string;
  /** The header's $INSUNITS; null when it does not say. */
  insUnits: number | null;
  /** Entities that are left aside, by type. */
  aside: Map<string, number>;
}

/** What must be closed, and by what. */
const ends: Readonly<Record<string, string>> = {
  SECTION: 'ENDSEC',
  TABLE: 'ENDTAB',
  BLOCK: 'ENDBLK',
  POLYLINE: 'SEQEND',
};
const opens = new Map(Object.entries(ends).map(([open, end]) => [end, open]));
/** The group codes that are read of each entity; the reader runs for ever on some others. */
const codesRead: ReadonlyMap<string, ReadonlySet<number>> = new Map(
  Object.entries({
    LINE: [8, 10, 20, 30, 11, 21, 31],
    LWPOLYLINE: [8, 90, 70, 10, 20, 42],
    POLYLINE: [8, 66, 70],
    VERTEX: [8, 10, 20, 30, 42, 70],
    SEQEND: [8],
    ARC: [8, 10, 20, 30, 40, 50, 51],
    CIRCLE: [8, 10, 20, 30, 40],
  }).map(([type, codes]) => [type, new Set(codes)]),
);
/** Numbers: coordinates, lengths, angles (DXF reference, group codes 10 to 59, 140 to 149, 210 to 239). */
const isNumeric = (code: number) =>
  (code >= 10 && code <= 59) || (code >= 140 && code <= 149) || (code >= 210 && code <= 239);

/**
 * @param told hears how much of the text was looked at, 0 … 1.
 * @throws DrawingError with the line and what is wrong there.
 */
export function siftDxf(text: string, told: (share: number) => void = () => undefined): SiftedDxf {
  const fail = (line: number, message: string) => new DrawingError([{ path: `line ${line}`, message }]);
  const lines = text.split(/\r\n|\r|\n/);
  const open: { what: string; line: number }[] = [];
  const aside = new Map<string, number>();
  const kept: string[] = ['0', 'SECTION', '2', 'ENTITIES'];
  let insUnits: number | null = null;
  let section = '';
  let variable = '';
  /** The entity at hand, where it goes on to the reader: its line, x coordinates so far, vertices that it claims. */
  let entity: { type: string; line: number; xs: number; claimed: number | null } | null = null;
  /** The reader makes as many vertices as are claimed, however many there are. */
  const checkVertices = () => {
    if (entity?.type === 'LWPOLYLINE' && entity.claimed !== entity.xs)
      throw fail(
        entity.line,
        `this LWPOLYLINE claims ${entity.claimed ?? 'no'} vertices and has ${entity.xs}`,
      );
  };
  /** The attributes of a block's insertion have an end of their own. */
  let inserting = false;
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
    const last = open.at(-1);
    if (code !== 0) {
      if (code === 2 && last?.what === 'SECTION' && last.line === i) section = word;
      if (code === 9) variable = word;
      if (section === 'HEADER' && variable === '$INSUNITS' && code === 70) insUnits = Number(word);
      if (!entity || !codesRead.get(entity.type)?.has(code)) continue;
      if (code === 10) entity.xs++;
      if (code === 90) entity.claimed = Number(word);
      kept.push(codeText, word);
      continue;
    }
    checkVertices();
    if (word === 'EOF') {
      if (last) throw fail(last.line, `this ${last.what} has no end (${ends[last.what]})`);
      kept.push('0', 'ENDSEC', '0', 'EOF', '');
      return { entities: kept.join('\n'), insUnits, aside };
    }
    if (last?.what === 'POLYLINE' && word !== 'VERTEX' && word !== 'SEQEND')
      throw fail(last.line, `this POLYLINE has no end (SEQEND) before the ${word} in line ${i + 2}`);
    if (word === 'ENDSEC' && last && last.what !== 'SECTION')
      throw fail(last.line, `this ${last.what} has no end (${ends[last.what]}) before its section ends`);
    if (word === 'VERTEX' && last?.what !== 'POLYLINE') throw fail(i + 2, 'this VERTEX is of no POLYLINE');
    const isEntity = section === 'ENTITIES' && word !== 'ENDSEC' && word !== 'SECTION';
    const endsInsertion = word === 'SEQEND' && last?.what !== 'POLYLINE' && inserting;
    const isKept = isEntity && codesRead.has(word) && !endsInsertion;
    entity = isKept ? { type: word, line: i + 2, xs: 0, claimed: null } : null;
    if (isKept) kept.push('0', word);
    else if (isEntity && !endsInsertion && word !== 'ATTRIB') aside.set(word, (aside.get(word) ?? 0) + 1);
    inserting = word === 'INSERT' || word === 'ATTRIB';
    if (ends[word] !== undefined) open.push({ what: word, line: i + 2 });
    else if (opens.has(word) && !endsInsertion) {
      if (last?.what !== opens.get(word)) throw fail(i + 2, `${word} ends nothing here`);
      open.pop();
      if (word === 'ENDSEC') section = '';
    }
  }
  const left = open.at(-1);
  throw left
    ? fail(left.line, `this ${left.what} has no end (${ends[left.what]}); the file is cut short`)
    : fail(lines.length, 'the file is cut short: it does not end with EOF');
}
