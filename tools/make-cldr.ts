/**
 * Writes tests/cldr.json: how each language writes dates, as the runtime knows it
 * from the Unicode CLDR. Tests compare with this file, so that what they expect
 * does not change with the runtime. Run it with `npm run cldr` when a language is
 * added, and look at what changed.
 */
import { writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { LOCALES, type LocaleId } from '../src/core/text/locale.ts';

const YEAR = 2057;
const DAY = 28;
const MONTHS = Array.from({ length: 12 }, (_, month) => Date.UTC(YEAR, month, DAY));

function written(id: LocaleId, options: Intl.DateTimeFormatOptions): string[] {
  const format = new Intl.DateTimeFormat(id, { ...options, timeZone: 'UTC' });
  return MONTHS.map((ms) => format.format(ms).replace(String(YEAR), '{y}').replace(String(DAY), '{d}'));
}

const timeOf = (id: LocaleId) =>
  new Intl.DateTimeFormat(id, { hour: '2-digit', minute: '2-digit', hour12: false, timeZone: 'UTC' }).format(
    Date.UTC(YEAR, 0, DAY, 14, 35),
  );

const of = (id: LocaleId) => ({
  day: written(id, { year: 'numeric', month: 'short', day: 'numeric' }),
  month: written(id, { year: 'numeric', month: 'short' }),
  longDay: written(id, { year: 'numeric', month: 'long', day: 'numeric' }),
  longMonth: written(id, { year: 'numeric', month: 'long' }),
  monthAlone: written(id, { month: 'long' }),
  shortMonthAlone: written(id, { month: 'short' }),
  time: timeOf(id),
});
const all = { cldr: process.versions['cldr'], ...Object.fromEntries(LOCALES.map((id) => [id, of(id)])) };
writeFileSync(fileURLToPath(new URL('../tests/cldr.json', import.meta.url)), `${JSON.stringify(all, null, 2)}\n`);
