/**
 * A checker of facts that knows nothing of how they are made: it takes each
 * sentence apart, reads its numbers as the language writes them, and works the
 * claim out again from the raw values by sorting and counting.
 */
import type { Fact } from '../../src/core/fact/claim.ts';
import type { Beside } from '../../src/core/fact/facts.ts';
import type { SaidAs } from '../../src/core/fact/messages.ts';
import { periodInSentence } from '../../src/core/fact/period-words.ts';
import { placeAlone, sayFact } from '../../src/core/fact/say.ts';
import { decimalsOfSeries, type FactSeries } from '../../src/core/fact/series.ts';
import type { Locale } from '../../src/core/text/locale.ts';
import { formatNumber } from '../../src/core/text/number.ts';
import { inFigures, untrueVerb } from './spoken-checker.ts';

interface SaidNumber {
  number: number;
  decimals: number;
  /** how far the value may be from it, where it was made shorter */
  within?: number;
}

/** Numbers of a text, as its locale writes them. */
function numbersIn(text: string, locale: Locale): SaidNumber[] {
  const group = locale.group === '.' ? '\\.' : locale.group;
  const decimal = locale.decimal === '.' ? '\\.' : locale.decimal;
  const pattern = new RegExp(`[\u2212]?\\d+(?:${group}\\d{3})*(?:${decimal}\\d+)?`, 'g');
  const short = [...text.matchAll(/≈([\d.e+]+)±([\d.]+)/g)].map(([, number, within]) => ({
    number: Number(number),
    decimals: 0,
    within: Number(within),
  }));
  const whole = [...text.replaceAll(/≈[\d.e+]+±[\d.]+/g, ' ').matchAll(pattern)].map(([found]) => ({
    number: Number(found.replaceAll(locale.group, '').replace(locale.decimal, '.').replace('\u2212', '-')),
    decimals: found.split(locale.decimal)[1]?.length ?? 0,
  }));
  return [...short, ...whole];
}

/** Places that a sentence names, so that years are not taken for values. */
function placesIn({ claim, series }: Fact, locale: Locale): string[] {
  const { interval, keys, years } = series;
  if (interval === null) return [];
  const entries = ['at', 'from', 'since', 'before'].flatMap((name) => {
    const entry = (claim as unknown as Record<string, unknown>)[name];
    return typeof entry === 'number' && claim.kind !== 'turn'
      ? [entry]
      : name === 'at' && typeof entry === 'number'
        ? [entry]
        : [];
  });
  const dates = [
    ...entries.map((entry) => keys[entry]),
    ...('which' in claim ? claim.which.map((entry) => keys[entry]) : []),
    ...(claim.kind === 'missing' ? [claim.last] : []),
  ].filter((key) => typeof key === 'number');
  const words = dates.flatMap((key) =>
    (['in', 'since', 'from'] as const).map((form) => periodInSentence(key, interval, form, locale, years)),
  );
  const alone = ['which' in claim ? claim.which : [], entries].flat().map((entry) => placeAlone(series, entry, locale));
  // The longest first, so that one within another is not taken out of it.
  return [...words, ...alone].sort((a, b) => b.length - a.length);
}

/** A text without these words; "1997" is no part of "1997,0". */
const without = (text: string, words: string) =>
  text
    .split(words)
    .reduce((left, right) =>
      /\d[.,]?$/.test(left) || /^[.,]?\d/.test(right) ? left + words + right : `${left} ${right}`,
    );

const isNear = ({ number, decimals, within = 0.5 * 10 ** -decimals }: SaidNumber, value: number) =>
  Math.abs(number - value) <= within + 1e-9 * Math.max(1, Math.abs(value));

const medianOf = (values: readonly number[]) => {
  const sorted = [...values].sort((a, b) => a - b);
  return ((sorted[Math.ceil(sorted.length / 2) - 1] ?? 0) + (sorted[Math.floor(sorted.length / 2)] ?? 0)) / 2;
};

interface Told {
  at: number;
  value: number;
}

/** Finished values of a line, all of them or those in the window. */
const toldOf = ({ values, finished, shown }: FactSeries, part: boolean): Told[] =>
  values.flatMap((value, at) =>
    value === null || at >= finished || (part && (at < shown.from || at >= shown.until)) ? [] : [{ at, value }],
  );

/** What is wrong with a fact as it is said, or null. */
export function faultOf(
  fact: Fact,
  { lines = [], targets = [] }: Beside,
  locale: Locale,
  as: SaidAs = 'short',
): string | null {
  const { claim, series } = fact;
  const { values, keys, interval } = series;
  const text = sayFact(fact, locale, as);
  const untrue = as === 'spoken' ? untrueVerb(fact, text, locale) : null;
  if (untrue) return untrue;
  if (/undefined|NaN|\{|\}|Infinity|null/.test(text)) return 'is no sentence';
  const all = toldOf(series, false);
  const shown = toldOf(series, true);
  const places = placesIn(fact, locale);
  const names = [series.name, ...lines.map(({ name }) => name), ...targets.map(({ name }) => name)].filter(
    (name) => name !== '',
  );
  const plain = [...names, ...places].reduce(without, text);
  const bare = inFigures(plain, series, locale);
  const said = numbersIn(bare, locale);
  const says = (value: number) => said.some((one) => isNear(one, value) && (one.number !== 0 || value === 0));
  const last = shown.at(-1);
  if (claim.kind !== 'spread' && !text.startsWith(series.name) && claim.kind !== 'span') return 'does not say of what';
  if ('at' in claim && claim.kind !== 'span' && claim.kind !== 'unfinished') {
    const value = values[claim.at];
    if (value === null || value === undefined || !shown.some(({ at }) => at === claim.at))
      return 'speaks of what is missing or not shown';
    const key = keys[claim.at];
    const isPart = claim.kind === 'year to date' || claim.kind === 'spread';
    if (
      interval &&
      typeof key === 'number' &&
      !isPart &&
      !text.includes(periodInSentence(key, interval, 'in', locale, series.years))
    )
      return 'does not say when';
    if (!isPart && claim.kind !== 'share' && !says(value)) return `does not say ${value}: ${bare}`;
    const ofLatest = !['high', 'low', 'turn'].includes(claim.kind);
    if (ofLatest && claim.at !== last?.at) return 'is not of the latest';
  }
  const at = 'at' in claim ? claim.at : -1;
  const value = values[at] ?? Number.NaN;
  const beside = (line: FactSeries, entry: number) => {
    const other = line.keys.indexOf(keys[entry] ?? '');
    return other >= 0 && other < line.finished ? (line.values[other] ?? null) : null;
  };
  const isWay = (way: string, difference: number) =>
    Math.sign(difference) === (way === 'up' ? 1 : way === 'down' ? -1 : 0);
  // Words of a record are of ten years, of five years of months or quarters, or of three of what is shorter.
  if (locale.id.startsWith('en') && /on record|for the first time(?! in)/.test(text)) {
    const dates = all.map((one) => Number(keys[one.at]));
    const years = ((dates.at(-1) ?? 0) - (dates[0] ?? 0)) / 31_556_952_000;
    const isLong =
      interval === 'year'
        ? dates.length >= 10
        : years >=
          (interval === 'month' ? 4.9 : interval === 'quarter' ? 4.74 : interval === 'half-year' ? 4.49 : 2.98);
    if (!isLong) return 'is no record';
  }
  if (/of \d+ \w+, at|for the first time in/.test(text) && !says(all.length) && claim.kind !== 'rank')
    return 'does not say of how many';
  switch (claim.kind) {
    case 'latest':
    case 'span':
      return null;
    case 'unfinished':
      return claim.at >= series.finished && values[claim.at] !== null ? null : 'is finished';
    case 'high':
    case 'low': {
      const sorted = shown.map((one) => one.value).sort((a, b) => a - b);
      const best = claim.kind === 'high' ? sorted.at(-1) : sorted[0];
      const count = shown.filter((one) => one.value === best).length;
      const beyondPart = all.some(
        (one) =>
          (claim.kind === 'high' ? one.value >= value : one.value <= value) && !shown.some((two) => two.at === one.at),
      );
      if (value !== best || count !== claim.ties.length) return 'is not the extreme, or not so often';
      return beyondPart && !claim.part ? 'is not the extreme of all' : null;
    }
    case 'record': {
      const better = all.filter(
        (one) => one.at !== at && (claim.end === 'high' ? one.value >= value : one.value <= value),
      );
      return better.length === 0 ? null : 'is no record';
    }
    case 'since': {
      const sign = claim.end === 'high' ? 1 : -1;
      const between = all.filter((one) => one.at > claim.since && one.at < at);
      const reached = (values[claim.since] ?? 0) * sign >= value * sign;
      return reached && between.every((one) => one.value * sign < value * sign) ? null : 'was not so since';
    }
    case 'streak': {
      const run = all
        .filter((one) => one.at <= at)
        .slice(-claim.count - 1)
        .map((one) => one.value);
      const steps = run.slice(1).map((one, index) => one - (run[index] ?? 0));
      if (steps.length !== claim.count || !steps.every((step) => isWay(claim.way, step)) || !says(claim.count))
        return 'is no run';
      // Nor is it longer: of months that follow one another the step before it went another way.
      const [early, first] = all.filter((one) => one.at <= at).slice(-claim.count - 2);
      const month = (entry: number) => {
        const date = new Date(Number(keys[entry]));
        return date.getUTCFullYear() * 12 + date.getUTCMonth();
      };
      return interval === 'month' &&
        all.filter((one) => one.at <= at).length >= claim.count + 2 &&
        early &&
        first &&
        month(first.at) === month(early.at) + 1 &&
        isWay(claim.way, first.value - early.value)
        ? 'is a longer run'
        : null;
    }
    case 'year':
    case 'previous':
    case 'change': {
      const before = values[claim.before];
      if (before === null || before === undefined || claim.before >= series.finished) return 'compares with nothing';
      if (
        claim.kind === 'year' &&
        interval === 'month' &&
        new Date(Number(keys[at])).getUTCMonth() !== new Date(Number(keys[claim.before])).getUTCMonth()
      )
        return 'is not a year';
      if (!isWay(claim.way, value - before)) return 'goes the other way';
      if (claim.change === null) return value === before ? null : 'is not the same';
      const again = claim.change.of === 'percent' ? Math.abs(value / before - 1) * 100 : Math.abs(value - before);
      if (claim.change.of === 'percent' && before <= 0) return 'per cent of nothing';
      if (claim.little) {
        // The sign stands before it; and it is small beside what such changes mostly are.
        const usual = medianOf(usualChanges(series, shown, claim.kind, claim.change.of === 'percent'));
        if (!(again < usual / 4 + 1e-9)) return `is not little beside ${usual}`;
        return says(claim.way === 'down' ? -again : again) ? null : `is not ${again} with its sign`;
      }
      return says(again) ? null : `is not ${again}`;
    }
    case 'first':
      return claim.from === shown[0]?.at && says(shown[0]?.value ?? Number.NaN) ? null : 'is not the first';
    case 'mean':
    case 'median':
    case 'total':
    case 'constant': {
      const numbers = shown.map((one) => one.value);
      const added = numbers.reduceRight((total, one) => total + one, 0);
      // What rounding leaves of numbers that cancel each other is no sum.
      const sum = added === 0 || Math.max(...numbers.map(Math.abs)) / Math.abs(added) > 1e13 ? 0 : added;
      if (claim.kind === 'constant' && numbers.some((one) => one !== claim.value)) return 'is not always so';
      const again = claim.kind === 'total' ? sum : claim.kind === 'mean' ? sum / numbers.length : medianOf(numbers);
      return says(again) && says(numbers.length) ? null : `is not ${again} of ${numbers.length}`;
    }
    case 'year to date': {
      const year = (entry: number) => {
        const date = new Date(Number(keys[entry]));
        return date.getUTCFullYear() - (date.getUTCMonth() + 1 < series.yearStart ? 1 : 0);
      };
      const own = all.filter((one) => year(one.at) === year(at) && one.at <= at);
      const months = own.map((one) => new Date(Number(keys[one.at])).getUTCMonth());
      const sum = own.reduce((total, one) => total + one.value, 0);
      if (!says(sum)) return `is not ${sum}`;
      if (claim.way === 'alone') return null;
      const before = all.filter(
        (one) => year(one.at) === year(at) - 1 && months.includes(new Date(Number(keys[one.at])).getUTCMonth()),
      );
      if (before.length !== own.length) return 'compares with another stretch';
      const was = before.reduce((total, one) => total + one.value, 0);
      if (!isWay(claim.way, sum - was)) return 'goes the other way';
      const change = claim.change?.of === 'percent' ? Math.abs(sum / was - 1) * 100 : Math.abs(sum - was);
      return claim.change === null || says(change) ? null : 'is not the change';
    }
    case 'rank': {
      const rivals =
        claim.among === 'lines'
          ? lines.filter((line) => line !== series).map((line) => beside(line, at))
          : all
              .filter((one) => one.at !== at && (claim.among === 'all' || sameSeason(series, one.at, at)))
              .map((one) => one.value);
      if (rivals.includes(null)) return 'leaves a line out';
      const numbers = rivals.filter((one) => one !== null);
      const better = numbers.filter((one) => (claim.end === 'high' ? one > value : one < value)).length;
      if (numbers.includes(value)) return 'shares its place';
      return better + 1 === claim.place && numbers.length + 1 === claim.count && says(claim.count)
        ? null
        : `is ${better + 1} of ${numbers.length + 1}`;
    }
    case 'share': {
      const numbers = lines.map((line) => (line === series ? value : beside(line, at)));
      if (numbers.some((one) => one === null || one < 0)) return 'is a share of what is not all there';
      const total = numbers.reduce((sum: number, one) => sum + (one ?? 0), 0);
      return says((value / total) * 100) ? null : 'is not the share';
    }
    case 'target': {
      const target = targets.find(({ id }) => id === claim.target.id);
      const level = (entry: number) => (typeof target?.at === 'number' ? target.at : (target?.at[entry] ?? null));
      const held = shown.filter((one) => level(one.at) !== null);
      const count = held.filter((one) =>
        claim.side === 'above' ? one.value > (level(one.at) ?? 0) : one.value < (level(one.at) ?? 0),
      ).length;
      if (count !== claim.count || held.length !== claim.of || !says(held.length))
        return `is ${count} of ${held.length}`;
      const isFewSaid = count > 0 && count <= 3 && count < held.length;
      return !isFewSaid || claim.which.every((entry) => text.includes(placeAlone(series, entry, locale)))
        ? null
        : 'does not say which';
    }
    case 'crossing': {
      const differs = shown.map((one) => {
        const there = beside(claim.other, one.at);
        return { at: one.at, sign: there === null ? Number.NaN : Math.sign(one.value - there) };
      });
      const wanted = claim.side === 'above' ? 1 : -1;
      if (differs.some((one) => one.at >= claim.since && one.sign !== wanted)) return 'is not on that side since';
      // What a reader sees is on that side, too: each line is written with decimals of its own.
      const seen = (line: FactSeries, one: number) =>
        numbersIn(formatNumber(one, decimalsOfSeries(line), locale), locale)[0]?.number ?? Number.NaN;
      for (const one of shown.filter(({ at: entry }) => entry >= claim.since)) {
        const there = beside(claim.other, one.at);
        if (there !== null && Math.sign(seen(series, one.value) - seen(claim.other, there)) !== wanted)
          return 'is not seen on that side';
      }
      return differs.some((one) => one.at < claim.since && one.sign === -wanted) ? null : 'was always on that side';
    }
    case 'spread': {
      const changes = lines.flatMap((line) => {
        const told = toldOf(line, true).at(-1);
        const earlier =
          told &&
          toldOf(line, false).find(
            (one) =>
              new Date(Number(line.keys[one.at])).setUTCFullYear(
                new Date(Number(line.keys[one.at])).getUTCFullYear() + 1,
              ) === line.keys[told.at],
          );
        return told && earlier
          ? [
              {
                line,
                change:
                  claim.change.of === 'percent' ? (told.value / earlier.value - 1) * 100 : told.value - earlier.value,
              },
            ]
          : [];
      });
      const sorted = [...changes].sort((a, b) => b.change - a.change);
      if (changes.length !== lines.length || sorted[0]?.line !== series || sorted.at(-1)?.line !== claim.other)
        return 'is not the most or the least';
      return says(Math.abs(sorted[0]?.change ?? 0)) && says(Math.abs(sorted.at(-1)?.change ?? 0))
        ? null
        : 'is not the change';
    }
    case 'turn': {
      const run = shown.map((one) => one.value);
      const place = shown.findIndex((one) => one.at === at);
      const sign = claim.way === 'up' ? 1 : -1;
      const steps = (from: number, count: number, way: number) =>
        Array.from(
          { length: count },
          (_, index) => ((run[from + index + 1] ?? Number.NaN) - (run[from + index] ?? Number.NaN)) * way > 0,
        ).every(Boolean);
      const isRight = steps(place - claim.before, claim.before, -sign) && steps(place, claim.after, sign);
      return isRight && says(claim.before) && says(claim.after) ? null : 'is no turn';
    }
    case 'typical': {
      const steps = shown.slice(1).flatMap((one, index) => {
        const before = shown[index];
        if (!before || !follows(series, before.at, one.at)) return [];
        const difference = Math.abs(one.value - before.value);
        return [
          claim.change.of === 'percent'
            ? before.value > 0
              ? (difference / before.value) * 100
              : Number.POSITIVE_INFINITY
            : difference,
        ];
      });
      const most = said.find((one) => isNear(one, claim.change.size))?.number;
      return most !== undefined && steps.filter((step) => step <= most + 1e-9).length * 2 >= steps.length
        ? null
        : 'is not half of them';
    }
    case 'steady': {
      const mean = said.find((one) => isNear(one, claim.value))?.number ?? Number.NaN;
      const again = shown.reduce((sum, one) => sum + one.value, 0) / shown.length;
      const isWithin = shown.every((one) => Math.abs(one.value - mean) <= (claim.percent / 100) * mean + 1e-9);
      return isWithin && isNear({ number: mean, decimals: claim.decimals }, again) && says(shown.length)
        ? null
        : 'is not that steady';
    }
    case 'beyond': {
      const isBeyond = (one: number) => (claim.side === 'above' ? one > claim.level : one < claim.level);
      const earlier = all.filter((one) => one.at < at);
      return isBeyond(value) && !earlier.some((one) => isBeyond(one.value)) && says(claim.level)
        ? null
        : 'is not the first time';
    }
    case 'missing': {
      const [first, end] = [shown[0], shown.at(-1)];
      if (!first || !end || interval !== 'month') return null;
      const month = (entry: number) => {
        const date = new Date(Number(keys[entry]));
        return date.getUTCFullYear() * 12 + date.getUTCMonth();
      };
      const periods = month(end.at) - month(first.at) + 1;
      return claim.of === periods && claim.count === periods - shown.length ? null : 'are not so many';
    }
  }
}

/** Sizes of all changes on the year, or from one period to the next, of the shown values. */
function usualChanges(series: FactSeries, shown: readonly Told[], kind: string, isPercent: boolean): number[] {
  return shown.flatMap((one, index) => {
    const earlier =
      kind === 'year'
        ? toldOf(series, false).find(({ at }) => isYearLater(series, at, one.at))
        : index > 0 && shown[index - 1] && follows(series, shown[index - 1]?.at ?? 0, one.at)
          ? shown[index - 1]
          : undefined;
    if (!earlier) return [];
    const difference = Math.abs(one.value - earlier.value);
    if (!isPercent || difference === 0) return [difference];
    return [earlier.value > 0 ? (difference / earlier.value) * 100 : Number.POSITIVE_INFINITY];
  });
}

/** Whether one entry is of the same period as another, a year later; weeks are 52 apart, or 53 where that is the same one. */
function isYearLater({ keys, interval }: FactSeries, before: number, at: number): boolean {
  const [a, b] = [new Date(Number(keys[before])), new Date(Number(keys[at]))];
  if (interval === 'week') {
    const years = Math.round((b.getTime() - a.getTime()) / 31_556_952_000);
    return years === 1 && weekOf(a) === weekOf(b);
  }
  return new Date(a).setUTCFullYear(a.getUTCFullYear() + 1) === b.getTime();
}

function sameSeason({ keys, interval }: FactSeries, one: number, two: number): boolean {
  const [a, b] = [new Date(Number(keys[one])), new Date(Number(keys[two]))];
  if (interval === 'week') return weekOf(a) === weekOf(b);
  return a.getUTCMonth() === b.getUTCMonth();
}

/** ISO 8601: the first week is the one with 4 January. */
function weekOf(date: Date): number {
  const monday = new Date(date);
  monday.setUTCDate(date.getUTCDate() - ((date.getUTCDay() + 6) % 7));
  const thursday = new Date(monday);
  thursday.setUTCDate(monday.getUTCDate() + 3);
  const fourth = new Date(Date.UTC(thursday.getUTCFullYear(), 0, 4));
  fourth.setUTCDate(4 - ((fourth.getUTCDay() + 6) % 7));
  return 1 + Math.round((monday.getTime() - fourth.getTime()) / 604_800_000);
}

/** True where one entry is of the period right after another's; the made series have no other distances. */
function follows({ keys, interval }: FactSeries, before: number, at: number): boolean {
  const days = (Number(keys[at]) - Number(keys[before])) / 86_400_000;
  const most = { month: 31, quarter: 92, year: 366, week: 7, day: 1, 'half-year': 184, hour: 1 / 24 } as Record<
    string,
    number
  >;
  return days <= (most[interval ?? ''] ?? 0) + 1e-9;
}
