/** Notes on numbers typed by hand that are, or nearly are, values and facts of the report's tables. */

import { type Offered, offeredIn } from '../../document/found.ts';
import type { ProseOf, ProseRun } from '../../document/prose.ts';
import type { Sources } from '../../document/set.ts';
import { lastPlace, sayValue } from '../../document/sources.ts';
import { wordsIn } from '../../fact/lexicon.ts';
import { countsOther } from '../../figure/typed-numbers.ts';
import { isTable } from '../../report/report.ts';
import { chooseAcross } from '../../table/choose.ts';
import type { Column, Table } from '../../table/column.ts';
import { readTitle } from '../../table/titles.ts';
import type { Locale } from '../../text/locale.ts';
import { decimalsOfValues } from '../../text/number.ts';
import { roundedTo } from '../../text/rounding.ts';
import { namesOfPeriod } from './facts.ts';
import type { ReadBlock, Sentence, TextCheck, TextFinding, TextMend, TextProofed } from './note.ts';
import { spliced } from './read.ts';

interface Typed {
  text: string;
  at: number;
  value: number;
  decimals: number;
  isPercent: boolean;
}

const escaped = (text: string) => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');

/** What stands before or after a number that is none of the data: dates, numbers of figures, ordinals, ranges. */
const NOT_BEFORE = /[\p{L}\p{N}:/–—-]$/u;
const NOT_AFTER = /^(?:[\p{L}\p{N}:/]|[–—-]\d|\.\d)/u;

/** What numbers of parts of a report stand behind, in the languages of reports. */
const PART_WORDS = new Set(
  'page pages p pp seite seiten s página páginas pág strona strony str sivu sivut chapter section kapitel abschnitt chapitre capítulo sección rozdział luku no nr'.split(
    ' ',
  ),
);

/** Numbers that were typed in a block, as the locale writes them. */
function numbersIn({ typed }: ReadBlock, { group, decimal, months, monthsShort }: Locale): Typed[] {
  const spaces = '[ \u00a0\u202f]';
  const by = /^\s$/.test(group) ? spaces : escaped(group);
  const pattern = new RegExp(`[-\u2212]?\\d+(?:${by}\\d{3})*(?:${escaped(decimal)}\\d+)?`, 'gu');
  const monthNames = [...months, ...monthsShort].map((name) => name.toLowerCase());
  return [...typed.matchAll(pattern)].flatMap(({ 0: text, index: at }): Typed[] => {
    const [before, after] = [typed.slice(0, at), typed.slice(at + text.length)];
    const [lastWord] = /\p{L}+\.?(?=[ \u00a0]$)/u.exec(before) ?? [];
    const nextWord = /^[ \u00a0.]+(\p{L}+)/u.exec(after)?.[1];
    const isDay = [lastWord, nextWord].some((word) => word && monthNames.includes(word.toLowerCase()));
    const isOfPart = lastWord !== undefined && PART_WORDS.has(lastWord.replace('.', '').toLowerCase());
    const isNumbered = isOfPart || (lastWord !== undefined && /^\p{Lu}/u.test(lastWord) && /^\d{1,3}$/.test(text));
    const digits = text.replace(/\D/g, '');
    const isYear = /^(?:19|20)\d\d$/.test(text);
    if (isDay || isNumbered || isYear || digits.length < 2) return [];
    if (NOT_BEFORE.test(before) || NOT_AFTER.test(after)) return [];
    const value = Number(text.replace(new RegExp(by, 'g'), '').replace(decimal, '.').replace('\u2212', '-'));
    const decimals = text.split(decimal)[1]?.length ?? 0;
    if (!Number.isFinite(value) || decimals > 12) return [];
    return [{ text, at, value, decimals, isPercent: /^[ \u00a0\u202f]?%/.test(after) }];
  });
}

/** Words too common to tell which column is meant. */
const LEAST_LETTERS = 4;
const stem = (word: string) => (word.length > 5 ? word.slice(0, Math.max(LEAST_LETTERS, word.length - 2)) : word);

/** The words by which a text says which column it speaks of. */
const namesOf = (title: string): string[] =>
  wordsIn(readTitle(title).name)
    .map(({ word }) => word)
    .filter((word) => word.length >= LEAST_LETTERS)
    .map(stem);

/** How many words of a column's name are in a sentence; all of the name has to be, for short ones. */
function meant(title: string, said: string): number {
  const names = namesOf(title);
  const words = wordsIn(said).map(({ word }) => word);
  const found = names.filter((name) => words.some((word) => word.startsWith(name))).length;
  return found > 0 && found >= Math.min(2, names.length) ? found : 0;
}

interface Candidate {
  table: Table;
  id: string;
  column: Column;
  score: number;
}

/** Columns of numbers that a sentence speaks of, the one it names best first. */
function columnsMeant(said: string, { report, sources }: TextProofed): Candidate[] {
  return report.items
    .filter(isTable)
    .flatMap(({ id }): Candidate[] => {
      const table = sources.table(id);
      return (table?.columns ?? []).flatMap((column): Candidate[] => {
        const score = column.kind === 'number' ? meant(column.title, said) : 0;
        return table && score > 0 ? [{ table, id, column, score }] : [];
      });
    })
    .sort((a, b) => b.score - a.score);
}

/** The value run of a cell, written with as many decimals as were typed. */
const valueRun = ({ id, column }: Candidate, row: ProseOf<'value'>['row'], decimals: number): ProseOf<'value'> => ({
  kind: 'value',
  table: id,
  column: column.key,
  row,
  decimals: Math.min(6, decimals),
  unit: false,
});

const plain = (text: string) => text.replaceAll('\u00a0', ' ').toLowerCase();

/** What a typed number is in a column: its row, and whether the sentence names the period of that row. */
interface Found {
  candidate: Candidate;
  at: number | string;
  isLast: boolean;
  isNamed: boolean;
}

/** How many rows back values are looked for. */
const ROWS_BACK = 60;

/** The row of a column whose value is what was typed; those that the sentence names first, then the latest. */
function rowOf(typed: Typed, candidate: Candidate, sentence: Sentence, proofed: TextProofed): Found | null {
  const { table, column } = candidate;
  const across = chooseAcross(table);
  if (!across) return null;
  const last = lastPlace(table, column.key);
  const totals = new Set(table.totals);
  const rows = across.cells
    .flatMap((at, row) => (at === null || totals.has(row) ? [] : [{ at: at as number | string, row }]))
    .slice(-ROWS_BACK)
    .reverse();
  const said = plain(sentence.said);
  const found = rows.flatMap(({ at, row }): Found[] => {
    const value = column.cells[row];
    if (typeof value !== 'number' || roundedTo(value, typed.decimals) !== typed.value) return [];
    const names = typeof at === 'number' ? namesOfPeriod(table, at, proofed) : [at];
    return [{ candidate, at, isLast: at === last, isNamed: names.some((name) => said.includes(plain(name))) }];
  });
  // A number with fewer decimals than the data have is somewhere among them by chance.
  const decimals = decimalsOfValues(
    column.cells.map((cell) => (typeof cell === 'number' ? cell : null)),
    null,
  );
  const [some] = typed.decimals >= decimals || digitsOf(typed.text).length > 2 ? found : [];
  return found.find(({ isNamed }) => isNamed) ?? found.find(({ isLast }) => isLast) ?? some ?? null;
}

const nameOf = ({ column }: Candidate) => `“${readTitle(column.title).name}”`;

function write(read: ReadBlock, typed: Typed, run: ProseRun): TextMend & { call: object } {
  const words = spliced(read.block.words, typed.at, typed.at + typed.text.length, [run]);
  return {
    say: 'Let it follow the data',
    call: { name: 'manuscript.write', args: { block: read.block.id, was: read.block.words, words } },
  };
}

const sayPlace = (found: Found, proofed: TextProofed): string =>
  typeof found.at === 'number'
    ? (namesOfPeriod(found.candidate.table, found.at, proofed)[0] ?? String(found.at))
    : found.at;

/** A typed number that is a value of a column which its sentence names. */
function equal(read: ReadBlock, typed: Typed, found: Found, proofed: TextProofed): Omit<TextFinding, 'id' | 'block'> {
  const { candidate } = found;
  const place = sayPlace(found, proofed);
  const held = write(read, typed, valueRun(candidate, { at: found.at }, typed.decimals));
  const follows = write(read, typed, valueRun(candidate, 'last', typed.decimals));
  const what = `${typed.text} is the value of ${nameOf(candidate)} for ${place}`;
  if (found.isLast && !found.isNamed)
    return {
      title: `${typed.text} was typed`,
      text: `${what}; typed, it will not change with the data.`,
      facts: `${typed.text} ${candidate.column.key} ${place}`,
      mends: [follows, { ...held, say: `Fix it at ${place}` }],
    };
  if (found.isNamed)
    return {
      title: `${typed.text} was typed`,
      text: `${what}; typed, it will not follow a revision.`,
      facts: `${typed.text} ${candidate.column.key} ${place}`,
      mends: [{ ...held, say: `Let it follow ${place}` }],
    };
  const latest = sayValue(candidate.table, valueRun(candidate, 'last', typed.decimals), proofed.sources.locale);
  return {
    title: `Is ${typed.text} still meant?`,
    text: `${what}, which the sentence does not say; the latest is ${latest}.`,
    facts: `${typed.text} ${candidate.column.key} ${place} ${latest}`,
    mends: [
      { ...follows, say: `Write the latest, ${latest}` },
      { ...held, say: `Fix it at ${place}` },
    ],
  };
}

const digitsOf = (text: string) => text.replace(/\D/g, '');

/** Whether two neighbouring digits of one number stand the other way round in another one. */
function isTransposed(one: string, other: string): boolean {
  const [a, b] = [digitsOf(one), digitsOf(other)];
  if (a.length !== b.length || a.length < 3 || a === b) return false;
  const first = [...a].findIndex((digit, at) => digit !== b[at]);
  return a[first] === b[first + 1] && a[first + 1] === b[first] && a.slice(first + 2) === b.slice(first + 2);
}

/** A typed number in which two digits of a value that its sentence speaks of are exchanged. */
function nearly(read: ReadBlock, typed: Typed, columns: readonly Candidate[], { sources }: TextProofed) {
  for (const candidate of columns) {
    const run = valueRun(candidate, 'last', typed.decimals);
    const latest = sayValue(candidate.table, run, sources.locale);
    if (!isTransposed(typed.text, latest)) continue;
    return {
      title: `${typed.text} or ${latest}?`,
      text: `${typed.text} is ${latest}, the latest value of ${nameOf(candidate)}, with two digits swapped.`,
      facts: `${typed.text} ${candidate.column.key} ${latest}`,
      mends: [{ ...write(read, typed, run), say: `Write ${latest}, which follows the data` }] as [TextMend],
    };
  }
  return null;
}

const offered = new WeakMap<Sources, readonly Offered[]>();
const PARTS = new Set(['value', 'change', 'signed change', 'count', 'share']);

/** Numbers of facts that the report's things and tables give. */
function factsOf({ report, sources }: TextProofed): readonly Offered[] {
  const known = offered.get(sources);
  if (known) return known;
  const things = report.items.map(({ id, name }) => ({ id, name }));
  const found = offeredIn(things, sources).filter(({ run }) => run.kind === 'fact' && PARTS.has(run.part));
  offered.set(sources, found);
  return found;
}

/** A typed number that is the number of a fact whose line its sentence names. */
function ofFact(read: ReadBlock, typed: Typed, sentence: Sentence, proofed: TextProofed) {
  const sign = typed.isPercent ? /^[ \u00a0\u202f]?%/.exec(read.typed.slice(typed.at + typed.text.length))?.[0] : '';
  const whole = `${typed.text}${sign ?? ''}`.replace(/\s/g, '');
  // Without a sign or a decimal it could be anything.
  if (!typed.isPercent && typed.decimals === 0 && digitsOf(typed.text).length < 3) return null;
  const found = factsOf(proofed).find(
    ({ said, what }) => said.replace(/\s/g, '') === whole && meant(what.split(',')[0] ?? '', sentence.said) > 0,
  );
  if (!found) return null;
  const one = { ...typed, text: `${typed.text}${sign ?? ''}` };
  return {
    title: `${one.text} was typed`,
    text: `It states a fact of the data (${found.what}); typed, it will not change with them.`,
    facts: `${one.text} ${found.what}`,
    mends: [write(read, one, found.run)] as [TextMend],
  };
}

/** A share is a value of columns of shares only. */
const canBeOf = (column: Column, { isPercent }: Typed): boolean =>
  !isPercent || (column.kind === 'number' && column.unit === '%');

/** Whether a typed number counts something else than what a column holds. */
function countsOf(column: Column, typed: Typed, { typed: text }: ReadBlock, { sources }: TextProofed): boolean {
  const of = { name: readTitle(column.title).name, unit: column.kind === 'number' ? column.unit : null };
  return countsOther(typed, text, of, sources.locale);
}

/** Numbers typed by hand, held against the tables of the report. */
export const typedNumbers: TextCheck = {
  id: 'typed',
  find(proofed) {
    return proofed.text.blocks.flatMap((read): TextFinding[] =>
      numbersIn(read, proofed.sources.locale).flatMap((typed): TextFinding[] => {
        const sentence = read.sentences.find(({ from, until }) => from <= typed.at && typed.at < until);
        if (!sentence) return [];
        const columns = columnsMeant(sentence.said, proofed).filter(
          ({ column }) => canBeOf(column, typed) && !countsOf(column, typed, read, proofed),
        );
        const equals = columns.flatMap((candidate) => rowOf(typed, candidate, sentence, proofed) ?? []);
        const best = equals.find(({ isNamed }) => isNamed) ?? equals.find(({ isLast }) => isLast) ?? equals[0];
        const found = best
          ? equal(read, typed, best, proofed)
          : (nearly(read, typed, columns, proofed) ?? ofFact(read, typed, sentence, proofed));
        return found ? [{ ...found, id: `${read.block.id} ${typed.text}`, block: read.block.id }] : [];
      }),
    );
  },
};
