/**
 * A figure is drawn anew with each key, mostly from the same lines. What was
 * found of a line, and how it was said, is found again then.
 */
import { isSame } from '../named/same.ts';
import type { Locale } from '../text/locale.ts';
import type { Fact } from './claim.ts';
import { allFactsOf, type Beside } from './facts.ts';
import type { SaidAs } from './messages.ts';
import { sayFact } from './say.ts';
import type { FactSeries } from './series.ts';

/** Longer lines are not compared, and few facts are looked for in them. */
const MOST_VALUES = 5000;
/** So many lines of one column are kept: two figures of it, and what one of them was before. */
const MOST_KEPT = 4;

const seen = new WeakMap<object, FactSeries[]>();

/** The line as it was known before, where nothing of it is different; `of` is what it was made of, such as the cells of a column. */
export function asBefore(of: object, series: FactSeries): FactSeries {
  if (series.values.length > MOST_VALUES) return series;
  const kept = seen.get(of) ?? [];
  const same = kept.find((one) => isSame(one, series));
  const others = kept.filter((one) => one !== same);
  seen.set(of, [same ?? series, ...others].slice(0, MOST_KEPT));
  return same ?? series;
}

const isSameBeside = (one: Beside, other: Beside) =>
  one.since === other.since &&
  one.lines?.length === other.lines?.length &&
  (one.lines ?? []).every((line, at) => line === other.lines?.[at]) &&
  isSame(one.targets, other.targets);

const found = new WeakMap<FactSeries, { beside: Beside; facts: Fact[] }>();

/** All that can be said of a line, as `allFactsOf` has it. */
export function factsAgain(series: FactSeries, beside: Beside): readonly Fact[] {
  const before = found.get(series);
  if (before && isSameBeside(before.beside, beside)) return before.facts;
  const facts = allFactsOf(series, beside);
  found.set(series, { beside, facts });
  return facts;
}

const said = new WeakMap<Fact, WeakMap<Locale, Map<SaidAs, string>>>();

/** A fact as a sentence, as `sayFact` has it. */
export function sayAgain(fact: Fact, locale: Locale, as: SaidAs = 'short'): string {
  const byLocale = said.get(fact) ?? new WeakMap<Locale, Map<SaidAs, string>>();
  said.set(fact, byLocale);
  const ways = byLocale.get(locale) ?? new Map<SaidAs, string>();
  byLocale.set(locale, ways);
  const before = ways.get(as);
  if (before !== undefined) return before;
  const sentence = sayFact(fact, locale, as);
  ways.set(as, sentence);
  return sentence;
}
