/** Measures the heavy work on made-up data. */

import Papa from 'papaparse';
import { DatePlanner } from '../core/figure/date-axis.ts';
import { draftFigure, newLine } from '../core/figure/draft.ts';
import { drawFigure } from '../core/figure/draw.ts';
import { layoutFigure } from '../core/figure/layout.ts';
import { resolveFigure } from '../core/figure/panels/resolve.ts';
import { Panels } from '../core/figure/panels/spec.ts';
import { newEmphasis } from '../core/mark/emphasis.ts';
import { thin } from '../core/scale/thin.ts';
import { tieTicks } from '../core/scale/tied.ts';
import { toSvg } from '../core/scene/svg.ts';
import { PRINT_PIXEL } from '../core/spark/cell.ts';
import { inOrder, sparkData } from '../core/spark/data.ts';
import { draftSparkTable, newSparkline } from '../core/spark/draft.ts';
import { sparkGeometry } from '../core/spark/geometry.ts';
import { resolveLooks } from '../core/spark/resolve.ts';
import { sparkSvg } from '../core/spark/svg.ts';
import { DEFAULT_STYLE } from '../core/style/style.ts';
import { calculate } from '../core/table/calc/calculate.ts';
import type { Rule } from '../core/table/calc/calculation.ts';
import type { Column } from '../core/table/column.ts';
import { applyStep } from '../core/table/shape/shape.ts';
import type { Step } from '../core/table/shape/step.ts';
import { understand } from '../core/table/understand.ts';
import { LOCALES, localeOf } from '../core/text/locale.ts';
import { readDelimited } from '../formats/delimited.ts';

interface Row {
  name: string;
  /** what it should take at most, ms */
  aim: number;
  median: number;
  p95: number;
  runs: number;
}

function measure(name: string, aim: number, runs: number, warmUps: number, work: () => unknown): Row {
  for (let turn = 0; turn < warmUps; turn++) work();
  const times = Array.from({ length: runs }, () => {
    const start = performance.now();
    work();
    return performance.now() - start;
  }).sort((a, b) => a - b);
  const at = (share: number) => times[Math.min(times.length - 1, Math.floor(share * times.length))] ?? 0;
  return { name, aim, median: at(0.5), p95: at(0.95), runs };
}

const readText = (text: string) => understand(readDelimited(text), 'Bench');

/** A wave with a little unevenness that is the same at every run. */
const wave = (row: number, column: number) =>
  Math.round(5000 * (column + 2) + 2000 * Math.sin(row / 2 + column) + ((row * 7919) % 613));

function monthlyText(rows: number, columns: number): string {
  const lines = [`month,${Array.from({ length: columns }, (_, index) => `route_${index + 1}`).join(',')}`];
  for (let row = 0; row < rows; row++) {
    const month = `${2023 + Math.floor(row / 12)}-${String((row % 12) + 1).padStart(2, '0')}`;
    lines.push(`${month},${Array.from({ length: columns }, (_, column) => wave(row, column)).join(',')}`);
  }
  return lines.join('\n');
}

/** Rows of a day, a pier, a vessel and five measures; with `quoted`, a quoted cell with a comma in each row. */
function longText(rows: number, quoted: boolean): string {
  const lines = ['day,pier,vessel,passengers,vehicles,on_time_pct,fuel_eur,delay_minutes'];
  const piers = ['Northgate', 'Old Quay', 'Sound', 'Kelda'];
  for (let row = 0; row < rows; row++) {
    const day = new Date(Date.UTC(2000, 0, 1) + Math.floor(row / 12) * 86_400_000).toISOString().slice(0, 10);
    lines.push(
      `${day},${piers[row % 4]},${quoted ? `"ro-ro, class ${row % 3}"` : `class ${row % 3}`},${wave(row, 1)},${wave(row, 0) % 400},${80 + (row % 200) / 10},${(row % 977) / 10},${row % 31}`,
    );
  }
  return lines.join('\n');
}

/** A million values an hour apart, as a table's columns and as points across a plot 400 points wide. */
function millionPoints(): { xs: number[]; ys: number[]; days: Column; values: Column } {
  const ys = Array.from({ length: 1_000_000 }, (_, row) => wave(row, row % 3));
  const xs = ys.map((_, row) => (row / 1_000_000) * 400);
  const cells = ys.map((_, row) => Date.UTC(1900, 0, 1) + row * 3_600_000);
  return {
    xs,
    ys,
    days: { key: 'hour', title: 'hour', kind: 'date', interval: 'hour', cells },
    values: { key: 'value', title: 'value', kind: 'number', unit: null, whole: true, total: false, cells: ys },
  };
}

/** A spark table of 10,000 rows over 24 columns; with `more`, four columns of sparklines. */
function sparkRows(more: boolean) {
  const rows = 10_000;
  const numbers = Array.from({ length: 24 }, (_, month): Column => {
    const cells = Array.from({ length: rows }, (_row, row) => wave(row, month) / 10);
    return { key: `m${month}`, title: `M${month}`, kind: 'number', unit: null, whole: false, total: false, cells };
  });
  const cells = Array.from({ length: rows }, (_, row) => `Stop ${row}`);
  const names: Column = { key: 'stop', title: 'Stop', kind: 'text', ordered: false, cells };
  const table = { title: 'Bench', rows, columns: [names, ...numbers], totals: [], remarks: [] };
  const spec = draftSparkTable(table, { id: 's', tableId: 't', style: DEFAULT_STYLE });
  const drawn = spec.columns.filter((column) => column.kind === 'sparkline');
  const [first] = drawn;
  if (more && first)
    for (const draw of ['area', 'columns', 'win / loss'] as const)
      spec.columns.push(newSparkline(draw, DEFAULT_STYLE, { ...first, draw, sign: 'previous' }));
  return { table, spec: more ? spec : { ...spec, columns: drawn } };
}

/** A long table of 24 pairs of a pier and a vessel over 48 months. */
function pairsText(): string {
  const lines = ['month,pier,vessel,passengers'];
  for (let row = 0; row < 48; row++)
    for (let pier = 0; pier < 6; pier++)
      for (let vessel = 0; vessel < 4; vessel++) {
        const month = `${2023 + Math.floor(row / 12)}-${String((row % 12) + 1).padStart(2, '0')}`;
        lines.push(`${month},Pier ${pier + 1},Vessel ${vessel + 1},${wave(row, pier + vessel)}`);
      }
  return lines.join('\n');
}

const DECADE = { from: Date.UTC(2016, 0, 1), to: Date.UTC(2026, 0, 1), unit: 'month' } as const;
const wish = (low: number, high: number) => ({
  low,
  high,
  lowGiven: false,
  highGiven: false,
  whole: false,
  every: null,
});

/** Prints the measurements; with `json`, as JSON. */
export async function bench(json: boolean): Promise<number> {
  const locale = localeOf(LOCALES[0]);
  const table = readText(monthlyText(48, 4));
  const spec = draftFigure(table, { id: 'figure', tableId: 'table', style: DEFAULT_STYLE });
  const plain = longText(100_000, false);
  const quoted = longText(100_000, true);
  const decade = readText(monthlyText(120, 6));
  const twoAxes = draftFigure(decade, { id: 'figure', tableId: 'table', style: DEFAULT_STYLE });
  for (const line of twoAxes.lines.slice(3)) line.axis = 'right';
  const twelve = readText(monthlyText(120, 12));
  const emphatic = draftFigure(twelve, { id: 'figure', tableId: 'table', style: DEFAULT_STYLE });
  emphatic.lines = twelve.columns.slice(1).map(({ key }, index) => ({
    ...newLine(`line-${index}`, key, DEFAULT_STYLE.palette[index % 6]?.colour ?? DEFAULT_STYLE.ink, DEFAULT_STYLE),
    emphasis: [newEmphasis('high'), newEmphasis('low'), newEmphasis('last')],
  }));
  const many = millionPoints();
  const long1m = { ...twelve, rows: many.ys.length, columns: [many.days, many.values] };
  const longFigure = draftFigure(long1m, { id: 'figure', tableId: 'table', style: DEFAULT_STYLE });
  const pairs = readText(pairsText());
  const grid = draftFigure(pairs, {
    id: 'figure',
    tableId: 'table',
    style: DEFAULT_STYLE,
    panels: Panels.parse({ by: { kind: 'category', column: 'pier' }, down: { kind: 'category', column: 'vessel' } }),
  });
  for (const line of grid.lines) line.emphasis = [newEmphasis('last')];
  const panels = resolveFigure(grid, pairs);
  const oneSpark = sparkRows(false);
  const fourSparks = sparkRows(true);
  const sparks = sparkData(fourSparks.spec, fourSparks.table, locale);
  const byChange = {
    ...fourSparks.spec,
    order: { ...fourSparks.spec.order, sort: { by: 'derived-2', descending: true } },
  };
  const raw = readDelimited(plain);
  const long = understand(raw, 'Bench');
  const pivot: Step = {
    kind: 'spread',
    across: 'day',
    categories: ['pier', 'vessel'],
    value: 'passengers',
    together: 'sum',
  };
  const wide = applyStep(long, pivot);
  const series = wide.columns.slice(1).map(({ key }) => key);
  const back: Step = { kind: 'gather', columns: series, name: 'Series', value: 'Passengers' };
  const column = 'passengers';
  const derived: Rule[] = [
    { kind: 'rolling mean', column, periods: 7, place: 'centred' },
    { kind: 'change', column, on: 'year', as: 'percent' },
    { kind: 'cumulative', column, yearStart: 4 },
  ];
  const rows = [
    measure('figure of 4 lines × 48 months: resolve, layout, SVG', 2, 300, 60, () =>
      toSvg(drawFigure(spec, table, DEFAULT_STYLE, locale).scene),
    ),
    measure('label plans of a date axis of 120 months, all measured', 5, 100, 20, () =>
      new DatePlanner(DECADE, { face: 'sans-400', size: 7.2, clear: 1.6 }, locale).fits(370),
    ),
    measure('two axes whose ticks meet, zero at one height', 0.5, 500, 100, () =>
      tieTicks(wish(-1213, 97_810), wish(-3.7, 12.9), 10, true),
    ),
    measure('figure of 6 lines × 120 months on two axes: resolve, layout, SVG', 16, 100, 20, () =>
      toSvg(drawFigure(twoAxes, decade, DEFAULT_STYLE, locale).scene),
    ),
    measure('figure of 12 lines × 120 months with names, values and emphasis: resolve, layout, SVG', 6, 100, 30, () =>
      toSvg(drawFigure(emphatic, twelve, DEFAULT_STYLE, locale).scene),
    ),
    measure('24 panels × 48 months with end values: layout', 20, 100, 30, () =>
      layoutFigure(panels, DEFAULT_STYLE, locale),
    ),
    measure('the same from the long table to SVG', 30, 100, 30, () =>
      // Columns anew, so that nothing of an earlier split is used again.
      toSvg(drawFigure(grid, { ...pairs }, DEFAULT_STYLE, locale).scene),
    ),
    measure('thin 1,000,000 points to pixel columns', 30, 20, 5, () => thin(many.xs, many.ys, 0.25)),
    measure('draw a figure of 1,000,000 points: resolve, layout, SVG', 1000, 5, 1, () =>
      toSvg(drawFigure(longFigure, long1m, DEFAULT_STYLE, locale).scene),
    ),
    measure('spark table of 10,000 rows × 24 values: resolve, layout, SVG', 120, 20, 5, () =>
      sparkSvg(
        sparkGeometry(
          resolveLooks(oneSpark.spec, sparkData(oneSpark.spec, oneSpark.table, locale), locale),
          DEFAULT_STYLE,
          locale,
          PRINT_PIXEL,
        ),
      ),
    ),
    measure('data of a spark table of 10,000 rows × 4 columns of sparklines', 300, 15, 3, () =>
      sparkData(fourSparks.spec, fourSparks.table, locale),
    ),
    measure('sort its rows by their change', 100, 15, 3, () => inOrder(sparks, byChange, locale)),
    measure('put another scale to one of its columns', 50, 15, 3, () => {
      const columns = fourSparks.spec.columns.map((column) =>
        column.kind === 'sparkline' && column.draw === 'line'
          ? { ...column, scale: { ...column.scale, of: 'all rows' as const } }
          : column,
      );
      return resolveLooks({ ...fourSparks.spec, columns }, sparks, locale);
    }),
    measure('parse delimited text of 100,000 × 8', 400, 15, 3, () => readText(plain)),
    measure('the same with a quoted cell in each row', 400, 15, 3, () => readText(quoted)),
    measure('of that, the delimited-text library alone, handing over strings', 200, 15, 3, () =>
      Papa.parse(plain, { delimiter: ',', fastMode: true }),
    ),
    measure('of that, inferring kinds and reading cells', 300, 15, 3, () => understand(raw, 'Bench')),
    measure('pivot 100,000 rows to one column for each of 12 categories', 300, 15, 3, () => applyStep(long, pivot)),
    measure('and back into long form', 300, 15, 3, () => applyStep(wide, back)),
    ...derived.map((rule) =>
      measure(`derive over 100,000 rows: ${rule.kind}`, 150, 15, 3, () => {
        // Columns anew, so that nothing that was found of them before is used again.
        const columns = long.columns.map((column) => ({ ...column }));
        return calculate({ ...long, columns }, { key: 'derived', title: 'derived', rule });
      }),
    ),
  ];
  if (json) console.log(JSON.stringify(rows, null, 2));
  else
    for (const row of rows) {
      const verdict = row.median <= row.aim ? 'within' : 'misses';
      console.log(
        `${row.name}\n  median ${row.median.toFixed(2)} ms, 95% ${row.p95.toFixed(2)} ms (${row.runs} runs); ${verdict} the aim of ${row.aim} ms`,
      );
    }
  return 0;
}
