/** Bands that sum up the years before a line, or all values of a longer period. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { runCommand } from '../../src/core/change/commands/index.ts';
import { BandOf, sayBand } from '../../src/core/figure/band-names.ts';
import { bandRulesOf } from '../../src/core/figure/draft-bands.ts';
import { drawFigure } from '../../src/core/figure/draw.ts';
import type { MarkOf } from '../../src/core/figure/marks.ts';
import { resolveFigure } from '../../src/core/figure/panels/resolve.ts';
import type { FigureSpec } from '../../src/core/figure/spec.ts';
import { partsBetween } from '../../src/core/named/parts.ts';
import { proofNotes } from '../../src/core/proof/proof.ts';
import { figureIn, newReport, type Report, tableIn } from '../../src/core/report/report.ts';
import { packTable } from '../../src/core/report/tables.ts';
import { toSvg } from '../../src/core/scene/svg.ts';
import { DEFAULT_STYLE } from '../../src/core/style/style.ts';
import { calculate, withCalculations } from '../../src/core/table/calc/calculate.ts';
import type { Column, Table } from '../../src/core/table/column.ts';
import { localeOf } from '../../src/core/text/locale.ts';
import { addUnits } from '../../src/core/time/calendar.ts';
import { measureFigure } from './measure-drawing.ts';
import { situation } from './situations.ts';
import { dates, day, months, numbers, tableOf } from './tables.ts';

const english = localeOf('en-GB');
const monthly = (values: (number | null)[]) =>
  tableOf([dates(months(2018, 1, values.length), 'month'), numbers('a', values)]);
const value = fc.option(fc.integer({ min: -500, max: 500 }), { freq: 6 });

describe('years before, taken together', () => {
  it('are those of the same month, worked out by counting twelve rows back', () => {
    fc.assert(
      fc.property(fc.array(value, { minLength: 1, maxLength: 90 }), fc.integer({ min: 2, max: 6 }), (values, years) => {
        const table = monthly(values);
        const of = (statistic: 'lowest' | 'highest' | 'mean') =>
          calculate(table, { key: 'x', title: 'x', rule: { kind: 'past years', column: 'a', years, of: statistic } });
        const [low, high, mean] = [of('lowest'), of('highest'), of('mean')];
        values.forEach((_, row) => {
          const back = Array.from({ length: years }, (__, at) => values[row - 12 * (at + 1)] ?? null).filter(
            (one): one is number => one !== null,
          );
          expect(low.cells[row]).toBe(back.length > 0 ? Math.min(...back) : null);
          expect(high.cells[row]).toBe(back.length > 0 ? Math.max(...back) : null);
          expect(low.restsOn?.there[row]).toBe(back.length);
          const sum = back.reduce((all, one) => all + one, 0);
          if (back.length > 0) expect(mean.cells[row]).toBeCloseTo(sum / back.length, 9);
        });
      }),
    );
  });

  it('leave out what a year does not have, such as 29 February', () => {
    const start = day('2019-01-01');
    const cells = Array.from({ length: 800 }, (_, at) => start + at * 86_400_000);
    const table = tableOf([
      dates(cells, 'day'),
      numbers(
        'a',
        cells.map((_, at) => at),
      ),
    ]);
    const low = calculate(table, {
      key: 'x',
      title: 'x',
      rule: { kind: 'past years', column: 'a', years: 2, of: 'lowest' },
    });
    expect(low.cells[cells.indexOf(day('2020-02-29'))]).toBeNull();
    expect(low.cells[cells.indexOf(day('2020-03-01'))]).toBe(cells.indexOf(day('2019-03-01')));
  });

  it('the middle half lies between quartiles', () => {
    const table = monthly([...Array(60)].map((_, row) => Math.floor(row / 12) * 10));
    const of = (statistic: 'lower quartile' | 'upper quartile') =>
      calculate(table, { key: 'x', title: 'x', rule: { kind: 'past years', column: 'a', years: 4, of: statistic } })
        .cells[59];
    expect([of('lower quartile'), of('upper quartile')]).toEqual([7.5, 22.5]);
  });
});

describe('a longer period, taken together', () => {
  it.each([
    ['month', 'day'],
    ['quarter', 'month'],
    ['year', 'week'],
    ['week', 'day'],
  ] as const)('%ss of %ss are the same in each of their rows', (to, unit) => {
    const cells: number[] = [];
    for (let at = day('2023-01-02'); cells.length < 120; at = addUnits(at, unit, 1)) cells.push(at);
    const own = cells.map((_, row) => (row * 7919) % 101);
    const table = tableOf([dates(cells, unit), numbers('a', own)]);
    const high = calculate(table, {
      key: 'x',
      title: 'x',
      rule: { kind: 'longer period', column: 'a', to, of: 'highest' },
    });
    const nameOf = (ms: number) => {
      const date = new Date(unit === 'week' ? ms + 3 * 86_400_000 : ms);
      if (to === 'year') return `${date.getUTCFullYear()}`;
      if (to === 'quarter') return `${date.getUTCFullYear()} ${Math.floor(date.getUTCMonth() / 3)}`;
      if (to === 'month') return date.toISOString().slice(0, 7);
      return `${Math.floor((ms / 86_400_000 - 4) / 7)}`;
    };
    cells.forEach((ms, row) => {
      const together = own.filter((_, other) => nameOf(cells[other] ?? 0) === nameOf(ms));
      expect(high.cells[row], `${nameOf(ms)} row ${row}`).toBe(Math.max(...together));
    });
  });
});

/** A report with a figure of five years of a line, with a band in one command. */
function banded(
  of: BandOf,
  change: (spec: FigureSpec) => void = () => {},
  hide = false,
): { report: Report; table: Table } {
  const values = Array.from({ length: 66 }, (_, row) => 100 + row + Math.round(30 * Math.sin(row / 1.9)));
  const columns: Column[] = [dates(months(2019, 1, 66), 'month'), numbers('a', values, 't')];
  const { spec, table } = situation('bands', columns, change);
  const line = spec.lines[0];
  if (!line) throw new Error('no line');
  let count = 0;
  const { item } = packTable('t', table, () => `b${++count}`);
  const { report } = runCommand({ ...newReport('R', ''), items: [item, spec] }, 'figure.sumUp', {
    figure: 'f',
    line: line.id,
    of,
    hide,
  });
  return { report, table };
}
const shown = ({ report, table }: { report: Report; table: Table }) => {
  const spec = figureIn(report, 'f');
  const calculations = tableIn(report, 't')?.calculations ?? [];
  if (!spec) throw new Error('no figure');
  const whole = withCalculations(table, calculations);
  const figure = resolveFigure(spec, whole, DEFAULT_STYLE);
  return { spec, whole, calculations, figure, layout: drawFigure(spec, whole, DEFAULT_STYLE, english) };
};
const PAST: BandOf = { kind: 'past years', years: 3, spread: 'lowest to highest' };

describe('a band of past years', () => {
  it('is made in one change, drawn from its columns, and named', () => {
    const { layout, whole } = shown(banded(PAST));
    expect(measureFigure(layout)).toEqual([]);
    const svg = toSvg(layout.scene);
    expect(svg).toContain('lowest to highest of 3 years before');
    expect(svg).toContain('mean of 3 years before');
    expect(whole.columns.map(({ title }) => title).slice(2)).toEqual([
      'A, lowest of 3 years before',
      'A, highest of 3 years before',
      'A, mean of 3 years before',
    ]);
  });

  it('widens the axis where its edges lie beyond the line', () => {
    const last = shown(banded(PAST, (spec) => Object.assign(spec, { window: { last: 12 } })));
    const band = [...last.figure.bands.values()][0];
    const edges = [...(band?.from ?? []), ...(band?.to ?? [])].filter((one): one is number => one !== null);
    expect(last.layout.left.scale.low).toBeLessThanOrEqual(Math.min(...edges));
    expect(last.layout.left.scale.high).toBeGreaterThanOrEqual(Math.max(...edges));
  });

  it('stands in the legend where lines are named in one', () => {
    const { layout } = shown(banded(PAST, (spec) => Object.assign(spec, { names: { kind: 'box', box: 'below' } })));
    const legend = toSvg(layout.scene).split('data-part="legend"')[1] ?? '';
    expect(legend).toContain('lowest to highest of 3 years before');
    expect(measureFigure(layout)).toEqual([]);
  });

  it('says in a note where there are fewer years than said', () => {
    const noteOf = (one: ReturnType<typeof shown>) =>
      proofNotes({ figure: one.figure, layout: one.layout, style: DEFAULT_STYLE, locale: english }).find(
        ({ check }) => check === 'few-years',
      );
    const all = noteOf(shown(banded(PAST)));
    expect(all?.text).toBe(
      '“lowest to highest of 3 years before” says 3 years, but 36 of 66 points have fewer, as few as 0.',
    );
    expect(noteOf(shown(banded(PAST, (spec) => Object.assign(spec, { window: { last: 12 } }))))).toBeUndefined();
  });

  it('is changed as a whole: its calculations, their titles and its names', () => {
    const one = banded(PAST);
    const mark = shown(one).spec.marks[0] as MarkOf<'band'>;
    const to: BandOf = { kind: 'past years', years: 4, spread: 'the middle half' };
    const after = {
      ...one,
      report: runCommand(one.report, 'figure.setCalculatedBand', {
        figure: 'f',
        mark: mark.id,
        set: partsBetween(BandOf, PAST, to),
      }).report,
    };
    const { spec, calculations, layout } = shown(after);
    expect(bandRulesOf(spec.marks[0] as MarkOf<'band'>, calculations)?.of).toEqual(to);
    expect(calculations.map(({ title }) => title)).toEqual([
      'A, lower quartile of 4 years before',
      'A, upper quartile of 4 years before',
      'A, mean of 4 years before',
    ]);
    expect(toSvg(layout.scene)).toContain('mean of 4 years before');
  });
});

describe('the names of bands', () => {
  it('are in the language of the report, and keep to what they are in every figure of the table', () => {
    const one = banded(PAST);
    const german = { ...one.report, locale: 'de-DE' as const };
    const made = runCommand(german, 'figure.sumUp', { figure: 'f', line: 'line-1', of: { ...PAST, years: 2 } }).report;
    expect(figureIn(made, 'f')?.marks.map(({ name }) => name)).toContain('Tiefst- bis Höchstwert der 2 Jahre davor');
    const copied = runCommand(one.report, 'item.add', {
      item: { ...structuredClone(figureIn(one.report, 'f')), id: 'g' },
    });
    const mark = figureIn(copied.report, 'f')?.marks[0];
    const after = runCommand(copied.report, 'figure.setCalculatedBand', {
      figure: 'f',
      mark: mark?.id ?? '',
      set: [{ path: ['years'], to: 4 }],
    }).report;
    for (const id of ['f', 'g']) {
      expect(figureIn(after, id)?.marks[0]?.name).toBe('lowest to highest of 4 years before');
      expect(figureIn(after, id)?.lines.at(-1)?.name).toBe('mean of 4 years before');
    }
  });

  it('are told of where they say other years than their calculations, and are named anew', () => {
    let one = banded(PAST);
    for (const { key, rule } of tableIn(one.report, 't')?.calculations ?? []) {
      if (rule.kind !== 'past years') continue;
      const set = [{ path: ['rule'], to: { ...rule, years: 5 } }];
      const { report } = runCommand(one.report, 'table.setCalculation', { table: 't', calculation: key, set });
      one = { ...one, report };
    }
    const noteOf = () => {
      const { figure, layout } = shown(one);
      return proofNotes({ figure, layout, style: DEFAULT_STYLE, locale: english }).find(
        ({ check }) => check === 'band-names',
      );
    };
    expect(noteOf()?.text).toBe('“lowest to highest of 3 years before” says 3 years, but its values cover 5.');
    for (let turn = 0; turn < 2; turn++) {
      const mend = noteOf()?.mends[0];
      if (!mend || !('call' in mend)) throw new Error('no change mends this');
      one = { ...one, report: runCommand(one.report, mend.call.name, mend.call.args).report };
    }
    expect(noteOf()).toBeUndefined();
    expect(shown(one).spec.lines.at(-1)?.name).toBe('mean of 5 years before');
  });
});

describe('dense lines', () => {
  const daily = (count: number) =>
    Array.from({ length: count }, (_, at) =>
      Math.round(200 + 80 * Math.sin(at / 58) + 60 * Math.sin(at * 12.9898) * Math.sin(at * 78.233)),
    );
  const start = day('2020-01-01');
  const made = (days: number, lines: number) => {
    const { spec, table } = situation('dense', [
      dates(
        Array.from({ length: days }, (_, at) => start + at * 86_400_000),
        'day',
      ),
      ...Array.from({ length: lines }, (_, at) =>
        numbers(
          `v${at}`,
          daily(days).map((one) => one + at),
          't',
        ),
      ),
    ]);
    const { item } = packTable(
      't',
      table,
      (() => {
        let count = 0;
        return () => `b${++count}`;
      })(),
    );
    return { table, report: { ...newReport('R', ''), items: [item, spec] } as Report };
  };
  const noteOf = (one: { report: Report; table: Table }) => {
    const { figure, layout } = shown(one);
    return proofNotes({ figure, layout, style: DEFAULT_STYLE, locale: english }).find(({ check }) => check === 'dense');
  };

  it('begin thinner than others, and say how many points share a millimetre', () => {
    expect(figureIn(made(60, 1).report, 'f')?.lines[0]?.weight).toBe('house');
    const one = made(1461, 4);
    expect(figureIn(one.report, 'f')?.lines[0]?.weight).toBe(0.4);
    expect(noteOf(one)?.text).toMatch(
      /^1\d\.\d points of each of 4 lines share each millimetre and go up and down; at 0\.4 pt their strokes merge\.$/,
    );
    expect(noteOf(made(60, 1))).toBeUndefined();
  });

  it.each([
    [1461, 1],
    [1461, 4],
    [700, 1],
    [500, 3],
  ])('%i days of %i lines: each change that is offered mends it', (days, lines) => {
    const one = made(days, lines);
    for (const line of figureIn(one.report, 'f')?.lines ?? [])
      one.report = runCommand(one.report, 'figure.styleLines', { figure: 'f', lines: [line.id], weight: 1.3 }).report;
    const note = noteOf(one);
    expect(note).toBeDefined();
    for (const mend of note?.mends ?? []) {
      if (!('call' in mend)) continue;
      const after = { ...one, report: runCommand(one.report, mend.call.name, mend.call.args).report };
      // The mean of a longer period stands for one line; the others have their turn after it.
      if (lines === 1 || mend.call.name !== 'figure.sumUp') expect(noteOf(after), mend.say).toBeUndefined();
      else expect(shown(after).figure.lines).toHaveLength(lines);
      expect(measureFigure(shown(after).layout)).toEqual([]);
    }
  });
});

describe('the names of bands in print', () => {
  const said = (of: BandOf, what: BandOf['spread'] | 'mean') =>
    (['en-GB', 'de-DE', 'fr-FR', 'es-ES', 'pl-PL', 'fi-FI'] as const).map((id) => sayBand(of, what, localeOf(id)));
  it('are as each language has them', () => {
    expect(said({ kind: 'past years', years: 2, spread: 'lowest to highest' }, 'lowest to highest')).toEqual([
      'lowest to highest of 2 years before',
      'Tiefst- bis Höchstwert der 2 Jahre davor',
      'du plus bas au plus haut des 2 années précédentes',
      'mínimo a máximo de los 2 años anteriores',
      'od najniższej do najwyższej z 2 poprzednich lat',
      'alimmasta ylimpään, 2 edeltävää vuotta',
    ]);
    expect(said({ kind: 'past years', years: 5, spread: 'the middle half' }, 'mean')).toEqual([
      'mean of 5 years before',
      'Mittel der 5 Jahre davor',
      'moyenne des 5 années précédentes',
      'media de los 5 años anteriores',
      'średnia z 5 poprzednich lat',
      'keskiarvo, 5 edeltävää vuotta',
    ]);
    expect(said({ kind: 'longer period', to: 'month', spread: 'the middle half' }, 'the middle half')).toEqual([
      'the middle half of the month',
      'mittlere Hälfte des Monats',
      'moitié centrale du mois',
      'mitad central del mes',
      'środkowa połowa w miesiącu',
      'keskimmäinen puolisko kuukaudessa',
    ]);
  });
});
