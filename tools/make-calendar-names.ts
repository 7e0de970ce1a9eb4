/**
 * Writes src/core/table/calendar-names.json: what months and weekdays are
 * called in the languages of the locales and their neighbours, as the runtime
 * knows it from CLDR. Kept, so that tables are read alike in every browser.
 * Run it with `npm run cldr`.
 */
import { writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { LOCALES, localeOf } from '../src/core/text/locale.ts';

const LANGUAGES = ['en', 'de', 'fr', 'es', 'pl', 'fi', 'nl', 'it', 'pt', 'sv', 'da', 'nb'];

type Part = 'month' | 'weekday';

/** A name alone and within a date, long and short; the forms of a language differ. */
function namesOf(language: string, part: Part, at: Date): string[] {
  const forms: Intl.DateTimeFormatOptions[] = (['long', 'short'] as const).flatMap((width) => [
    { [part]: width },
    { day: 'numeric', month: part === 'month' ? width : 'long', ...(part === 'weekday' && { weekday: width }) },
  ]);
  const names = forms.flatMap((options) =>
    new Intl.DateTimeFormat(language, { ...options, timeZone: 'UTC' })
      .formatToParts(at)
      .flatMap(({ type, value }) => (type === part ? [value.toLowerCase().replace(/\.$|-feira$/, '')] : [])),
  );
  return [...new Set(names)].filter((name) => /\p{L}/u.test(name));
}

/** Lower case letters without accents, in which names are compared. */
const plain = (name: string) => name.normalize('NFD').replace(/\p{M}/gu, '').replaceAll('ł', 'l');

/** What a part is called in any of the languages, each name once, without those that are known. */
const listOf = (part: Part, count: number, at: (index: number) => Date, known: ReadonlySet<string>) =>
  Array.from({ length: count }, (_, index) =>
    [...new Set(LANGUAGES.flatMap((language) => namesOf(language, part, at(index)).map(plain)))]
      .filter((name) => !known.has(name))
      .sort()
      .join(' '),
  );

/** Names that the locales have of themselves. */
const own = new Set(
  LOCALES.map(localeOf).flatMap(({ months, monthsShort, monthsInDate = [] }) =>
    [...months, ...monthsShort, ...monthsInDate].map((name) => plain(name.toLowerCase()).replace(/\.$/, '')),
  ),
);

const names = {
  months: listOf('month', 12, (index) => new Date(Date.UTC(2023, index, 15)), own),
  // 1 January 2023 was a Sunday.
  weekdays: listOf('weekday', 7, (index) => new Date(Date.UTC(2023, 0, 1 + index)), new Set()),
};
const path = fileURLToPath(new URL('../src/core/table/calendar-names.json', import.meta.url));
writeFileSync(path, `${JSON.stringify(names, null, 2)}\n`);
