/**
 * A manuscript as it is set: facts, values, numbers of figures and references
 * written out. Galley, pages and files are all made of this, and none of it
 * is markup of any kind.
 */
import { placedRows } from '../fact/series.ts';
import { sayFactsOf } from '../figure/facts.ts';
import type { ResolvedFigure } from '../figure/resolve.ts';
import { isSame } from '../named/same.ts';
import type { Scene } from '../scene/scene.ts';
import type { HouseStyle } from '../style/style.ts';
import { chooseAcross } from '../table/choose.ts';
import { type Column, columnOf, type Table } from '../table/column.ts';
import { readTitle } from '../table/titles.ts';
import type { Locale } from '../text/locale.ts';
import { type Block, type BlockOf, followedIn, type Manuscript } from './manuscript.ts';
import { type Looks, looksOf, type Prose, type ProseOf, type ProseRun, plainProse } from './prose.ts';
import { NOTHING, sayCell, sayValue, wordSparkOf } from './sources.ts';
import { documentWords } from './words.ts';

/** A thing of the report that can be placed or named. */
export interface Thing {
  id: string;
  /** what it is numbered among */
  noun: 'figure' | 'table';
  name: string;
}

/** What a manuscript is set from. */
export interface Sources {
  title: string;
  edition: string;
  locale: Locale;
  style: HouseStyle;
  /** a figure or a spark table of the report */
  thing(id: string): Thing | null;
  /** a figure, or a table as one, of which facts are told */
  figure(id: string): ResolvedFigure | null;
  table(id: string): Table | null;
}

/** A run as it is set; `of` says what it follows, where it follows anything. */
export type SetRun =
  | ({ kind: 'text'; text: string; follows?: true } & Looks)
  | { kind: 'sparkline'; scene: Scene; depth: number; text: string }
  | ({ kind: 'reference'; to: string; text: string } & Looks)
  | ({ kind: 'page'; of: 'page' | 'pages' } & Looks)
  | { kind: 'footnote'; id: string; runs: SetRun[] };

interface Captioned {
  stands: 'near' | 'here';
  /** “Figure 2”; what follows it is the caption */
  label: string;
  caption: SetRun[];
}

export type SetBlock =
  | (Omit<BlockOf<'words'>, 'words'> & { runs: SetRun[] })
  | ({ type: 'figure'; id: string; things: string[]; width: BlockOf<'figure'>['width'] } & Captioned)
  | ({
      type: 'numbers';
      id: string;
      head: string[];
      rows: string[][];
      /** columns of numbers stand to the right */
      right: boolean[];
      strong: number | null;
    } & Captioned)
  | { type: 'contents'; id: string; depth: number; title: string }
  | { type: 'page break'; id: string };

export interface SetDocument {
  title: string;
  edition: string;
  author: string;
  /** the last period that its tables tell of */
  dateOfData: string;
  locale: Locale;
  blocks: SetBlock[];
}

/** Numbers of what is placed, in the order in which it stands: things by their ids, tables of numbers by those of their blocks. */
function numbersIn(
  { blocks }: Pick<Manuscript, 'blocks'>,
  thing: Sources['thing'],
): Map<string, { noun: Thing['noun']; number: number }> {
  const counts = { figure: 0, table: 0 };
  const numbers = new Map<string, { noun: Thing['noun']; number: number }>();
  const count = (id: string, noun: Thing['noun']) => {
    if (numbers.has(id)) return;
    counts[noun]++;
    numbers.set(id, { noun, number: counts[noun] });
  };
  for (const block of blocks) {
    if (block.type === 'numbers') count(block.id, 'table');
    if (block.type === 'figure')
      for (const id of block.things) {
        const found = thing(id);
        if (found) count(id, found.noun);
      }
  }
  return numbers;
}

/** The latest period of which the tables that a manuscript is set from tell a number. */
function dateOfData(sources: Sources, manuscript: Manuscript): string {
  let [latest, said] = [-Infinity, NOTHING];
  for (const id of followedIn(manuscript)) {
    const table = sources.table(id);
    const across = table && chooseAcross(table);
    if (!table || across?.kind !== 'date') continue;
    const numbers = table.columns.filter(({ kind }) => kind === 'number');
    across.cells.forEach((cell, row) => {
      if (typeof cell !== 'number' || cell <= latest || numbers.every(({ cells }) => cells[row] === null)) return;
      latest = cell;
      said = sayCell(across, row, { decimals: null, unit: false }, sources.locale);
    });
  }
  return said;
}

/** What stands over a column of numbers. */
function headOf(column: Column): string {
  const { name } = readTitle(column.title);
  return column.kind === 'number' && column.unit !== null ? `${name}, ${column.unit}` : name;
}

class Setter {
  readonly #numbers: ReturnType<typeof numbersIn>;
  readonly #words;
  readonly #headings = new Map<string, BlockOf<'words'>>();

  constructor(
    readonly manuscript: Manuscript,
    readonly sources: Sources,
  ) {
    this.#numbers = numbersIn(manuscript, (id) => sources.thing(id));
    this.#words = documentWords(sources.locale);
    for (const block of manuscript.blocks)
      if (block.type === 'words' && block.role === 'heading') this.#headings.set(block.id, block);
  }

  /** “Figure 2”, of what has a number. */
  label(id: string): string | null {
    const found = this.#numbers.get(id);
    return found ? `${found.noun === 'figure' ? this.#words.figure : this.#words.table}\u00a0${found.number}` : null;
  }

  /** What a run that is worked out reads as. */
  say = (run: Exclude<ProseRun, ProseOf<'text'>>): string => {
    const { sources } = this;
    switch (run.kind) {
      case 'fact': {
        const figure = sources.figure(run.of);
        return figure ? sayFactsOf(figure, sources.locale)(run.fact, run.part) : NOTHING;
      }
      case 'value':
        return sayValue(sources.table(run.table), run, sources.locale);
      case 'sparkline':
      case 'footnote':
        return '';
      case 'reference': {
        const heading = this.#headings.get(run.to);
        if (heading) return plainProse(heading.words, this.say) || NOTHING;
        return this.label(run.to) ?? sources.thing(run.to)?.name ?? this.#words.gone;
      }
      case 'field':
        return this.field(run.field);
    }
  };

  field(field: ProseOf<'field'>['field']): string {
    const { sources, manuscript } = this;
    switch (field) {
      case 'title':
        return sources.title;
      case 'edition':
        return sources.edition || NOTHING;
      case 'author':
        return manuscript.author || NOTHING;
      case 'date of data':
        return dateOfData(sources, manuscript);
      case 'page':
      case 'pages':
        return '';
    }
  }

  run(run: ProseRun, size: number): SetRun {
    const looks = looksOf(run);
    if (run.kind === 'text') return { kind: 'text', text: run.text, ...looks };
    if (run.kind === 'footnote') return { kind: 'footnote', id: run.id, runs: this.runs(run.words, size * 0.85) };
    if (run.kind === 'field' && (run.field === 'page' || run.field === 'pages'))
      return { kind: 'page', of: run.field, ...looks };
    if (run.kind === 'sparkline') {
      const { sources } = this;
      const made = wordSparkOf(sources.table(run.table), run, size, sources.style, sources.locale);
      if (!made) return { kind: 'text', text: NOTHING, follows: true };
      return { kind: 'sparkline', scene: made.scene, depth: made.depth, text: made.scene.description };
    }
    const text = this.say(run);
    if (run.kind === 'reference') return { kind: 'reference', to: run.to, text, ...looks };
    return { kind: 'text', text, follows: true, ...looks };
  }

  runs = (prose: Prose, size: number): SetRun[] => prose.map((run) => this.run(run, size));

  captioned(block: BlockOf<'figure'> | BlockOf<'numbers'>, of: readonly string[], name: string): Captioned {
    const { sizes } = this.sources.style;
    const labels = of.flatMap((id) => this.label(id) ?? []);
    const caption = block.caption ?? [{ kind: 'text' as const, text: name }];
    return { stands: block.stands, label: labels.join(', '), caption: this.runs(caption, sizes.caption) };
  }

  numbers(block: BlockOf<'numbers'>): SetBlock {
    const { sources } = this;
    const table = sources.table(block.table);
    const columns = table ? block.columns.flatMap((key) => columnOf(table, key) ?? []) : [];
    const totals = new Set(table?.totals);
    const across = table && chooseAcross(table);
    // Dates and numbers come in their order, however the table arrived.
    const inOrder =
      table && across && across.kind !== 'text'
        ? placedRows(table, across).rows
        : Array.from({ length: table?.rows ?? 0 }, (_, row) => row).filter((row) => !totals.has(row));
    const rows = inOrder.slice(-block.last);
    const write = (column: Column, row: number) =>
      column.cells[row] === null
        ? (sources.locale.missing ?? NOTHING)
        : sayCell(column, row, { decimals: null, unit: false }, sources.locale);
    return {
      type: 'numbers',
      id: block.id,
      head: columns.map((column) => headOf(column)),
      rows: rows.map((row) => columns.map((column) => write(column, row))),
      right: columns.map(({ kind }) => kind === 'number'),
      strong: block.strong === 'none' || rows.length === 0 ? null : block.strong === 'first' ? 0 : rows.length - 1,
      ...this.captioned(block, [block.id], table?.title ?? this.#words.gone),
    };
  }

  block(block: Block): SetBlock {
    const { sizes } = this.sources.style;
    switch (block.type) {
      case 'words': {
        const { words, ...rest } = block;
        const size = block.role === 'heading' ? sizes[`heading${block.level as 1 | 2 | 3}`] : sizes.text;
        return { ...rest, runs: this.runs(words, size) };
      }
      case 'figure': {
        const there = block.things.filter((id) => this.sources.thing(id));
        const name = there.flatMap((id) => this.sources.thing(id)?.name ?? []).join('; ');
        return {
          type: 'figure',
          id: block.id,
          things: there,
          width: block.width,
          ...this.captioned(block, there, name === '' ? this.#words.gone : name),
        };
      }
      case 'numbers':
        return this.numbers(block);
      case 'contents':
        return { type: 'contents', id: block.id, depth: block.depth, title: this.#words.contents };
      case 'page break':
        return block;
    }
  }
}

/** Blocks on which rests what runs elsewhere say: what has a number, and what can be referred to. */
const isLedTo = (block: Block): boolean => block.type !== 'words' || block.role === 'heading';

/** True where all runs say in one manuscript what they say in the other, set from the same. */
export const saysSame = (one: Manuscript, other: Manuscript): boolean =>
  one === other ||
  (one.author === other.author &&
    isSame(one.blocks.filter(isLedTo), other.blocks.filter(isLedTo)) &&
    isSame([...followedIn(one)], [...followedIn(other)]));

/** What says the runs of a manuscript that are worked out, as they read now. */
export const sayerOf = (manuscript: Manuscript, sources: Sources) => {
  const setter = new Setter(manuscript, sources);
  return {
    say: setter.say,
    label: (id: string) => setter.label(id),
    run: (run: ProseRun, size: number) => setter.run(run, size),
  };
};

/** The manuscript with everything in it worked out. */
export function setManuscript(manuscript: Manuscript, sources: Sources): SetDocument {
  const setter = new Setter(manuscript, sources);
  return {
    title: sources.title,
    edition: sources.edition,
    author: manuscript.author,
    dateOfData: dateOfData(sources, manuscript),
    locale: sources.locale,
    blocks: manuscript.blocks.map((block) => setter.block(block)),
  };
}
