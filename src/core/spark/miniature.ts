import { POINTS_PER_MM, type Scene, type SceneNode } from '../scene/scene.ts';
import type { HouseStyle } from '../style/style.ts';
import type { Table } from '../table/column.ts';
import type { Locale } from '../text/locale.ts';
import { PRINT_PIXEL, sparklineNodes } from './cell.ts';
import { shownRecords } from './data.ts';
import {
  cellOf,
  type ResolvedOf,
  type ResolvedSparkline,
  type ResolvedSparkTable,
  resolveSparkTable,
} from './resolve.ts';
import type { SparkTableSpec } from './spec.ts';

const MOST_ROWS = 7;
const MOST_LINES = 3;

function barNodes(
  { values, ceiling, spec }: ResolvedOf<'level bars'>,
  records: number[],
  width: number,
  height: number,
) {
  const shown = records.slice(0, MOST_ROWS);
  const pitch = height / Math.max(1, shown.length);
  return shown.map((record, index): SceneNode => {
    const value = values[record] ?? Number.NaN;
    const share = Number.isNaN(value) ? 0 : Math.max(0, Math.min(1, value / ceiling));
    return {
      kind: 'rect',
      x: 1.5,
      y: pitch * (index + 0.2),
      width: (width - 3) * share,
      height: pitch * 0.6,
      fill: spec.colour,
    };
  });
}

function lineNodes(
  column: ResolvedSparkline,
  { data }: ResolvedSparkTable,
  records: number[],
  width: number,
  height: number,
) {
  const shown = records.slice(0, MOST_LINES);
  const pitch = height / Math.max(1, shown.length);
  return shown.flatMap((record, index) => {
    const cell = cellOf(column, data, record);
    if (!cell) return [];
    const spark = { ...cell.spark, emphasis: [], reference: 'none' as const };
    const box = { left: 1.5, top: pitch * index + 1, width: width - 3, height: pitch - 2 };
    return sparklineNodes({ ...cell, spark }, box, { ink: spark.colour, ground: '#ffffff', pixel: PRINT_PIXEL });
  });
}

/** The sparklines of rows that are worked out already, drawn small. Sizes in millimetres. */
function sketch(resolved: ResolvedSparkTable, widthMm: number, heightMm: number): Scene {
  const { spec, columns, data } = resolved;
  const [width, height] = [widthMm * POINTS_PER_MM, heightMm * POINTS_PER_MM];
  const records = shownRecords(data);
  const found = columns.find((column) => column.kind === 'level bars' || column.kind === 'sparkline');
  const nodes =
    found?.kind === 'level bars'
      ? barNodes(found, records, width, height)
      : found?.kind === 'sparkline'
        ? lineNodes(found, resolved, records, width, height)
        : [];
  return { widthMm, heightMm, title: spec.name, description: `A small picture of ${spec.name}.`, nodes };
}

/** Rows of a long table that are looked at for a picture of a few. */
const MOST_LOOKED_AT = 20_000;

/** The little of a spark table and its table that a small picture is drawn from. */
function little(spec: SparkTableSpec, table: Table): [SparkTableSpec, Table] {
  const { rows, order, columns } = spec;
  const drawn = columns.find((column) => column.kind === 'sparkline' || column.kind === 'level bars');
  // Level bars of series are the latest values of the first sparklines.
  const own = columns.filter(
    (column) => column === drawn || (drawn?.kind === 'level bars' && column.kind === 'sparkline'),
  );
  const kept = rows.kind === 'columns' ? { ...rows, columns: rows.columns.slice(0, MOST_ROWS) } : rows;
  const count = Math.min(table.rows, rows.kind === 'rows' ? 2 * MOST_ROWS + table.totals.length : MOST_LOOKED_AT);
  const totals = table.totals.filter((row) => row < count);
  return [
    {
      ...spec,
      rows: kept,
      columns: own,
      order: { ...order, sort: null, group: null, total: { ...order.total, shown: false } },
    },
    { ...table, rows: count, totals },
  ];
}

/** The first sparklines of a spark table, drawn small, for lists. Sizes in millimetres. */
export function sparkMiniature(
  spec: SparkTableSpec,
  table: Table,
  style: HouseStyle,
  locale: Locale,
  width: number,
  height: number,
): Scene {
  const [few, part] = little(spec, table);
  return sketch(resolveSparkTable(few, part, style, locale), width, height);
}
