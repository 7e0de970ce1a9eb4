/** Places where one sign, one comparison or one default decides: each is told apart here. */

import { describe, expect, it } from 'vitest';
import * as z from 'zod';
import { factFor } from '../../src/core/figure/facts.ts';
import { resolveFigure } from '../../src/core/figure/panels/resolve.ts';
import { FigureSpec, Line } from '../../src/core/figure/spec.ts';
import { windowOf } from '../../src/core/figure/window.ts';
import { courseOf } from '../../src/core/mark/course.ts';
import { newEmphasis } from '../../src/core/mark/emphasis.ts';
import { shareBelow } from '../../src/core/mark/linear.ts';
import { isFilledMarker, markerFill } from '../../src/core/mark/marker.ts';
import { pointsOfRule } from '../../src/core/mark/points.ts';
import { fieldsBetween } from '../../src/core/named/fields.ts';
import { DEFAULT_STYLE } from '../../src/core/style/style.ts';
import { readNumber } from '../../src/core/table/numbers.ts';
import { numbers, tableOf } from './tables.ts';

const monthsFrom = (year: number, count: number) =>
  Array.from({ length: count }, (_, index) => Date.UTC(year, index, 1));

describe('a window', () => {
  const column = {
    key: 'm',
    title: 'm',
    kind: 'date' as const,
    interval: 'month' as const,
    cells: monthsFrom(2025, 6),
  };
  const held = (window: Parameters<typeof windowOf>[1]) => column.cells.map((_, row) => windowOf(column, window)(row));
  it('ends where it says, begins where it says, and is open where it says nothing', () => {
    const [, second = 0, third = 0] = column.cells;
    expect(held({ from: second, to: third })).toEqual([false, true, true, false, false, false]);
    expect(held({ from: null, to: third })).toEqual([true, true, true, false, false, false]);
    expect(held({ from: third, to: null })).toEqual([false, false, true, true, true, true]);
    expect(held({ last: 2 })).toEqual([false, false, false, false, true, true]);
  });
});

describe('the change on the year', () => {
  const change = (before: number, now: number) => {
    const cells = [before, ...Array.from({ length: 11 }, () => 1), now];
    const table = tableOf([
      { key: 'm', title: 'm', kind: 'date', interval: 'month', cells: monthsFrom(2025, 13) },
      numbers('v', cells),
    ]);
    const spec = FigureSpec.parse({
      type: 'figure',
      id: 'f',
      name: 'f',
      table: 't',
      across: 'm',
      lines: [Line.parse({ id: 'l', column: 'v', name: null, shown: true, colour: '#000000', weight: 1 })],
      dateAxis: {},
      leftAxis: {},
      words: { title: '', subtitle: '', source: '' },
      frame: { width: 160, height: 84 },
    });
    const figure = resolveFigure(spec, table, DEFAULT_STYLE);
    const claim = factFor(figure, { kind: 'year', line: null })?.claim;
    return claim?.kind === 'year' ? `${claim.way} ${claim.change?.size} ${claim.change?.of}` : null;
  };
  it('rises from a negative base when the value rises', () => {
    // Of what falls below zero there is no per cent.
    expect(change(-100, -50)).toBe('up 50 value');
    expect(change(-100, -150)).toBe('down 50 value');
    expect(change(100, 150)).toBe('up 50 percent');
    expect(change(0, 150)).toBeNull();
  });
});

describe('numbers with marks', () => {
  it('are grouped by threes from the right, or are not read', () => {
    expect(readNumber('1234,567', { decimal: '.', unit: null })).toBeNull();
    expect(readNumber('1,234,567', { decimal: '.', unit: null })).toBe(1_234_567);
    expect(readNumber('12,34', { decimal: '.', unit: null })).toBeNull();
    expect(readNumber(',234', { decimal: '.', unit: null })).toBeNull();
    expect(readNumber('1234,567', { decimal: ',', unit: null })).toBe(1234.567);
  });
});

describe('a thing of another kind', () => {
  it('is one field, so that half of it never stands beside half of the other', () => {
    const Over = z.discriminatedUnion('kind', [
      z.strictObject({ kind: z.literal('values'), from: z.number(), axis: z.string() }),
      z.strictObject({ kind: z.literal('across'), from: z.string() }),
    ]);
    const schema = z.strictObject({ over: Over });
    const values = { over: { kind: 'values', from: 1, axis: 'left' } };
    expect(fieldsBetween(schema, values, { over: { kind: 'across', from: 'x' } }).map(({ path }) => path)).toEqual([
      ['over'],
    ]);
    expect(fieldsBetween(schema, values, { over: { ...values.over, from: 2 } }).map(({ path }) => path)).toEqual([
      ['over', 'from'],
    ]);
  });
});

describe('what everything is drawn with', () => {
  it('puts equal ends in the middle', () => {
    expect([shareBelow(3, 3, 3), shareBelow(0, 0, 10), shareBelow(10, 0, 10)]).toEqual([0.5, 1, 0]);
  });

  it('tells bridges from stretches, and those that are not over from those that are', () => {
    const kinds = (values: (number | null)[], unfinished: number) =>
      courseOf(values, {
        x: (index) => index * 10,
        y: (value) => 100 - value,
        top: 0,
        bottom: 100,
        curve: 'straight',
        bridged: true,
        unfinished,
      }).flatMap(({ pieces }) => pieces.map(({ kind }) => kind));
    expect(kinds([1, 2, null, 3, 4], 5)).toEqual(['finished', 'bridge', 'finished']);
    expect(kinds([1, 2, null, 3, 4], 3)).toEqual(['finished', 'unfinished', 'unfinished']);
    expect(kinds([1, 2, 3, 4], 3)).toEqual(['finished', 'unfinished']);
    expect(kinds([1, null, 3], 3)).toEqual(['dot', 'bridge', 'dot']);
    // The stretch that leads to the first unfinished point is unfinished, too.
    const [run] = courseOf([1, 2, 3, 4], {
      x: (index) => index * 10,
      y: (value) => 100 - value,
      top: 0,
      bottom: 100,
      curve: 'straight',
      bridged: false,
      unfinished: 3,
    });
    expect(run?.pieces.map((piece) => (piece.kind === 'dot' ? [] : piece.corners.map(([x]) => x)))).toEqual([
      [0, 10, 20],
      [20, 30],
    ]);
  });

  it('finds highs and lows among what is over, and the last among all', () => {
    const values = [1, 5, 3, 9];
    const at = (of: Parameters<typeof newEmphasis>[0], unfinished: number) =>
      pointsOfRule(values, newEmphasis(of), unfinished, () => 2);
    expect(at('high', 3)).toEqual([1]);
    expect(at('high', 4)).toEqual([3]);
    expect(at('last', 3)).toEqual([3]);
    expect(at('above', 3)).toEqual([1, 2]);
  });

  it('fills markers that are closed and no rings, and hides the line behind hollow ones', () => {
    expect([
      isFilledMarker('circle', true),
      isFilledMarker('ring', true),
      isFilledMarker('cross', true),
      isFilledMarker('circle', false),
    ]).toEqual([true, false, false, false]);
    expect(markerFill('circle', true, '#111111', '#ffffff')).toEqual({ fill: '#111111' });
    expect(markerFill('circle', false, '#111111', '#ffffff')).toEqual({ fill: '#ffffff' });
    expect(markerFill('cross', false, '#111111', '#ffffff')).toEqual({});
  });
});
