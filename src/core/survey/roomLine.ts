/**
 * One typed line makes a room: `Kitchen 4.20 3.60 east of Hall`. Name, how wide (east–west), how
 * deep (north–south), and where: a side of a room that is there, or a corner inside one.
 * A corner may be said from the front, which is south: `back left` is northwest.
 * Lengths are metres, or feet and inches (`13'9"`, `13-9`, `13.75`). A line may end with
 * `by 1.20`: moved on from the north or west end of that side. Without a place the room goes where it fits best.
 */

export const sides = ['north', 'east', 'south', 'west'] as const;
export const corners = ['northwest', 'northeast', 'southwest', 'southeast'] as const;
export type Side = (typeof sides)[number];
export type Corner = (typeof corners)[number];

export interface RoomLine {
  name: string;
  widthM: number;
  depthM: number;
  /** null: the first room, or where it fits best. */
  where:
    | { kind: 'beside'; side: Side; room: string; byM: number | null }
    | { kind: 'in'; corner: Corner; room: string }
    | null;
}

/** What a line says so far: the whole of it, or what is missing and how it may go on. */
export type LineState =
  { ok: true; line: RoomLine; complete: string[] } | { ok: false; why: string; complete: string[] };

const footM = 0.3048;
const shortSides: Record<string, Side | Corner> = {
  n: 'north',
  e: 'east',
  s: 'south',
  w: 'west',
  nw: 'northwest',
  ne: 'northeast',
  sw: 'southwest',
  se: 'southeast',
  'north-west': 'northwest',
  'north-east': 'northeast',
  'south-west': 'southwest',
  'south-east': 'southeast',
  'back-left': 'northwest',
  'back-right': 'northeast',
  'front-left': 'southwest',
  'front-right': 'southeast',
};

/** A length at the start of a text: metres, and what is left; null when there is none. */
function takeLength(text: string, lengths: 'm' | 'ft'): { metres: number; rest: string } | null {
  const feet = /^(\d+)\s*(?:ft|['′-])\s*(?:(\d+(?:\.\d+)?)\s*(?:in|["″])?)?(?=\s|$|[x×*])/i.exec(text);
  if (feet)
    return {
      metres: (Number(feet[1]) + Number(feet[2] ?? 0) / 12) * footM,
      rest: text.slice(feet[0].length),
    };
  const plain = /^(\d+(?:[.,]\d+)?)\s*(mm|cm|m)?(?=\s|$|[x×*])/i.exec(text);
  if (!plain) return null;
  const value = Number((plain[1] ?? '').replace(',', '.'));
  const unit = plain[2]?.toLowerCase();
  const factor = unit === 'mm' ? 0.001 : unit === 'cm' ? 0.01 : unit === 'm' || lengths === 'm' ? 1 : footM;
  return { metres: value * factor, rest: plain.input.slice(plain[0].length) };
}

const startsLike = (word: string, typed: string) =>
  word.toLowerCase().startsWith(typed.toLowerCase()) && word.toLowerCase() !== typed.toLowerCase();

/**
 * Reads a room line.
 * @param rooms names of the rooms that are there, for «of» and for completing it.
 * @param shell the room that others are cut from: a corner alone is one of its corners; null = there is none.
 * @returns the line, or why it is none yet; `complete` are ways to go on, each the whole text.
 */
export function parseRoomLine(
  text: string,
  rooms: readonly string[],
  lengths: 'm' | 'ft',
  shell: string | null = null,
): LineState {
  const no = (why: string, complete: string[] = []): LineState => ({ ok: false, why, complete });
  const typed = text.trimStart();
  const start = /\s(?=\d)/.exec(typed);
  const name = (start ? typed.slice(0, start.index) : typed).trim();
  if (name === '') return no('Type the name of a room, its width and its depth.');
  if (name.length > 120) return no('A name has at most 120 letters.');
  if (!start) return no('Then its width, east to west.');
  const width = takeLength(typed.slice(start.index).trimStart(), lengths);
  if (!width) return no('The width is not a length.');
  const depth = takeLength(width.rest.replace(/^\s*[x×*]?\s*/, ''), lengths);
  if (!depth) return no('Then its depth, north to south.');
  if (Math.min(width.metres, depth.metres) < 0.3) return no('A room is at least 30 cm each way.');
  if (Math.max(width.metres, depth.metres) > 200) return no('A room is at most 200 m each way.');
  const base: RoomLine = { name, widthM: width.metres, depthM: depth.metres, where: null };
  const place = depth.rest.trim().replace(/^(back|front)\s+(left|right)\b/i, '$1-$2');
  const before = typed.slice(0, typed.length - depth.rest.length).trimEnd();
  if (place === '')
    return {
      ok: true,
      line: base,
      complete: rooms.length === 0 ? [] : sides.map((s) => `${before} ${s} of `),
    };

  const [, word = '', joint = '', rest = ''] =
    /^(\S+)(?:\s+(of|in)(?:\s+(.*))?)?$/i.exec(place) ?? /^(\S+)\s*(.*)$/.exec(place) ?? [];
  const side = [...sides, ...corners].find((s) => s === word.toLowerCase()) ?? shortSides[word.toLowerCase()];
  if (!side)
    return no(
      `«${word}» is not a side: north, east, south or west of a room, or a corner in one.`,
      [...sides.map((s) => `${s} of `), ...corners.map((c) => `${c} in `)]
        .filter((s) => startsLike(s, word))
        .map((s) => `${before} ${s}`),
    );
  const corner = corners.find((c) => c === side);
  const link = corner ? 'in' : 'of';
  if (corner && joint === '' && rest === '' && shell !== null)
    return {
      ok: true,
      line: { ...base, where: { kind: 'in', corner, room: shell } },
      complete: rooms.map((r) => `${before} ${side} in ${r}`),
    };
  if (joint.toLowerCase() !== link)
    return no(
      `Then «${link}» and a room.`,
      rooms.map((r) => `${before} ${side} ${link} ${r}`),
    );
  const by = /^(.*?)\s+by\s+(\S+)$/i.exec(rest);
  const room = (by?.[1] ?? rest).trim();
  const shift = by?.[2] ? takeLength(by[2], lengths) : null;
  const found = rooms.find((r) => r.toLowerCase() === room.toLowerCase());
  const complete = rooms.filter((r) => startsLike(r, room)).map((r) => `${before} ${side} ${link} ${r}`);
  if (!found)
    return no(
      room === '' ? 'Then a room that is there.' : `There is no room «${room}» on this storey.`,
      complete,
    );
  if (by && !shift) return no('After «by» comes a length.');
  const where = corner
    ? ({ kind: 'in', corner, room: found } as const)
    : ({
        kind: 'beside',
        side: sides.find((s) => s === side) ?? 'north',
        room: found,
        byM: shift?.metres ?? null,
      } as const);
  return { ok: true, line: { ...base, where }, complete };
}
