/** The messages of facts in each language, a file for each that a translator can read. */
import { IntlMessageFormat } from 'intl-messageformat';
import de from './messages/de.json' with { type: 'json' };
import en from './messages/en.json' with { type: 'json' };
import es from './messages/es.json' with { type: 'json' };
import fi from './messages/fi.json' with { type: 'json' };
import fr from './messages/fr.json' with { type: 'json' };
import pl from './messages/pl.json' with { type: 'json' };
import type { Language } from './period-words.ts';

export type MessageId = keyof typeof en;
export const MESSAGES: Readonly<Record<Language, Readonly<Record<MessageId, string>>>> = { en, de, fr, es, pl, fi };

const made = new Map<string, IntlMessageFormat>();

function formatOf(id: MessageId, language: Language): IntlMessageFormat {
  const key = `${language} ${id}`;
  let format = made.get(key);
  if (!format) {
    format = new IntlMessageFormat(MESSAGES[language][id], language, undefined, { ignoreTag: true });
    made.set(key, format);
  }
  return format;
}

/** A message of a language with its places filled in. */
export const fill = (id: MessageId, language: Language, places: Record<string, string | number>): string =>
  String(formatOf(id, language).format(places));

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
): ({ text: string } | { part: Name })[] {
  const given = Object.fromEntries(
    Object.entries(places).map(([name, said]) => [name, isKept(name, said) ? new Kept(name, String(said)) : said]),
  );
  return formatOf(id, language)
    .formatToParts<Kept<Name>>(given)
    .map(({ value }) => (value instanceof Kept ? { part: value.name } : { text: String(value) }));
}
