/** Facts as sentences in the language of a report, from messages that a translator can read. */

import type { Measure } from '../table/measure/kind.ts';
import { FACT_PARTS, type FactPart } from '../text/fact-ref.ts';
import { languageOf } from '../text/language.ts';
import { cutTo } from '../text/letters.ts';
import { LOCALES, type Locale, localeOf } from '../text/locale.ts';
import { formatNumber } from '../text/number.ts';
import { roundedTo } from '../text/rounding.ts';
import { withUnit } from '../text/unit.ts';
import { sayAmount } from '../text/unit-words.ts';
import { formatPeriod } from '../time/format.ts';
import type { Change, Claim, Fact, Moved, Range, RecordLength, Target } from './claim.ts';
import { fill, fillInParts, isSpoken, type MessageId, type SaidAs } from './messages.ts';
import { type PeriodForm, periodInSentence, seasonName, unitWord, yearWords } from './period-words.ts';
import { decimalsOfSeries, type FactSeries } from './series.ts';
import { spokenPlaces } from './spoken.ts';

const ENGLISH = localeOf(LOCALES[0]);
/** Periods against a target are named one by one up to so many. */
const MOST_LISTED = 3;

/** Which message says a claim. */
function messageOf(claim: Claim): MessageId {
  switch (claim.kind) {
    case 'latest':
    case 'first':
    case 'mean':
    case 'median':
    case 'total':
    case 'constant':
    case 'share':
    case 'typical':
    case 'steady':
    case 'missing':
    case 'unfinished':
      return claim.kind;
    case 'span':
      return claim.from === claim.at ? 'span-one' : 'span';
    case 'high':
    case 'low':
      return claim.ties.length > 1 ? `${claim.kind}-ties` : claim.kind;
    case 'since':
    case 'record':
      return `${claim.kind}-${claim.end}`;
    case 'rank':
      return `${({ all: 'rank', season: 'season', lines: 'lines' } as const)[claim.among]}-${claim.end}`;
    case 'target':
    case 'crossing':
    case 'beyond':
      return `${claim.kind}-${claim.side}`;
    case 'year to date':
      return `to-date-${claim.way}`;
    case 'streak':
    case 'turn':
      return `${claim.kind}-${claim.way}`;
    case 'spread':
      return `${claim.kind}-${claim.way}`;
    case 'previous':
    case 'year':
      return claim.little && claim.way !== 'same' ? `${claim.kind}-little` : `${claim.kind}-${claim.way}`;
    case 'change':
      return `${claim.kind}-${claim.way}`;
  }
}

/** A place along the axis within a sentence; categories and numbers stand in brackets. */
function placeWords(
  { interval, years }: FactSeries,
  key: number | string | undefined,
  form: PeriodForm,
  locale: Locale,
): string {
  if (interval !== null && typeof key === 'number') return periodInSentence(key, interval, form, locale, years);
  return `(${key})`;
}

/** A place along the axis on its own, as in "Oct 2026". */
export function placeAlone({ keys, interval, years }: FactSeries, entry: number, locale: Locale): string {
  const key = keys[entry];
  if (interval === null || typeof key !== 'number') return String(key ?? '');
  return interval === 'year' && years !== undefined
    ? yearWords(new Date(key).getUTCFullYear(), years)
    : formatPeriod(key, interval, locale);
}

/** What an index is held against, or that it is one, is no unit of its numbers. */
const NO_UNIT = /=\s*100\b|^(?:index|indeks|indeksi|indice|índice|indexpunkte|points? of index)$/iu;

function valueWords(
  { unit, measure }: FactSeries,
  value: number,
  decimals: number,
  locale: Locale,
  as: SaidAs = 'short',
): string {
  // A year is called by its number, and is no amount.
  if (measure === 'year' && decimals === 0) return String(roundedTo(value, 0));
  return unit === null || NO_UNIT.test(unit)
    ? formatNumber(value, decimals, locale)
    : sayAmount(value, decimals, unit, locale, as === 'spoken');
}

/** How much a value of a series changed, without a sign. */
export function changeWords(
  series: FactSeries,
  { of, size, decimals }: Change,
  locale: Locale,
  as: SaidAs = 'short',
): string {
  const number = formatNumber(size, decimals, locale);
  if (of === 'percent') return withUnit(number, '%', locale);
  if (of === 'value') return valueWords(series, size, decimals, locale, as);
  const language = languageOf(locale);
  // “1.0 percentage points”: whether decimals are seen counts, too.
  const amount = new Intl.PluralRules(language, { minimumFractionDigits: decimals }).select(roundedTo(size, decimals));
  return fill('points', language, { change: number, amount });
}

/** A target by its name, with its value where it is one. */
function targetWords(series: FactSeries, { name, at }: Target, decimals: number, locale: Locale): string {
  if (typeof at !== 'number') return name;
  const own = String(at).split('.')[1]?.length ?? 0;
  const value = valueWords(series, at, Math.max(own, Number.isInteger(at) ? 0 : decimals), locale);
  if (name === '') return value;
  // “Target 90%” says its value already.
  return name.includes(formatNumber(at, own, locale)) ? name : `${name} (${value})`;
}

type Places = Record<string, string | number>;

/** What is high or low, where of other things there is more or less. */
const HAS_HEIGHT: ReadonlySet<Measure> = new Set(['level', 'rate', 'index', 'temperature', 'price', 'age']);

/** The sign that a little change needs, since no word says its way. */
const wayOf = ({ little, way }: { little?: true; way: string }): Places => (little ? { way } : {});

/** Of a record: that there is one, and when it begins where that was said. */
const recordPlaces = (length: RecordLength): Places =>
  !length.record
    ? { record: 'no' }
    : length.begins === null
      ? { record: 'yes' }
      : { record: 'named', records: String(length.begins) };

/** What a claim puts into its message beside what every claim does. */
function placesOfClaim({ series, claim }: Fact, locale: Locale, as: SaidAs): Places {
  const language = languageOf(locale);
  const decimals = decimalsOfSeries(series);
  const interval = series.interval === null ? 'other' : unitWord(series.interval);
  const value = (entry: number) => valueWords(series, series.values[entry] ?? 0, decimals, locale, as);
  const place = (entry: number, form: PeriodForm) => placeWords(series, series.keys[entry], form, locale);
  const number = (count: number) => formatNumber(count, 0, locale);
  const periods = (count: number, part: boolean) =>
    fill(part ? 'periods-shown' : 'periods', language, { count: number(count), n: count, interval }, as);
  const ofRange = (range: Range) => ({ ...recordPlaces(range), periods: periods(range.count, false) });
  const percent = (size: number, places: number) => withUnit(formatNumber(size, places, locale), '%', locale);
  switch (claim.kind) {
    case 'latest':
      return {};
    case 'record':
      return ofRange(claim);
    case 'span':
      return { from: placeAlone(series, claim.from, locale), until: placeAlone(series, claim.at, locale) };
    case 'previous':
    case 'year':
    case 'change': {
      const told = { since: place(claim.before, 'since'), inStart: place(claim.before, 'in') };
      if (claim.change === null) return told;
      const height = series.measure !== null && HAS_HEIGHT.has(series.measure) ? 'yes' : 'no';
      return {
        ...told,
        change: changeWords(series, claim.change, locale, as),
        of: claim.change.of,
        height,
        ...wayOf(claim),
      };
    }
    case 'first':
      return { start: value(claim.from), inStart: place(claim.from, 'in') };
    case 'high':
    case 'low': {
      const isNamed = series.interval === null && !series.ordered;
      const names = claim.ties.map((entry) => placeAlone(series, entry, locale));
      const list = isNamed ? new Intl.ListFormat(language, { type: 'unit' }).format(names.slice(0, MOST_LISTED)) : '';
      return {
        count: claim.ties.length,
        part: claim.part ? 'yes' : 'no',
        // Names have no last one; of many none is told before the others.
        named: !isNamed ? 'no' : names.length > MOST_LISTED ? 'many' : 'few',
        list,
      };
    }
    case 'since':
      return { since: place(claim.since, 'since') };
    case 'streak':
      return { count: claim.count };
    case 'mean':
    case 'median':
    case 'total':
    case 'constant':
      return {
        value: valueWords(series, claim.value, claim.decimals, locale, as),
        periods: periods(claim.count, claim.part),
      };
    case 'year to date': {
      const full = claim.count === (series.interval === 'quarter' ? 4 : 12) ? 'yes' : 'no';
      const year = yearWords(claim.year, series.yearStart === 1 ? undefined : 'season');
      return {
        value: valueWords(series, claim.value, claim.decimals, locale, as),
        inPart: fill('first-part', language, { full, year, count: claim.count, interval }, as),
        ...(claim.change && { change: changeWords(series, claim.change, locale, as) }),
      };
    }
    case 'rank':
      return {
        place: claim.place,
        count: claim.count,
        drawn: claim.drawn ? 'yes' : 'no',
        ...recordPlaces(claim.length),
        periods: periods(claim.count, false),
        season: seasonName(Number(series.keys[claim.at]), series.interval, locale),
      };
    case 'share':
      return { share: percent(claim.percent, claim.decimals), count: claim.count };
    case 'target': {
      const { which, count, of } = claim;
      const isFew = count > 0 && count <= MOST_LISTED && count < of;
      const last = which.at(-1);
      const list = new Intl.ListFormat(language, { type: 'unit' }).format(
        which.slice(0, MOST_LISTED).map((entry) => placeAlone(series, entry, locale)),
      );
      const isNamed = series.interval === null && !isFew;
      return {
        target: targetWords(series, claim.target, decimals, locale),
        count,
        periods: periods(of, false),
        amount: count === 0 ? 'none' : count === of ? 'all' : 'some',
        // Names have no last one.
        which:
          last === undefined || count === of || isNamed
            ? ''
            : fill('which', language, { listed: isFew ? 'yes' : 'no', list, in: place(last, 'in') }),
      };
    }
    case 'crossing':
      return { other: claim.other.name, since: place(claim.since, 'from') };
    case 'spread':
      return {
        change: changeWords(series, claim.change, locale, as),
        other: claim.other.name,
        otherChange: changeWords(claim.other, claim.otherChange, locale, as),
      };
    case 'turn':
      return { before: claim.before, after: claim.after };
    case 'typical':
      return { change: changeWords(series, claim.change, locale, as) };
    case 'steady':
      return {
        share: percent(claim.percent, 0),
        value: valueWords(series, claim.value, claim.decimals, locale, as),
        periods: periods(claim.count, claim.part),
      };
    case 'beyond':
      return {
        level: claim.target
          ? targetWords(series, claim.target, claim.decimals, locale)
          : valueWords(series, claim.level, claim.decimals, locale, as),
        ...ofRange(claim),
      };
    case 'missing':
      return {
        count: claim.count,
        periods: periods(claim.of, false),
        in: placeWords(series, claim.last, 'in', locale),
      };
    case 'unfinished':
      return { since: place(claim.at, 'from') };
  }
}

/** The message of a fact, and what fills it. */
function filling(fact: Fact, locale: Locale, as: SaidAs = 'short'): { id: MessageId; places: Places } {
  const { series, claim } = fact;
  const id = messageOf(claim);
  const form = isSpoken(id) ? as : 'short';
  const at = 'at' in claim ? claim.at : null;
  const places: Places = {
    name: series.name,
    interval: series.interval === null ? 'other' : unitWord(series.interval),
    ...(at !== null && {
      value: valueWords(series, series.values[at] ?? 0, decimalsOfSeries(series), locale, form),
      in: placeWords(series, series.keys[at], 'in', locale),
    }),
    ...placesOfClaim(fact, locale, form),
  };
  if (form === 'short') return { id, places };
  const place = (entry: number) => placeWords(series, series.keys[entry], 'in', locale);
  return { id, places: { ...places, ...spokenPlaces(fact, place, languageOf(locale)) } };
}

/** A fact as a sentence without a full stop. */
export function sayFact(fact: Fact, locale: Locale, as: SaidAs = 'short'): string {
  const { id, places } = filling(fact, locale, as);
  return fill(id, languageOf(locale), places, as);
}

const isPart = (name: string): name is FactPart => FACT_PARTS.some((part) => part === name);

/** True for what stays among the words of a sentence that is taken apart: numbers choose the form of the words around them. */
const staysAmongWords = (name: string, said: string | number) => typeof said === 'number' || !isPart(name);

/** Chooses between words that say the same. */
const ONLY_WORDS = 'height';

/** The form of a fact's sentence: all of it that stays as it is when it is taken apart, whatever its language. */
export function formOf(fact: Fact, as: SaidAs = 'short'): string {
  const { id, places } = filling(fact, ENGLISH, as);
  const stays = Object.entries(places).filter(([name, said]) => staysAmongWords(name, said) && name !== ONLY_WORDS);
  return cutTo(
    [as === 'short' ? id : `${as} ${id}`, ...stays.map(([name, said]) => `${name} ${said}`).sort()].join('; '),
    1000,
  );
}

const SPOKEN = 'spoken';

/** How a sentence was said of which `formOf` gave the form; short where none was kept. */
const saidInForm = (form: string | undefined): SaidAs => (form?.startsWith(`${SPOKEN} `) ? SPOKEN : 'short');

/** Whether a fact is still said in a form that `formOf` gave. */
export const isOfForm = (fact: Fact, form: string): boolean => formOf(fact, saidInForm(form)) === form;

/** A sentence taken apart: the words between its parts, which stay as they are, and the parts, which go on following the data. */
export function sentenceInParts(
  fact: Fact,
  locale: Locale,
  as: SaidAs = 'short',
): ({ text: string } | { part: FactPart })[] {
  const { id, places } = filling(fact, locale, as);
  const isKept = (name: string, said: string | number): name is FactPart => !staysAmongWords(name, said);
  return fillInParts(id, languageOf(locale), places, isKept, as);
}

const SHORT_UNIT = 2;

/** A number as it stands in running words: with its unit where that is short, for longer ones are in the words around it. */
function shortValue(series: FactSeries, value: number, decimals: number, locale: Locale): string {
  const isShort = series.unit !== null && series.unit.length <= SHORT_UNIT;
  return isShort ? valueWords(series, value, decimals, locale) : formatNumber(value, decimals, locale);
}

/** A change with its sign, as in "+3.1%"; nothing has none. */
function signedChange(series: FactSeries, { way, change }: Moved, locale: Locale): string {
  if (change === null) return formatNumber(0, 0, locale);
  const sign = way === 'down' ? '\u2212' : '+';
  return `${sign}${changeWords(series, change, locale)}`;
}

/**
 * One of the words of a fact by itself, as it stands in a sentence of a form;
 * null where it has none of that name.
 */
export function sayPartOf(fact: Fact, part: FactPart, locale: Locale, form?: string): string | null {
  const { series, claim } = fact;
  const decimals = decimalsOfSeries(series);
  const at = 'at' in claim ? claim.at : null;
  const when = at === null ? null : placeAlone(series, at, locale);
  const before = 'before' in claim && claim.kind !== 'turn' ? claim.before : claim.kind === 'first' ? claim.from : null;
  const own = (entry: number) => shortValue(series, series.values[entry] ?? 0, decimals, locale);
  const value =
    'value' in claim ? shortValue(series, claim.value, claim.decimals, locale) : at === null ? null : own(at);
  switch (part) {
    case 'sentence':
      return sayFact(fact, locale);
    case 'spoken':
      return sayFact(fact, locale, 'spoken');
    case 'name':
      return series.name;
    case 'value':
      return value;
    case 'when':
      return when;
    case 'value and when':
      return value === null || when === null ? null : `${value} (${when})`;
    case 'before':
      return before === null ? null : own(before);
    case 'before when':
      return before === null ? null : placeAlone(series, before, locale);
    case 'signed change':
      return claim.kind === 'year' || claim.kind === 'previous' || claim.kind === 'change'
        ? signedChange(series, claim, locale)
        : null;
    default: {
      const { places } = filling(fact, locale, saidInForm(form));
      const found = places[part];
      return found === undefined ? null : String(found);
    }
  }
}
