/** Columns that a figure names and that its table has no longer: it is drawn without them, and they are back with their column. */
import type { Part } from '../scene/scene.ts';
import { acrossCandidates } from '../table/choose.ts';
import { type Column, columnOf, type Table } from '../table/column.ts';
import type { Split } from './panels/spec.ts';
import type { DressedFigure, FigureSpec } from './spec.ts';

export interface Gone {
  key: string;
  /** what of the figure names it */
  use: 'across' | 'line' | 'values' | 'mark' | 'panels';
  /** the line or mark that it is, or the direction of panels; empty for what runs across */
  id: string;
  part: Part;
  /** what the table has instead, the likeliest first */
  others: readonly Pick<Column, 'key' | 'title'>[];
}

const MOST_OTHERS = 2;

/** A split that its table can be parted by; null where the column is gone. */
export const splitThere = (split: Split | null, table: Table): Split | null =>
  split?.kind === 'category' && !columnOf(table, split.column) ? null : split;

/** Columns that a figure names and its table lacks, each where it is named. A table without any column is not there yet. */
export function goneIn(spec: DressedFigure, table: Table): Gone[] {
  const isGone = (key: string | null | undefined): key is string => typeof key === 'string' && !columnOf(table, key);
  const drawn = new Set(spec.lines.map(({ column }) => column));
  const numbers = table.columns.filter(({ kind, key }) => kind === 'number' && !drawn.has(key));
  const few = (columns: readonly Column[]) => columns.slice(0, MOST_OTHERS).map(({ key, title }) => ({ key, title }));
  const found: Gone[] = [];
  const look = (key: string | null | undefined, where: Omit<Gone, 'key' | 'others'>, others: readonly Column[]) => {
    if (isGone(key)) found.push({ key, ...where, others: few(others) });
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
