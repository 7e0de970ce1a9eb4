/** What is typed in one field: ranges of axes, and type. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { axisFor } from '../../src/core/figure/axis-for.ts';
import { draftFigure } from '../../src/core/figure/draft.ts';
import { LAID_ON, laidOn } from '../../src/core/figure/laid-on.ts';
import { readRange, sayRange } from '../../src/core/figure/range-words.ts';
import { FigureSpec } from '../../src/core/figure/spec.ts';
import { readType, sayType } from '../../src/core/figure/type-words.ts';
import { newEmphasis } from '../../src/core/mark/emphasis.ts';
import { DEFAULT_STYLE } from '../../src/core/style/style.ts';
import { numberTyped } from '../../src/core/table/numbers.ts';
import { Dice } from './any-command.ts';
import { randomFigure } from './random-figure.ts';
import { dates, months, numbers, tableOf } from './tables.ts';

describe('a range of an axis in one field', () => {
  it('is read in the ways in which it is said', () => {
    const auto = { from: 'auto', to: 'auto', every: null };
    expect(readRange('0 to 100 every 10')).toEqual({ from: 0, to: 100, every: 10 });
    expect(readRange('from 80 to 100')).toEqual({ from: 80, to: 100, every: null });
    expect(readRange('−5 – 5 by 2.5')).toEqual({ from: -5, to: 5, every: 2.5 });
    expect(readRange('zero to auto, every 1k')).toEqual({ from: 'zero', to: 'auto', every: 1000 });
    expect(readRange('auto to 1.5m')).toEqual({ ...auto, to: 1_500_000 });
    expect(readRange('0,5 to 2,5')).toEqual({ from: 0.5, to: 2.5, every: null });
    expect(readRange('80% to 100% every 5%')).toEqual({ from: 80, to: 100, every: 5 });
    expect(readRange('every 20')).toEqual({ ...auto, every: 20 });
    expect(readRange('10')).toEqual({ ...auto, from: 10 });
    expect(readRange('to 12')).toEqual({ ...auto, to: 12 });
    expect(readRange('  ')).toEqual(auto);
  });
  it('is refused with a sentence where it is none', () => {
    for (const text of ['nought', '1 to to 2', 'every', '1 2 3', '0 to 10 every 0', '0 to 10 every -5', '<b>1</b>'])
      expect(readRange(text), text).toHaveProperty('refused');
  });
  it('is said as it is read, whatever it is, and nothing that is typed throws', () => {
    const end = fc.double({ min: -1e9, max: 1e9, noNaN: true }).map((value) => Number(value.toFixed(3)) + 0);
    const range = fc.record({
      from: fc.oneof(fc.constantFrom('auto' as const, 'zero' as const), end),
      to: fc.oneof(fc.constant('auto' as const), end),
      every: fc.oneof(
        fc.constant(null),
        fc.double({ min: 0.001, max: 1e6, noNaN: true }).map((value) => Number(value.toPrecision(5))),
      ),
    });
    fc.assert(
      fc.property(range, (wish) => {
        expect(readRange(sayRange(wish))).toEqual(wish);
      }),
      { numRuns: 2000 },
    );
    fc.assert(
      fc.property(fc.string(), (text) => typeof readRange(text) === 'object'),
      { numRuns: 2000 },
    );
  });
});

describe('type in one field', () => {
  it('is a weight, a size, or both', () => {
    expect(readType('semibold 9 pt')).toEqual({ bold: true, size: 9 });
    expect(readType('9,5pt regular')).toEqual({ bold: false, size: 9.5 });
    expect(readType('Bold')).toEqual({ bold: true });
    expect(readType('11')).toEqual({ size: 11 });
    expect(readType('regular, house')).toEqual({ bold: false, size: null });
    for (const text of ['', 'pt', 'huge', '9 9x', 'bold italic']) expect(readType(text), text).toBeNull();
  });
  it('is read as it is said', () => {
    fc.assert(
      fc.property(fc.boolean(), fc.double({ min: 4, max: 40, noNaN: true }), (bold, at) => {
        const size = Number(at.toFixed(1));
        expect(readType(sayType({ bold, size }, 8))).toEqual({ bold, size });
      }),
    );
  });
});

it('a typed number has a comma or a point', () => {
  expect(['1,5', '1.5', '1,234', '12k', '−3', 'x', ''].map(numberTyped)).toEqual([
    1.5,
    1.5,
    1234,
    12_000,
    -3,
    null,
    null,
  ]);
});

describe('the axis of a line that is added', () => {
  const table = tableOf([
    dates(months(2026, 1, 3), 'month'),
    numbers('a', [1, 2, 3], 't'),
    numbers('b', [1, 2, 3], '%'),
    numbers('c', [1, 2, 3], '%'),
    numbers('d', [1, 2, 3], 't'),
  ]);
  const spec = draftFigure(table, {
    id: 'f',
    tableId: 't',
    style: DEFAULT_STYLE,
    across: table.columns[0]?.key,
    lines: ['a'],
  });
  it('is that of its unit; of another unit, the right one is offered where it is free', () => {
    expect(axisFor(spec, table, 'd')).toEqual({ axis: 'left', offer: null });
    expect(axisFor(spec, table, 'b').offer).toBe('“B” is in %, and the left axis in t.');
    const [first] = spec.lines;
    const two = {
      lines: [
        ...spec.lines,
        { ...(first as FigureSpec['lines'][number]), id: 'x', column: 'b', axis: 'right' as const },
      ],
    };
    expect(axisFor(two, table, 'c')).toEqual({ axis: 'right', offer: null });
  });
});

describe('a figure as another one', () => {
  it('keeps what names a column, a line or a level of its own figure', () => {
    const made = randomFigure(new Dice(3)).spec;
    const [line] = made.lines;
    if (!line) throw new Error('no line');
    const own = {
      ...line,
      values: { ...line.values, column: 'own-labels' },
      fill: { line: 'own-line' },
      emphasis: [{ ...newEmphasis('below'), level: 'own-level' }],
    };
    const theirs = {
      ...line,
      values: { ...line.values, column: 'their-labels', on: 'all' as const },
      fill: { line: 'their-line' },
      emphasis: [{ ...newEmphasis('above'), level: 'their-level' }, newEmphasis('high')],
    };
    const [laid] = laidOn({ ...made, lines: [own] }, { ...made, lines: [theirs] }, 'looks').lines;
    expect(laid?.values).toMatchObject({ column: 'own-labels', on: 'all' });
    expect(laid?.fill).toEqual({ line: 'own-line' });
    expect(laid?.emphasis.map(({ of, level }) => [of, level])).toEqual([
      ['high', newEmphasis('high').level],
      ['below', 'own-level'],
    ]);
  });

  it('takes over looks or scale and size, and nothing of the data, the words or the marks, for any two figures', () => {
    for (let seed = 1; seed <= 120; seed++) {
      const [one, two] = [randomFigure(new Dice(seed)).spec, randomFigure(new Dice(seed + 5000)).spec];
      for (const what of LAID_ON) {
        const laid = laidOn(one, two, what);
        expect(FigureSpec.safeParse(laid).error, `seed ${seed}`).toBeUndefined();
        for (const key of [
          'id',
          'name',
          'table',
          'across',
          'window',
          'words',
          'marks',
          'panels',
          'description',
        ] as const)
          expect(laid[key]).toEqual(one[key]);
        expect(laid.lines.map(({ id, column, axis, shown, name }) => [id, column, axis, shown, name])).toEqual(
          one.lines.map(({ id, column, axis, shown, name }) => [id, column, axis, shown, name]),
        );
        // Done twice it is what it was done once, and laid on itself nothing changes.
        expect(laidOn(laid, two, what)).toEqual(laid);
        expect(laidOn(one, one, what)).toEqual(one);
        if (what === 'scale and size') {
          expect(laid.lines).toEqual(one.lines);
          expect([laid.leftAxis.from, laid.leftAxis.to, laid.frame.width]).toEqual([
            two.leftAxis.from,
            two.leftAxis.to,
            two.frame.width,
          ]);
        } else {
          expect([laid.frame.width, laid.leftAxis.from]).toEqual([one.frame.width, one.leftAxis.from]);
          expect(laid.leftAxis.grid).toBe(two.leftAxis.grid);
        }
      }
    }
  });
});
