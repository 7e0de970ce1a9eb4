/** Facts as sentences in the language of a report, from messages that a translator can read. */
import { IntlMessageFormat } from 'intl-messageformat';
import type { Locale } from '../text/locale.ts';
import { formatNumber } from '../text/number.ts';
import { withUnit } from '../text/unit.ts';
import { type Change, type Fact, roundedTo } from './fact.ts';
import de from './messages/de.json' with { type: 'json' };
import en from './messages/en.json' with { type: 'json' };
import es from './messages/es.json' with { type: 'json' };
import fi from './messages/fi.json' with { type: 'json' };
import fr from './messages/fr.json' with { type: 'json' };
import pl from './messages/pl.json' with { type: 'json' };
import { type Language, languageOf, type PeriodForm, periodInSentence, unitWord } from './period-words.ts';
import { decimalsOfSeries, type FactSeries } from './series.ts';

export type MessageId = keyof typeof en;
export const MESSAGES: Readonly<Record<Language, Readonly<Record<MessageId, string>>>> = { en, de, fr, es, pl, fi };

const made = new Map<string, IntlMessageFormat>();

/** A message of a language with its places filled in. */
function fill(id: MessageId, language: Language, values: Record<string, string | number>): string {
  const key = `${language} ${id}`;
  let format = made.get(key);
  if (!format) {
    format = new IntlMessageFormat(MESSAGES[language][id], language);
    made.set(key, format);
  }
  return String(format.format(values));
}

/** Which message says a fact. */
function messageOf({ claim }: Fact): MessageId {
  switch (claim.kind) {
    case 'latest':
    case 'first':
      return claim.kind;
    case 'high':
    case 'low':
      return claim.ties.length > 1 ? `${claim.kind}-ties` : claim.kind;
    case 'since':
    case 'record':
      return `${claim.kind}-${claim.end}`;
    case 'previous':
    case 'year':
    case 'streak':
      return `${claim.kind}-${claim.way}`;
  }
}

/** Where an entry stands, within a sentence; categories and numbers stand in brackets. */
function placeWords({ keys, interval }: FactSeries, entry: number, form: PeriodForm, locale: Locale): string {
  const key = keys[entry];
  if (interval !== null && typeof key === 'number') return periodInSentence(key, interval, form, locale);
  return `(${key})`;
}

function valueWords(series: FactSeries, value: number, decimals: number, locale: Locale): string {
  const number = formatNumber(value, decimals, locale);
  return series.unit === null ? number : withUnit(number, series.unit, locale);
}

function changeWords(series: FactSeries, { of, size, decimals }: Change, locale: Locale): string {
  const number = formatNumber(size, decimals, locale);
  if (of === 'percent') return withUnit(number, '%', locale);
  if (of === 'value') return valueWords(series, size, decimals, locale);
  const language = languageOf(locale);
  // “1.0 percentage points”: whether decimals are seen counts, too.
  const amount = new Intl.PluralRules(language, { minimumFractionDigits: decimals }).select(roundedTo(size, decimals));
  return fill('points', language, { change: number, amount });
}

/** A fact as a sentence without a full stop. */
export function sayFact(fact: Fact, locale: Locale): string {
  const { series, claim } = fact;
  const decimals = decimalsOfSeries(series);
  const value = (entry: number) => valueWords(series, series.values[entry] ?? 0, decimals, locale);
  return fill(messageOf(fact), languageOf(locale), {
    name: series.name,
    value: value(claim.at),
    in: placeWords(series, claim.at, 'in', locale),
    interval: series.interval === null ? 'other' : unitWord(series.interval),
    ...('change' in claim && { change: changeWords(series, claim.change, locale), of: claim.change.of }),
    ...('from' in claim && { start: value(claim.from), inStart: placeWords(series, claim.from, 'in', locale) }),
    ...('since' in claim && { since: placeWords(series, claim.since, 'since', locale) }),
    ...('count' in claim && { count: claim.count }),
    ...('ties' in claim && { count: claim.ties.length }),
  });
}
