/** Bytes as received, turned into text. */
import { Refusal } from '../core/refusal.ts';

/** Files over this size are refused before they are read. */
export const MOST_BYTES = 50 * 1024 * 1024;

/** The sentence for a file that is too large, or null when its size is fine. */
export function tooLarge(name: string, bytes: number): string | null {
  if (bytes <= MOST_BYTES) return null;
  const size = (bytes / 1024 / 1024).toFixed(1);
  return `“${name}” is ${size} MB; Rizo takes files of up to 50 MB, so split it or leave out columns you do not need.`;
}

const startsWith = (bytes: Uint8Array, ...mark: number[]) => mark.every((byte, index) => bytes[index] === byte);

/** Letters of Windows-1250 that are signs in Windows-1252: ą, ł, ż, Ł, Ż, ź, ť and ž of Central Europe. */
const CENTRAL = new Set([0xb9, 0xb3, 0xbf, 0xa3, 0xaf, 0x9f, 0x9d, 0xbe]);
const isLetter = (byte: number | undefined) =>
  byte !== undefined && ((byte >= 0x41 && byte <= 0x5a) || (byte >= 0x61 && byte <= 0x7a) || byte >= 0xc0);

/** What Windows-1252 has from 0x80 to 0x9f; some runtimes leave these bytes as control characters. */
const SIGNS_1252 = '€\u0081‚ƒ„…†‡ˆ‰Š‹Œ\u008dŽ\u008f\u0090‘’“”•–—˜™š›œ\u009džŸ';

const decode1252 = (bytes: Uint8Array) =>
  new TextDecoder('windows-1252')
    .decode(bytes)
    .replace(/[\u0080-\u009f]/g, (sign) => SIGNS_1252[sign.charCodeAt(0) - 0x80] ?? sign);

/** The code page of text that is not UTF-8: one of Central Europe where what would be signs stands inside of words. */
function codePageOf(bytes: Uint8Array): 'windows-1250' | 'windows-1252' {
  for (let at = 1; at < bytes.length; at++)
    if (CENTRAL.has(bytes[at] ?? 0) && isLetter(bytes[at - 1]) && isLetter(bytes[at + 1])) return 'windows-1250';
  return 'windows-1252';
}

/**
 * Decodes UTF-8 or UTF-16 with a byte order mark, UTF-8 without one, and else
 * Windows-1250 or -1252. Throws a Refusal, naming the line, for bytes that are no text.
 */
export function decodeText(bytes: Uint8Array): string {
  if (startsWith(bytes, 0xff, 0xfe)) return new TextDecoder('utf-16le').decode(bytes);
  if (startsWith(bytes, 0xfe, 0xff)) return new TextDecoder('utf-16be').decode(bytes);
  const nul = bytes.indexOf(0);
  if (nul >= 0) {
    let line = 1;
    for (let at = 0; at < nul; at++) if (bytes[at] === 10) line++;
    throw new Refusal(
      `This file is not text: line ${line} holds bytes that text never has; save it as CSV or as a workbook and bring that in.`,
    );
  }
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch (error) {
    if (!(error instanceof TypeError)) throw error;
    return codePageOf(bytes) === 'windows-1250' ? new TextDecoder('windows-1250').decode(bytes) : decode1252(bytes);
  }
}
