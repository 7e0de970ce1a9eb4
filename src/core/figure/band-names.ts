/** What bands that sum up many values, and their means, are called in print, in the language of the report. */
import * as z from 'zod';
import { LONGER, type Spread, SpreadName } from '../table/calc/together.ts';
import { type Language, languageOf } from '../text/language.ts';
import { LOCALES, type Locale, localeOf } from '../text/locale.ts';

/** What a band sums up. */
export const BandOf = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('past years'), years: z.number().int().min(2).max(50), spread: SpreadName }),
  z.strictObject({ kind: z.literal('longer period'), to: z.enum(LONGER), spread: SpreadName }),
]);
export type BandOf = z.infer<typeof BandOf>;

type Summed = Spread | 'mean';
type Longer = (typeof LONGER)[number];

interface Words {
  summed: Readonly<Record<Summed, string>>;
  /** of two years or more, which need no other form in any of these languages */
  ofPast(years: number): string;
  ofLonger: Readonly<Record<Longer, string>>;
}

// Commands name bands, so these words travel with the page's first scripts and the messages of facts do not.
const WORDS: Readonly<Record<Language, Words>> = {
  en: {
    summed: { 'lowest to highest': 'lowest to highest', 'the middle half': 'the middle half', mean: 'mean' },
    ofPast: (years) => `of ${years} years before`,
    ofLonger: { week: 'of the week', month: 'of the month', quarter: 'of the quarter', year: 'of the year' },
  },
  de: {
    summed: { 'lowest to highest': 'Tiefst- bis Höchstwert', 'the middle half': 'mittlere Hälfte', mean: 'Mittel' },
    ofPast: (years) => `der ${years} Jahre davor`,
    ofLonger: { week: 'der Woche', month: 'des Monats', quarter: 'des Quartals', year: 'des Jahres' },
  },
  fr: {
    summed: { 'lowest to highest': 'du plus bas au plus haut', 'the middle half': 'moitié centrale', mean: 'moyenne' },
    ofPast: (years) => `des ${years} années précédentes`,
    ofLonger: { week: 'de la semaine', month: 'du mois', quarter: 'du trimestre', year: 'de l’année' },
  },
  es: {
    summed: { 'lowest to highest': 'mínimo a máximo', 'the middle half': 'mitad central', mean: 'media' },
    ofPast: (years) => `de los ${years} años anteriores`,
    ofLonger: { week: 'de la semana', month: 'del mes', quarter: 'del trimestre', year: 'del año' },
  },
  pl: {
    summed: {
      'lowest to highest': 'od najniższej do najwyższej',
      'the middle half': 'środkowa połowa',
      mean: 'średnia',
    },
    ofPast: (years) => `z ${years} poprzednich lat`,
    ofLonger: { week: 'w tygodniu', month: 'w miesiącu', quarter: 'w kwartale', year: 'w roku' },
  },
  fi: {
    summed: {
      'lowest to highest': 'alimmasta ylimpään',
      'the middle half': 'keskimmäinen puolisko',
      mean: 'keskiarvo',
    },
    ofPast: (years) => `, ${years} edeltävää vuotta`,
    ofLonger: { week: 'viikossa', month: 'kuukaudessa', quarter: 'neljännesvuodessa', year: 'vuodessa' },
  },
};

/** What a band or its mean is called in print, such as "mean of 5 years before". */
export function sayBand(of: BandOf, what: Summed, locale: Locale): string {
  const { summed, ofPast, ofLonger } = WORDS[languageOf(locale)];
  const rest = of.kind === 'past years' ? ofPast(of.years) : ofLonger[of.to];
  return `${summed[what]}${rest.startsWith(',') ? '' : ' '}${rest}`;
}

/** Whether a name is the one that a band or its mean was given, in whichever language the report had then. */
export const isNamedAs = (name: string | null, of: BandOf, what: Summed): boolean =>
  LOCALES.some((id) => sayBand(of, what, localeOf(id)) === name);
