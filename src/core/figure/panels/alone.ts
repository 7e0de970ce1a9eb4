/** One panel of a figure as a figure of its own. */
import type { HouseStyle } from '../../style/style.ts';
import type { Table } from '../../table/column.ts';
import type { CalendarTables } from '../calendar.ts';
import { nameOfPanel } from '../resolve.ts';
import type { FigureSpec } from '../spec.ts';
import { resolveFigure } from './resolve.ts';
import { Panels, type Split } from './spec.ts';
import { columnsOf, splitTable } from './split.ts';

/** A panel of a figure by its key, or the panel that it would have for a category of a column. */
export type Alone = { panel: string } | { column: string; category: string };

/** The figure in panels of which one is wanted. */
function inPanels(
  spec: FigureSpec,
  alone: Alone,
): { spec: FigureSpec; isIt(panel: { key: string; by: string }): boolean } {
  if ('panel' in alone) return { spec, isIt: ({ key }) => key === alone.panel };
  const panels = Panels.parse({ by: { kind: 'category', column: alone.column } });
  return { spec: { ...spec, panels }, isIt: ({ by }) => by === alone.category };
}

/**
 * A panel as a figure: its rows and lines in its colours, titled with its name,
 * since the title of the whole may tell of another panel. Undefined where there
 * is no such panel.
 */
export function panelAlone(
  whole: FigureSpec,
  table: Table,
  style: HouseStyle,
  beside: CalendarTables | undefined,
  alone: Alone,
): { spec: FigureSpec; table: Table; name: string } | undefined {
  const { spec, isIt } = inPanels(whole, alone);
  const panel = resolveFigure(spec, table, style, beside).panels.list.find(isIt);
  if (!panel || !spec.panels) return undefined;
  const { by, down, together } = spec.panels;
  const columnOf = (split: Split | null) => (split?.kind === 'category' ? split.column : null);
  const of = { by: columnOf(by), down: columnOf(down) };
  const own = splitTable(table, { across: spec.across, columns: columnsOf(spec), ...of, together }).tableOf(
    of.by === null ? null : panel.by,
    of.down === null ? null : panel.down,
  );
  if (!own) return undefined;
  const drawn = new Map(panel.drawn.lines.map(({ line }) => [line.id, line]));
  const name = nameOfPanel(panel);
  const lines = spec.lines.flatMap((line) => {
    const { colour, emphasis, values } = drawn.get(line.id) ?? line;
    return drawn.has(line.id) ? [{ ...line, colour, emphasis, values }] : [];
  });
  return {
    spec: {
      ...spec,
      panels: null,
      lines,
      // A note stands in its panel, and others' notes tell of other values.
      marks: spec.marks.filter((mark) => mark.kind !== 'note' || panel.drawn.marks.some(({ id }) => id === mark.id)),
      words: { ...spec.words, title: name },
      description: null,
      name: spec.name === '' ? name : `${spec.name}, ${name}`,
    },
    table: own,
    name,
  };
}
