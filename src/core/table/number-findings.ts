/** What is said and asked of a column of numbers: its decimal mark, words and signs beside the numbers, and numbers that may be none. */
import type { Column } from './column.ts';
import type { TextColumn } from './infer-texts.ts';
import { type LengthUnit, lengthReader } from './lengths.ts';
import { isErrorCell } from './missing.ts';
import type { StyleFinding } from './number-style.ts';
import { isBound } from './number-text.ts';
import { readNumber } from './numbers.ts';
import type { Finding, NumberReading } from './reading.ts';
import { someText } from './repeats.ts';
import { standInAmong } from './stand-in.ts';
import { listed } from './words.ts';

export const readAs = (key: string, reading: NumberReading) => ({ columns: { [key]: reading } });

/** What is known of the decimal mark of a column that does not show it. */
export interface KnownMarks {
  /** the mark that other columns or the format show */
  shown: '.' | ',' | undefined;
  /** the mark that the language of the table has */
  spoken: '.' | ',' | undefined;
  /** thousands are likelier than decimals */
  thousands: boolean;
}

const MARK_NAMES = { '.': 'a point', ',': 'a comma' } as const;

/** What is said of the decimal mark where the column does not show it. */
function markFinding(column: TextColumn, { unsure, style }: StyleFinding, known: KnownMarks): Finding[] {
  const { key, title } = column;
  if (!unsure) return [];
  // What is likelier comes first.
  const marks = known.thousands && unsure.includes('.') ? ([',', '.'] as const) : (['.', ','] as const);
  const readings = marks.map((mark) => ({
    mark,
    value: readNumber(unsure, { ...style, decimal: mark }),
    reading: readAs(key, { as: 'number', decimal: mark }),
  }));
  const found = known.shown ?? known.spoken;
  if (found)
    return [
      {
        column: key,
        text: `${title}: “${unsure}” was read with ${MARK_NAMES[found]} as the decimal mark, ${known.shown ? 'as elsewhere in the table' : 'as in the language of its dates'}.`,
        others: readings
          .filter(({ mark }) => mark !== found)
          .map(({ value, reading }) => ({ say: `Read it as ${value}`, reading })),
      },
    ];
  return [
    {
      column: key,
      asks: true,
      text: `${title}: is “${unsure}” ${readings.map(({ value }) => value).join(' or ')}? Nothing in the table settles it.`,
      others: readings.map(({ value, reading }) => ({ say: `It is ${value}`, reading })),
    },
  ];
}

/** What is said of a letter after numbers, which multiplies them or is their unit. */
function letterFinding(column: TextColumn, { letter, style }: StyleFinding): Finding[] {
  if (!letter) return [];
  const { key, title } = column;
  const { word, text, open } = letter;
  const readings = [false, true].map((magnitudes) => ({
    magnitudes,
    value: readNumber(text, { ...style, magnitudes, unit: magnitudes ? null : word }),
    reading: readAs(key, { as: 'number', decimal: style.decimal, magnitudes }),
  }));
  const say = (magnitudes: boolean, value: number | null) => (magnitudes ? `${value}` : `${value} in ${word}`);
  const said = readings.map(({ magnitudes, value }) => say(magnitudes, value));
  if (open)
    return [
      {
        column: key,
        asks: true,
        text: `${title}: is “${text}” ${said.join(' or ')}? Nothing in the column settles it.`,
        others: readings.map(({ reading }, index) => ({ say: `It is ${said[index]}`, reading })),
      },
    ];
  const multiplies = style.magnitudes === true;
  return [
    {
      column: key,
      text: `${title}: “${text}” was read as ${said[multiplies ? 1 : 0]}.`,
      others: readings
        .filter(({ magnitudes }) => magnitudes !== multiplies)
        .map(({ magnitudes, value, reading }) => ({ say: `Read it as ${say(magnitudes, value)}`, reading })),
    },
  ];
}

/** What is said of units, flags, credits and errors beside numbers. */
function wordFindings(column: TextColumn, { cells }: Column, { units, flags, ledger, style }: StyleFinding): Finding[] {
  const { key, title } = column;
  const findings: Finding[] = [];
  const say = (text: string) => findings.push({ column: key, text: `${title}: ${text}` });
  const plain = [{ say: 'Keep it as text', reading: { columns: { [key]: { as: 'text' as const } } } }];
  if (units.length > 1)
    findings.push({
      column: key,
      text: `${title}: values are in ${listed(units.map((unit) => `“${unit}”`))}; they were read as numbers without a unit.`,
      others: plain,
    });
  if (flags.size > 0) {
    const named = [...flags].map(([flag, count]) => `“${flag}” at ${count} ${count === 1 ? 'value' : 'values'}`);
    say(`${listed(named)} ${flags.size === 1 ? 'is a flag' : 'are flags'}, not part of the numbers.`);
  }
  if (ledger)
    findings.push({
      column: key,
      text: `${title}: credits (CR) are negative, debits (DR) positive.`,
      others: [
        {
          say: 'Make credits positive',
          reading: readAs(key, { as: 'number', decimal: style.decimal, credits: 'above' }),
        },
      ],
    });
  const errors = someText(column.texts, isErrorCell)
    ? column.texts.filter((text, row) => cells[row] === null && isErrorCell(text))
    : [];
  if (errors.length > 0)
    say(
      `${errors.length} ${errors.length === 1 ? 'cell holds a spreadsheet error' : 'cells hold spreadsheet errors'} (${listed([...new Set(errors.map((text) => text.trim()))])}) and ${errors.length === 1 ? 'counts' : 'count'} as missing.`,
    );
  return findings;
}

const DECIMALS = /^-?\d+\.(\d+)$/;

/** Where 1.9 stands beside 1.10, these may be numbered and no numbers: the zero would be lost. */
function zeroFinding(column: TextColumn, filled: readonly string[]): Finding[] {
  let least = Infinity;
  let zero: { text: string; decimals: number } | undefined;
  for (const text of filled.slice(0, SHORT)) {
    const decimals = DECIMALS.exec(text)?.[1] ?? '';
    if (decimals === '') continue;
    least = Math.min(least, decimals.length);
    if (decimals.endsWith('0') && decimals.length > (zero?.decimals ?? 0)) zero = { text, decimals: decimals.length };
  }
  if (!zero || zero.decimals <= least) return [];
  const { key, title } = column;
  return [
    {
      column: key,
      text: `${title}: “${zero.text}” was read as ${Number(zero.text)}, as if it had no leading zero.`,
      others: [{ say: 'Keep it as text', reading: { columns: { [key]: { as: 'text' } } } }],
    },
  ];
}

/** As many texts from the first on are looked at for lost zeros. */
const SHORT = 2000;

/** Numbers that are only limits, which are kept as they were received. */
function boundFinding({ key, title }: TextColumn, filled: readonly string[]): Finding[] {
  if (!someText(filled, isBound)) return [];
  const bounds = filled.filter(isBound);
  const one = bounds.length === 1;
  const named = listed([...new Set(bounds.map((text) => `“${text.trim()}”`))]);
  return [
    {
      column: key,
      text: `${title}: ${named} ${one ? 'is a limit, not a number; it is' : 'are limits, not numbers; they are'} not drawn until a number is typed there.`,
    },
  ];
}

/** Asks what a number without a sign is that stands beside others per cent. */
function shareFinding(column: TextColumn, { share, style }: StyleFinding): Finding[] {
  if (share === null) return [];
  const { key, title } = column;
  const { decimal } = style;
  const readings = [true, false].map((shares) => ({
    value: readNumber(share, { ...style, shares }),
    reading: readAs(key, { as: 'number', decimal, shares }),
  }));
  const said = readings.map(({ value }) => `${value} %`);
  return [
    {
      column: key,
      asks: true,
      text: `${title}: is “${share.trim()}” ${said.join(' or ')}? Other values have a %; this one does not.`,
      others: readings.map(({ reading }, at) => ({ say: `It is ${said[at]}`, reading })),
    },
  ];
}

/** Asks whether a number that programs put in for “no value” is one. */
function standInFinding(column: TextColumn, { cells }: Column, { style }: StyleFinding): Finding[] {
  const none = standInAmong(cells);
  if (none === null) return [];
  const { key, title } = column;
  const count = cells.filter((cell) => cell === none).length;
  const { decimal } = style;
  return [
    {
      column: key,
      asks: true,
      text: `${title}: does ${none} mean “no value”? It is far from all the others, and occurs at ${count} ${count === 1 ? 'place' : 'places'}.`,
      others: [
        { say: 'It means no value', reading: readAs(key, { as: 'number', decimal, none }) },
        { say: 'It is a value', reading: readAs(key, { as: 'number', decimal, none: null }) },
      ],
    },
  ];
}

const UNIT_NAMES: Readonly<Record<LengthUnit, string>> = { s: 'seconds', min: 'minutes', h: 'hours', d: 'days' };

/** What lengths of time were read as, or the question of what their parts are. */
function lengthFinding(column: TextColumn, { lengths, style }: StyleFinding): Finding[] {
  if (!lengths) return [];
  const { key, title } = column;
  const { text, unit, open } = lengths;
  if (!open)
    return [
      {
        column: key,
        text: `${title}: “${text}” was read as ${readNumber(text, style)} ${UNIT_NAMES[unit]}.`,
        others: [{ say: 'Keep it as text', reading: { columns: { [key]: { as: 'text' } } } }],
      },
    ];
  const readings = (['h:m', 'm:s'] as const).map((clock) => {
    const [one, other, of]: [string, string, LengthUnit] =
      clock === 'h:m' ? ['hours', 'minutes', 'min'] : ['minutes', 'seconds', 's'];
    const [first = '', second = ''] = text.split(':');
    return {
      say: `${Number(first)} ${one} ${Number(second)} ${other}`,
      value: lengthReader(of, clock)(text),
      reading: readAs(key, { as: 'number', decimal: '.', clock }),
    };
  });
  return [
    {
      column: key,
      asks: true,
      text: `${title}: is “${text}” ${readings.map(({ say }) => say).join(' or ')}? Nothing in the column settles it.`,
      others: readings.map(({ say, reading }) => ({ say: `It is ${say}`, reading })),
    },
  ];
}

/** All that there is to say of a column that was read as numbers. `known` is the decimal mark that the rest of the table shows. */
export function numberFindings(
  texts: TextColumn,
  column: Column,
  found: StyleFinding,
  { known, filled }: { known: KnownMarks; filled: readonly string[] },
): Finding[] {
  return [
    ...markFinding(texts, found, known),
    ...letterFinding(texts, found),
    ...wordFindings(texts, column, found),
    ...zeroFinding(texts, filled),
    ...boundFinding(texts, filled),
    ...shareFinding(texts, found),
    ...standInFinding(texts, column, found),
    ...lengthFinding(texts, found),
  ];
}
