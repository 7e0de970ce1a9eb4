/** Dates that are parted into columns: a year beside a month, a quarter, a week, or a month and a day. */
import { yearTitle } from './date-titles.ts';
import { monthNamed, plainLetters } from './date-words.ts';
import { isMissing } from './missing.ts';
import { isTotalTitle } from './titles.ts';

const words = (list: string) => new RegExp(`(?:^|[^\\p{L}])(?:${list})(?:$|[^\\p{L}])`, 'iu');

/** A part of a year: the words that head it, how it is written, and how a date is written with it. */
interface Part {
  titles: RegExp;
  /** its number, or null for a text that is none of it */
  read(text: string): number | null;
  /** texts that are nothing else, whatever heads them */
  alone(text: string): boolean;
  write(year: string, part: number): string;
}

const two = (value: number) => String(value).padStart(2, '0');
const ROMAN = ['i', 'ii', 'iii', 'iv'];

/** A number up to the highest, with or without the letter that such parts have. */
const numbered = (pattern: RegExp, most: number) => (text: string) => {
  const [, digits] = pattern.exec(text.trim()) ?? [];
  const value = Number(digits);
  return digits !== undefined && value >= 1 && value <= most ? value : null;
};

const monthNumber = numbered(/^(?:m\s?)?(\d{1,2})(?:\.0)?$/i, 12);
const quarterNumber = numbered(/^(?:[qkt]\s?)?([1-4])(?:\.0)?(?:\.?\s?(?:quarter|quartal|q))?$/i, 4);
const isMonthName = (text: string) => monthNamed(text.trim()) !== undefined;

const PARTS: readonly Part[] = [
  {
    titles: words('month|months|monat|mois|mes|miesi[ąa]c|kuukausi|maand|mese|m[êe]s|m[åa]nad|mm|mo'),
    read: (text) => {
      const named = monthNamed(text.trim());
      return named === undefined ? monthNumber(text) : named + 1;
    },
    alone: isMonthName,
    write: (year, month) => `${year}-${two(month)}`,
  },
  {
    titles: words('quarter|quartal|trimestre|kwarta[łl]|nelj[äa]nnes|vuosinelj[äa]nnes|kwartaal|kvartal|qtr|q'),
    read: (text) => {
      const roman = ROMAN.indexOf(plainLetters(text.trim()));
      return roman < 0 ? quarterNumber(text) : roman + 1;
    },
    alone: (text) => /^q\s?[1-4]$/i.test(text.trim()),
    write: (year, quarter) => `${year}-Q${quarter}`,
  },
  {
    titles: words('week|woche|kalenderwoche|kw|semaine|semana|tydzie[ńn]|viikko|settimana|vecka|wk'),
    read: numbered(/^(?:w|kw|wk|week|woche)?\.?\s?(\d{1,2})(?:\.0)?$/i, 53),
    alone: () => false,
    write: (year, week) => `${year}-W${two(week)}`,
  },
];

const DAY_TITLE = words('day|tag|jour|d[ií]a|dzie[ńn]|p[äa]iv[äa]|dag|giorno|dd');
const dayNumber = numbered(/^(\d{1,2})(?:\.0)?\.?$/, 31);

export interface PartedColumns {
  titles: string[];
  /** cells of each column, as received */
  cells: string[][];
  /** where each column stood before */
  from: readonly number[];
}

/** Columns of which some were joined, the rows that sum others, and the titles that were joined. */
export interface JoinedDates extends PartedColumns {
  totals: readonly number[];
  joined: readonly string[];
}

/** Years as they hold for each row: one that is written once holds for the rows below it. Null where a row has none. */
function yearsDown(texts: readonly string[], title: string): string[] | null {
  if (yearTitle(title.replaceAll('_', ' ')) !== 'is') return null;
  let last: string | undefined;
  const years: string[] = [];
  for (const text of texts) {
    const own = /^\s*((?:1[6-9]|20)\d\d)(?:\.0)?\s*$/.exec(text)?.[1];
    if (own === undefined && !(isMissing(text) && text.trim() === '')) return null;
    last = own ?? last;
    if (last === undefined) return null;
    years.push(last);
  }
  return years.length > 0 ? years : null;
}

/** Whether all that stands in a column are parts of a kind, but for rows that sum others. */
function holds(texts: readonly string[], title: string, part: Part): boolean {
  const filled = texts.filter((text) => !isMissing(text) && !isTotalTitle(text));
  if (filled.length === 0 || !filled.every((text) => part.read(text) !== null)) return false;
  return part.titles.test(title.replaceAll('_', ' ')) || filled.every(part.alone);
}

/** Joins a year and the part of it that stands beside it to one column of dates; null where there are none. */
export function joinDates({ titles, cells, from }: PartedColumns): JoinedDates | null {
  for (const [at, title] of titles.entries()) {
    const years = yearsDown(cells[at] ?? [], title);
    if (!years) continue;
    for (const beside of [at + 1, at - 1]) {
      const texts = cells[beside];
      const part = texts && PARTS.find((one) => holds(texts, titles[beside] ?? '', one));
      if (!texts || !part) continue;
      const first = Math.min(at, beside);
      const after = Math.max(at, beside) + 1;
      // A day may follow, or stand before both.
      const isDay = (column: number) =>
        part === PARTS[0] &&
        DAY_TITLE.test(titles[column] ?? '') &&
        (cells[column] ?? []).every((text) => isMissing(text) || dayNumber(text) !== null);
      const day = isDay(after) ? after : isDay(first - 1) ? first - 1 : null;
      const totals: number[] = [];
      const dates = texts.map((text, row) => {
        if (isTotalTitle(text)) totals.push(row);
        const number = part.read(text);
        const date =
          number === null
            ? isMissing(text)
              ? ''
              : `${text.trim()} ${years[row]}`
            : part.write(years[row] ?? '', number);
        const own = day === null || number === null ? null : dayNumber(cells[day]?.[row] ?? '');
        return day === null ? date : own === null ? '' : `${date}-${two(own)}`;
      });
      const taken = [first, after - 1, ...(day === null ? [] : [day])].sort((a, b) => a - b);
      const place = taken[0] ?? first;
      const kept = titles.map((_, column) => column).filter((column) => column === place || !taken.includes(column));
      return {
        titles: kept.map((column) =>
          column === place ? (day === null ? (titles[beside] ?? '') : 'Date') : (titles[column] ?? ''),
        ),
        cells: kept.map((column) => (column === place ? dates : (cells[column] ?? []))),
        from: kept.map((column) => (column === place ? -1 : (from[column] ?? column))),
        totals,
        joined: taken.map((column) => titles[column] ?? ''),
      };
    }
  }
  return null;
}
