/** The values that a figure draws, as rows for other programs and for readers of its page. */
import { distinct } from '../text/distinct.ts';
import type { Panel, ResolvedFigure, ResolvedPlot } from './resolve.ts';

export interface DrawnValues {
  /** what panels are split by, the axis across, and the lines, levels and edges of bands */
  heads: { names: string[]; place: string; values: string[] };
  /** of each column of values, whether it holds years */
  years: boolean[];
  /** a row for each drawn place of each panel; null where a value is missing */
  rows: DrawnRow[];
}

interface DrawnRow {
  /** the categories of its panel */
  names: string[];
  /** where it stands across: a date (ms UTC), a number or a category */
  key: number | string;
  values: (number | null)[];
}

const withUnit = (name: string, unit: string | null) => (unit === null ? name : `${name} (${unit})`);

/** A column of the rows, of which each panel has its own values. */
interface ValueColumn {
  head: string;
  isOfYears: boolean;
  /** the value at an entry of a plot that has it; undefined for another plot */
  of(plot: ResolvedPlot): ((entry: number) => number | null) | undefined;
}

/** The lines of a figure, in their order, wherever they are drawn. */
function lineColumns({ spec, panels, lines }: ResolvedFigure): ValueColumn[] {
  return spec.lines.flatMap(({ id }): ValueColumn[] => {
    const drawn = lines.find(({ line }) => line.id === id);
    if (!drawn) return [];
    return [
      {
        isOfYears: drawn.isOfYears,
        head: withUnit(panels.lineNames.get(id) ?? drawn.name, drawn.unit),
        of: (plot) => {
          const own = plot.lines.find(({ line }) => line.id === id);
          return own && ((entry) => own.values[entry] ?? null);
        },
      },
    ];
  });
}

/** Levels, and the edges of bands between columns. */
function markColumns({ marks }: ResolvedFigure): ValueColumn[] {
  return marks.flatMap((mark): ValueColumn[] => {
    const { id, name } = mark;
    if (mark.kind === 'level')
      return [
        {
          isOfYears: false,
          head: name || 'Level',
          of: (plot) => {
            const level = plot.levels.get(id);
            return level === undefined
              ? undefined
              : (entry) => (typeof level === 'number' ? level : (level[entry] ?? null));
          },
        },
      ];
    if (mark.kind !== 'band' || mark.over.kind !== 'columns') return [];
    return (['from', 'to'] as const).map((edge) => ({
      isOfYears: false,
      head: `${name || 'Band'}, ${edge}`,
      of: (plot) => {
        const band = plot.bands.get(id);
        return band && ((entry) => band[edge][entry] ?? null);
      },
    }));
  });
}

/** Panels of the same categories: those of several lines share their rows. */
function groupsOf({ spec, panels: { list } }: ResolvedFigure): Panel[][] {
  const isCategory = { by: spec.panels?.by.kind === 'category', down: spec.panels?.down?.kind === 'category' };
  const groups = new Map<string, Panel[]>();
  for (const panel of list) {
    const key = JSON.stringify([isCategory.by && panel.by, isCategory.down && panel.down]);
    groups.set(key, [...(groups.get(key) ?? []), panel]);
  }
  return [...groups.values()];
}

/** All values that a figure draws within its window. */
export function drawnValues(figure: ResolvedFigure): DrawnValues {
  const { spec, across, panels } = figure;
  const names: { head: string; of(panel: Panel): string }[] = [];
  if (panels.of && spec.panels?.down?.kind === 'category')
    names.push({ head: panels.of.down ?? '', of: ({ downName }) => downName ?? '' });
  if (panels.of && spec.panels?.by.kind === 'category') names.push({ head: panels.of.by, of: ({ name }) => name });
  const columns = [...lineColumns(figure), ...markColumns(figure)];
  const rows = groupsOf(figure).flatMap((group): DrawnRow[] => {
    const [first] = group;
    if (!first) return [];
    const own = names.map((name) => name.of(first));
    const values = columns.map((column) => {
      for (const { drawn } of group) {
        const found = column.of(drawn);
        if (found) return found;
      }
      return () => null;
    });
    return first.drawn.keys.map((key, entry) => ({ names: own, key, values: values.map((value) => value(entry)) }));
  });
  // Every column has a name of its own, for programs that read by name.
  const heads = distinct(
    [...names.map(({ head }) => head), across.title, ...columns.map(({ head }) => head)],
    (head, count) => `${head} (${count})`,
  );
  const at = names.length;
  return {
    heads: { names: heads.slice(0, at), place: heads[at] ?? '', values: heads.slice(at + 1) },
    years: columns.map(({ isOfYears }) => isOfYears),
    rows,
  };
}
