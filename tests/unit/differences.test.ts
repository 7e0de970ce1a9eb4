/** Differences between two points, two lines, or a line and a level: where they stand and what they say. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { draftDifference } from '../../src/core/figure/draft-marks.ts';
import { drawFigure } from '../../src/core/figure/draw.ts';
import { type DifferenceEnd, Mark } from '../../src/core/figure/marks.ts';
import { resolveFigure } from '../../src/core/figure/panels/resolve.ts';
import { nearestPoint, pointedAt } from '../../src/core/figure/pointed.ts';
import { FigureSpec } from '../../src/core/figure/spec.ts';
import { proofNotes } from '../../src/core/proof/proof.ts';
import { textsOf } from '../../src/core/scene/scene.ts';
import { DEFAULT_STYLE } from '../../src/core/style/style.ts';
import { LOCALES, localeOf } from '../../src/core/text/locale.ts';
import { measureFigure } from './measure-drawing.ts';
import { situation } from './situations.ts';
import { dates, months, numbers } from './tables.ts';

const english = localeOf('en-GB');
const last = (line: string): DifferenceEnd => ({ line, place: { kind: 'last' } });
const first = (line: string): DifferenceEnd => ({ line, place: { kind: 'first' } });
const at = (line: string, month: number): DifferenceEnd => ({
  line,
  place: { kind: 'at', at: months(2024, month, 1)[0] ?? 0 },
});

function drawn(
  values: readonly (readonly (number | null)[])[],
  from: DifferenceEnd,
  to: DifferenceEnd,
  {
    unit = 'passengers',
    locale = english,
    ...more
  }: { unit?: string; locale?: typeof english; as?: string; drawn?: string } = {},
) {
  const { spec, table } = situation('gaps', [
    dates(months(2024, 1, values[0]?.length ?? 0), 'month'),
    ...values.map((own, index) => numbers(`v${index}`, [...own], unit)),
  ]);
  const level = Mark.parse({ kind: 'level', id: 'goal', name: 'goal', at: 150, colour: '#66707d', named: 'none' });
  const mark = Mark.parse({ ...draftDifference('d', spec, from, to), ...more });
  const figure = FigureSpec.parse({ ...spec, marks: [level, mark] });
  const layout = drawFigure(figure, table, DEFAULT_STYLE, locale);
  const group = layout.scene.nodes.flatMap((node) => (node.kind === 'group' && node.part === 'mark:d' ? [node] : []));
  const said = group.flatMap((node) => [...textsOf([node])].map(({ text }) => text)).join(' ');
  return { layout, said, figure: resolveFigure(figure, table, DEFAULT_STYLE), group };
}

const LINE = [100, 120, 90, 130, 140, 112];

describe('a difference', () => {
  it.each([
    ['a line, first to last', first('line-1'), last('line-1'), '+12%'],
    ['two points of a line', at('line-1', 2), at('line-1', 3), '−25%'],
    ['two lines at one month', last('line-1'), last('line-2'), '+100%'],
    ['a line and a level', last('line-1'), { level: 'goal' }, '+34%'],
    ['a line and a value', { value: 56, axis: 'left' as const }, last('line-1'), '+100%'],
  ] as const)('of %s', (_, from, to, words) => {
    const { said, layout } = drawn([LINE, LINE.map((value) => value * 2)], from, to);
    expect(said).toBe(words);
    expect(measureFigure(layout)).toEqual([]);
  });

  it.each([
    ['auto', '%', '+12.0 percentage points'],
    ['amount', 'km', '+12\u00a0km'],
    ['percent', 'km', '+12%'],
    ['times', 'km', '1.1 times as much'],
  ] as const)('said %s, of %s', (as, unit, words) => {
    expect(drawn([LINE], first('line-1'), last('line-1'), { as, unit }).said).toBe(words);
  });

  it('says twice, half and nothing in a word', () => {
    const times = (values: number[]) => drawn([values], first('line-1'), last('line-1'), { as: 'times' }).said;
    expect([
      times([50, 60, 100]),
      times([100, 60, 50]),
      times([100, 300]),
      drawn([[7, 9, 7]], first('line-1'), last('line-1')).said,
    ]).toEqual(['twice as much', 'half as much', '3 times as much', 'no change']);
  });

  it('follows new data at the last value, and stays at a place that was chosen', () => {
    const longer = [...LINE, 224];
    expect(drawn([longer], first('line-1'), last('line-1')).said).toBe('+124%');
    expect(drawn([longer], at('line-1', 1), at('line-1', 6)).said).toBe('+12%');
  });

  it('ends at the last finished value, unless another is chosen', () => {
    const { spec, table } = situation('unfinished', [
      dates(months(2024, 1, 6), 'month', { unfinishedFrom: months(2024, 6, 1)[0] ?? 0 }),
      numbers('a', LINE, 'passengers'),
    ]);
    const said = (to: DifferenceEnd) => {
      const figure = FigureSpec.parse({ ...spec, marks: [draftDifference('d', spec, first('line-1'), to)] });
      const { scene } = drawFigure(figure, table, DEFAULT_STYLE, english);
      return [...textsOf(scene.nodes)].map(({ text }) => text).filter((text) => /^[+−]/.test(text));
    };
    expect(said(last('line-1'))).toEqual(['+40%']);
    expect(said(at('line-1', 6))).toEqual(['+12%']);
  });

  it('is told of where an end has no value', () => {
    const { figure, layout, said } = drawn([[100, null, 90]], first('line-1'), at('line-1', 2));
    expect(said).toBe('');
    const notes = proofNotes({ figure, layout, style: DEFAULT_STYLE, locale: english });
    expect(notes.find(({ check }) => check === 'marks-out')?.text).toBe(
      '“Difference” has an end without a value, or ends in different units or on different axes.',
    );
  });

  it('is none between units or axes, which is told', () => {
    const { spec, table } = situation('two', [
      dates(months(2024, 1, 6), 'month'),
      numbers('a', LINE, 'passengers'),
      numbers('b', LINE, '%'),
    ]);
    const noteOf = (change: (figure: FigureSpec) => void, from: DifferenceEnd, to: DifferenceEnd) => {
      const figure = FigureSpec.parse({ ...structuredClone(spec), marks: [draftDifference('d', spec, from, to)] });
      change(figure);
      const resolved = resolveFigure(figure, table, DEFAULT_STYLE);
      const layout = drawFigure(figure, table, DEFAULT_STYLE, english);
      return proofNotes({ figure: resolved, layout, style: DEFAULT_STYLE, locale: english }).find(
        ({ check }) => check === 'marks-out',
      );
    };
    expect(noteOf(() => {}, last('line-1'), last('line-2'))).toBeDefined();
    const onRight = (figure: FigureSpec) => Object.assign(figure.lines[0] ?? {}, { axis: 'right' });
    expect(noteOf(onRight, { value: 90, axis: 'left' }, last('line-1'))).toBeDefined();
    expect(noteOf(onRight, { value: 90, axis: 'right' }, last('line-1'))).toBeUndefined();
  });

  it('stands from one height to the other, and what it says is worked out from the values', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 400 }), { minLength: 2, maxLength: 24 }),
        fc.constantFrom('bracket', 'arrow'),
        fc.constantFrom(...LOCALES),
        (values, how, id) => {
          const locale = localeOf(id);
          const { said, layout, group } = drawn([values], first('line-1'), last('line-1'), {
            drawn: how,
            as: 'percent',
            locale,
          });
          const [was = 0, now = 0] = [values[0], values.at(-1)];
          const percent = (Math.abs(now - was) / was) * 100;
          const number = Number(
            said
              .replace(/[^\d.,]/g, '')
              .replace(/[.,](?=\d{3})/g, '')
              .replace(',', '.'),
          );
          if (was === now) expect(said).not.toMatch(/\d/);
          else if (said !== '') expect(Math.abs(number - percent)).toBeLessThanOrEqual(percent < 9.95 ? 0.051 : 0.51);
          const keys = months(2024, 1, values.length);
          const points = pointedAt(layout, { line: 'line-1', panel: '', at: [keys[0] ?? 0, keys.at(-1) ?? 0] });
          const strokes = group.flatMap(({ children }) =>
            children.flatMap((node) => (node.kind === 'path' ? [node.d] : [])),
          );
          const tall = strokes
            .map((d) => [...d.matchAll(/[ML]([-\d.]+) ([-\d.]+)/g)].map(([, x, y]) => [Number(x), Number(y)] as const))
            .find(([a, b]) => a && b && a[0] === b[0]);
          const ys = tall?.map(([, y]) => y) ?? [];
          expect(ys[0]).toBeCloseTo(points[0]?.y ?? Number.NaN, 1);
          expect(ys[1]).toBeCloseTo(points[1]?.y ?? Number.NaN, 1);
          expect(measureFigure(layout)).toEqual([]);
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('the point that is nearest', () => {
  it('to where it stands is the point itself, and none is far off', () => {
    const { layout } = drawn([LINE, LINE.map((value) => value * 2)], first('line-1'), last('line-1'));
    for (const line of ['line-1', 'line-2'])
      for (const [index, key] of months(2024, 1, 6).entries()) {
        const [point] = pointedAt(layout, { line, panel: '', at: [key] });
        const found = point && nearestPoint(layout, [point.x + 2, point.y - 2], 16);
        expect(found, `${line} ${index}`).toMatchObject({ line, at: key });
      }
    expect(nearestPoint(layout, [2, 2], 16)).toBeNull();
  });
});
