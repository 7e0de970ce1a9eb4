/** The demo report: made-up figures of a made-up ferry operator, the same at every run. */

import '../src/core/text/first-metrics.ts';
import { runCommand } from '../src/core/change/commands/index.ts';
import { draftFigure } from '../src/core/figure/draft.ts';
import { draftCalendar } from '../src/core/figure/draft-calendar.ts';
import { layoutFigure } from '../src/core/figure/layout.ts';
import { Mark } from '../src/core/figure/marks.ts';
import { resolveFigure } from '../src/core/figure/panels/resolve.ts';
import { Panels } from '../src/core/figure/panels/spec.ts';
import type { FigureSpec } from '../src/core/figure/spec.ts';
import { writtenFor } from '../src/core/figure/written.ts';
import { newEmphasis } from '../src/core/mark/emphasis.ts';
import { proofNotes } from '../src/core/proof/proof.ts';
import { FIRST_STYLE, newReport, type Report, type ShapedTable } from '../src/core/report/report.ts';
import { packTable } from '../src/core/report/tables.ts';
import { draftLevelBars, draftSparkTable, newLevelBars, newSparkline } from '../src/core/spark/draft.ts';
import type { Column, Table } from '../src/core/table/column.ts';
import type { WholeBlock } from '../src/core/table/kept.ts';
import { applyStep } from '../src/core/table/shape/shape.ts';
import { understand } from '../src/core/table/understand.ts';
import type { FactRef } from '../src/core/text/fact-ref.ts';
import { localeOf } from '../src/core/text/locale.ts';
import type { Words } from '../src/core/text/rich.ts';
import { readDelimited } from '../src/formats/delimited.ts';
import { demoManuscript } from './manuscript.ts';

/** Random numbers in [0, 1) from a seed: the mulberry32 generator. */
function seeded(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4_294_967_296;
  };
}

const MONTHS = 34;
/** The last month is not over when the data are taken: twelve of its 31 days are in. */
const DAYS_IN = 12 / 31;

/** Share of a year's traffic by month: quiet winters and full summers. */
const SEASON = [0.47, 0.5, 0.58, 0.7, 0.83, 0.95, 1, 0.98, 0.88, 0.76, 0.62, 0.51];

interface Route {
  key: string;
  /** summer passengers in thousands, growth a year, how strongly the season shows (0 to 1) */
  peak: number;
  growth: number;
  swing: number;
}

const ROUTES: Route[] = [
  { key: 'outer_isles', peak: 91.5, growth: 0.045, swing: 1 },
  { key: 'harbour_shuttle', peak: 50.5, growth: 0.02, swing: 0.72 },
  { key: 'sound_crossing', peak: 24.5, growth: 0.008, swing: 0.28 },
  { key: 'kelda_ness', peak: 17.2, growth: 0.03, swing: 1.05 },
];

/** 34 months of sailings to 12 October 2026, passengers in thousands; Kelda–Ness was laid up for three of them. */
export function monthlySailings(): string {
  const random = seeded(2026);
  const lines = [
    `month,${ROUTES.map((route) => `${route.key} (thousands)`).join(',')},on_time_pct,cancelled,fuel_eur_per_litre`,
  ];
  for (let index = 0; index < MONTHS; index++) {
    const month = index % 12;
    const season = SEASON[month] ?? 1;
    const cells = ROUTES.map((route) => {
      const laidUp = route.key === 'kelda_ness' && index >= 13 && index <= 15;
      if (laidUp) return '';
      const share = 1 - (1 - season) * route.swing;
      const part = index === MONTHS - 1 ? DAYS_IN : 1;
      return (route.peak * share * (1 + route.growth * (index / 12)) * (0.975 + random() * 0.05) * part).toFixed(1);
    });
    const onTime = 97.4 - 8.4 * season ** 2 - 1.3 * (index / 12) + random() * 1.2;
    const cancelled = Math.round((1 - season) * 14 * random() + random());
    const fuel = 0.91 + index * 0.0045 + random() * 0.05;
    const name = `${2024 + Math.floor(index / 12)}-${String(month + 1).padStart(2, '0')}`;
    lines.push(`${name},${cells.join(',')},${onTime.toFixed(1)},${cancelled},${fuel.toFixed(3)}`);
  }
  return `Skerry Line ticketing, data to 12 October 2026\n\n${lines.join('\n')}\n`;
}

/** Foot passengers and vehicles of 15 years, in thousands. */
export function yearlyTraffic(): string {
  const random = seeded(1511);
  const lines = ['Year,Foot passengers (thousands),Vehicles (thousands)'];
  for (let year = 2011; year <= 2025; year++) {
    const grown = (year - 2011) / 14;
    const closed = year === 2020 ? 0.48 : 1;
    const foot = (402 + 128 * grown + random() * 9) * closed;
    const vehicles = 60.5 + 21 * grown + random() * 3;
    lines.push(`${year},${foot.toFixed(1)},${vehicles.toFixed(1)}`);
  }
  return `${lines.join('\n')}\n`;
}

/** Piers by their passengers in the summer of 2026, in thousands, and how full their sailings were. */
const PIERS = `Pier,Passengers (thousands),"Load, %",Departures
Northgate,271.4,81,1488
Old Quay,164.9,74,1302
Sound Landing,98.3,58,904
Kelda,61.7,66,412
Ness,39.2,49,408
Outer Skerry,27.5,88,186
Lighthouse,11.8,63,92
`;

const VESSELS = [
  { key: 'Ro-ro', growth: -0.035 },
  { key: 'Catamaran', growth: 0.09 },
  { key: 'Launch', growth: -0.1 },
];

/** Piers with their summer passengers a month by ro-ro, catamaran and launch; 0 where none calls. */
const PIER_SIZES: [pier: string, ...sizes: number[]][] = [
  ['Northgate', 52_000, 14_500, 4_800],
  ['Old Quay', 31_500, 9_200, 6_100],
  ['Sound Landing', 24_000, 0, 5_300],
  ['Kelda', 4_100, 16_800, 0],
  ['Ness', 9_800, 0, 3_900],
  ['Outer Skerry', 0, 4_400, 5_200],
];

/** A row for each month, pier and vessel that calls there, with its passengers. */
export function pierTraffic(): string {
  const random = seeded(612);
  const lines = ['Month,Pier,Vessel,Passengers'];
  for (let index = 0; index < MONTHS; index++) {
    const season = SEASON[index % 12] ?? 1;
    const month = `${2024 + Math.floor(index / 12)}-${String((index % 12) + 1).padStart(2, '0')}`;
    const part = index === MONTHS - 1 ? DAYS_IN : 1;
    for (const [pier, ...sizes] of PIER_SIZES)
      VESSELS.forEach(({ key, growth }, vessel) => {
        const size = sizes[vessel] ?? 0;
        if (size === 0) return;
        const passengers = size * season * (1 + growth * (index / 12)) * (0.985 + random() * 0.03) * part;
        lines.push(`${month},${pier},${key},${Math.round(passengers)}`);
      });
  }
  return `Skerry Line ticketing, data to 12 October 2026\n\n${lines.join('\n')}\n`;
}

/** What happened to the service: closures have an end, changes do not. */
const WORKS = `from;to;what
2024-03-04;2024-05-17;Kelda pier rebuilt
2024-09-02;;new timetable
2025-02-03;2025-04-30;Kelda–Ness laid up
2025-11-10;;ticket gates at Northgate
2026-01-12;2026-02-20;dredging at Ness
`;

/** Everything is drafted and checked as this style sets it; the report itself is set by the house's, which is the same. */
const STYLE = FIRST_STYLE;

interface Demo {
  report: Report;
  blocks: Record<string, WholeBlock>;
}

const SOURCE = 'Source: Skerry Line ticketing, to 12 October 2026.';
/** The first and the last period drawn, whatever they are. */
const SPAN = { fact: { kind: 'span', line: null }, part: 'sentence' } as const;
/** A sentence that follows the data, as titles have it. */
const said = (fact: FactRef): Words => [{ fact, part: 'spoken' }];
const UNFINISHED = 'October is unfinished and dotted.';

/** The demo report with its tables and figures, built with the same commands that a user's actions run. */
export function demoReport(): Demo {
  let report = newReport('Skerry Line: monthly service report', 'October 2026');
  const blocks: Record<string, WholeBlock> = {};
  const locale = localeOf(report.locale);
  let count = 0;
  const add = (id: string, title: string, text: string) => {
    const read = understand(readDelimited(text), title);
    // Names of routes do not say that passengers are counted.
    const columns = read.columns.map(
      (column): Column =>
        column.kind === 'number' && column.unit === 'thousands' ? { ...column, measure: 'flow' } : column,
    );
    const table = { ...read, title, columns };
    const packed = packTable(id, table, () => `demo-${++count}`);
    Object.assign(blocks, packed.blocks);
    report = runCommand(report, 'item.add', { item: packed.item }).report;
    return table;
  };
  const addFigure = (figure: FigureSpec, table: Table) => {
    const resolved = resolveFigure(figure, table, STYLE);
    for (const part of ['title', 'subtitle', 'source'] as const)
      figure.written[part] = writtenFor(resolved, figure.words[part], locale);
    report = runCommand(report, 'item.add', { item: figure }).report;
  };
  const choices = (id: string, tableId: string, lines?: string[]) => ({
    id,
    tableId,
    style: STYLE,
    lines,
  });

  const sailings = add('sailings', 'Monthly sailings', monthlySailings());
  const passengers = draftFigure(sailings, choices('passengers', 'sailings'));
  passengers.name = 'Passengers by route';
  passengers.words = {
    title: 'Every summer the outer isles carry more people than the one before',
    subtitle: [{ text: 'Passengers a month by route, in thousands, ' }, SPAN],
    source: `${SOURCE} ${UNFINISHED} Kelda–Ness did not sail from February to April 2025.`,
  };
  for (const line of passengers.lines) {
    if (line.column.startsWith('outer_isles')) {
      line.weight = 1.8;
      line.emphasis = [newEmphasis('high'), newEmphasis('low')];
    }
    if (line.column.startsWith('kelda_ness')) line.name = 'Kelda–Ness';
  }
  addFigure(passengers, sailings);

  const onTime = draftFigure(sailings, choices('punctuality', 'sailings', ['on_time_pct']));
  onTime.name = 'Sailings on time';
  onTime.words = {
    title: said({ kind: 'year', line: 'line-1' }),
    subtitle: 'Sailings that left within five minutes of the timetable, %',
    source: SOURCE,
  };
  Object.assign(onTime.leftAxis, { from: 80, to: 100, every: 5, title: '%' });
  for (const line of onTime.lines) line.colour = '#1f7a7a';
  addFigure(onTime, sailings);

  const both = draftFigure(sailings, choices('both', 'sailings', [passengers.lines[0]?.column ?? '', 'on_time_pct']));
  both.name = 'Passengers and punctuality';
  both.words = {
    title: said({ kind: 'target', line: 'line-2', side: 'below', target: 'target' }),
    subtitle: 'Passengers to the outer isles, in thousands, and sailings on time, %, by month',
    source: SOURCE,
  };
  both.words.source = `${SOURCE} ${UNFINISHED}`;
  const [isles, late] = both.lines;
  if (isles) {
    isles.weight = 1.6;
    isles.emphasis = [newEmphasis('high'), newEmphasis('low'), newEmphasis('last')];
  }
  if (late) Object.assign(late, { axis: 'right', colour: '#1f7a7a', weight: 1 });
  Object.assign(both.rightAxis, { from: 80 });
  both.marks = [
    Mark.parse({ kind: 'level', id: 'target', name: 'target 90%', axis: 'right', at: 90, colour: '#1f7a7a' }),
  ];
  addFigure(both, sailings);

  const overEachOther: ShapedTable = {
    type: 'shaped',
    id: 'isles-by-year',
    name: 'Outer isles, year by year',
    of: 'sailings',
    steps: [{ kind: 'years', column: passengers.lines[0]?.column ?? '', yearStart: 1 }],
    calculations: [],
  };
  report = runCommand(report, 'item.add', { item: overEachOther }).report;
  const [step] = overEachOther.steps;
  if (step) {
    const byYear = { ...applyStep(sailings, step), title: overEachOther.name };
    const laid = draftFigure(byYear, choices('isles-years', 'isles-by-year'));
    laid.name = 'Outer isles, years over each other';
    laid.words = {
      title: 'No full month of 2026 was emptier than the same month of 2025',
      subtitle: 'Passengers to the outer isles a month, in thousands',
      source: `${SOURCE} ${UNFINISHED}`,
    };
    const looks = [
      { colour: '#66707d', weight: 0.8, pattern: 'dashes' },
      { colour: '#66707d', weight: 1 },
      { colour: '#5b3a63', weight: 1.9, emphasis: [newEmphasis('high')] },
    ];
    laid.lines.forEach((line, index) => {
      Object.assign(line, looks[index]);
    });
    addFigure(laid, byYear);
  }

  const routes = draftSparkTable(sailings, { id: 'glance', tableId: 'sailings' });
  routes.name = 'Routes at a glance';
  routes.words = {
    title: [{ text: 'Routes at a glance, two years to ' }, { fact: { kind: 'latest', line: null }, part: 'when' }],
    subtitle: '',
    source: `${SOURCE} ${UNFINISHED}`,
  };
  routes.rows = { kind: 'columns', columns: sailings.columns.slice(1, 5).map(({ key }) => key) };
  const across = sailings.columns[0]?.key ?? '';
  const [routeNames, latest, , onYear] = routes.columns;
  const run24 = { column: across, window: { last: 24 } };
  routes.columns = [routeNames, latest].flatMap((column) => column ?? []);
  routes.columns.push(
    newSparkline('spark-1', run24),
    ...(onYear?.kind === 'derived' ? [{ ...onYear, coloured: true }] : []),
    newSparkline('spark-2', {
      ...run24,
      draw: 'win / loss',
      sign: 'year',
      title: 'Above the year before',
      colour: { house: 'positive' },
      width: 28,
    }),
    newSparkline('spark-3', {
      ...run24,
      draw: 'columns',
      window: { last: 12 },
      width: 24,
      colour: { house: 4 },
    }),
    { ...newLevelBars('bar-1', across, { house: 1 }), title: 'Latest, thousands', width: 24 },
  );
  routes.heads = [{ id: 'head-1', text: 'Two years to October', from: 'spark-1', to: 'spark-2' }];
  report = runCommand(report, 'item.add', { item: routes }).report;

  const yearly = add('years', 'Traffic by year', yearlyTraffic());
  const years = draftFigure(yearly, choices('years-figure', 'years'));
  years.name = 'Fifteen years of traffic';
  years.words = {
    title: said({ kind: 'record', line: 'line-1', end: 'high' }),
    subtitle: [{ text: 'Foot passengers and vehicles a year, in thousands, ' }, SPAN],
    source: 'Source: Skerry Line ticketing. No sailings for five months of 2020.',
  };
  addFigure(years, yearly);

  const works = add('works', 'Works and changes', WORKS);
  const onTimeCalendar = draftCalendar('works', 'works', works, 'date');
  if (onTimeCalendar)
    report = runCommand(report, 'figure.layCalendar', { figures: ['punctuality'], calendar: onTimeCalendar }).report;

  const traffic = add('pier-traffic', 'Pier traffic by vessel', pierTraffic());
  const by = { kind: 'category', column: 'pier' } as const;
  const eachPier = draftFigure(traffic, {
    ...choices('each-pier', 'pier-traffic'),
    panels: Panels.parse({
      by,
      order: { by: 'last', descending: true },
      colours: { kind: 'accent', keys: ['Kelda'] },
      own: [{ key: 'Kelda', colour: '#b5492f' }],
      behind: { house: 'behind' },
    }),
  });
  eachPier.name = 'Passengers at each pier';
  eachPier.words = {
    title: said({ kind: 'spread', line: 'line-1' }),
    subtitle: [{ text: 'By pier, ' }, SPAN, { text: '; the other piers stand in grey behind' }],
    source: `${SOURCE} ${UNFINISHED}`,
  };
  eachPier.leftAxis.title = 'passengers a month';
  for (const line of eachPier.lines) {
    line.emphasis = [newEmphasis('high')];
    line.weight = 1.4;
  }
  addFigure(eachPier, traffic);

  const grid = draftFigure(traffic, {
    ...choices('pier-grid', 'pier-traffic'),
    panels: Panels.parse({ by, down: { kind: 'category', column: 'vessel' }, scale: 'rows' }),
  });
  grid.name = 'Piers and vessels';
  grid.words = {
    title: 'Catamarans gained passengers at every pier they call at, and launches lost them at every one',
    subtitle: 'Passengers a month by pier and vessel; each row of panels has its own scale. A dash: no sailings.',
    source: `${SOURCE} ${UNFINISHED}`,
  };
  grid.leftAxis.title = 'passengers a month';
  addFigure(grid, traffic);
  const resolved = resolveFigure(grid, traffic, STYLE);
  const layout = layoutFigure(resolved, STYLE, locale);
  for (const { check, facts } of proofNotes({ figure: resolved, layout, style: STYLE, locale })) {
    const reason = 'The subtitle says that each row has its own scale.';
    if (check === 'panel-scales')
      report = runCommand(report, 'item.setNoteAside', { item: grid.id, check, facts, reason }).report;
  }

  const piers = add('piers', 'Piers, summer 2026', PIERS);
  const [names, passengersOf, load] = piers.columns.map(({ key }) => key);
  const bars = draftLevelBars(piers, {
    id: 'piers-bars',
    tableId: 'piers',
    names: names ?? '',
    measures: [passengersOf, load].flatMap((key) => key ?? []),
  });
  bars.words = { title: 'Two piers fill their ships beyond four fifths', subtitle: '', source: SOURCE };
  for (const column of bars.columns)
    if (column.kind === 'level bars' && column.column === load) Object.assign(column, { ceiling: 100, target: 80 });
  report = runCommand(report, 'item.add', { item: bars }).report;
  return { report: { ...report, manuscript: demoManuscript() }, blocks };
}
