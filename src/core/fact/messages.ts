/** The messages of facts in each language, a file for each that a translator can read. */
import { IntlMessageFormat } from 'intl-messageformat';
import type { SentencePart } from '../text/fact-ref.ts';
import de from './messages/de.json' with { type: 'json' };
import en from './messages/en.json' with { type: 'json' };
import es from './messages/es.json' with { type: 'json' };
import fi from './messages/fi.json' with { type: 'json' };
import fr from './messages/fr.json' with { type: 'json' };
import pl from './messages/pl.json' with { type: 'json' };
import spokenEn from './messages/spoken/en.json' with { type: 'json' };
import type { Language } from './period-words.ts';

export type MessageId = keyof typeof en;
export const MESSAGES: Readonly<Record<Language, Readonly<Record<MessageId, string>>>> = { en, de, fr, es, pl, fi };

/**
 * Sentences with a verb, as titles have them, where a language has them. In the
 * others a verb would have to agree with a name whose number and gender no table
 * tells; there the short form is what is said.
 */
const SPOKEN: Readonly<Partial<Record<Language, Readonly<Partial<Record<MessageId, string>>>>>> = { en: spokenEn };

/** How a fact is said: as short as notes have it, or as a sentence with a verb. */
export type SaidAs = 'short' | 'spoken';

/** How the parts of a fact that are sentences are said. */
export const saidAs = (part: SentencePart): SaidAs => (part === 'spoken' ? 'spoken' : 'short');

/** Whether a language says something in another way when it is spoken. */
export const isSpoken = (id: MessageId, language: Language): boolean => SPOKEN[language]?.[id] !== undefined;

const made = new Map<string, IntlMessageFormat>();

function formatOf(id: MessageId, language: Language, as: SaidAs): IntlMessageFormat {
  const key = `${language} ${as} ${id}`;
  const text = (as === 'spoken' ? SPOKEN[language]?.[id] : undefined) ?? MESSAGES[language][id];
  let format = made.get(key);
  if (!format) {
    format = new IntlMessageFormat(text, language, undefined, { ignoreTag: true });
    made.set(key, format);
  }
  return format;
}

/** A message of a language with its places filled in. */
export const fill = (
  id: MessageId,
  language: Language,
  places: Record<string, string | number>,
  as: SaidAs = 'short',
): string => String(formatOf(id, language, as).format(places));

/** A place of a message that is kept apart from the words around it. */
class Kept<Name extends string> {
  constructor(
    readonly name: Name,
    private readonly said: string,
  ) {}
  toString() {
    return this.said;
  }
}

/** A message in parts: its words, and those of its places that are to be kept apart. */
export function fillInParts<Name extends string>(
  id: MessageId,
  language: Language,
  places: Record<string, string | number>,
  isKept: (name: string, said: string | number) => name is Name,
  as: SaidAs,
): ({ text: string } | { part: Name })[] {
  const given = Object.fromEntries(
    Object.entries(places).map(([name, said]) => [name, isKept(name, said) ? new Kept(name, String(said)) : said]),
  );
  return formatOf(id, language, as)
    .formatToParts<Kept<Name>>(given)
    .map(({ value }) => (value instanceof Kept ? { part: value.name } : { text: String(value) }));
}
