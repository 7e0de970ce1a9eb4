/** What a figure names and what is gone: it is drawn without it, and has it again when that is back. */
import type { Part } from '../scene/scene.ts';
import type { Emphasised } from '../style/vocabulary.ts';
import { acrossCandidates } from '../table/choose.ts';
import {
  type Column,
  columnOf,
  type Lack,
  likeliest,
  type Substitute,
  type Table,
  type WholeLack,
  wholeLackOf,
} from '../table/column.ts';
import { readTitle } from '../table/titles.ts';
import type { Split } from './panels/spec.ts';
import type { DressedFigure, DressedLine, FigureSpec } from './spec.ts';

/** A column that the table has no longer, or whose cells are lost. */
export interface GoneColumn {
  what: 'column';
  key: string;
  /** its title, and the block in which its cells were, where only those are gone */
  cells: { title: string; block: string } | null;
  /** what of the figure names it */
  use: 'across' | 'line' | 'values' | 'mark' | 'panels';
  /** the line or mark that it is, or the direction of panels; empty for what runs across */
  id: string;
  part: Part;
  /** what the table has instead, the likeliest first */
  others: readonly Pick<Column, 'key' | 'title'>[];
}

/** A line or a level of the figure itself that something of it stands on. */
export type GonePart = { part: Part; key: string } & (
  | { what: 'line'; use: 'fill'; line: string }
  | { what: 'line'; use: 'note'; mark: string; others: readonly { id: string; name: string }[] }
  | { what: 'line' | 'level'; use: 'difference'; mark: string }
  | { what: 'level'; use: 'emphasis'; line: string; of: Emphasised }
);

/** All of the table. */
interface GoneTable {
  what: 'table';
  lack: WholeLack;
  others: readonly Substitute[];
}

export type Gone = GoneTable | GoneColumn | GonePart;

const MOST_OTHERS = 2;

/** A split that its table can be parted by; null where the column is gone. */
export const splitThere = (split: Split | null, table: Table): Split | null =>
  split?.kind === 'category' && !columnOf(table, split.column) ? null : split;

const isOf = (key: string) => (lack: Lack) => lack.what === 'cells' && lack.key === key;

/** Columns that a figure names and its table lacks, each where it is named. */
function columnsGone(spec: DressedFigure, table: Table): GoneColumn[] {
  const isGone = (key: string | null | undefined): key is string => typeof key === 'string' && !columnOf(table, key);
  const drawn = new Set(spec.lines.map(({ column }) => column));
  const numbers = table.columns.filter(({ kind, key }) => kind === 'number' && !drawn.has(key));
  const few = (columns: readonly Column[]) => columns.slice(0, MOST_OTHERS).map(({ key, title }) => ({ key, title }));
  const found: GoneColumn[] = [];
  const look = (
    key: string | null | undefined,
    where: Pick<GoneColumn, 'use' | 'id' | 'part'>,
    others: readonly Column[],
  ) => {
    if (!isGone(key)) return;
    const lost = table.lacks?.find(isOf(key));
    const cells = lost?.what === 'cells' ? { title: lost.title, block: lost.block } : null;
    found.push({ what: 'column', key, cells, ...where, others: few(others) });
  };
  look(spec.across, { use: 'across', id: '', part: 'axis:across' }, acrossCandidates(table));
  for (const { id, column, values } of spec.lines) {
    look(column, { use: 'line', id, part: `line:${id}` }, numbers);
    look(values.column, { use: 'values', id, part: `line:${id}` }, []);
  }
  for (const mark of spec.marks) {
    const part: Part = `mark:${mark.id}`;
    const keys =
      mark.kind === 'level'
        ? [typeof mark.at === 'string' ? mark.at : null]
        : mark.kind === 'band' && mark.over.kind === 'columns'
          ? [mark.over.from, mark.over.to]
          : [];
    const key = keys.find(isGone);
    look(key, { use: 'mark', id: mark.id, part }, numbers);
  }
  const texts = table.columns.filter(({ kind, key }) => kind === 'text' && key !== spec.across);
  for (const way of ['by', 'down'] as const) {
    const split = spec.panels?.[way];
    if (split?.kind === 'category') look(split.column, { use: 'panels', id: way, part: 'frame' }, texts);
  }
  return found;
}

const nameOf = ({ name, column }: DressedLine, table: Table): string =>
  name ?? readTitle(columnOf(table, column)?.title ?? column).name;

/** Lines and levels of a figure that others of its parts stand on, and that it has no longer. */
function partsGone({ lines, marks }: DressedFigure, table: Table): GonePart[] {
  const hasLine = (id: string) => lines.some((line) => line.id === id);
  const hasLevel = (id: string) => marks.some((mark) => mark.id === id && mark.kind === 'level');
  const found: GonePart[] = [];
  for (const { id, fill, emphasis } of lines) {
    const part: Part = `line:${id}`;
    if (typeof fill === 'object' && !hasLine(fill.line))
      found.push({ what: 'line', key: fill.line, use: 'fill', line: id, part });
    for (const { of, level } of emphasis)
      if (typeof level === 'string' && !hasLevel(level))
        found.push({ what: 'level', key: level, use: 'emphasis', line: id, of, part });
  }
  const others = lines.slice(0, MOST_OTHERS).map((line) => ({ id: line.id, name: nameOf(line, table) }));
  for (const mark of marks) {
    const part: Part = `mark:${mark.id}`;
    if (mark.kind === 'note' && typeof mark.value === 'object' && !hasLine(mark.value.line))
      found.push({ what: 'line', key: mark.value.line, use: 'note', mark: mark.id, part, others });
    if (mark.kind !== 'difference') continue;
    const line = [mark.from, mark.to].find((end) => 'line' in end && !hasLine(end.line));
    const level = [mark.from, mark.to].find((end) => 'level' in end && !hasLevel(end.level));
    if (line && 'line' in line) found.push({ what: 'line', key: line.line, use: 'difference', mark: mark.id, part });
    else if (level && 'level' in level)
      found.push({ what: 'level', key: level.level, use: 'difference', mark: mark.id, part });
  }
  return found;
}

/** Keys of the columns of its table that a figure names. */
const keysOf = ({ across, lines, panels }: DressedFigure): Set<string> => {
  const splits = [panels?.by, panels?.down].flatMap((split) => (split?.kind === 'category' ? [split.column] : []));
  return new Set([across, ...lines.map(({ column }) => column), ...splits]);
};

/** What a figure names and what is gone, its table before all; where that is gone, nothing is said of its columns. */
export function goneIn(spec: DressedFigure, table: Table): Gone[] {
  const lack = wholeLackOf(table);
  const parts = partsGone(spec, table);
  if (!lack) return [...columnsGone(spec, table), ...parts];
  const others = 'others' in lack ? lack.others : [];
  const fitting = lack.what === 'table' ? likeliest(others, keysOf(spec)) : others;
  return [{ what: 'table', lack, others: fitting.slice(0, MOST_OTHERS) }, ...parts];
}

/** What of a figure changes where it takes one column wherever it named another. */
export function withColumn(
  { across, lines, marks, panels }: FigureSpec,
  from: string,
  to: string,
): Pick<FigureSpec, 'across' | 'lines' | 'marks' | 'panels'> {
  const other = <Key extends string | null>(key: Key): Key | string => (key === from ? to : key);
  const split = (way: Split): Split => (way.kind === 'category' ? { ...way, column: other(way.column) } : way);
  return {
    across: other(across),
    lines: lines.map((line) => ({
      ...line,
      column: other(line.column),
      values: { ...line.values, column: other(line.values.column) },
    })),
    marks: marks.map((mark) => {
      if (mark.kind === 'level' && typeof mark.at === 'string') return { ...mark, at: other(mark.at) };
      if (mark.kind === 'band' && mark.over.kind === 'columns')
        return { ...mark, over: { ...mark.over, from: other(mark.over.from), to: other(mark.over.to) } };
      return mark;
    }),
    panels: panels && { ...panels, by: split(panels.by), down: panels.down && split(panels.down) },
  };
}
