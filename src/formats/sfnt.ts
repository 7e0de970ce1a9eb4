/** The tables of a TrueType or OpenType file, taken apart and put together again (OpenType 1.9, "Organization of an OpenType font"). */

/** Tables by their tags. */
export type FontTables = Map<string, Uint8Array>;

const HEADER = 12;
const RECORD = 16;
/** What the sum over a whole file has to come to (OpenType, `head`). */
const WHOLE = 0xb1b0afba;

const viewOf = (bytes: Uint8Array) => new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);

/** The kind of a font and its tables. Throws a RangeError where a table lies beyond the end of the file. */
export function readFont(bytes: Uint8Array): { kind: number; tables: FontTables } {
  const view = viewOf(bytes);
  const tables: FontTables = new Map();
  for (let record = 0; record < view.getUint16(4); record++) {
    const at = HEADER + record * RECORD;
    const tag = String.fromCharCode(...bytes.subarray(at, at + 4));
    const [from, length] = [view.getUint32(at + 8), view.getUint32(at + 12)];
    if (from + length > bytes.length) throw new RangeError(`The table “${tag}” ends beyond the file.`);
    tables.set(tag, bytes.subarray(from, from + length));
  }
  return { kind: view.getUint32(0), tables };
}

/** The sum of a table's 32-bit numbers, the last one filled up with zeros. */
function sumOf(bytes: Uint8Array): number {
  const view = viewOf(bytes);
  let sum = 0;
  for (let at = 0; at < bytes.length; at += 4) {
    let part = 0;
    if (at + 4 <= bytes.length) part = view.getUint32(at);
    else for (let byte = 0; byte < 4; byte++) part = part * 256 + (bytes[at + byte] ?? 0);
    sum = (sum + part) >>> 0;
  }
  return sum;
}

/** Puts tables together as a file, with its sums. */
export function writeFont(kind: number, tables: FontTables): Uint8Array {
  const sorted = [...tables].sort(([a], [b]) => (a < b ? -1 : 1));
  const padded = (length: number) => Math.ceil(length / 4) * 4;
  const start = HEADER + sorted.length * RECORD;
  const bytes = new Uint8Array(sorted.reduce((sum, [, table]) => sum + padded(table.length), start));
  const view = viewOf(bytes);
  const power = Math.floor(Math.log2(sorted.length));
  view.setUint32(0, kind);
  view.setUint16(4, sorted.length);
  view.setUint16(6, 2 ** power * 16);
  view.setUint16(8, power);
  view.setUint16(10, sorted.length * 16 - 2 ** power * 16);
  let at = start;
  let head: number | null = null;
  for (const [index, [tag, table]] of sorted.entries()) {
    bytes.set(table, at);
    if (tag === 'head') {
      head = at;
      view.setUint32(at + 8, 0);
    }
    const record = HEADER + index * RECORD;
    for (let letter = 0; letter < 4; letter++) bytes[record + letter] = tag.charCodeAt(letter);
    view.setUint32(record + 4, sumOf(bytes.subarray(at, at + table.length)));
    view.setUint32(record + 8, at);
    view.setUint32(record + 12, table.length);
    at += padded(table.length);
  }
  if (head !== null) view.setUint32(head + 8, (WHOLE - sumOf(bytes)) >>> 0);
  return bytes;
}

/** A table of which glyph is for which character (`cmap`, format 12). */
export function cmapTable(glyphs: ReadonlyMap<number, number>): Uint8Array {
  const groups: [number, number, number][] = [];
  for (const [code, glyph] of [...glyphs].sort(([a], [b]) => a - b)) {
    const last = groups.at(-1);
    if (last && code === last[1] + 1 && glyph === last[2] + (code - last[0])) last[1] = code;
    else groups.push([code, code, glyph]);
  }
  const bytes = new Uint8Array(12 + 16 + groups.length * 12);
  const view = viewOf(bytes);
  view.setUint16(2, 1);
  // Platform 3, encoding 10: Windows, all of Unicode.
  view.setUint16(4, 3);
  view.setUint16(6, 10);
  view.setUint32(8, 12);
  view.setUint16(12, 12);
  view.setUint32(16, 16 + groups.length * 12);
  view.setUint32(24, groups.length);
  groups.forEach(([first, last, glyph], index) => {
    view.setUint32(28 + index * 12, first);
    view.setUint32(32 + index * 12, last);
    view.setUint32(36 + index * 12, glyph);
  });
  return bytes;
}

/** What a face says of itself (`name`): its family, its style, and the name by which documents list it. */
export function nameTable(family: string, style: string, listed: string): Uint8Array {
  const names: [number, string][] = [
    [1, family],
    [2, style],
    [4, `${family} ${style}`],
    [6, listed.replace(/[^A-Za-z0-9-]/g, '').slice(0, 60)],
    [16, family],
    [17, style],
  ];
  const texts = names.map(([, text]) => text);
  const store = 6 + names.length * 12;
  const bytes = new Uint8Array(texts.reduce((sum, text) => sum + text.length * 2, store));
  const view = viewOf(bytes);
  view.setUint16(2, names.length);
  view.setUint16(4, store);
  let at = 0;
  names.forEach(([id, text], index) => {
    const record = 6 + index * 12;
    // Platform 3, encoding 1, English: Windows, UTF-16.
    [3, 1, 0x409, id, text.length * 2, at].forEach((value, field) => {
      view.setUint16(record + field * 2, value);
    });
    for (let letter = 0; letter < text.length; letter++)
      view.setUint16(store + at + letter * 2, text.charCodeAt(letter));
    at += text.length * 2;
  });
  return bytes;
}

/** A table that can be written to; of what Node read from a file, slices would still be the file itself. */
const copyOf = (table: Uint8Array | undefined): Uint8Array | undefined => table && new Uint8Array(table);

/** Weight and posture as the tables `OS/2` and `head` have them. */
export function markCut(tables: FontTables, { weight, italic }: { weight: number; italic: boolean }): void {
  const [os2, head] = [copyOf(tables.get('OS/2')), copyOf(tables.get('head'))];
  if (os2) {
    const view = viewOf(os2);
    view.setUint16(4, weight);
    // Bit 0 italic, 5 bold, 6 regular.
    const other = view.getUint16(62) & ~0b1100001;
    view.setUint16(62, other | (italic ? 1 : 0) | (weight >= 700 ? 32 : 0) | (!italic && weight < 700 ? 64 : 0));
    tables.set('OS/2', os2);
  }
  if (head) {
    viewOf(head).setUint16(44, (weight >= 700 ? 1 : 0) | (italic ? 2 : 0));
    tables.set('head', head);
  }
}
