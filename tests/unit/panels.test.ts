import { describe, expect, it } from 'vitest';
import { bankedAspect, slopesOf, suggestedHeight } from '../../src/core/figure/banking.ts';
import { describeFigure } from '../../src/core/figure/describe.ts';
import { draftFigure } from '../../src/core/figure/draft.ts';
import { drawFigure } from '../../src/core/figure/draw.ts';
import { sayFactsOf } from '../../src/core/figure/facts.ts';
import { Mark } from '../../src/core/figure/marks.ts';
import { arrange, panelsInRow } from '../../src/core/figure/panels/arrange.ts';
import { changedPanels, withLeftOut } from '../../src/core/figure/panels/change.ts';
import { draftPanels, heightFor, splitColumns } from '../../src/core/figure/panels/draft.ts';
import { oneCourse, resolveFigure } from '../../src/core/figure/panels/resolve.ts';
import { Panels } from '../../src/core/figure/panels/spec.ts';
import { splitTable } from '../../src/core/figure/panels/split.ts';
import { suggestTitles } from '../../src/core/figure/suggest.ts';
import { inspectViews } from '../../src/core/inspect/faces.ts';
import { inspectFigure } from '../../src/core/inspect/inspect.ts';
import { proofNotes } from '../../src/core/proof/proof.ts';
import { type Scene, textsOf } from '../../src/core/scene/scene.ts';
import { toSvg } from '../../src/core/scene/svg.ts';
import { DEFAULT_STYLE } from '../../src/core/style/style.ts';
import { type Column, columnOf, type Table } from '../../src/core/table/column.ts';
import { localeOf } from '../../src/core/text/locale.ts';
import { golden } from './golden.ts';
import { CLASSES, gridTable, longTable, PANELLED, PIERS, panelled, pierTable } from './panelled.ts';
import { saying } from './saying.ts';
import { dates, months, numbers, tableOf, texts } from './tables.ts';

const english = localeOf('en-GB');
const byPier = { kind: 'category', column: 'pier' } as const;
const byClass = { kind: 'category', column: 'class' } as const;

describe('figures in panels', () => {
  it.each(PANELLED.map((situation) => [situation.name, situation] as const))('%s', async (name, situation) => {
    const { spec, table, locale } = situation;
    const { scene } = drawFigure(spec, table, DEFAULT_STYLE, localeOf(locale));
    const file = name.replace(/[^a-z0-9]+/gi, '-').toLowerCase();
    await expect(golden(toSvg(scene))).toMatchFileSnapshot(`../golden/panels/${file}.svg`);
  });
});

/** Two months of two piers, by two vessels at one of them; the second month first, and a total. */
const SMALL = tableOf(
  [
    dates(
      [
        months(2026, 2, 1)[0] ?? 0,
        ...months(2026, 1, 1),
        ...months(2026, 1, 1),
        ...months(2026, 2, 1),
        ...months(2026, 2, 1),
      ],
      'month',
    ),
    texts('pier', ['Ness', 'Kelda', 'Kelda', 'Kelda', 'All']),
    texts('class', ['Launch', 'Launch', 'Ro-ro', 'Ro-ro', 'All']),
    numbers('passengers', [5, 10, 20, 40, 1000], 'people'),
    numbers('late', [3, 2, 6, 9, 50], '%'),
  ],
  [4],
);
const wish = { across: 'date', columns: ['passengers', 'late'], by: null, down: null, together: null };
const cellsOf = (table: Table | undefined, key: string) => table && columnOf(table, key)?.cells;

describe('splitting a table', () => {
  it('gives each category a table over the same periods, in the order of their first periods, without totals', () => {
    const split = splitTable(SMALL, { ...wish, by: 'pier' });
    expect(split.by).toEqual(['Kelda', 'Ness']);
    expect(cellsOf(split.tableOf('Ness', null), 'date')).toEqual(months(2026, 1, 2));
    expect(cellsOf(split.tableOf('Ness', null), 'passengers')).toEqual([null, 5]);
  });

  it('sums counts and averages percentages of one period, or takes them together as asked', () => {
    const kelda = splitTable(SMALL, { ...wish, by: 'pier' }).tableOf('Kelda', null);
    expect(cellsOf(kelda, 'passengers')).toEqual([30, 40]);
    expect(cellsOf(kelda, 'late')).toEqual([4, 9]);
    const most = splitTable(SMALL, { ...wish, by: 'pier', together: 'max' });
    expect(cellsOf(most.tableOf('Kelda', null), 'passengers')).toEqual([20, 40]);
    expect(most.doubled).toBe(true);
    expect(splitTable(SMALL, { ...wish, by: 'pier', down: 'class' }).doubled).toBe(false);
  });

  it('has no table for a pair without rows', () => {
    const split = splitTable(SMALL, { ...wish, by: 'pier', down: 'class' });
    expect(split.tableOf('Ness', 'Ro-ro')).toBeUndefined();
    expect(cellsOf(split.tableOf('Kelda', 'Ro-ro'), 'passengers')).toEqual([20, 40]);
  });

  it('offers columns of names that repeat, and makes a grid of two', () => {
    const table = gridTable();
    expect(splitColumns(table, 'date').map(({ key }) => key)).toEqual(['pier', 'class']);
    expect(splitColumns(tableOf([texts('name', ['a', 'b', 'c']), numbers('x', [1, 2, 3])]), '')).toEqual([]);
    expect(draftPanels(splitColumns(table, 'date'))).toMatchObject({ by: byPier, down: byClass });
    const many = longTable(
      3,
      Array.from({ length: 9 }, (_, pier) => `Pier ${pier}`),
      CLASSES,
      () => 5,
    );
    expect(draftPanels(splitColumns(many, 'date'))).toMatchObject({ by: byClass, down: byPier });
    const frame = { width: 160, height: 84 };
    expect(heightFor(Panels.parse({ by: byPier, down: byClass }), table, 1, frame)).toBe(38 + 4 * 34);
    // Six piers stand in two rows, or in one where all are to be in a row; a figure is never made lower.
    expect(heightFor(Panels.parse({ by: byPier }), table, 1, frame)).toBe(38 + 2 * 34);
    expect(heightFor(Panels.parse({ by: byPier, perRow: 6 }), table, 1, frame)).toBe(84);
  });
});

const wordsOf = ({ nodes }: Pick<Scene, 'nodes'>) => [...textsOf(nodes)].map(({ text }) => text);

const resolved = (table: Table, panels: Partial<Panels>, change?: Parameters<typeof panelled>[3], lines?: string[]) => {
  const { spec } = panelled('p', table, panels, change, lines);
  return resolveFigure(spec, table, DEFAULT_STYLE);
};
const namesOf = (figure: ReturnType<typeof resolved>) => figure.panels?.list.map(({ name }) => name);

/** Piers by their passengers in January and in February. */
const course = (values: Record<string, [number | null, number | null]>) => {
  const names = Object.keys(values);
  return tableOf([
    dates(
      months(2026, 1, 2).flatMap((month) => names.map(() => month)),
      'month',
    ),
    texts('pier', [...names, ...names]),
    numbers(
      'passengers',
      [0, 1].flatMap((month) => names.map((name) => values[name]?.[month] ?? null)),
      'people',
    ),
  ]);
};

describe('the order of panels', () => {
  const table = course({ Ness: [10, 12], Kelda: [40, 20], Sound: [5, 15], Quay: [8, null] });
  const order = (by: 'table' | 'name' | 'last' | 'change', descending = false) =>
    namesOf(resolved(table, { order: { by, descending } }));

  it('is that of the table, by name, by the last value or by the change, either way', () => {
    expect(order('table')).toEqual(['Ness', 'Kelda', 'Sound', 'Quay']);
    expect(order('name')).toEqual(['Kelda', 'Ness', 'Quay', 'Sound']);
    expect(order('last')).toEqual(['Quay', 'Ness', 'Sound', 'Kelda']);
    expect(order('last', true)).toEqual(['Kelda', 'Sound', 'Ness', 'Quay']);
    // −50 %, 0 % (one value alone), +20 %, +200 %
    expect(order('change')).toEqual(['Kelda', 'Quay', 'Ness', 'Sound']);
    expect(order('change', true)).toEqual(['Sound', 'Ness', 'Quay', 'Kelda']);
  });

  it('keeps equal ones as they are in the table, and puts those without a value last', () => {
    const even = course({ C: [1, 2], A: [3, 2], B: [0, 2] });
    expect(namesOf(resolved(even, { order: { by: 'last', descending: false } }))).toEqual(['C', 'A', 'B']);
    expect(namesOf(resolved(even, { order: { by: 'last', descending: true } }))).toEqual(['C', 'A', 'B']);
    // From zero there is no relative change.
    expect(namesOf(resolved(even, { order: { by: 'change', descending: true } }))).toEqual(['C', 'A', 'B']);
  });

  it('looks at finished values only', () => {
    const table = course({ Ness: [10, 100], Kelda: [40, 1] });
    const across = table.columns[0];
    const open = {
      ...table,
      columns: [{ ...across, unfinishedFrom: months(2026, 2, 1)[0] }, ...table.columns.slice(1)],
    };
    expect(namesOf(resolved(open as Table, { order: { by: 'last', descending: true } }))).toEqual(['Kelda', 'Ness']);
  });
});

describe('panels and their lines', () => {
  it('stand for each line, or for pairs of a line and a category', () => {
    const table = pierTable(24, PIERS.slice(0, 3));
    const each = resolved(table, { by: { kind: 'lines' } }, undefined, ['passengers', 'late']);
    expect(namesOf(each)).toEqual(['Passengers', 'Late']);
    expect(each.panels?.list.map(({ drawn }) => drawn.lines.length)).toEqual([1, 1]);
    const grid = resolved(table, { down: { kind: 'lines' } }, undefined, ['passengers', 'late']);
    expect(grid.panels?.rows).toEqual(['Passengers', 'Late']);
    expect(grid.panels?.list[3]).toMatchObject({ name: 'Northgate', downName: 'Late', across: 0, row: 1 });
    expect(grid.lines.map(({ name }) => name).at(-1)).toBe('Sound Landing, Late');
  });

  it('take a colour for each category, an accent against the rest, or one of their own', () => {
    const table = pierTable(24, PIERS.slice(0, 3));
    const colours = (panels: Partial<Panels>) => resolved(table, panels).lines.map(({ line }) => line.colour);
    const palette = ['#111111', '#222222'];
    expect(colours({ colours: { kind: 'categories', palette } })).toEqual(['#111111', '#222222', '#111111']);
    // The order changes no colour.
    expect(colours({ colours: { kind: 'categories', palette }, order: { by: 'name', descending: true } })).toEqual([
      '#111111',
      '#222222',
      '#111111',
    ]);
    expect(colours({ order: { by: 'last', descending: false }, colours: { kind: 'categories', palette } })).toEqual([
      '#111111',
      '#222222',
      '#111111',
    ]);
    const accent = { kind: 'accent', accent: null, keys: ['Old Quay'], rest: '#888888' } as const;
    expect(colours({ colours: { ...accent, keys: ['Old Quay'] } })).toEqual(['#888888', '#5b3a63', '#888888']);
    const own = [
      { key: 'Old Quay', colour: '#aa0000' },
      { key: 'Northgate', colour: '#00aa00' },
    ];
    expect(colours({ colours: { ...accent, keys: ['Old Quay'] }, own })).toEqual(['#888888', '#aa0000', '#888888']);
    expect(colours({ own })).toEqual(['#00aa00', '#aa0000', '#5b3a63']);
  });

  it('are no way round names without an order', () => {
    const { spec: _, table } = panelled('p', pierTable(4), {});
    const choices = {
      id: 'f',
      tableId: 't',
      style: DEFAULT_STYLE,
      locale: english,
      panels: Panels.parse({ by: byPier }),
    };
    expect(() => draftFigure(table, { ...choices, across: 'class', unordered: false })).toThrow(
      'names without an order',
    );
    expect(draftFigure(table, choices).panels?.by).toEqual(byPier);
  });

  it('are at most a hundred, the rest is told; a column that is gone leaves one plot for all', () => {
    const names = Array.from({ length: 130 }, (_, pier) => `Pier ${pier + 1}`);
    const { spec, table } = panelled('many', pierTable(2, names), {});
    const figure = resolveFigure(spec, table, DEFAULT_STYLE);
    expect(figure.panels).toMatchObject({ omitted: 30 });
    expect(figure.panels?.list).toHaveLength(100);
    const notes = (one: typeof spec) => {
      const joined = resolveFigure(one, table, DEFAULT_STYLE);
      const layout = drawFigure(one, table, DEFAULT_STYLE, english);
      return proofNotes({ figure: joined, layout, style: DEFAULT_STYLE, locale: english }).map(({ check }) => check);
    };
    expect(notes(spec)).toContain('panels-left');
    // A grid keeps all of its columns where they fit, and as many rows as there is room for.
    const wide = longTable(2, names.slice(0, 30), CLASSES, () => 5);
    const grid = resolveFigure(panelled('wide', wide, { down: byClass }).spec, wide, DEFAULT_STYLE).panels;
    expect([grid?.across.length, grid?.rows.length, grid?.omitted]).toEqual([30, 3, 30]);
    const gone = { ...spec, panels: Panels.parse({ by: { kind: 'category', column: 'harbour' } }) };
    expect(resolveFigure(gone, table, DEFAULT_STYLE).panels).toMatchObject({ of: null, list: [{ key: '' }] });
    expect(notes(gone)).toContain('columns-gone');
    expect(notes(gone)).not.toContain('panels-left');
  });

  it('name each mark once, and keep a note in its panel', () => {
    const situation = PANELLED.find(({ name }) => name === 'marks in each panel');
    if (!situation) throw new Error('The situation is gone.');
    const { scene } = drawFigure(situation.spec, situation.table, DEFAULT_STYLE, english);
    const words = wordsOf(scene);
    for (const word of ['Target', 'Refit', 'Strike']) expect(words.filter((text) => text === word)).toHaveLength(1);
    const kelda = scene.nodes.find((node) => node.kind === 'cluster' && node.name === 'panel Kelda');
    expect(kelda?.kind === 'cluster' && [...textsOf(kelda.children)].map(({ text }) => text)).toContain('Strike');
  });

  it('name a level in the first panel that has its axis', () => {
    const { spec, table } = panelled(
      'p',
      pierTable(24, ['Northgate']),
      { by: { kind: 'lines' }, scale: 'panels' },
      ({ lines, marks }) => {
        Object.assign(lines[1] ?? {}, { axis: 'right' });
        marks.push(Mark.parse({ kind: 'level', id: 'l', name: 'Limit', axis: 'right', at: 7, colour: '#b5492f' }));
      },
      ['passengers', 'late'],
    );
    const { scene } = drawFigure(spec, table, DEFAULT_STYLE, english);
    const home = scene.nodes.find(
      (node) => node.kind === 'cluster' && [...textsOf(node.children)].some(({ text }) => text === 'Limit'),
    );
    expect(home).toMatchObject({ name: 'panel line-2' });
  });

  it('run over names and numbers as well as over dates', () => {
    const hours = ['early', 'noon', 'late'];
    const twice = <Value>(values: readonly Value[]) => [...values, ...values];
    const over = (across: Column) => {
      const table = tableOf([
        across,
        texts('pier', ['Ness', 'Ness', 'Ness', 'Kelda', 'Kelda', 'Kelda']),
        numbers('passengers', [1, 2, 3, 6, 5, 4], 'people'),
      ]);
      const { spec } = panelled('p', table, {});
      return {
        figure: resolveFigure(spec, table, DEFAULT_STYLE),
        words: wordsOf(drawFigure(spec, table, DEFAULT_STYLE, english).scene),
      };
    };
    const named = over(texts('time', twice(hours), true));
    expect(named.figure.panels?.list.map(({ drawn }) => drawn.lines[0]?.values)).toEqual([
      [1, 2, 3],
      [6, 5, 4],
    ]);
    // Two panels side by side, so that each has the names below it.
    for (const hour of hours) expect(named.words.filter((text) => text === hour)).toHaveLength(2);
    const numbered = over(numbers('depth', [30, 20, 10, 10, 20, 30]));
    expect(numbered.figure.panels?.list.map(({ drawn }) => drawn.lines[0]?.values)).toEqual([
      [3, 2, 1],
      [6, 5, 4],
    ]);
  });

  it('draw names of categories as words, whatever they hold', () => {
    const bad = '"><script>alert(1)</script>:%/\u001f';
    const { spec, table } = panelled('p', course({ [bad]: [1, 2], '': [3, 4], '\ud800': [5, 6] }), {});
    for (const line of spec.lines) line.values.on = 'last';
    const svg = toSvg(drawFigure(spec, table, DEFAULT_STYLE, english).scene);
    expect(svg).not.toContain('<script');
    expect(svg.match(/data-part="panel:[\w%().~!*-]*"/g)).toHaveLength(3);
    expect(svg).toContain('>No name</text>');
  });

  it('have one legend where they have several lines', () => {
    const { spec, table } = panelled('p', pierTable(24), {}, undefined, ['passengers', 'late']);
    const legend = () => {
      const { scene } = drawFigure(spec, table, DEFAULT_STYLE, english);
      const found = scene.nodes.filter((node) => node.kind === 'group' && node.part === 'legend');
      return found.flatMap((node) => wordsOf({ nodes: [node] }));
    };
    expect(legend()).toEqual(['Passengers', 'Late']);
    spec.lines = spec.lines.slice(0, 1);
    expect(legend()).toEqual([]);
  });

  it('say what they are in words, and say nothing of a line that has a value in each', () => {
    const figure = resolved(pierTable(24, PIERS.slice(0, 2)), {});
    expect(describeFigure(figure, english)).toMatch(
      /^A line figure in 2 panels, one for each Pier, with one line over Date, Jan 202\d to /,
    );
    expect(saying(sayFactsOf(figure, english))('latest value', 'line-1')).toBe('–');
    const titles = suggestTitles(resolved(pierTable(26, PIERS.slice(0, 3)), {}), english);
    expect(titles.map(({ text }) => text).join('\n')).toMatch(/^Northgate (rose|fell) .*on the year, to /m);
  });
});

describe('places of panels', () => {
  it('are as many in a row as keep their shape', () => {
    expect(panelsInRow(4, 440, 260)).toBe(2);
    expect(panelsInRow(6, 440, 240)).toBe(3);
    expect(panelsInRow(24, 440, 500)).toBe(4);
    expect(panelsInRow(3, 170, 600)).toBe(1);
  });

  it('know what stands at the edges, with an unfilled last row and with empty cells', () => {
    const { panels } = resolved(pierTable(12, PIERS.slice(0, 5)), {});
    if (!panels) throw new Error('The figure is not split.');
    const { slots, rows } = arrange(panels, 3);
    expect(rows).toBe(2);
    expect(slots.filter(({ lowest }) => lowest).map(({ panel }) => panel?.name)).toEqual([
      'Sound Landing',
      'Kelda',
      'Ness',
    ]);
    expect(slots.filter(({ last }) => last).map(({ panel }) => panel?.name)).toEqual(['Sound Landing', 'Ness']);
    const grid = resolved(gridTable(), { down: byClass }).panels;
    const cells = grid ? arrange(grid, 1).slots : [];
    expect(cells).toHaveLength(24);
    expect(cells.filter(({ panel }) => panel === null)).toHaveLength(4);
  });
});

describe('the frame of panels', () => {
  it('begins and ends the plots where it is asked to', () => {
    const { spec, table } = panelled('p', pierTable(24), {}, ({ frame }) =>
      Object.assign(frame, { plotLeft: 30, plotRight: 20 }),
    );
    for (const scale of ['all', 'panels'] as const) {
      if (spec.panels) spec.panels.scale = scale;
      const { panels } = drawFigure(spec, table, DEFAULT_STYLE, english);
      expect((panels?.left ?? 0) * (25.4 / 72)).toBeCloseTo(30, 1);
      expect((panels?.right ?? 0) * (25.4 / 72)).toBeCloseTo(140, 1);
    }
  });

  it('is as high as makes the middle slope of all panels 45 degrees', () => {
    const { spec, table } = panelled('p', pierTable(24), { perRow: 3, scale: 'panels' });
    const figure = resolveFigure(spec, table, DEFAULT_STYLE);
    const height = suggestedHeight(figure, drawFigure(spec, table, DEFAULT_STYLE, english));
    expect(height).not.toBeNull();
    spec.frame.height = height ?? 0;
    const { plot } = drawFigure(spec, table, DEFAULT_STYLE, english);
    const slopes = slopesOf(drawFigure(spec, table, DEFAULT_STYLE, english));
    expect(((bankedAspect(slopes) ?? 0) * plot.width) / plot.height).toBeCloseTo(1, 1);
  });

  it('has a picture of its window from all panels together', () => {
    const { spec, table } = panelled('p', gridTable(), { down: byClass });
    const course = oneCourse(resolveFigure(spec, table, DEFAULT_STYLE).spec, table);
    expect(course.rows).toBe(48);
    const first = months(2023, 1, 1)[0];
    const sum = table.columns[3]?.cells.reduce<number>(
      (total, cell, row) => (table.columns[0]?.cells[row] === first ? total + Number(cell) : total),
      0,
    );
    expect(columnOf(course, 'passengers')?.cells[0]).toBe(sum);
  });
});

describe('changes of panels', () => {
  const panels = Panels.parse({
    by: byPier,
    colours: { kind: 'accent', accent: null, keys: ['Ness'] },
    own: [{ key: 'Ness', colour: '#aa0000' }],
  });

  it('refuse what makes no sense', () => {
    expect(() => changedPanels(null, { scale: 'all' })).toThrow('This figure has one plot');
    expect(() => changedPanels(panels, { down: byPier })).toThrow('choose another column');
    expect(() => changedPanels({ ...panels, scale: 'panels' }, { behind: '#dddddd' })).toThrow('share a scale');
  });

  it('leave categories and lines out, and bring them back', () => {
    const table = gridTable();
    const without = { by: ['Kelda', 'Ness'], down: ['Launch'] };
    const left = resolved(table, { down: byClass, without });
    expect(left.panels?.across).toEqual(['Northgate', 'Old Quay', 'Sound Landing', 'Outer Skerry']);
    expect(left.panels?.rows).toEqual(['Ro-ro', 'Catamaran', 'Cargo']);
    const all = Panels.parse({ by: byPier, down: byClass, without });
    expect(withLeftOut(all, 'by', 'Kelda', false).by).toEqual(['Ness']);
    expect(withLeftOut(all, 'down', 'Cargo', true).down).toEqual(['Launch', 'Cargo']);
    // Another column has other categories.
    expect(changedPanels(all, { down: null }).without).toEqual({ by: ['Kelda', 'Ness'], down: [] });
    expect(changedPanels({ ...all, down: null }, { by: byClass }).without.by).toEqual([]);
    expect(changedPanels(all, { perRow: 2 }).without).toEqual(without);
  });

  it('let go what rested on what is no more', () => {
    expect(changedPanels({ ...panels, behind: '#dddddd' }, { scale: 'panels' }).behind).toBeNull();
    expect(changedPanels(panels, { by: byClass })).toMatchObject({ colours: { kind: 'lines' }, own: [] });
    expect(changedPanels({ ...panels, down: byClass }, { by: byClass }).down).toBeNull();
    expect(changedPanels(panels, { perRow: 3 })).toEqual({ ...panels, perRow: 3 });
  });
});

describe('proof notes of panels', () => {
  const checks = (situation: (typeof PANELLED)[number]) => {
    const figure = resolveFigure(situation.spec, situation.table, DEFAULT_STYLE);
    const layout = drawFigure(situation.spec, situation.table, DEFAULT_STYLE, english);
    return proofNotes({ figure, layout, style: DEFAULT_STYLE, locale: english });
  };

  it('say by how much heights differ where panels have scales of their own', () => {
    const found = checks(panelled('p', course({ Ness: [10, 12], Kelda: [900, 1000] }), { scale: 'panels' }));
    const note = found.find(({ check }) => check === 'panel-scales');
    // 0 to 15 beside 0 to 1,000 or near it
    expect(note?.text).toMatch(/“Kelda” as in “Ness”/);
    expect(note?.mends[0]).toMatchObject({ call: { args: { set: [{ path: ['scale'], to: 'all' }] } } });
    expect(
      checks(panelled('p', course({ Ness: [10, 12], Kelda: [900, 1000] }), {})).map(({ check }) => check),
    ).not.toContain('panel-scales');
  });

  it('say when panels are too small to read, and what size would do', () => {
    const small = panelled('p', gridTable(), { down: byClass }, ({ frame }) =>
      Object.assign(frame, { width: 100, height: 60 }),
    );
    const note = checks(small).find(({ check }) => check === 'panel-size');
    const [mend] = note?.mends ?? [];
    if (!mend || !('call' in mend) || mend.call.name !== 'figure.setFrame') throw new Error('The note mends nothing.');
    Object.assign(small.spec.frame, { height: mend.call.args.height });
    const { plot } = drawFigure(small.spec, small.table, DEFAULT_STYLE, english);
    expect((plot.height * 25.4) / 72).toBeGreaterThanOrEqual(7);
  });

  it('say nothing of colours that need not be told apart', () => {
    expect(checks(panelled('p', pierTable(), {})).map(({ check }) => check)).not.toContain('alike');
  });
});

describe('looking into panels', () => {
  it('shows all of them on their one scale, and each alone', () => {
    const { spec, table } = panelled('p', pierTable(24, PIERS.slice(0, 3)), {});
    const figure = resolveFigure(spec, table, DEFAULT_STYLE);
    const layout = drawFigure(spec, table, DEFAULT_STYLE, english);
    const views = inspectViews(figure, layout);
    expect(views.map(({ name }) => name)).toEqual(['all panels', 'Northgate', 'Old Quay', 'Sound Landing']);
    const series = (index: number) => {
      const view = views[index];
      return view ? inspectFigure(view.figure, view.layout, DEFAULT_STYLE).series.map(({ name }) => name) : [];
    };
    expect(series(0)).toEqual(['Northgate', 'Old Quay', 'Sound Landing']);
    expect(series(2)).toEqual(['Old Quay']);
  });

  it('keeps to one panel where each has its own scale', () => {
    const { spec, table } = panelled('p', pierTable(24, PIERS.slice(0, 3)), { scale: 'panels' });
    const layout = drawFigure(spec, table, DEFAULT_STYLE, english);
    const [first, second] = inspectViews(resolveFigure(spec, table, DEFAULT_STYLE), layout);
    expect(first?.panel).toBe('Northgate');
    expect(second?.layout.left.scale.high).toBeLessThan(first?.layout.left.scale.high ?? 0);
  });
});
