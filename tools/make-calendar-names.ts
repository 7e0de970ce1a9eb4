/**
 * Writes src/core/table/calendar-names.json: what months and weekdays are
 * called in the languages of the locales and their neighbours, as the runtime
 * knows it from CLDR. Kept, so that tables are read alike in every browser.
 * Run it with `npm run cldr`.
 */
import { writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

const LANGUAGES = ['en', 'de', 'fr', 'es', 'pl', 'fi', 'nl', 'it', 'pt', 'sv', 'da', 'nb', 'cs'];

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
      .flatMap(({ type, value }) => (type === part ? [value.toLowerCase().replace(/\.$/, '')] : [])),
  );
  return [...new Set(names)].filter((name) => /\p{L}/u.test(name));
}

const listOf = (part: Part, count: number, at: (index: number) => Date) =>
  Object.fromEntries(
    LANGUAGES.map((language) => [
      language,
      Array.from({ length: count }, (_, index) => namesOf(language, part, at(index)).join(' ')).join('|'),
    ]),
  );

const names = {
  months: listOf('month', 12, (index) => new Date(Date.UTC(2023, index, 15))),
  // 1 January 2023 was a Sunday.
  weekdays: listOf('weekday', 7, (index) => new Date(Date.UTC(2023, 0, 1 + index))),
};
const path = fileURLToPath(new URL('../src/core/table/calendar-names.json', import.meta.url));
writeFileSync(path, `${JSON.stringify(names, null, 2)}\n`);
