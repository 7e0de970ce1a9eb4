/** What titles and units say of what is measured. */
import type { Measure } from './kind.ts';
import { AT_MOMENT, COUNTED, MEASURE_WORDS, OF_YEARS, WITHIN_PERIOD } from './words.ts';

/** What words say: a kind, that it is unclear since they say several, or null where they say nothing. */
export type Said = Measure | 'unclear' | null;

/** The words of a text without accents and in small letters; a word within a word begins with a capital. */
const plainWords = (text: string): string[] =>
  text
    .replace(/(\p{Ll})(\p{Lu})/gu, '$1 $2')
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replaceAll('ł', 'l')
    .replaceAll('ß', 'ss')
    .replaceAll('ø', 'o')
    .split(/[^\p{L}\p{N}]+/u)
    .filter((word) => word !== '');

type Test = (words: readonly string[]) => boolean;

/** A test of whether one of the words of a list is among those of a text. */
function testOf(list: string): Test {
  const [whole, phrases] = [new Set<string>(), [] as string[]];
  const [beginnings, ends] = [[] as string[], [] as string[]];
  for (const entry of list.split(/\s+/)) {
    if (entry === '') continue;
    if (entry.includes('_')) phrases.push(` ${entry.replaceAll('_', ' ')} `);
    else if (entry.startsWith('*')) ends.push(entry.slice(1));
    else if (entry.endsWith('*')) beginnings.push(entry.slice(0, -1));
    else whole.add(entry);
  }
  return (words) =>
    words.some(
      (word) =>
        whole.has(word) ||
        beginnings.some((beginning) => word.startsWith(beginning)) ||
        ends.some((end) => word.endsWith(end)),
    ) || phrases.some((phrase) => ` ${words.join(' ')} `.includes(phrase));
}

const TESTS = MEASURE_WORDS.map(([measure, list]) => ({ measure, isSaid: testOf(list) }));
const isCounted = testOf(COUNTED);
const isWithinPeriod = testOf(WITHIN_PERIOD);
const isAtMoment = testOf(AT_MOMENT);

/** What a title says of what is measured. */
export function saidByTitle(title: string): Said {
  if (/[%‰]/.test(title)) return 'rate';
  const words = plainWords(title);
  const said = TESTS.filter(({ isSaid }) => isSaid(words)).map(({ measure }) => measure);
  const [first] = said;
  if (first !== undefined && first !== 'stock' && first !== 'flow') return first;
  const isThing = first !== undefined || isCounted(words);
  if (isThing && isWithinPeriod(words)) return 'flow';
  if (isThing && isAtMoment(words)) return 'stock';
  if (said.length > 1) return 'unclear';
  return first ?? (isThing ? 'unclear' : null);
}

const ofYears = new Set(OF_YEARS.trim().split(/\s+/));

/** Whether a title is a word for years and nothing else: “Built” is one, “Homes built” counts homes. */
export const isTitleOfYears = (title: string): boolean => ofYears.has(plainWords(title).join('_'));

/** Before these words a title says what is measured, behind them by what it is parted. */
const PARTED_BY = /[\s_](?:by|nach|par|por|per|pro|je|na|według|wg|mukaan|naar|di|efter|i|in|im|en)[\s_].*$/iu;

/** What the title of a table says of what is measured in it. */
export const saidByTable = (title: string): Said => saidByTitle(title.replace(PARTED_BY, ''));

/** Units that say what they measure, as they are written. */
const UNITS: readonly (readonly [Measure, RegExp])[] = [
  ['index', /=\s*100\b/],
  ['temperature', /°\s*[CFK]|^K$|℃|℉/],
  ['rate', /[%‰/]|⁻¹|\bpp\b|\bbps?\b|\bpp[mb]\b|\bper\b|\bpro\b/i],
  ['level', /^(?:dB(?: ?\(?A\)?)?|[hkM]?Pa|m?bar|psi|k?V|m?A|lux|pH|c?m|ft|µm)$/],
  ['stock', /^(?:[kMGT]Wp?|ha|hectares?|k?m²|k?m2|sq\.? ?k?m)$/],
  [
    'flow',
    /^(?:[kM]?t|tonnes?|tons?|k?g|[kMGTP]?Wh|[MGTP]J|h?l|L|lit(?:re|er)s?|m³|m3|bbl|barrels?|TEU|[tp]km|sailings?|trips?)$/,
  ],
];

/** What a unit says of what is measured. */
export function saidByUnit(unit: string | null): Said {
  if (unit === null) return null;
  const found = UNITS.find(([, pattern]) => pattern.test(unit));
  return found ? found[0] : saidByTitle(unit);
}
