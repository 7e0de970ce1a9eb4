/** The messages of facts in each language, a file for each that a translator can read. */
import { IntlMessageFormat } from 'intl-messageformat';
import type { SentencePart } from '../text/fact-ref.ts';
import type { Language } from '../text/language.ts';
import { hasJoints, joined } from './joints.ts';
import de from './messages/de.json' with { type: 'json' };
import en from './messages/en.json' with { type: 'json' };
import es from './messages/es.json' with { type: 'json' };
import fi from './messages/fi.json' with { type: 'json' };
import fr from './messages/fr.json' with { type: 'json' };
import pl from './messages/pl.json' with { type: 'json' };
import spokenDe from './messages/spoken/de.json' with { type: 'json' };
import spokenEn from './messages/spoken/en.json' with { type: 'json' };
import spokenEs from './messages/spoken/es.json' with { type: 'json' };
import spokenFi from './messages/spoken/fi.json' with { type: 'json' };
import spokenFr from './messages/spoken/fr.json' with { type: 'json' };
import spokenPl from './messages/spoken/pl.json' with { type: 'json' };

export type MessageId = keyof typeof en;
export const MESSAGES: Readonly<Record<Language, Readonly<Record<MessageId, string>>>> = { en, de, fr, es, pl, fi };

/**
 * Sentences as titles have them. English has verbs; the other languages say the
 * same as headlines that fit a name of any number and gender, which no table
 * tells: a participle, an adverb or a colon, nothing that agrees with the name.
 */
type SpokenId = keyof typeof spokenEn;
const SPOKEN: Readonly<Record<Language, Readonly<Record<SpokenId, string>>>> = {
  ...{ en: spokenEn, de: spokenDe, fr: spokenFr, es: spokenEs, pl: spokenPl, fi: spokenFi },
};

/** How a fact is said: as short as notes have it, or as a sentence with a verb. */
export type SaidAs = 'short' | 'spoken';

/** How the parts of a fact that are sentences are said. */
export const saidAs = (part: SentencePart): SaidAs => (part === 'spoken' ? 'spoken' : 'short');

/** Whether something is said in another way when it is spoken. */
export const isSpoken = (id: MessageId): id is SpokenId => Object.hasOwn(SPOKEN.en, id);

const made = new Map<string, IntlMessageFormat>();

function formatOf(id: MessageId, language: Language, as: SaidAs): IntlMessageFormat {
  const key = `${language} ${as} ${id}`;
  const text = as === 'spoken' && isSpoken(id) ? SPOKEN[language][id] : MESSAGES[language][id];
  let format = made.get(key);
  if (!format) {
    format = new IntlMessageFormat(text, language, undefined, { ignoreTag: true });
    made.set(key, format);
  }
  return format;
}

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

/** The pieces of a message: its own words, and what fills its places, which stays as it is. */
function piecesOf<Name extends string>(
  id: MessageId,
  language: Language,
  places: Readonly<Record<Name, string | number>>,
  as: SaidAs,
): { text: string; place: Name | null }[] {
  const given = Object.fromEntries(
    Object.entries<string | number>(places).map(([name, said]) => [
      name,
      typeof said === 'number' ? said : new Kept(name as Name, said),
    ]),
  );
  const pieces = formatOf(id, language, as)
    .formatToParts<Kept<Name>>(given)
    .map(({ value }) => ({ text: String(value), place: value instanceof Kept ? value.name : null }));
  return joined(pieces, language);
}

/** A message of a language with its places filled in. */
export const fill = (
  id: MessageId,
  language: Language,
  places: Record<string, string | number>,
  as: SaidAs = 'short',
): string =>
  hasJoints(language)
    ? piecesOf(id, language, places, as)
        .map(({ text }) => text)
        .join('')
    : String(formatOf(id, language, as).format(places));

/** A message in parts: its words, and those of its places that are to be kept apart. */
export const fillInParts = <Name extends string>(
  id: MessageId,
  language: Language,
  places: Record<string, string | number>,
  isKept: (name: string, said: string | number) => name is Name,
  as: SaidAs,
): ({ text: string } | { part: Name })[] =>
  piecesOf(id, language, places, as).map(({ text, place }) =>
    place !== null && isKept(place, text) ? { part: place } : { text },
  );
