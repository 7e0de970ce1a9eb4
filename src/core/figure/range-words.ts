/** The range and the tick interval of a value axis as they are written in one field: “0 to 100 every 10”. */
import { readNumber } from '../table/numbers.ts';
import type { ValueAxis } from './spec.ts';

type Range = Pick<ValueAxis, 'from' | 'to' | 'every'>;

/** What was typed, or the sentence that says why it is no range. */
export type RangeTyped = Range | { refused: string };

const REFUSED = 'Write its ends and its tick interval, such as “0 to 100 every 10”; leave out what Rizo is to choose.';

const NUMBER = String.raw`[-+\u2212]?[\d.,'\u00a0\u202f]*\d[\d.,]*\s*(?:[kKmMbB]\b)?%?`;
const FORM = new RegExp(
  String.raw`^\s*(?:from\s+)?(?:(?<from>auto|zero|${NUMBER})\s*)?(?:(?:to|\u2013|\u2014|\.\.+|until)\s*(?<to>auto|${NUMBER}))?\s*[,;]?\s*(?:(?:every|by|step)\s*(?<every>auto|${NUMBER}))?\s*$`,
  'i',
);

/** A typed number in either way of writing decimals; null where it is none. */
const numberIn = (text: string) =>
  readNumber(text.replace('%', ''), {
    decimal: /,\d{1,2}$/.test(text.trim()) ? ',' : '.',
    magnitudes: true,
    unit: null,
  });

/**
 * Reads a range; what is left out, or “auto”, is chosen by the data. A value
 * alone is where the axis begins.
 */
export function readRange(text: string): RangeTyped {
  const { from, to, every } = FORM.exec(text)?.groups ?? {};
  if (text.trim() === '') return { from: 'auto', to: 'auto', every: null };
  if (from === undefined && to === undefined && every === undefined) return { refused: REFUSED };
  const ends: { [key: string]: number | null } = {};
  for (const [name, typed] of Object.entries({ from, to, every })) {
    if (typed === undefined || /^(?:auto|zero)$/i.test(typed)) continue;
    const number = numberIn(typed);
    if (number === null) return { refused: `“${typed.trim()}” is not a number.` };
    ends[name] = number;
  }
  if (ends['every'] !== undefined && !(Number(ends['every']) > 0)) return { refused: 'A tick interval is above zero.' };
  return {
    from: ends['from'] ?? (/^zero$/i.test(from?.trim() ?? '') ? 'zero' : 'auto'),
    to: ends['to'] ?? 'auto',
    every: ends['every'] ?? null,
  };
}

/** A range as `readRange` reads it; empty where all of it is chosen by the data. */
export function sayRange({ from, to, every }: Range): string {
  if (from === 'auto' && to === 'auto' && every === null) return '';
  const step = every === null ? '' : ` every ${every}`;
  return from === 'auto' && to === 'auto' ? step.trim() : `${from} to ${to}${step}`;
}
