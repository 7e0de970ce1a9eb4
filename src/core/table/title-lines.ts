/** Lines of words around a table: what names it, what is the unit of its columns and nothing else, and what its source is. */
import { cutTo } from '../text/letters.ts';
import { areUnitWords } from './titles.ts';

/** Words before a unit that say that it is one, in the languages of the house. */
const IN_UNITS = new RegExp(
  `^(?:${[
    '(?:all )?(?:values|figures|amounts|data|numbers|prices)(?: are)?(?: given)?(?: expressed)? in',
    '(?:alle )?(?:werte|angaben|betr[äa]ge|zahlen|preise)(?: sind)? in',
    '(?:valeurs|montants|chiffres|donn[ée]es|prix)(?: exprim[ée]e?s)? en',
    '(?:valores|importes|cifras|datos|precios) en',
    '(?:warto[śs]ci|kwoty|dane|ceny) w',
    'in|en|w',
  ].join('|')}) (.+)$`,
  'iu',
);
/** A word with a colon, behind which anything is a unit. */
const NAMED =
  /^(?:units?(?: of measure(?:ment)?)?|einheit(?:en)?|ma(?:ß|ss)einheit|unit[ée]s?|unidad(?:es)?|jednostk[ai]|yksikk[öo]) ?[:=] ?(.{1,40})$/iu;
const PER_CENT = /^(?:per ?cent|percentage|prozent|pour ?cent(?:age)?|por ?ciento|porcentaje|procent|prosenttia?)$/iu;
const BASE = /^(?:index,? )?\d{4}(?:-\d\d)? ?= ?100$/iu;

/** The unit that a line is, such as “thousand EUR”, “(Angaben in Mio. €)” or “Unit: kg”; null for a line that says more. */
export function unitOfLine(line: string): string | null {
  const text = line
    .trim()
    .replace(/^[([](.*)[)\]]$/u, '$1')
    .replace(/[.:]$/u, (mark, _, all: string) => (/\b(?:mio|tsd|mrd|tys)\.$/iu.test(all) ? mark : ''))
    .replace(/\s+/gu, ' ')
    .trim();
  const named = NAMED.exec(text)?.[1]?.trim();
  const unit = named ?? IN_UNITS.exec(text)?.[1] ?? text;
  if (PER_CENT.test(unit)) return '%';
  return named !== undefined || BASE.test(unit) || areUnitWords(unit.split(' ')) ? unit : null;
}

const SOURCE =
  /^(?:(?:data )?sources?|(?:daten)?quellen?|(?:data)?bron(?:nen)?|fuentes?|font[ei]|fontes|źródł[oa]|lähteet?|lähde|k[äa]ll[ao]r?|kilder?) ?: ?\S/iu;

/** True for a line that names a source: “Source: harbour office”. */
export const isSourceLine = (line: string): boolean => SOURCE.test(line.trim());

/** The longest source that is taken over. */
const LONGEST_SOURCE = 500;

/** A line that names a source, as figures print it. */
export const sourceIn = (line: string): string => cutTo(line.trim().replace(/\s+/gu, ' '), LONGEST_SOURCE);
