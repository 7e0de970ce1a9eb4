/** Measures the heavy work on made-up data. */

import Papa from 'papaparse';
import { factsOfTable } from '../core/fact/of-table.ts';
import { sayFact } from '../core/fact/say.ts';
import { DatePlanner } from '../core/figure/date-axis.ts';
import { draftFigure } from '../core/figure/draft.ts';
import { drawFigure } from '../core/figure/draw.ts';
import { layoutFigure } from '../core/figure/layout.ts';
import { newLine } from '../core/figure/new-line.ts';
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
import type { Column, Table } from '../core/table/column.ts';
import { applyStep } from '../core/table/shape/shape.ts';
import type { Step } from '../core/table/shape/step.ts';
import { understand } from '../core/table/understand.ts';
import { LOCALES, localeOf } from '../core/text/locale.ts';
import { readDelimited } from '../formats/delimited.ts';
import { cellRows } from './bench-cells.ts';
import { fileRows } from './bench-files.ts';
import { reportRows } from './bench-report.ts';
import { measure } from './measure.ts';

const readText = (text: string) => understand(readDelimited(text), 'Bench');

/** A table of the same cells in lists of their own, of which nothing is known. */
const anew = (table: Table): Table => ({
  ...table,
  columns: table.columns.map((column) => ({ ...column, cells: column.cells.slice() })),
});

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
  const spec = draftSparkTable(table, { id: 's', tableId: 't' });
  const drawn = spec.columns.filter((column) => column.kind === 'sparkline');
  const [first] = drawn;
  if (more && first)
    for (const draw of ['area', 'columns', 'win / loss'] as const)
      spec.columns.push(newSparkline(draw, { ...first, draw, sign: 'previous' }));
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

/** What a spark table of 10,000 rows is at the least: each cell's strings put together, each value placed, no more. */
function bareSparks(rows: readonly (readonly number[])[]): string {
  const parts: string[] = [];
  rows.forEach((values, row) => {
    const [low, high] = [Math.min(...values), Math.max(...values)];
    const scale = 10 / (high - low || 1);
    let d = '';
    values.forEach((value, at) => {
      d += `${at === 0 ? 'M' : 'L'}${Math.round(at * 419) / 100} ${Math.round((high - value) * scale * 100) / 100}`;
    });
    const last = values.at(-1) ?? 0;
    parts.push(
      `<text x="10" y="${row * 13}" font-family="'Source Sans 3', sans-serif" font-weight="400" font-size="7.2" fill="#2b2530">Stop ${row}</text><text x="90" y="${row * 13}" font-family="'Source Sans 3', sans-serif" font-weight="400" font-size="7.2" fill="#2b2530">${last.toFixed(1)}</text><path d="${d}" fill="none" stroke="#5b3a63" stroke-width="0.9" stroke-linejoin="round"/><circle cx="96" cy="6" r="1" fill="#5b3a63"/>`,
    );
  });
  return parts.join('');
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
    ...newLine(`line-${index}`, key, { house: index }),
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
  const panels = resolveFigure(grid, pairs, DEFAULT_STYLE);
  const oneSpark = sparkRows(false);
  const bare = Array.from({ length: 10_000 }, (_, row) =>
    Array.from({ length: 24 }, (_value, at) => wave(row, at) / 10),
  );
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
  const bareRow = await measure('a plain loop that puts the strings of 10,000 sparklines together', null, 20, 5, () =>
    bareSparks(bare),
  );
  const rows = [
    await measure('figure of 4 lines × 48 months, drawn again: resolve, layout, SVG', 0.8, 300, 60, () =>
      toSvg(drawFigure(spec, table, DEFAULT_STYLE, locale).scene),
    ),
    await measure('the same of a table that was never drawn', 1.7, 300, 60, () =>
      toSvg(drawFigure(spec, anew(table), DEFAULT_STYLE, locale).scene),
    ),
    await measure('label plans of a date axis of 120 months, all measured', 5, 100, 20, () =>
      new DatePlanner(DECADE, { face: 'sans-400', size: 7.2, clear: 1.6 }, locale).fits(370),
    ),
    await measure('two axes whose ticks meet, zero at one height', 0.5, 500, 100, () =>
      tieTicks(wish(-1213, 97_810), wish(-3.7, 12.9), 10, true),
    ),
    await measure('figure of 6 lines × 120 months on two axes: resolve, layout, SVG', 16, 100, 20, () =>
      toSvg(drawFigure(twoAxes, decade, DEFAULT_STYLE, locale).scene),
    ),
    await measure(
      'figure of 12 lines × 120 months with names, values and emphasis: resolve, layout, SVG',
      4,
      100,
      30,
      () => toSvg(drawFigure(emphatic, twelve, DEFAULT_STYLE, locale).scene),
    ),
    await measure('24 panels × 48 months with end values: layout', 8, 100, 30, () =>
      layoutFigure(panels, DEFAULT_STYLE, locale),
    ),
    await measure('the same from the long table to SVG', 12, 100, 30, () =>
      // Columns anew, so that nothing of an earlier split is used again.
      toSvg(drawFigure(grid, { ...pairs }, DEFAULT_STYLE, locale).scene),
    ),
    await measure('what can be said of 12 lines of 120 months', 2, 100, 30, () => factsOfTable(anew(twelve), {})),
    await measure('the same, each as a sentence', 2, 100, 30, () =>
      // Columns anew, so that nothing that was found of them before is used again.
      factsOfTable(anew(twelve), {}).map((fact) => sayFact(fact, locale)),
    ),
    await measure('what can be said of 1,000,000 points', 100, 5, 1, () => factsOfTable(anew(long1m), {})),
    await measure('thin 1,000,000 points to pixel columns', 30, 20, 5, () => thin(many.xs, many.ys, 0.25)),
    await measure('draw a figure of 1,000,000 points: resolve, layout, SVG', 100, 5, 1, () =>
      toSvg(drawFigure(longFigure, long1m, DEFAULT_STYLE, locale).scene),
    ),
    bareRow,
    await measure(
      'spark table of 10,000 rows × 24 values: resolve, layout, SVG, which takes 1.25 times that at the most',
      bareRow.median * 1.25,
      20,
      5,
      () =>
        sparkSvg(
          sparkGeometry(
            resolveLooks(oneSpark.spec, sparkData(oneSpark.spec, oneSpark.table, locale), DEFAULT_STYLE, locale),
            DEFAULT_STYLE,
            locale,
            PRINT_PIXEL,
          ),
        ),
    ),
    await measure('data of a spark table of 10,000 rows × 4 columns of sparklines', 300, 15, 3, () =>
      sparkData(fourSparks.spec, fourSparks.table, locale),
    ),
    await measure('sort its rows by their change', 100, 15, 3, () => inOrder(sparks, byChange, locale)),
    await measure('put another scale to one of its columns', 50, 15, 3, () => {
      const columns = fourSparks.spec.columns.map((column) =>
        column.kind === 'sparkline' && column.draw === 'line'
          ? { ...column, scale: { ...column.scale, of: 'all rows' as const } }
          : column,
      );
      return resolveLooks({ ...fourSparks.spec, columns }, sparks, DEFAULT_STYLE, locale);
    }),
    await measure('parse delimited text of 100,000 × 8', 400, 15, 3, () => readText(plain)),
    await measure('the same with a quoted cell in each row', 400, 15, 3, () => readText(quoted)),
    await measure('of that, the delimited-text library alone, handing over strings', 200, 15, 3, () =>
      Papa.parse(plain, { delimiter: ',', fastMode: true }),
    ),
    await measure('of that, inferring kinds and reading cells', 300, 15, 3, () => understand(raw, 'Bench')),
    await measure('pivot 100,000 rows to one column for each of 12 categories', 300, 15, 3, () =>
      applyStep(long, pivot),
    ),
    await measure('and back into long form', 300, 15, 3, () => applyStep(wide, back)),
    ...(await cellRows(long)),
    ...(await fileRows(locale)),
    ...(await reportRows(readText(monthlyText(34, 6)))),
  ];
  for (const rule of derived)
    rows.push(
      await measure(`derive over 100,000 rows: ${rule.kind}`, 150, 15, 3, () => {
        // Columns anew, so that nothing that was found of them before is used again.
        const columns = long.columns.map((column) => ({ ...column }));
        return calculate({ ...long, columns }, { key: 'derived', title: 'derived', rule });
      }),
    );
  if (json) console.log(JSON.stringify(rows, null, 2));
  else
    for (const row of rows) {
      const verdict =
        row.aim === null
          ? 'bare work'
          : `${row.median <= row.aim ? 'within' : 'misses'} the aim of ${Number(row.aim.toPrecision(3))} ms`;
      console.log(
        `${row.name}\n  median ${row.median.toFixed(2)} ms, 95% ${row.p95.toFixed(2)} ms (${row.runs} runs); ${verdict}`,
      );
    }
  return 0;
}
