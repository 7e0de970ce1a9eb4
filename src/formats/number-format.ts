/** What a number format of a workbook (ISO/IEC 29500-1, 18.8.31) says of its numbers beside how they look: a currency, a unit. */
import { magnitudeOf } from '../core/table/magnitudes.ts';

/** “[$€-407]” holds a currency and a language; “[$-407]” only the language. */
const CURRENCY = /\[\$([^\]-]+)(?:-[^\]]*)?\]/;
const QUOTED = /"([^"]*)"/g;
const SIGN = /[€£¥₽₴₺₹₩]|(?<!\[)\$/;
const WORD = /^[\p{L}%‰°µΩ€$£][\p{L}%‰°µΩ²³/·.€]{0,11}(?: [\p{L}€$£.]{1,8})?$/u;
/** A comma behind the last figure shows a thousandth of the number. */
const SCALED = /[0#?],+(?=[^0#?,]*$)/;

function find(format: string): string | null {
  const [positive = ''] = format.split(';');
  const currency = CURRENCY.exec(positive)?.[1]?.trim();
  if (currency) return currency;
  const bare = positive.replace(/\\(.)/g, '$1').replace(/_.|\*./g, '');
  const unquoted = bare.replace(QUOTED, ' ').replace(/\[[^\]]*\]/g, '');
  const sign = SIGN.exec(unquoted)?.[0];
  if (sign) return sign;
  const words = [...bare.matchAll(QUOTED)].map(([, text = '']) => text.trim()).filter((text) => WORD.test(text));
  const [word] = words;
  if (word === undefined || words.length > 1) return null;
  if (!SCALED.test(unquoted.trim())) return word;
  // The number is not in millions, however it is shown.
  return (
    word
      .split(' ')
      .filter((part) => magnitudeOf(part) === undefined)
      .join(' ') || null
  );
}

const known = new Map<string, string | null>();

/** The currency or unit that a format writes beside its numbers, or null. */
export function unitOfFormat(format: string): string | null {
  let unit = known.get(format);
  if (unit === undefined) {
    unit = find(format);
    // Workbooks of strangers must not fill the memory.
    if (known.size > 500) known.clear();
    known.set(format, unit);
  }
  return unit;
}
