/** What a ZIP archive says of itself, read from its directory alone (PKWARE APPNOTE 6.3, sections 4.3.12 and 4.3.16). */

const END = 0x06054b50;
const ENTRY = 0x02014b50;
/** The directory's end stands in the last bytes, before a comment of at most 64 KB. */
const TAIL = 22 + 65_535;

/** The size of all files of an archive once they are unpacked, in bytes; Infinity where one does not say; 0 for what is no archive. */
export function unpackedSize(bytes: Uint8Array): number {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  let end = bytes.byteLength - 22;
  const least = Math.max(0, bytes.byteLength - TAIL);
  while (end >= least && view.getUint32(end, true) !== END) end--;
  if (end < least) return 0;
  let at = view.getUint32(end + 16, true);
  let size = 0;
  for (let entry = view.getUint16(end + 10, true); entry > 0; entry--) {
    if (at + 46 > bytes.byteLength || view.getUint32(at, true) !== ENTRY) break;
    const unpacked = view.getUint32(at + 24, true);
    if (unpacked === 0xffffffff) return Infinity;
    size += unpacked;
    at += 46 + view.getUint16(at + 28, true) + view.getUint16(at + 30, true) + view.getUint16(at + 32, true);
  }
  return size;
}
