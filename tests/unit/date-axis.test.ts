import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Band, DatePlanner, type DateSpan } from '../../src/core/figure/date-axis.ts';
import { datePosition, pointPosition } from '../../src/core/figure/date-position.ts';
import { POINTS_PER_MM } from '../../src/core/scene/scene.ts';
import { LOCALES, localeOf } from '../../src/core/text/locale.ts';
import { textWidth } from '../../src/core/text/measure.ts';
import { addUnits, type CalendarUnit, floorTo } from '../../src/core/time/calendar.ts';

const TYPE = { face: 'sans-400', size: 7.2, clear: 1.5 } as const;
const english = localeOf('en-GB');
const at = (iso: string) => Date.parse(`${iso}T00:00:00Z`);
const months = (from: string, count: number): DateSpan => ({
  from: at(from),
  to: addUnits(at(from), 'month', count),
  unit: 'month',
});
const mm = (value: number) => value * POINTS_PER_MM;

/** Left and right edges of the labels of a level, in points. */
function edges(bands: Band[], span: DateSpan, width: number) {
  const start = datePosition(span.from, span.unit);
  const scale = width / (datePosition(span.to, span.unit) - start);
  return bands
    .filter((band) => band.label !== '')
    .map((band) => {
      const centre = (band.anchor - start) * scale;
      const half = textWidth(band.label, TYPE.face, TYPE.size) / 2;
      const shift = band.align === 'start' ? half : band.align === 'end' ? -half : 0;
      return { left: centre + shift - half, right: centre + shift + half, label: band.label };
    });
}

describe('a label for several periods', () => {
  const units = ['year', 'month', 'week', 'day', 'hour', 'minute'] as const;
  const spans = fc
    .tuple(fc.constantFrom(...units), fc.integer({ min: 0, max: 4000 }), fc.integer({ min: 2, max: 300 }))
    .map(([unit, shift, count]): DateSpan => {
      const from = floorTo(addUnits(at('1950-01-01'), unit, shift), unit);
      return { from, to: addUnits(from, unit, count), unit };
    });
  it('stands at the first of them, which is drawn', () => {
    fc.assert(
      fc.property(spans, fc.integer({ min: 30, max: 200 }), (span, width) => {
        for (const fit of new DatePlanner(span, TYPE, english).fits(mm(width))) {
          const [level] = fit.plan.levels;
          // The axis of such a plan begins and ends with its data.
          if (level.every > 1) expect([fit.span.from, fit.span.to]).toEqual([span.from, span.to]);
          for (const band of fit.levels[0] ?? []) {
            if (band.label === '' || level.every === 1 || fit.plan.ends) continue;
            const length =
              datePosition(addUnits(span.from, level.unit, 1), span.unit) - datePosition(span.from, span.unit);
            // Months differ by three days where days are drawn.
            // At the ends of the axis it is set inwards.
            if (band.align === 'middle' && band.end - band.start > length)
              expect(Math.abs(band.anchor - band.start - length / 2)).toBeLessThan(length * 0.06 + 1e-6);
            expect(band.start).toBeGreaterThanOrEqual(datePosition(span.from, span.unit) - 1e-9);
          }
        }
      }),
    );
  });
  it('is none where the first of them is before the data', () => {
    const span: DateSpan = { from: at('2011-01-01'), to: at('2026-01-01'), unit: 'year' };
    const fit = new DatePlanner(span, TYPE, english).fits(mm(30)).find(({ plan }) => plan.id === 'ten-years');
    expect(fit?.levels[0]?.map(({ label }) => label)).toEqual(['', '2020']);
    const days: DateSpan = { from: at('2026-01-01'), to: at('2026-02-10'), unit: 'day' };
    const weeks = new DatePlanner(days, TYPE, english)
      .fits(mm(160))
      .find(({ plan }) => plan.id === 'weeks-over-months');
    expect(weeks?.levels[0]?.map(({ label }) => label)).toEqual(['', '5', '12', '19', '26', '2', '9']);
  });
});

describe('date label plans', () => {
  it('takes the richest plan that fits the width', () => {
    const planner = new DatePlanner(months('2024-01-01', 34), TYPE, english);
    const chosen = (width: number) => planner.choose('auto', mm(width))?.plan.id;
    expect(chosen(500)).toBe('long-months-over-years');
    expect(chosen(240)).toBe('short-months-over-years');
    expect(chosen(140)).toBe('quarters-over-years');
    expect(chosen(25)).toBe('half-years-over-years');
    expect(chosen(20)).toBe('years');
  });

  it('completes the last quarter, but not a year that is far from whole', () => {
    const planner = new DatePlanner(months('2024-01-01', 34), TYPE, english);
    const fit = planner.choose('quarters-over-years', mm(140));
    expect(fit?.span.to).toBe(at('2027-01-01'));
    expect(fit?.levels[0]?.map((band) => band.label)).toEqual([
      'Q1',
      'Q2',
      'Q3',
      'Q4',
      'Q1',
      'Q2',
      'Q3',
      'Q4',
      'Q1',
      'Q2',
      'Q3',
      'Q4',
    ]);
    const long = new DatePlanner(months('2011-11-01', 100), TYPE, english).choose('years', mm(140));
    expect(long?.span.from).toBe(at('2011-11-01'));
  });

  it('ticks a year axis at whole years only', () => {
    const planner = new DatePlanner({ from: at('2011-01-01'), to: at('2026-01-01'), unit: 'year' }, TYPE, english);
    const fit = planner.choose('auto', mm(140));
    expect(fit?.levels).toHaveLength(1);
    expect(fit?.levels[0]?.map((band) => band.label)).toEqual(Array.from({ length: 15 }, (_, i) => String(2011 + i)));
    expect(fit?.levels[0]?.every((band) => band.start % 12 === 0)).toBe(true);
  });

  it('states its spare room exactly: at just that much less the plan still fits', () => {
    for (const id of LOCALES) {
      const planner = new DatePlanner(months('2024-05-01', 29), TYPE, localeOf(id));
      for (const fit of planner.fits(mm(150))) {
        const edge = mm(150) - mm(fit.spare);
        const exact = planner.fits(edge).find((other) => other.plan.id === fit.plan.id);
        expect(exact?.spare).toBeCloseTo(0, 6);
      }
    }
  });

  it('never lets labels overlap or leave the axis, whatever the dates, the width and the plan', () => {
    const units: CalendarUnit[] = ['day', 'week', 'month', 'quarter', 'year'];
    const situation = fc.record({
      unit: fc.constantFrom(...units),
      start: fc.integer({ min: at('1950-01-01'), max: at('2060-01-01') }),
      count: fc.integer({ min: 1, max: 400 }),
      width: fc.integer({ min: 60, max: 900 }),
      locale: fc.constantFrom(...LOCALES),
      wish: fc.constantFrom('auto', 'long-months-over-years', 'initials-over-years', 'days-over-months', 'years'),
    });
    fc.assert(
      fc.property(situation, ({ unit, start, count, width, locale, wish }) => {
        const from = floorTo(start, unit);
        const span = { from, to: addUnits(from, unit, count), unit };
        const fit = new DatePlanner(span, TYPE, localeOf(locale)).choose(wish, width);
        expect(fit).toBeDefined();
        for (const bands of fit?.levels ?? []) {
          expect(bands.every((band) => band.end > band.start)).toBe(true);
          const placed = edges(bands, fit?.span ?? span, width);
          for (let i = 1; i < placed.length; i++)
            expect(placed[i]?.left ?? 0).toBeGreaterThan(placed[i - 1]?.right ?? 0);
          for (const label of placed) {
            expect(label.left).toBeGreaterThan(-1e-6);
            expect(label.right).toBeLessThan(width + 1e-6);
          }
        }
      }),
      { numRuns: 1500 },
    );
  });

  it('sets points in the middle of their bands', () => {
    const inBands = { points: 'band', weekStart: 1 } as const;
    expect(pointPosition(at('2024-02-01'), 'month', inBands)).toBe(2024 * 12 + 1.5);
    expect(pointPosition(at('2024-02-29'), 'month', inBands)).toBe(2024 * 12 + 1.5);
    expect(pointPosition(at('2024-01-01'), 'year', inBands)).toBe(2024 * 12 + 6);
    expect(pointPosition(at('1970-01-02'), 'day', inBands)).toBe(1.5);
  });
});
