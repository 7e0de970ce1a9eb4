/** Periods within a sentence: "in October 2026", "since October 2026", with the forms that each language asks for. */
import { type Language, languageOf } from '../text/language.ts';
import { type Locale, localeOf } from '../text/locale.ts';
import { isoWeek } from '../time/format.ts';
import { type Interval, partsOf } from '../time/interval.ts';
import type { YearName } from './series.ts';

const WEEK: Readonly<Record<Language, string>> = {
  en: 'week',
  de: 'KW',
  fr: 'la semaine',
  es: 'la semana',
  pl: 'tydzień',
  fi: 'viikko',
};

/**
 * When something is (`in`), since when, and from when on; the words for “since”
 * and “from … on” stand in the messages. Only Finnish tells the last two apart.
 */
export type PeriodForm = 'in' | 'since' | 'from';

interface Parts {
  year: number | string;
  /** from 0 */
  month: number;
  day: number;
  quarter: number;
  half: number;
  clock: string;
  week: { year: number; week: number };
}

type Write = (parts: Parts, form: PeriodForm) => string;
type Unit = 'year' | 'half' | 'quarter' | 'month' | 'week' | 'day' | 'clock';

const list = (text: string) => text.split(' ');
const nth = (names: readonly string[], place: number) => names[place] ?? '';

const POLISH_IN = list(
  'styczniu lutym marcu kwietniu maju czerwcu lipcu sierpniu wrześniu październiku listopadzie grudniu',
);
export const POLISH_OF = list(
  'stycznia lutego marca kwietnia maja czerwca lipca sierpnia września października listopada grudnia',
);
const ROMAN = list('I II III IV');
const SPANISH_NTH = list('primer segundo tercer cuarto');
const FINNISH_AT = list('ensimmäisellä toisella kolmannella neljännellä');
const FINNISH_OF = list('ensimmäisen toisen kolmannen neljännen');
const FINNISH_FROM = list('ensimmäisestä toisesta kolmannesta neljännestä');
const finnish = <T>(form: PeriodForm, at: T, of: T, from: T): T => (form === 'in' ? at : form === 'since' ? of : from);
const monthsOf = (id: Locale['id']) => localeOf(id).months;
const GERMAN = monthsOf('de-DE');
const FRENCH = monthsOf('fr-FR');
const SPANISH = monthsOf('es-ES');
const FINNISH = monthsOf('fi-FI');
const ENGLISH = monthsOf('en-GB');
const frenchNth = (count: number) => (count === 1 ? '1er' : `${count}e`);
const frenchDay = ({ day, month, year }: Parts) => `${day === 1 ? '1er' : day} ${nth(FRENCH, month)} ${year}`;
const spanishDay = ({ day, month, year }: Parts) => `${day} de ${nth(SPANISH, month)} de ${year}`;
/** “1 h”, “13 h 05”, “13 h 05 min 07 s”. */
function frenchClock({ clock }: Parts): string {
  const [hours = '', minutes = '', seconds] = clock.split(':');
  const rest =
    seconds === undefined ? (minutes === '00' ? '' : `\u00a0${minutes}`) : `\u00a0${minutes} min ${seconds} s`;
  return `${Number(hours)}\u00a0h${rest}`;
}
/** One o’clock is one hour. */
function spanishClock({ clock }: Parts): string {
  const said = clock.replace(/^0(?=\d)/, '');
  return `${/^1\D/.test(said) ? 'a la' : 'a las'} ${said}`;
}
const englishDay = ({ day, month, year }: Parts) => `${day} ${nth(ENGLISH, month)} ${year}`;
const americanDay = ({ day, month, year }: Parts) => `${nth(ENGLISH, month)} ${day}, ${year}`;

const english = (dayOf: (parts: Parts) => string): Record<Unit, Write> => ({
  year: ({ year }, form) => (form === 'in' ? `in ${year}` : `${year}`),
  half: ({ half, year }, form) => {
    const said = `the ${half === 1 ? 'first' : 'second'} half of ${year}`;
    return form === 'in' ? `in ${said}` : said;
  },
  quarter: ({ quarter, year }, form) => `${form === 'in' ? 'in ' : ''}Q${quarter} ${year}`,
  month: ({ month, year }, form) => `${form === 'in' ? 'in ' : ''}${nth(ENGLISH, month)} ${year}`,
  week: ({ week }, form) => `${form === 'in' ? 'in ' : ''}week ${week.week} of ${week.year}`,
  day: (parts, form) => `${form === 'in' ? 'on ' : ''}${dayOf(parts)}`,
  clock: (parts, form) =>
    form === 'in' ? `at ${parts.clock} on ${dayOf(parts)}` : `${parts.clock} on ${dayOf(parts)}`,
});

const WRITERS: Record<Exclude<Language, 'en'>, Record<Unit, Write>> = {
  de: {
    year: ({ year }, form) => (form === 'in' ? `im Jahr ${year}` : `${year}`),
    half: ({ half, year }, form) => `${form === 'in' ? 'im' : 'dem'} ${half}. Halbjahr ${year}`,
    quarter: ({ quarter, year }, form) => `${form === 'in' ? 'im' : 'dem'} ${quarter}. Quartal ${year}`,
    month: ({ month, year }, form) => `${form === 'in' ? 'im ' : ''}${nth(GERMAN, month)} ${year}`,
    week: ({ week }, form) => `${form === 'in' ? 'in ' : ''}KW ${week.week}/${week.year}`,
    day: ({ day, month, year }, form) => `${form === 'in' ? 'am' : 'dem'} ${day}. ${nth(GERMAN, month)} ${year}`,
    clock: ({ day, month, year, clock }, form) =>
      `${form === 'in' ? 'am' : 'dem'} ${day}. ${nth(GERMAN, month)} ${year} um ${clock} Uhr`,
  },
  fr: {
    year: ({ year }, form) => (form === 'in' ? `en ${year}` : `${year}`),
    half: ({ half, year }, form) => `${form === 'in' ? 'au' : 'le'} ${frenchNth(half)} semestre ${year}`,
    quarter: ({ quarter, year }, form) => `${form === 'in' ? 'au' : 'le'} ${frenchNth(quarter)} trimestre ${year}`,
    month: ({ month, year }, form) => `${form === 'in' ? 'en ' : ''}${nth(FRENCH, month)} ${year}`,
    week: ({ week }, form) => `${form === 'in' ? 'en' : 'la'} semaine ${week.week} de ${week.year}`,
    day: (parts) => `le ${frenchDay(parts)}`,
    clock: (parts) => `le ${frenchDay(parts)} à ${frenchClock(parts)}`,
  },
  es: {
    year: ({ year }, form) => (form === 'in' ? `en ${year}` : `${year}`),
    half: ({ half, year }, form) => `${form === 'in' ? 'en ' : ''}el ${nth(SPANISH_NTH, half - 1)} semestre de ${year}`,
    quarter: ({ quarter, year }, form) =>
      `${form === 'in' ? 'en ' : ''}el ${nth(SPANISH_NTH, quarter - 1)} trimestre de ${year}`,
    month: ({ month, year }, form) => `${form === 'in' ? 'en ' : ''}${nth(SPANISH, month)} de ${year}`,
    week: ({ week }, form) => `${form === 'in' ? 'en ' : ''}la semana ${week.week} de ${week.year}`,
    day: (parts) => `el ${spanishDay(parts)}`,
    clock: (parts) => `el ${spanishDay(parts)} ${spanishClock(parts)}`,
  },
  // A year in figures is followed by “r.” wherever it stands.
  pl: {
    year: ({ year }, form) => `${form === 'in' ? 'w ' : ''}${year} r.`,
    half: ({ half, year }, form) =>
      `${form === 'in' ? 'w ' : ''}${nth(ROMAN, half - 1)} ${form === 'in' ? 'półroczu' : 'półrocza'} ${year} r.`,
    quarter: ({ quarter, year }, form) => `${form === 'in' ? 'w ' : ''}${nth(ROMAN, quarter - 1)} kw. ${year} r.`,
    // Before “wrz…” the preposition gets a vowel.
    month: ({ month, year }, form) =>
      form === 'in'
        ? `${month === 8 ? 'we' : 'w'} ${nth(POLISH_IN, month)} ${year} r.`
        : `${nth(POLISH_OF, month)} ${year} r.`,
    week: ({ week }, form) =>
      `${form === 'in' ? 'w ' : ''}${week.week}. ${form === 'in' ? 'tygodniu' : 'tygodnia'} ${week.year} r.`,
    day: ({ day, month, year }) => `${day} ${nth(POLISH_OF, month)} ${year} r.`,
    clock: ({ day, month, year, clock }) => `${day} ${nth(POLISH_OF, month)} ${year} r. o ${clock}`,
  },
  fi: {
    year: ({ year }, form) => `${finnish(form, 'vuonna', 'vuoden', 'vuodesta')} ${year}`,
    half: ({ half, year }, form) =>
      `vuoden ${year} ${nth(finnish(form, FINNISH_AT, FINNISH_OF, FINNISH_FROM), half - 1)} ${finnish(form, 'puoliskolla', 'puoliskon', 'puoliskosta')}`,
    quarter: ({ quarter, year }, form) =>
      `vuoden ${year} ${nth(finnish(form, FINNISH_AT, FINNISH_OF, FINNISH_FROM), quarter - 1)} ${finnish(form, 'neljänneksellä', 'neljänneksen', 'neljänneksestä')}`,
    month: ({ month, year }, form) => `${nth(FINNISH, month)}${finnish(form, 'ssa', 'n', 'sta')} ${year}`,
    week: ({ week }, form) => `${finnish(form, 'viikolla', 'viikon', 'viikosta')} ${week.week}/${week.year}`,
    day: ({ day, month, year }) => `${day}. ${nth(FINNISH, month)}ta ${year}`,
    clock: ({ day, month, year, clock }) => `${day}. ${nth(FINNISH, month)}ta ${year} klo ${clock}`,
  },
};

const ENGLISH_WRITERS = { 'en-GB': english(englishDay), 'en-US': english(americanDay) };

const UNITS: Readonly<Record<ReturnType<typeof partsOf>['base'], Unit>> = {
  second: 'clock',
  minute: 'clock',
  hour: 'clock',
  day: 'day',
  'business day': 'day',
  week: 'week',
  month: 'month',
  quarter: 'quarter',
  'half-year': 'half',
  year: 'year',
};

/** The unit of an interval as messages tell it apart: month, quarter, year, week, day, half, or other. */
export function unitWord(interval: Interval): string {
  const { base, every } = partsOf(interval);
  const unit = UNITS[base];
  return every > 1 || unit === 'clock' || base === 'business day' ? 'other' : unit;
}

/** A year by its number, or as its table calls it. */
export function yearWords(year: number, years: YearName | undefined): string {
  if (years === 'season') return `${year}/${String((year + 1) % 100).padStart(2, '0')}`;
  return years === 'fiscal' ? `FY${year}` : String(year);
}

/** What the same part of every year is called: "October", "Q3"; empty for what has no such name. */
export function seasonName(ms: number, interval: Interval | null, locale: Locale): string {
  const month = new Date(ms).getUTCMonth();
  switch (interval) {
    case 'month':
      return nth(locale.months, month);
    case 'quarter':
      return languageOf(locale) === 'de'
        ? `${Math.floor(month / 3) + 1}. Quartal`
        : `${locale.quarter}${Math.floor(month / 3) + 1}`;
    case 'half-year':
      return languageOf(locale) === 'de'
        ? `${Math.floor(month / 6) + 1}. Halbjahr`
        : `${locale.half}${Math.floor(month / 6) + 1}`;
    case 'week':
      return `${WEEK[languageOf(locale)]} ${isoWeek(ms).week}`;
    default:
      return '';
  }
}

/** A period within a sentence, in the language of a locale. */
export function periodInSentence(
  ms: number,
  interval: Interval,
  form: PeriodForm,
  locale: Locale,
  years?: YearName,
): string {
  const unit = UNITS[partsOf(interval).base];
  const date = new Date(ms);
  const month = date.getUTCMonth();
  const two = (value: number) => String(value).padStart(2, '0');
  const seconds = partsOf(interval).base === 'second' ? `${locale.clock}${two(date.getUTCSeconds())}` : '';
  const parts: Parts = {
    year: unit === 'year' ? yearWords(date.getUTCFullYear(), years) : date.getUTCFullYear(),
    month,
    day: date.getUTCDate(),
    quarter: Math.floor(month / 3) + 1,
    half: Math.floor(month / 6) + 1,
    clock: `${two(date.getUTCHours())}${locale.clock}${two(date.getUTCMinutes())}${seconds}`,
    week: isoWeek(ms),
  };
  const { id } = locale;
  const writers =
    id === 'en-GB' || id === 'en-US' ? ENGLISH_WRITERS[id] : WRITERS[languageOf(locale) as Exclude<Language, 'en'>];
  return writers[unit](parts, form);
}
