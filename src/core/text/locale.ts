/**
 * What the report's locale decides: separators of numbers, and names of months
 * and days. Kept here, not taken from the runtime, so that browser, server and
 * tests write the same text. Values follow Unicode CLDR, to which a test holds
 * them; the house differs in one: September is "Sep" in British English, too,
 * for there it would be the only short month of four letters.
 */
export const LOCALES = ['en-GB', 'en-US', 'de-DE', 'fr-FR', 'es-ES', 'pl-PL', 'fi-FI'] as const;
export type LocaleId = (typeof LOCALES)[number];

export interface Locale {
  id: LocaleId;
  name: string;
  decimal: string;
  group: string;
  /** stand-alone names, January first */
  months: readonly string[];
  monthsShort: readonly string[];
  /** short names beside a day or a year, where the language writes them otherwise than alone */
  monthsInDate?: readonly string[];
  /** a day with its short month, with a year where one is given, from 0 for January */
  day(day: number, month: number, year: number | null): string;
  /** between hours, minutes and seconds */
  clock: ':' | '.';
  quarter: string;
  half: string;
  /** thousands, millions and billions, as a caption says them */
  powers: readonly [string, string, string];
  /** the sign before what is below zero; a true minus where a house says nothing else */
  minus?: string;
  /** where a sign of money stands; as the language has it where a house says nothing else */
  currency?: 'before' | 'after';
  /** what stands for a missing value; a dash where a house says nothing else */
  missing?: string;
  /** decimals that values have at most, where a house says so */
  decimals?: number;
  /** blank between a number and its percent sign */
  beforePercent: string;
}

const words = (text: string) => text.split(' ');
const NBSP = '\u00a0';
const NNBSP = '\u202f';

/** "5 Jan 2026" in the short months of a language. */
const dayFirst =
  (months: readonly string[], stop = ''): Locale['day'] =>
  (day, month, year) =>
    `${day}${stop} ${months[month] ?? ''}${year === null ? '' : ` ${year}`}`;

const ENGLISH_SHORT = words('Jan Feb Mar Apr May Jun Jul Aug Sep Oct Nov Dec');
const GERMAN_IN_DATE = words('Jan. Feb. März Apr. Mai Juni Juli Aug. Sept. Okt. Nov. Dez.');
const FRENCH_SHORT = words('janv. févr. mars avr. mai juin juil. août sept. oct. nov. déc.');
const SPANISH_SHORT = words('ene feb mar abr may jun jul ago sept oct nov dic');
const POLISH_SHORT = words('sty lut mar kwi maj cze lip sie wrz paź lis gru');

const english: Omit<Locale, 'id' | 'name' | 'decimal' | 'group'> = {
  months: words('January February March April May June July August September October November December'),
  monthsShort: ENGLISH_SHORT,
  day: dayFirst(ENGLISH_SHORT),
  clock: ':',
  quarter: 'Q',
  half: 'H',
  powers: ['thousands', 'millions', 'billions'],
  beforePercent: '',
};

const locales: Record<LocaleId, Locale> = {
  'en-GB': { id: 'en-GB', name: 'English (United Kingdom)', decimal: '.', group: ',', ...english },
  'en-US': {
    id: 'en-US',
    name: 'English (United States)',
    decimal: '.',
    group: ',',
    ...english,
    day: (day, month, year) => `${ENGLISH_SHORT[month] ?? ''} ${day}${year === null ? '' : `, ${year}`}`,
  },
  'de-DE': {
    id: 'de-DE',
    name: 'German',
    decimal: ',',
    group: '.',
    months: words('Januar Februar März April Mai Juni Juli August September Oktober November Dezember'),
    monthsShort: words('Jan Feb Mär Apr Mai Jun Jul Aug Sep Okt Nov Dez'),
    monthsInDate: GERMAN_IN_DATE,
    day: dayFirst(GERMAN_IN_DATE, '.'),
    clock: ':',
    quarter: 'Q',
    half: 'H',
    powers: ['Tausend', 'Mio.', 'Mrd.'],
    beforePercent: NBSP,
  },
  'fr-FR': {
    id: 'fr-FR',
    name: 'French',
    decimal: ',',
    group: NNBSP,
    months: words('janvier février mars avril mai juin juillet août septembre octobre novembre décembre'),
    monthsShort: FRENCH_SHORT,
    day: dayFirst(FRENCH_SHORT),
    clock: ':',
    quarter: 'T',
    half: 'S',
    powers: ['milliers', 'millions', 'milliards'],
    beforePercent: NNBSP,
  },
  'es-ES': {
    id: 'es-ES',
    name: 'Spanish',
    decimal: ',',
    group: '.',
    months: words('enero febrero marzo abril mayo junio julio agosto septiembre octubre noviembre diciembre'),
    monthsShort: SPANISH_SHORT,
    day: dayFirst(SPANISH_SHORT),
    clock: ':',
    quarter: 'T',
    half: 'S',
    powers: ['miles', 'millones', 'miles de millones'],
    beforePercent: NBSP,
  },
  'pl-PL': {
    id: 'pl-PL',
    name: 'Polish',
    decimal: ',',
    group: NBSP,
    months: words('styczeń luty marzec kwiecień maj czerwiec lipiec sierpień wrzesień październik listopad grudzień'),
    monthsShort: POLISH_SHORT,
    day: dayFirst(POLISH_SHORT),
    clock: ':',
    quarter: 'K',
    half: 'P',
    powers: ['tys.', 'mln', 'mld'],
    beforePercent: '',
  },
  'fi-FI': {
    id: 'fi-FI',
    name: 'Finnish',
    decimal: ',',
    group: NBSP,
    months: words(
      'tammikuu helmikuu maaliskuu huhtikuu toukokuu kesäkuu heinäkuu elokuu syyskuu lokakuu marraskuu joulukuu',
    ),
    monthsShort: words('tammi helmi maalis huhti touko kesä heinä elo syys loka marras joulu'),
    day: (day, month, year) => `${day}.${month + 1}.${year ?? ''}`,
    clock: '.',
    quarter: 'Q',
    half: 'H',
    powers: ['tuhatta', 'milj.', 'mrd.'],
    beforePercent: NBSP,
  },
};

/** The data of a locale. */
export function localeOf(id: LocaleId): Locale {
  return locales[id];
}
