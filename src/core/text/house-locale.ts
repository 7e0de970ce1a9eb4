/** A language's numbers and dates as a house writes them. */
import type { HouseStyle } from '../style/style.ts';
import { type Locale, type LocaleId, localeOf } from './locale.ts';

const otherSign = (sign: string) => (sign === ',' ? '.' : ',');

const known = new WeakMap<HouseStyle['numbers'], Map<LocaleId, Locale>>();

/** A day with the short months of the house, in the order that the language has them; Finnish days have no names in them. */
const dayWith = (plain: Locale, months: readonly string[]): Locale['day'] =>
  plain.id === 'fi-FI'
    ? plain.day
    : plain.id === 'en-US'
      ? (day, month, year) => `${months[month] ?? ''} ${day}${year === null ? '' : `, ${year}`}`
      : (day, month, year) =>
          `${day}${plain.id === 'de-DE' ? '.' : ''} ${months[month] ?? ''}${year === null ? '' : ` ${year}`}`;

/** The locale of a report as its house writes it; the same thing for the same language and style. */
export function houseLocale(id: LocaleId, { numbers }: Pick<HouseStyle, 'numbers'>): Locale {
  const plain = localeOf(id);
  const { decimal, group, minus, beforePercent, months, monthsShort, currency, missing, decimals } = numbers;
  const own = [decimal, group, minus, beforePercent, months, monthsShort, currency, missing, decimals];
  if (own.every((one) => one === null)) return plain;
  const byId = known.get(numbers) ?? new Map<LocaleId, Locale>();
  known.set(numbers, byId);
  const found = byId.get(id);
  if (found) return found;
  const ownDecimal = decimal ?? plain.decimal;
  const ownGroup = group ?? plain.group;
  const made: Locale = {
    ...plain,
    // A house that chooses one of the two signs as the language has the other gets that of the other, too.
    decimal: group !== null && decimal === null && ownGroup === ownDecimal ? otherSign(ownGroup) : ownDecimal,
    group: group === null && ownGroup === ownDecimal ? otherSign(ownDecimal) : ownGroup,
    ...(minus !== null && { minus }),
    ...(beforePercent !== null && { beforePercent }),
    ...(currency !== null && { currency }),
    ...(missing !== null && { missing }),
    ...(decimals !== null && { decimals }),
    ...(months && { months }),
    ...(monthsShort && { monthsShort, monthsInDate: monthsShort, day: dayWith(plain, monthsShort) }),
  };
  byId.set(id, made);
  return made;
}
