/**
 * Lengths of time that are written in parts, such as “4h 12m” or “00:04:12”,
 * as numbers of one unit. Words for the parts are those of the locales and
 * their neighbours.
 */

const SECONDS = { s: 1, min: 60, h: 3600, d: 86_400 } as const;
export type LengthUnit = keyof typeof SECONDS;

/** What the two parts of “4:12” are: hours and minutes, or minutes and seconds. */
export type Clock = 'h:m' | 'm:s';

/** Words of each part; “m” are minutes only beside another part. */
const WORDS: Readonly<Record<LengthUnit, string>> = {
  d: 'days?|tage?|tg\\.?|jours?|d[ií]as?|dni|dzień|dagen|dag|dagar|giorni|giorno|päivää|d|j',
  h: 'hours?|hrs?\\.?|std\\.?|stunden?|heures?|horas?|godz\\.?|godzin[ay]?|tuntia?|uren|uur|ore|ora|timmar|timme|tim\\.?|h|t|u',
  min: 'minutes?|mins?\\.?|minuten|minutos?|minut[ay]?|minuuttia?|minuti|minuto|minuter|m',
  s: 'seconds?|secs?\\.?|sek\\.?|sekunden?|secondes?|segundos?|sekund[ay]?|sekuntia?|secondi|secondo|sekunder|s',
};

const JOINT = '(?:\\s|,|and|und|et|y|i|ja|och|e|en)*';
const part = (unit: LengthUnit, number: string) => `(?:(${number})\\s*(?:${WORDS[unit]})(?![\\p{L}])${JOINT})?`;
const WHOLE = '\\d{1,6}';
const LAST = '\\d{1,6}(?:[.,]\\d{1,3})?';
const IN_WORDS = new RegExp(
  `^([-−–]\\s*)?${part('d', WHOLE)}${part('h', WHOLE)}${part('min', LAST)}${part('s', LAST)}$`,
  'iu',
);

const numberOf = (text: string | undefined) => Number((text ?? '0').replace(',', '.'));

interface Length {
  seconds: number;
  finest: LengthUnit;
  parts: number;
}

function inWords(text: string): Length | null {
  const found = /\d/.test(text) ? IN_WORDS.exec(text.trim()) : null;
  if (!found) return null;
  const [, minus, ...values] = found;
  const units = (['d', 'h', 'min', 's'] as const).filter((_, at) => values[at] !== undefined);
  const finest = units.at(-1);
  if (!finest) return null;
  const size = (['d', 'h', 'min', 's'] as const).reduce(
    (sum, unit, at) => sum + numberOf(values[at]) * SECONDS[unit],
    0,
  );
  return { seconds: minus ? -size : size, finest, parts: units.length };
}

const CLOCK = /^([-−–])?(\d{1,5}):([0-5]\d)(?::([0-5]\d(?:[.,]\d{1,3})?))?$/;

function byClock(text: string, clock: Clock | undefined): Length | null {
  const found = CLOCK.exec(text.trim());
  if (!found) return null;
  const [, minus, first = '0', second = '0', third] = found;
  const size =
    third !== undefined
      ? Number(first) * 3600 + Number(second) * 60 + numberOf(third)
      : clock === 'm:s'
        ? Number(first) * 60 + Number(second)
        : (Number(first) * 60 + Number(second)) * 60;
  return { seconds: minus ? -size : size, finest: third === undefined && clock !== 'm:s' ? 'min' : 's', parts: 3 };
}

const UNITS: readonly [LengthUnit, RegExp][] = (['d', 'h', 'min', 's'] as const).map((unit) => [
  unit,
  new RegExp(`^(?:in )?(?:${WORDS[unit]})$`, 'iu'),
]);

/** The unit of time that a unit's word names; null for any other, also for “m”. */
const lengthUnitOf = (unit: string | null): LengthUnit | null =>
  unit === null || /^[mtuj]$/i.test(unit) ? null : (UNITS.find(([, words]) => words.test(unit))?.[0] ?? null);

/** Reads lengths of time in a unit; null for what is none. `clock` is what the two parts of “4:12” are. */
export function lengthReader(unit: LengthUnit, clock: Clock | undefined): (text: string) => number | null {
  return (text) => {
    const length = inWords(text) ?? (clock === undefined ? null : byClock(text, clock));
    // To the microsecond, so that a third of an hour has no tail of digits.
    return length === null ? null : Number((length.seconds / SECONDS[unit]).toFixed(6));
  };
}

const LENGTH_TITLE =
  /(^|[^\p{L}])(?:durations?|length|delays?|waits?|waiting|elapsed|runtime|downtime|uptime|time (?:spent|taken|on|in|to)|dauer|\p{L}+dauer|wartezeit|fahrzeit|laufzeit|verspätung|durée|retard|attente|duración|retraso|espera|czas trwania|opóźnienie|kesto|duur|vertraging|durata|ritardo|duração|atraso|längd|försening|varaktighet)($|[^\p{L}])/iu;
/** Units of a title that say how lengths are written: “(h:mm)”. */
const CLOCK_UNIT: readonly [RegExp, Clock][] = [
  [/^\[?h{1,3}:mm?(?::ss?)?\]?$|^std:min$/i, 'h:m'],
  [/^\[?m{1,3}:ss?\]?$|^min:s(?:ec|ek)?$/i, 'm:s'],
];

/** How the lengths of time in some texts are written. */
export interface Lengths {
  /** the unit that they are read in: that of the title, or the finest that any of them has */
  unit: LengthUnit;
  clock: Clock | undefined;
  /** an example */
  text: string;
  /** nothing says what the parts of “4:12” are */
  open: boolean;
}

/** Finds that most of some texts are lengths of time in parts; `unit` is that of their title. */
export function lengthsAmong(texts: readonly string[], title: string, unit: string | null): Lengths | null {
  const said = CLOCK_UNIT.find(([words]) => words.test(unit ?? ''))?.[1];
  const isLong = texts.some((text) => Number(CLOCK.exec(text.trim())?.[2] ?? 0) > 24);
  // “04:12” is a time of day as often; a title, or more than a day, says that it is a length.
  const isClock = said !== undefined || isLong || LENGTH_TITLE.test(title.replaceAll('_', ' '));
  let [count, parted, twoParts] = [0, 0, 0];
  let example: string | undefined;
  let seconds = false;
  let hours = true;
  for (const text of texts) {
    const length = inWords(text) ?? (isClock ? byClock(text, said) : null);
    if (length === null) continue;
    count++;
    if (length.parts > 1) {
      parted++;
      example ??= text.trim();
    }
    if (/^\D*\d+:\d\d$/.test(text.trim())) twoParts++;
    seconds ||= length.finest === 's';
    hours &&= length.finest === 'h' || length.finest === 'd';
  }
  if (example === undefined || parted * 2 < texts.length || count * 5 < texts.length * 4) return null;
  const open = said === undefined && twoParts > 0 && twoParts === count;
  const own = lengthUnitOf(unit);
  return {
    unit: own ?? (seconds ? 's' : hours ? 'h' : 'min'),
    clock: isClock ? (said ?? 'h:m') : undefined,
    text: example,
    open,
  };
}
