/** Damages files the way disks, transfers and careless hands do: reproducible from a seed. */

/** A small generator of its own, so that the damage does not depend on the program. @returns numbers in 0 … 1. */
export function dice(seed: number): () => number {
  let s = seed >>> 0 || 1;
  return () => {
    s ^= s << 13;
    s ^= s >>> 17;
    s ^= s << 5;
    s >>>= 0;
    return s / 2 ** 32;
  };
}

const odd = [
  '',
  '0',
  '-1',
  '1e400',
  'NaN',
  'null',
  '[]',
  '{}',
  '"',
  '\u0000',
  '￿',
  '-0',
  '99999999999999999999',
  'true',
];

/** One to four injuries: bytes flipped, cut, doubled, swapped, numbers and words replaced, the end torn off. */
export function mutate(bytes: Buffer, random: () => number): Buffer {
  let out = Buffer.from(bytes);
  const at = () => Math.floor(random() * out.length);
  const injuries = 1 + Math.floor(random() * 4);
  for (let i = 0; i < injuries && out.length > 0; i++) {
    const [a, b] = [at(), at()].sort((x, y) => x - y);
    const [from = 0, to = 0] = [a, Math.min(b ?? 0, (a ?? 0) + 400)];
    switch (Math.floor(random() * 7)) {
      case 0:
        out[from] = Math.floor(random() * 256);
        break;
      case 1:
        out = Buffer.concat([out.subarray(0, from), out.subarray(to)]);
        break;
      case 2:
        out = Buffer.concat([out.subarray(0, to), out.subarray(from, to), out.subarray(to)]);
        break;
      case 3:
        out = out.subarray(0, from);
        break;
      case 4: {
        // a number or a word somewhere becomes another
        const text = out.toString('latin1', from, Math.min(out.length, from + 300));
        const m = /-?\d+(\.\d+)?|"[^"]*"|[A-Z]{3,}/.exec(text);
        if (!m) break;
        const start = from + m.index;
        const word = odd[Math.floor(random() * odd.length)] ?? '';
        out = Buffer.concat([out.subarray(0, start), Buffer.from(word), out.subarray(start + m[0].length)]);
        break;
      }
      case 5: {
        // a whole line goes, or comes twice
        const start = out.lastIndexOf(10, from) + 1;
        const end = out.indexOf(10, from);
        if (end < 0) break;
        const line = out.subarray(start, end + 1);
        out =
          random() < 0.5
            ? Buffer.concat([out.subarray(0, start), out.subarray(end + 1)])
            : Buffer.concat([out.subarray(0, end + 1), line, out.subarray(end + 1)]);
        break;
      }
      default: {
        const other = at();
        const length = Math.min(60, out.length - Math.max(from, other));
        const piece = Buffer.from(out.subarray(other, other + length));
        piece.copy(out, from);
      }
    }
  }
  return out;
}

const pair = (code: number, value: string | number) => `${code}\n${value}\n`;
/** A drawing with all that is read, and some that is not: header, layer table, lines, polylines, arcs, a block. */
export function sampleDxf(): string {
  const line = (x: number) =>
    pair(0, 'LINE') + pair(8, 'WALLS') + pair(10, x) + pair(20, 0) + pair(11, x) + pair(21, 5);
  const vertex = (x: number, y: number) => pair(0, 'VERTEX') + pair(8, 'OLD') + pair(10, x) + pair(20, y);
  return (
    pair(0, 'SECTION') +
    pair(2, 'HEADER') +
    pair(9, '$INSUNITS') +
    pair(70, 6) +
    pair(0, 'ENDSEC') +
    pair(0, 'SECTION') +
    pair(2, 'TABLES') +
    pair(0, 'TABLE') +
    pair(2, 'LAYER') +
    pair(70, 2) +
    pair(0, 'LAYER') +
    pair(2, 'WALLS') +
    pair(70, 0) +
    pair(62, 7) +
    pair(6, 'CONTINUOUS') +
    pair(0, 'LAYER') +
    pair(2, 'OLD') +
    pair(70, 0) +
    pair(62, 1) +
    pair(6, 'CONTINUOUS') +
    pair(0, 'ENDTAB') +
    pair(0, 'ENDSEC') +
    pair(0, 'SECTION') +
    pair(2, 'BLOCKS') +
    pair(0, 'BLOCK') +
    pair(8, '0') +
    pair(2, 'CHAIR') +
    pair(70, 0) +
    pair(10, 0) +
    pair(20, 0) +
    pair(30, 0) +
    line(1) +
    pair(0, 'ENDBLK') +
    pair(0, 'ENDSEC') +
    pair(0, 'SECTION') +
    pair(2, 'ENTITIES') +
    [0, 4, 8].map(line).join('') +
    pair(0, 'LWPOLYLINE') +
    pair(8, 'WALLS') +
    pair(90, 3) +
    pair(70, 1) +
    [
      [0, 0],
      [8, 0],
      [8, 5],
    ]
      .map(([x = 0, y = 0]) => pair(10, x) + pair(20, y) + pair(42, 0.2))
      .join('') +
    pair(0, 'POLYLINE') +
    pair(8, 'OLD') +
    pair(66, 1) +
    pair(70, 0) +
    vertex(0, 0) +
    vertex(3, 0) +
    vertex(3, 3) +
    pair(0, 'SEQEND') +
    pair(0, 'ARC') +
    pair(8, 'OLD') +
    pair(10, 2) +
    pair(20, 2) +
    pair(40, 1) +
    pair(50, 0) +
    pair(51, 90) +
    pair(0, 'TEXT') +
    pair(8, 'OLD') +
    pair(10, 1) +
    pair(20, 1) +
    pair(40, 0.2) +
    pair(1, 'Kitchen') +
    pair(0, 'ENDSEC') +
    pair(0, 'EOF')
  );
}
