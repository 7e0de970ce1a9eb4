/** Numbers of plain digits, as programs write them and most cells hold them, read without looking for signs, units and separators. */

const [ZERO, NINE, MINUS, POINT] = [48, 57, 45, 46];
/** So many digits make a whole number that a double holds exactly. */
const MOST_DIGITS = 15;
const POWERS = Array.from({ length: MOST_DIGITS + 1 }, (_, power) => 10 ** power);

/**
 * The value of plain digits with at most one point between them and a minus
 * before them, or NaN for any other text. Digits and the power of ten are both
 * exact, so that their quotient is the nearest double, as IEEE 754 has it.
 */
export function plainNumber(text: string): number {
  const { length } = text;
  let at = text.charCodeAt(0) === MINUS ? 1 : 0;
  if (length === at || length - at > MOST_DIGITS) return Number.NaN;
  const first = at;
  let digits = 0;
  let point = -1;
  for (; at < length; at++) {
    const code = text.charCodeAt(at);
    if (code >= ZERO && code <= NINE) digits = digits * 10 + (code - ZERO);
    else if (code === POINT && point < 0 && at > first && at < length - 1) point = at;
    else return Number.NaN;
  }
  const size = point < 0 ? digits : digits / (POWERS[length - point - 1] ?? 1);
  return first === 1 && size !== 0 ? -size : size;
}

/** Count of digits of a text that is nothing but digits, else 0. */
export function digitsOnly(text: string): number {
  for (let at = 0; at < text.length; at++) {
    const code = text.charCodeAt(at);
    if (code < ZERO || code > NINE) return 0;
  }
  return text.length;
}

/**
 * True for texts that are sure to be what their number is written as, with the
 * given decimal mark: no zero too many, and no more digits than a number holds.
 */
export function isWrittenPlainly(text: string, mark: '.' | ','): boolean {
  const { length } = text;
  const first = text.charCodeAt(0) === MINUS ? 1 : 0;
  if (length === first || length - first > MOST_DIGITS) return false;
  const point = text.indexOf(mark);
  const end = point < 0 ? length : point;
  const startsWithZero = text.charCodeAt(first) === ZERO;
  if (end === first || (startsWithZero && end - first > 1)) return false;
  // Zero has no sign, and 0.00001 is written as a power.
  if (startsWithZero && (point < 0 ? first === 1 : text.startsWith('0000', point + 1))) return false;
  if (point >= 0 && (point === length - 1 || text.charCodeAt(length - 1) === ZERO)) return false;
  for (let at = first; at < length; at++) {
    const code = text.charCodeAt(at);
    if ((code < ZERO || code > NINE) && at !== point) return false;
  }
  return true;
}
