/** Reads sentences of facts: their numbers, which may stand in words, and whether what they say of ways is true of the raw values. */
import type { Fact } from '../../src/core/fact/claim.ts';
import { decimalsOfSeries, type FactSeries } from '../../src/core/fact/series.ts';
import type { Locale } from '../../src/core/text/locale.ts';

/** Beginnings of the words for two to ten in each language, both of counts and of places; “neljännes” is a quarter. */
const NUMBERS: Readonly<Record<string, readonly RegExp[]>> = {
  en: 'two$|second$ three$|third$ four$|fourth$ five$|fifth$ six$|sixth$ seven$|seventh$ eight$|eighth$ nine$|ninth$ ten$|tenth$'
    .split(' ')
    .map((form) => new RegExp(`^(?:${form})`, 'u')),
  de: 'zwei dr(?:ei|itt) vier f(?:ü)nf sechs sieb acht neun zehn'.split(' ').map((form) => new RegExp(`^${form}`, 'u')),
  fr: 'deux trois quatr cinq six(?:$|i) sept(?:$|i) huit neu[fv] dix'
    .split(' ')
    .map((form) => new RegExp(`^${form}`, 'u')),
  es: 'dos$|segund tres$|tercer cuatro$|cuart cinco$|quint seis$|sext siete$|séptim ocho$|octav nueve$|noven diez$|décim'
    .split(' ')
    .map((form) => new RegExp(`^(?:${form})`, 'u')),
  pl: 'dw(?:óch|oma|ukrot)|drug trze(?:ch|ma|ci)|trzy czter|czwart pię(?:ci)|piąt sześ(?:ci)|szóst siedmi|siódm o(?:ś)mi|ósm dziewię(?:ci)|dziewiąt dziesię(?:ci)|dziesiąt'
    .split(' ')
    .map((form) => new RegExp(`^(?:${form})`, 'u')),
  fi: 'kah(?:den|ta|desti)$|kaksi|toi(?:se(?!en)|nen|sta) kolm nelj(?!ännek) viisi|viide|viittä kuusi|kuude|kuutta seitsem kahdeksa yhdeksä kymmen'
    .split(' ')
    .map((form) => new RegExp(`^(?:${form})`, 'u')),
};

/** Words of size in each language, the longest first, by the power of ten that they stand for. */
const SIZES: Readonly<Record<string, readonly (readonly [word: string, power: number])[]>> = {
  en: [
    ['thousand', 3],
    ['million', 6],
    ['billion', 9],
    ['trillion', 12],
  ],
  de: [
    ['Tsd.', 3],
    ['Mio.', 6],
    ['Mrd.', 9],
    ['Bio.', 12],
  ],
  fr: [
    ['millier', 3],
    ['milliard', 9],
    ['million', 6],
    ['billion', 12],
  ],
  es: [
    ['mil millones', 9],
    ['mill', 6],
    ['bill', 12],
    ['mil', 3],
  ],
  pl: [
    ['tys.', 3],
    ['mln', 6],
    ['mld', 9],
    ['bln', 12],
  ],
  fi: [
    ['tuha', 3],
    ['milj.', 6],
    ['mrd.', 9],
    ['bilj.', 12],
  ],
};
const POWER_OF_UNIT = [
  [/\bthousands?\b/i, 3],
  [/\b(millions?|mn)\b/i, 6],
  [/\b(billions?|bn)\b/i, 9],
  [/\b(trillions?|tn)\b/i, 12],
] as const;

const escaped = (text: string) => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');

/** A sentence with figures for its number words, and with its values in the size of the unit of its series. */
export function inFigures(text: string, { unit }: FactSeries, locale: Locale): string {
  const language = locale.id.slice(0, 2);
  const own = POWER_OF_UNIT.find(([words]) => words.test(unit ?? ''))?.[1];
  const sizes = SIZES[language] ?? [];
  const [group, decimal] = [escaped(locale.group), escaped(locale.decimal)];
  const pattern = new RegExp(
    `(\\d+(?:${group}\\d{3})*)(?:${decimal}(\\d+))?\\u00a0(${sizes.map(([word]) => escaped(word)).join('|')})`,
    'gu',
  );
  const sized =
    own === undefined
      ? text
      : text.replace(pattern, (whole, units: string, places: string | undefined, word: string) => {
          const more = (sizes.find(([name]) => name === word)?.[1] ?? 0) - own;
          if (more === 0) return whole;
          // Of a number that was made shorter, the digits that it no longer has are not said.
          const value = Number(`${units.replaceAll(locale.group, '')}.${places ?? 0}`) * 10 ** more;
          return `≈${value}±${0.5 * 10 ** (more - (places ?? '').length)} `;
        });
  return sized.replace(/\p{L}+/gu, (word) => {
    const count = (NUMBERS[language] ?? []).findIndex((form) => form.test(word));
    return count >= 0 ? String(count + 2) : word;
  });
}

/** What is said of a way, right behind the name or at the end, in the other languages. */
const WAYS: Readonly<Record<string, { up: RegExp; down: RegExp }>> = {
  de: { up: /gestiegen/u, down: /gesunken|gefallen/u },
  fr: { up: /en hausse/u, down: /en baisse/u },
  es: { up: /alza/u, down: /baja/u },
  pl: { up: /w górę/u, down: /w dół/u },
  fi: { up: /nousussa|korkeammalla/u, down: /laskussa|matalammalla/u },
};

/** Facts whose words of a way are of other things than the value and the one before it, or the one compared with. */
const OTHER_WAYS: ReadonlySet<string> = new Set([
  'high',
  'low',
  'crossing',
  'spread',
  'turn',
  'year to date',
  'beyond',
]);

/** What another language says of a way that is not so of the values. */
function untrueWay({ claim, series }: Fact, plain: string, language: string): string | null {
  const ways = WAYS[language];
  if (!ways || !('at' in claim) || OTHER_WAYS.has(claim.kind)) return null;
  const told = series.values.flatMap((value, at) => (value !== null && at < series.finished ? [{ at, value }] : []));
  const place = told.findIndex(({ at }) => at === claim.at);
  const before =
    'before' in claim
      ? series.values[claim.before]
      : claim.kind === 'first'
        ? series.values[claim.from]
        : told[place - 1]?.value;
  const own = told[place]?.value ?? Number.NaN;
  if (ways.up.test(plain) && !(before != null && own > before)) return `did not rise: ${before} to ${own}`;
  if (ways.down.test(plain) && !(before != null && own < before)) return `did not fall: ${before} to ${own}`;
  return null;
}

/** What a verb of a sentence says that is not so of the values; null where all are true. */
export function untrueVerb(fact: Fact, text: string, locale: Locale): string | null {
  const { claim, series } = fact;
  const { values, finished, shown } = series;
  if (/ {2}| ,|^ | $/.test(text)) return 'has a gap';
  if (!locale.id.startsWith('en')) return untrueWay(fact, text.replaceAll(series.name, ''), locale.id.slice(0, 2));
  const told = values.flatMap((value, at) => (value !== null && at < finished ? [{ at, value }] : []));
  const verb = (words: string) => text.includes(`${series.name} ${words}`);
  if ('at' in claim) {
    const place = told.findIndex(({ at }) => at === claim.at);
    const [before, own] = [told[place - 1]?.value, told[place]?.value ?? 0];
    const from = claim.kind === 'year' || claim.kind === 'change' ? values[claim.before] : before;
    const start = claim.kind === 'first' ? values[claim.from] : from;
    if (claim.kind !== 'high' && claim.kind !== 'low' && claim.kind !== 'crossing' && claim.kind !== 'spread') {
      if (verb('rose') && !(start != null && own > start)) return `did not rise: ${start} to ${own}`;
      if (verb('fell') && !(start != null && own < start)) return `did not fall: ${start} to ${own}`;
    }
    if (claim.kind === 'first' && verb('stood')) {
      const unit = 10 ** -decimalsOfSeries(series);
      if (Math.abs((start ?? Number.NaN) - own) > unit) return 'did not stay';
    }
  }
  if (/ (peaked|bottomed out) /.test(text) && (claim.kind === 'high' || claim.kind === 'low')) {
    const seen = told.filter(({ at }) => at >= shown.from && at < shown.until);
    const sign = claim.kind === 'high' ? 1 : -1;
    const place = seen.findIndex(({ at }) => at === claim.at);
    const [left, own, right] = [seen[place - 1], seen[place], seen[place + 1]];
    if (!left || !own || !right || series.interval === null) return 'has no peak at an end';
    if (sign * left.value > sign * own.value || sign * right.value > sign * own.value) return 'is no peak';
  }
  if (claim.kind === 'crossing' && text.includes('overtook')) {
    const there = (entry: number) => claim.other.values[claim.other.keys.indexOf(series.keys[entry] ?? '')];
    const [own, other] = [values[claim.since], there(claim.since)];
    if (own == null || other == null || own <= other) return 'did not overtake';
  }
  return null;
}
