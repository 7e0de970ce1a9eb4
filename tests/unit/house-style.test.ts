/** What a house decides is seen in figures, spark tables, small pictures and texts; names have their colour everywhere. */
import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { demoReport, monthlySailings } from '../../demo/skerry.ts';
import { BOARD_PAPERS, SKERRY_PLAIN } from '../../demo/styles.ts';
import { UNDO } from '../../src/core/change/change.ts';
import { runCommand } from '../../src/core/change/commands/index.ts';
import { type Done, runCall } from '../../src/core/change/run.ts';
import { draftFigure } from '../../src/core/figure/draft.ts';
import { drawFigure } from '../../src/core/figure/draw.ts';
import { layoutFigure } from '../../src/core/figure/layout.ts';
import { resolveFigure } from '../../src/core/figure/panels/resolve.ts';
import { FigureSpec } from '../../src/core/figure/spec.ts';
import { broughtBack, byHandIn } from '../../src/core/item/by-hand.ts';
import { byHandOf, sayByHand } from '../../src/core/item/by-hand-words.ts';
import { sheetOf } from '../../src/core/item/sheets.ts';
import { isSame } from '../../src/core/named/same.ts';
import { proofNotes } from '../../src/core/proof/proof.ts';
import { type ReportRecord, recordOf, reportOf } from '../../src/core/report/record.ts';
import {
  FIRST_STYLE,
  figureIn,
  newReport,
  OwnStyle,
  type Report,
  type ReportItem,
  styleFor,
} from '../../src/core/report/report.ts';
import { StyleFile, styleFile, styleOfFile } from '../../src/core/report/style-file.ts';
import { packTable } from '../../src/core/report/tables.ts';
import { toSvg } from '../../src/core/scene/svg.ts';
import { draftSparkTable } from '../../src/core/spark/draft.ts';
import { numberCells } from '../../src/core/spark/number-cells.ts';
import { resolveSparkTable } from '../../src/core/spark/resolve.ts';
import { colourNamed } from '../../src/core/style/names.ts';
import { understand } from '../../src/core/table/understand.ts';
import { houseLocale } from '../../src/core/text/house-locale.ts';
import { LOCALES, type LocaleId, localeOf } from '../../src/core/text/locale.ts';
import { decimalsOf, formatNumber } from '../../src/core/text/number.ts';
import { withUnit } from '../../src/core/text/unit.ts';
import { readDelimited } from '../../src/formats/delimited.ts';
import { any, Dice } from './any-command.ts';

const english = localeOf('en-GB');
const table = understand(readDelimited(monthlySailings()), 'Sailings');
const routes = table.columns.slice(1, 5).map(({ key }) => key);
const figure = (): FigureSpec =>
  draftFigure(table, { id: 'f', tableId: 't', style: FIRST_STYLE, lines: routes, window: { last: 24 } });
const spark = () => {
  const spec = draftSparkTable(table, { id: 's', tableId: 't' });
  return { ...spec, rows: { kind: 'columns' as const, columns: routes } };
};
const pictures = (style: OwnStyle): string[] =>
  [figure(), spark()].flatMap((item) => {
    const sheet = sheetOf(item);
    const from = { table, style, locale: houseLocale('en-GB', style) };
    return sheet ? [toSvg(sheet.draw(sheet.lay(item, from))), toSvg(sheet.small(item, from, 38, 9))] : [];
  });

describe('a house style', () => {
  it('changes figures and spark tables, large and small, where it says something else', () => {
    const [big, small, cells, row] = pictures(SKERRY_PLAIN);
    const [bigger, smaller, others, other] = pictures(BOARD_PAPERS);
    for (const [one, two] of [
      [big, bigger],
      [small, smaller],
      [cells, others],
      [row, other],
    ])
      expect(one).not.toBe(two);
    expect(bigger).toContain('#1d4e79');
    expect(bigger).not.toContain('#5b3a63');
    expect(others).toContain('#1d4e79');
    expect(others).not.toContain('#5b3a63');
  });

  /** What each setting is seen by: another value of it gives another picture of the figure or of the spark table. */
  const SEEN: [string, Partial<OwnStyle>][] = [
    ['ink', { ink: '#010203' }],
    ['quiet', { quiet: '#010203' }],
    ['rule', { rule: '#010203' }],
    ['axis', { axis: '#010203' }],
    ['ground', { ground: '#fffef0' }],
    ['positive', { positive: '#010203' }],
    ['negative', { negative: '#040506' }],
    ['palette', { palette: [{ name: 'a', colour: '#123456' }] }],
    ['names', { names: [{ name: 'Outer isles', colour: '#123456' }] }],
    ['apart', { apart: { cones: false, greyscale: true } }],
    ...(['title', 'subtitle', 'label', 'source', 'value', 'name'] as const).map((key): [string, Partial<OwnStyle>] => [
      `size of ${key}`,
      { sizes: { ...FIRST_STYLE.sizes, [key]: 8.4 } },
    ]),
    ...(['title', 'value', 'name', 'subtitle', 'label', 'source'] as const).map((key): [string, Partial<OwnStyle>] => [
      `weight of ${key}`,
      { bold: { ...FIRST_STYLE.bold, [key]: !FIRST_STYLE.bold[key] } },
    ]),
    ...(['line', 'axis', 'grid', 'level', 'event', 'difference', 'spark'] as const).map(
      (key): [string, Partial<OwnStyle>] => [`stroke of ${key}`, { strokes: { ...FIRST_STYLE.strokes, [key]: 2.2 } }],
    ),
    ...(['unfinished', 'level', 'event'] as const).map((key): [string, Partial<OwnStyle>] => [
      `pattern of ${key}`,
      { patterns: { ...FIRST_STYLE.patterns, [key]: 'dash-dot' } },
    ]),
    ['pattern of grids', { patterns: { ...FIRST_STYLE.patterns, grid: 'dots' } }],
    [
      'patterns in turn',
      { palette: FIRST_STYLE.palette.slice(0, 2), patterns: { ...FIRST_STYLE.patterns, turn: ['dots'] } },
    ],
    ['strength of areas', { opacities: { ...FIRST_STYLE.opacities, area: 0.5 } }],
    ['strength of bands', { opacities: { ...FIRST_STYLE.opacities, band: 0.5 } }],
    ['shape of markers', { markers: { ...FIRST_STYLE.markers, shape: 'diamond' } }],
    ['filling of markers', { markers: { ...FIRST_STYLE.markers, filled: false } }],
    ['size of markers', { markers: { ...FIRST_STYLE.markers, size: 6 } }],
    ['points that stand out', { points: { ...FIRST_STYLE.points, high: { shape: 'square', filled: false } } }],
    ['size of points', { points: { ...FIRST_STYLE.points, size: 7 } }],
    ['size of points in sparklines', { points: { ...FIRST_STYLE.points, sparkSize: 4.5 } }],
    ['grid', { axes: { ...FIRST_STYLE.axes, grid: 'none' } }],
    ['ticks', { axes: { ...FIRST_STYLE.axes, ticks: 'outside' } }],
    ['line of axes', { axes: { ...FIRST_STYLE.axes, line: true } }],
    ['caption', { axes: { ...FIRST_STYLE.axes, caption: 'along' } }],
    ['points in periods', { dates: { ...FIRST_STYLE.dates, points: 'tick' } }],
    ['grid of dates', { dates: { ...FIRST_STYLE.dates, grid: 'major' } }],
    ['first month of the year', { dates: { ...FIRST_STYLE.dates, yearStart: 4 } }],
    ['first choice of label plans', { dates: { ...FIRST_STYLE.dates, plan: 'years' } }],
    ['sign of decimals', { numbers: { ...FIRST_STYLE.numbers, decimal: ',' } }],
    ['decimals', { numbers: { ...FIRST_STYLE.numbers, decimals: 0 } }],
    ['powers of axes', { numbers: { ...FIRST_STYLE.numbers, powers: 'thousands' } }],
    ['accent', { accent: '#010203' }],
    ['weight of what stands out', { strokes: { ...FIRST_STYLE.strokes, chosen: 3.3 } }],
    ['gaps', { gaps: 'bridge' }],
    ['minus', { numbers: { ...FIRST_STYLE.numbers, minus: '-' } }],
    ['typeface of figures', { type: { ...FIRST_STYLE.type, figures: { id: 'plex', name: 'IBM Plex Sans' } } }],
    ['typeface of titles', { type: { ...FIRST_STYLE.type, headings: { id: 'serif', name: 'Source Serif 4' } } }],
    ['digits', { type: { ...FIRST_STYLE.type, digits: 'proportional' as const } }],
  ];

  it.each(SEEN)('shows its %s', (_, change) => {
    const spec = FigureSpec.parse({
      ...figure(),
      marks: [
        { kind: 'level', id: 'l', name: 'goal', at: 50 },
        { kind: 'band', id: 'b', name: 'usual', over: { kind: 'values', from: 20, to: 40 } },
        { kind: 'event', id: 'e', name: 'new pier', at: Date.UTC(2025, 5, 1) },
        {
          kind: 'difference',
          id: 'd',
          name: '',
          from: { line: 'line-1', place: { kind: 'first' } },
          to: { line: 'line-1', place: { kind: 'last' } },
        },
      ],
      lines: figure().lines.map((line, index) => ({
        ...line,
        ...(index === 0 && {
          colour: { house: 'accent' },
          fill: 'zero',
          markers: { on: 'all' },
          emphasis: [{ of: 'high', shape: 'house', filled: 'house' }],
          values: { on: 'emphasis' },
        }),
      })),
    });
    const cells = spark();
    const shown = {
      ...cells,
      columns: cells.columns.map((column) => (column.kind === 'derived' ? { ...column, coloured: true } : column)),
      words: { ...cells.words, source: 'Source: made up' },
    };
    const draw = (style: OwnStyle) => {
      const locale = houseLocale('en-GB', style);
      const words = { ...spec.words, source: 'Source: made up' };
      const sheet = sheetOf(shown);
      return (
        toSvg(drawFigure({ ...spec, words }, table, style, locale).scene) +
        (sheet ? toSvg(sheet.draw(sheet.lay(shown, { table, style, locale }))) : '')
      );
    };
    expect(draw({ ...FIRST_STYLE, ...change })).not.toBe(draw(FIRST_STYLE));
  });

  it('of the demo stands in its file as it is in the demo', () => {
    const file = readFileSync(new URL('../../demo/styles/board-papers.style.json', import.meta.url), 'utf8');
    expect(styleOfFile(StyleFile.parse(JSON.parse(file)))).toEqual(BOARD_PAPERS);
  });

  it('is the same in its file and back', () => {
    const dice = new Dice(4);
    let tried = 0;
    for (let round = 0; round < 400; round++) {
      const made = OwnStyle.safeParse(any(OwnStyle, {}, dice));
      if (!made.success) continue;
      tried += 1;
      const file = JSON.parse(JSON.stringify(styleFile(made.data)));
      const back = styleOfFile(StyleFile.parse(file));
      expect(back).toEqual(made.data);
    }
    expect(tried).toBeGreaterThan(5);
    expect(StyleFile.safeParse({ format: 'rizo-style', version: 2, style: {} }).success).toBe(false);
  });
});

describe('a name with a colour of its own', () => {
  const style = { ...FIRST_STYLE, names: [{ name: 'outer  ISLES', colour: '#123456' }] };

  it('is found whatever its capitals, blanks and accents', () => {
    expect(colourNamed(style, ' Outer isles ')).toBe('#123456');
    expect(colourNamed(style, 'Outer isle')).toBeNull();
    expect(colourNamed({ names: [{ name: 'Caf\u00e9', colour: '#123456' }] }, 'cafe\u0301')).toBe('#123456');
  });

  it('has it as a line, as a panel and as a row of sparklines, unless that is set by hand', () => {
    const drawn = resolveFigure(figure(), table, style);
    expect(drawn.lines.map(({ name, line }) => [name, line.colour === '#123456'])).toEqual(
      drawn.lines.map(({ name }) => [name, name.toLowerCase().startsWith('outer')]),
    );
    const own = figure();
    if (own.lines[0]) own.lines[0].colour = '#abcdef';
    expect(resolveFigure(own, table, style).lines[0]?.line.colour).toBe('#abcdef');
    const resolved = resolveSparkTable(spark(), table, style, english);
    const column = resolved.columns.find(({ kind }) => kind === 'sparkline');
    const outer = resolved.data.records.findIndex(({ name }) => name.toLowerCase().startsWith('outer'));
    expect(
      column?.kind === 'sparkline' && [...column.exceptions].map(([record, { colour }]) => [record, colour]),
    ).toEqual([[outer, '#123456']]);
  });

  it('is told where it is drawn in another colour, and brought back at one press', () => {
    const own = figure();
    if (own.lines[0]) own.lines[0].colour = '#b5492f';
    const packed = packTable('t', table, () => randomUUID());
    const report: Report = { ...newReport('r', ''), style, items: [packed.item, own] };
    const notesOf = (spec: FigureSpec) => {
      const drawn = resolveFigure(spec, table, style);
      return proofNotes({ figure: drawn, layout: layoutFigure(drawn, style, english), style, locale: english });
    };
    const [note] = notesOf(own).filter(({ check }) => check === 'house-colour');
    expect(note?.text).toMatch(/“Outer isles” has its own colour/);
    const mend = note?.mends[0];
    if (!mend || !('call' in mend)) throw new Error('nothing mends it');
    const after = figureIn(runCommand(report, mend.call.name, mend.call.args).report, 'f');
    expect(after && notesOf(after).filter(({ check }) => check === 'house-colour')).toEqual([]);
    expect(sayByHand(byHandOf(report))).toBe('1 line in 1 figure');
  });
});

describe('a colour that has a part to play', () => {
  it('of a line whose name brings its own stays what it is everywhere else', () => {
    const style = { ...FIRST_STYLE, names: [{ name: 'Outer isles', colour: '#123456' }] };
    const spec = figure();
    if (spec.lines[0]) spec.lines[0].colour = { house: 'ground' };
    const { frame, lines } = resolveFigure(spec, table, style).spec;
    expect([frame.background, lines[0]?.colour]).toEqual(['#ffffff', '#123456']);
  });
});

describe('notes of the house', () => {
  const notesOf = (spec: FigureSpec, style: OwnStyle) => {
    const drawn = resolveFigure(spec, table, style);
    const notes = proofNotes({ figure: drawn, layout: layoutFigure(drawn, style, english), style, locale: english });
    return notes.map(({ check }) => check);
  };

  it('are of small type and of sizes that are none of its own', () => {
    expect(notesOf(figure(), FIRST_STYLE)).not.toContain('house-size');
    expect(notesOf(figure(), BOARD_PAPERS)).toContain('house-size');
    const fitting = { ...figure(), frame: { ...figure().frame, width: 165, height: 90 } };
    expect(notesOf(fitting, BOARD_PAPERS)).not.toContain('house-size');
    const small = figure();
    for (const line of small.lines) Object.assign(line.values, { on: 'ends', size: 5 });
    expect(notesOf(small, FIRST_STYLE)).toContain('small-type');
    for (const line of small.lines) Object.assign(line.values, { size: FIRST_STYLE.sizes.least });
    expect(notesOf(small, FIRST_STYLE)).not.toContain('small-type');
  });

  it('are of lines that cross and look alike in greyscale, until one of them is dashed', () => {
    const crossing = understand(
      readDelimited('month;a;b\n2026-01-01;10;20\n2026-02-01;20;10\n2026-03-01;12;25\n'),
      't',
    );
    const spec = draftFigure(crossing, { id: 'f', tableId: 't', style: FIRST_STYLE });
    const [a, b] = spec.lines;
    if (!a || !b) throw new Error('two lines');
    a.colour = '#1f7a7a';
    b.colour = '#b5492f';
    const checksOf = () => {
      const drawn = resolveFigure(spec, crossing, FIRST_STYLE);
      const layout = layoutFigure(drawn, FIRST_STYLE, english);
      return proofNotes({ figure: drawn, layout, style: FIRST_STYLE, locale: english }).map(({ check }) => check);
    };
    expect(checksOf()).toContain('greyscale');
    b.pattern = 'dashes';
    expect(checksOf()).not.toContain('greyscale');
  });
});

describe('what is set by hand', () => {
  it('is brought back by the command, all of it or by its path, and undone as one', () => {
    const begun = recordOf(demoReport().report);
    const log = new Map<string, Done>();
    const run = (record: ReportRecord, name: string, args: unknown) => {
      const done = runCall(record, { name, args }, (id) => log.get(id));
      const id = randomUUID();
      log.set(id, done);
      return { record: done.record, undo: { changes: [id] } };
    };
    const ids = byHandOf(reportOf(begun)).map(({ item }) => item.id);
    expect(ids.length).toBeGreaterThan(2);
    const all = run(begun, 'style.bringBack', { things: ids.map((item) => ({ item })) });
    expect(byHandOf(reportOf(all.record))).toEqual([]);
    expect(run(all.record, UNDO, all.undo).record).toEqual(begun);
    for (const id of ids) {
      const before = byHandIn(reportOf(begun).items.find((item) => item.id === id) as ReportItem);
      for (const { path } of before) {
        const one = run(begun, 'style.bringBack', { things: [{ item: id, paths: [path] }] });
        const after = byHandIn(reportOf(one.record).items.find((item) => item.id === id) as ReportItem);
        expect(after.map((left) => left.path)).toEqual(
          before.map((left) => left.path).filter((left) => !isSame(left, path)),
        );
        expect(run(one.record, UNDO, one.undo).record).toEqual(begun);
      }
    }
  });

  it('by one, brought back by another to what looks the same, is not taken back by the first', () => {
    let record = recordOf(demoReport().report);
    const log = new Map<string, Done>();
    const run = (name: string, args: unknown) => {
      const done = runCall(record, { name, args }, (id) => log.get(id));
      const id = randomUUID();
      log.set(id, done);
      record = done.record;
      return id;
    };
    const line = { figure: 'passengers', lines: ['line-2'] };
    run('figure.styleLines', { ...line, weight: 2.4 });
    const first = run('figure.styleLines', { ...line, weight: FIRST_STYLE.strokes.line });
    run('style.bringBack', { things: [{ item: 'passengers', paths: [['lines', 'line-2', 'weight']] }] });
    expect(() => run(UNDO, { changes: [first] })).toThrow(/has changed since/);
  });

  it('of lines is brought back to colours that tell them apart', () => {
    const spec = figure();
    for (const line of spec.lines) line.colour = '#333333';
    const back = broughtBack(spec);
    const colours = back.type === 'figure' ? back.lines.map(({ colour }) => JSON.stringify(colour)) : [];
    expect(new Set(colours).size).toBe(spec.lines.length);
  });

  it('cannot be changed in the style where that is shared', () => {
    const shared: Report = { ...newReport('r', ''), style: { kind: 'house', id: 'x' } };
    expect(() => runCommand(shared, 'style.set', { set: [{ path: ['ink'], to: '#000000' }] })).toThrow(
      /shares its house style/,
    );
    expect(styleFor(shared, null)).toBe(FIRST_STYLE);
    const own = runCommand(shared, 'style.takeAlong', { style: BOARD_PAPERS }).report;
    expect(runCommand(own, 'style.set', { set: [{ path: ['ink'], to: '#000000' }] }).report.style).toMatchObject({
      ink: '#000000',
    });
    expect(() => runCommand(own, 'style.set', { set: [{ path: ['ink'], to: 'black' }] })).toThrow(/six digits/);
  });
});

describe('numbers and dates as a house writes them', () => {
  it('have signs of money where the house wants them, and what stands for a missing value', () => {
    const as = (id: LocaleId, change: Partial<OwnStyle['numbers']>) =>
      houseLocale(id, { numbers: { ...FIRST_STYLE.numbers, ...change } });
    const money = (id: LocaleId, change: Partial<OwnStyle['numbers']>, unit = '€') =>
      withUnit('−5', unit, as(id, change));
    expect([money('en-GB', {}), money('de-DE', {})]).toEqual(['−€5', '−5\u00a0€']);
    expect(money('en-GB', { currency: 'after' })).toBe('−5\u00a0€');
    expect(money('de-DE', { currency: 'before' })).toBe('−€5');
    expect(money('de-DE', { currency: 'before' }, '₹')).toBe('−₹5');
    // Words and other units stay behind, and another decimal mark moves no sign.
    for (const unit of ['t', 'EUR', 'kr', 'passengers'])
      expect(money('de-DE', { currency: 'before' }, unit)).toBe(`−5\u00a0${unit}`);
    expect(money('en-GB', { decimal: ',' })).toBe('−€5');
    const cells = (change: Partial<OwnStyle['numbers']>) =>
      numberCells(
        Float64Array.of(1.5, Number.NaN),
        { decimals: null, signed: false, percent: false, own: 2, unitOf: () => null },
        as('en-GB', change),
      ).texts;
    expect(cells({})).toEqual(['1.5', '–']);
    expect(cells({ missing: 'n/a' })).toEqual(['1.5', 'n/a']);
    expect(cells({ missing: '' })).toEqual(['1.5', '']);
  });

  it('are told from each other in every language, whatever signs are chosen', () => {
    const { decimal, group } = {
      decimal: [null, '.', ','] as const,
      group: [null, ',', '.', '\u00a0', '’', ''] as const,
    };
    for (const id of LOCALES)
      for (const one of decimal)
        for (const other of group) {
          const numbers = { ...FIRST_STYLE.numbers, decimal: one, group: other };
          if (!OwnStyle.safeParse({ ...FIRST_STYLE, numbers }).success) continue;
          const locale = houseLocale(id, { numbers });
          expect(locale.decimal, `${id} ${one} ${other}`).not.toBe(locale.group);
          expect(formatNumber(12345.5, decimalsOf(12345.5), locale)).toBe(`12${locale.group}345${locale.decimal}5`);
        }
  });

  it('are the language’s own where the house says nothing, and have its months where it does', () => {
    for (const id of LOCALES) expect(houseLocale(id, FIRST_STYLE)).toBe(localeOf(id));
    const monthsShort = 'J F M A M J J A S O N D'.split(' ');
    const style = { numbers: { ...FIRST_STYLE.numbers, monthsShort } };
    expect(houseLocale('en-GB', style).day(5, 1, 2026)).toBe('5 F 2026');
    expect(houseLocale('en-US', style).day(5, 1, 2026)).toBe('F 5, 2026');
    expect(houseLocale('en-GB', style)).toBe(houseLocale('en-GB', style));
    const minus = houseLocale('en-GB', { numbers: { ...FIRST_STYLE.numbers, minus: '-' } });
    expect(formatNumber(-3, 0, minus)).toBe('-3');
  });
});
