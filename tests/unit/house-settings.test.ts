/** Settings of a house that say how something is chosen: label plans, weeks, decimals, what stands out, patterns in panels. */
import { describe, expect, it } from 'vitest';
import { BOARD_PAPERS, SKERRY_PLAIN } from '../../demo/styles.ts';
import { DatePlanner, dateTicks } from '../../src/core/figure/date-axis.ts';
import { pointPosition } from '../../src/core/figure/date-position.ts';
import { draftFigure } from '../../src/core/figure/draft.ts';
import { drawFigure } from '../../src/core/figure/draw.ts';
import { dressFigure } from '../../src/core/figure/dress.ts';
import { layoutFigure } from '../../src/core/figure/layout.ts';
import { resolveFigure } from '../../src/core/figure/panels/resolve.ts';
import { Panels } from '../../src/core/figure/panels/spec.ts';
import type { FigureSpec } from '../../src/core/figure/spec.ts';
import { valueType } from '../../src/core/figure/value-text.ts';
import { byHandIn } from '../../src/core/item/by-hand.ts';
import { toSvg } from '../../src/core/scene/svg.ts';
import { DEFAULT_STYLE, type HouseStyle } from '../../src/core/style/style.ts';
import { PLAN_IDS } from '../../src/core/style/vocabulary.ts';
import { houseLocale } from '../../src/core/text/house-locale.ts';
import { LOCALES, localeOf } from '../../src/core/text/locale.ts';
import { addUnits, type CalendarUnit } from '../../src/core/time/calendar.ts';
import { runs } from '../runs.ts';
import { Dice } from './any-command.ts';
import { longTable, PIERS } from './panelled.ts';
import { randomFigure, values } from './random-figure.ts';
import { dates, numbers, tableOf } from './tables.ts';

const DAY = 86_400_000;
const english = localeOf('en-GB');
const RUNS = runs(60);
const with_ = (change: Partial<HouseStyle>): HouseStyle => ({ ...DEFAULT_STYLE, ...change });

describe('the first choice of label plans', () => {
  it('is taken where it fits, and is nothing where it does not', () => {
    let [taken, left] = [0, 0];
    for (let seed = 1; seed <= RUNS * 5; seed++) {
      const dice = new Dice(seed);
      const unit = dice.of<CalendarUnit>(['hour', 'day', 'week', 'month', 'quarter', 'year']);
      const from = addUnits(0, 'month', dice.below(900));
      const span = { from, to: addUnits(from, unit, 1 + dice.below(80)), unit };
      const setting = {
        labels: dice.of(['band', 'tick'] as const),
        yearStart: 1 + dice.below(12),
        weekStart: 1 + dice.below(7),
        capitals: false,
        step: { every: 1 + dice.below(6), unit: 'month' as const },
      };
      const planner = new DatePlanner(span, { face: 'sans-400', size: 7.2, clear: 1.5 }, english, setting);
      const width = 20 + dice.below(600);
      const first = dice.of(PLAN_IDS);
      const chosen = planner.choose({ first }, width);
      const fits = planner.fits(width).find(({ plan, spare }) => plan.id === first && spare >= 0);
      expect(chosen?.plan.id, `seed ${seed}`).toBe(fits ? first : planner.choose('auto', width)?.plan.id);
      if (fits) taken++;
      else left++;
    }
    expect(Math.min(taken, left)).toBeGreaterThan(10);
  });

  it('is followed by figures that say nothing else, and a plan by hand is an exception', () => {
    const table = tableOf([
      dates(
        Array.from({ length: 24 }, (_, index) => addUnits(Date.UTC(2024, 0, 1), 'month', index)),
        'month',
      ),
      numbers(
        'a',
        Array.from({ length: 24 }, (_, index) => index * 3),
      ),
    ]);
    const figure = draftFigure(table, { id: 'f', tableId: 't', style: DEFAULT_STYLE, lines: ['a'], window: 'all' });
    const style = with_({ dates: { ...DEFAULT_STYLE.dates, plan: 'quarters-over-years' } });
    const planOf = (spec: FigureSpec, by: HouseStyle) =>
      layoutFigure(resolveFigure(spec, table, by), by, english).across.plan?.plan.id;
    expect(planOf(figure, style)).toBe('quarters-over-years');
    expect(planOf(figure, DEFAULT_STYLE)).not.toBe('quarters-over-years');
    const byHand = { ...figure, dateAxis: { ...figure.dateAxis, plan: 'years' as const } };
    expect(planOf(byHand, style)).toBe('years');
    expect(byHandIn(byHand).length - byHandIn(figure).length).toBe(1);
  });
});

describe('the first day of the week', () => {
  it('is where all weeks begin: ticks, labels and bands', () => {
    for (let weekStart = 1; weekStart <= 7; weekStart++)
      for (let seed = 1; seed <= RUNS / 10; seed++) {
        const dice = new Dice(seed * 100 + weekStart);
        const from = Date.UTC(2000, 0, 1) + dice.below(9000) * DAY;
        const span = { from, to: from + (20 + dice.below(200)) * DAY, unit: 'day' as const };
        // Sunday is day 0 of JavaScript and the seventh of the week here.
        for (const at of dateTicks(span, { every: 1, unit: 'week' }, { yearStart: 1, weekStart }))
          expect(new Date(at * DAY).getUTCDay()).toBe(weekStart % 7);
        const point = from + dice.below(200) * DAY;
        const middle = pointPosition(point, 'week', { points: 'band', weekStart });
        const begins = pointPosition(point, 'week', { points: 'tick', weekStart });
        expect(new Date(begins * DAY).getUTCDay()).toBe(weekStart % 7);
        expect(middle - begins).toBe(3.5);
        expect(point / DAY - begins).toBeGreaterThanOrEqual(0);
        expect(point / DAY - begins).toBeLessThan(7);
        const planner = new DatePlanner(span, { face: 'sans-400', size: 7.2, clear: 1.5 }, english, {
          labels: 'band',
          yearStart: 1,
          weekStart,
          capitals: false,
          step: { every: 1, unit: 'week' },
        });
        const plans = planner.fits(500).map(({ plan }) => plan.id);
        // Numbers of weeks are those of ISO 8601, whose weeks begin on Monday.
        expect(plans.includes('week-numbers-over-years')).toBe(weekStart === 1);
      }
  });

  it('keeps every point of weekly data within the axis, whatever day it is dated', () => {
    for (let weekStart = 1; weekStart <= 7; weekStart++)
      for (let shift = 0; shift < 7; shift++) {
        const days = Array.from({ length: 30 }, (_, week) => Date.UTC(2025, 0, 6 + shift) + week * 7 * DAY);
        const table = tableOf([
          dates(days, 'week'),
          numbers(
            'a',
            days.map((_, index) => index % 5),
          ),
        ]);
        const style = with_({ dates: { ...DEFAULT_STYLE.dates, weekStart } });
        const spec = draftFigure(table, { id: 'f', tableId: 't', style, lines: ['a'], window: 'all' });
        const { across } = resolveFigure(spec, table, style);
        if (across.kind !== 'date' || !across.span) throw new Error('There is no axis of dates.');
        expect(new Date(across.span.from).getUTCDay()).toBe(weekStart % 7);
        expect(across.span.from).toBeLessThanOrEqual(days[0] ?? 0);
        expect(across.span.to).toBeGreaterThan(days.at(-1) ?? 0);
        expect(across.span.to - across.span.from).toBe(30 * 7 * DAY);
      }
  });
});

describe('decimals of the house', () => {
  it('are the most that values have, in every language, but no value other than zero is written 0', () => {
    for (let seed = 1; seed <= RUNS; seed++) {
      const dice = new Dice(seed);
      const table = tableOf([
        dates(
          Array.from({ length: 20 }, (_, index) => addUnits(0, 'month', index)),
          'month',
        ),
        numbers('a', values(dice, 20)),
      ]);
      const most = dice.below(4);
      const style = with_({ numbers: { ...DEFAULT_STYLE.numbers, decimals: most } });
      const locale = houseLocale(dice.of(LOCALES), style);
      const spec = draftFigure(table, { id: 'f', tableId: 't', style, lines: ['a'], window: 'all' });
      const [line] = resolveFigure(spec, table, style).lines;
      if (!line) throw new Error('There is no line.');
      const { write } = valueType(line, 0, style, locale);
      line.values.forEach((value, index) => {
        if (value === null) return;
        const text = write(index);
        if (text.includes('10')) return;
        const decimals = text.split(locale.decimal)[1]?.length ?? 0;
        if (Math.abs(value) >= 0.5 / 10 ** most) expect(decimals, `seed ${seed}: ${text}`).toBeLessThanOrEqual(most);
        if (value !== 0) expect(text, `seed ${seed}: ${value}`).toMatch(/[1-9]/);
      });
    }
  });

  it('and powers are seen in the figure, and neither in one that says otherwise', () => {
    const table = tableOf([
      dates(
        Array.from({ length: 12 }, (_, index) => addUnits(0, 'month', index)),
        'month',
      ),
      numbers(
        'a',
        Array.from({ length: 12 }, (_, index) => 41_250.25 + index * 1234.5),
      ),
    ]);
    const figure = draftFigure(table, { id: 'f', tableId: 't', style: DEFAULT_STYLE, lines: ['a'], window: 'all' });
    const ticks = (spec: FigureSpec, style: HouseStyle) =>
      layoutFigure(resolveFigure(spec, table, style), style, english).left.numbers;
    const style = with_({ numbers: { ...DEFAULT_STYLE.numbers, powers: 'thousands' } });
    expect(ticks(figure, style).exponent).toBe(3);
    expect(ticks(figure, DEFAULT_STYLE).exponent).toBe(0);
    expect(ticks({ ...figure, leftAxis: { ...figure.leftAxis, numbers: 'plain' } }, style).exponent).toBe(0);
  });
});

describe('what stands out before the rest', () => {
  it('has the accent and its weight in every style, and what stands back has no pattern', () => {
    for (const style of [SKERRY_PLAIN, BOARD_PAPERS])
      for (let seed = 1; seed <= RUNS; seed++) {
        const dice = new Dice(seed);
        const { spec, table } = randomFigure(dice);
        const chosen = dice.below(spec.lines.length);
        const lines = spec.lines.map((line, index) => ({
          ...line,
          colour: { house: index === chosen ? ('accent' as const) : ('rest' as const) },
          weight: 'house' as const,
          pattern: 'house' as const,
        }));
        const dressed = dressFigure({ ...spec, lines }, table, { ...style, names: [] });
        dressed.lines.forEach((line, index) => {
          const isChosen = index === chosen;
          expect(line.colour).toBe(isChosen ? style.accent : style.rest);
          expect(line.weight).toBe(isChosen ? style.strokes.chosen : style.strokes.line);
          if (!isChosen) expect(line.pattern).toBe('solid');
        });
      }
  });
});

describe('lines of panels that have a colour each', () => {
  const table = longTable(36, PIERS.slice(0, 3), ['all'], (pier) => 9000 / (1 + pier));
  const figure = (panels: Partial<Panels>): FigureSpec => {
    const whole = Panels.parse({ by: { kind: 'category', column: 'pier' }, ...panels });
    const given = { id: 'f', tableId: 't', style: DEFAULT_STYLE, lines: ['passengers', 'late'], panels: whole };
    return { ...draftFigure(table, given), window: 'all' };
  };
  const patterns = (spec: FigureSpec, style: HouseStyle) =>
    dressFigure(spec, table, style).lines.map(({ pattern }) => pattern);

  it('are told apart by patterns, which the drawing has', () => {
    const ways: Panels['colours'][] = [
      { kind: 'categories', palette: 'house' },
      { kind: 'accent', accent: { house: 'accent' }, keys: ['Northgate'], rest: { house: 'rest' } },
    ];
    for (const colours of ways) {
      const spec = figure({ colours });
      expect(patterns(spec, DEFAULT_STYLE)).toEqual(['solid', 'dashes']);
      expect(patterns(spec, with_({ apart: { cones: false, greyscale: false } }))).toEqual(['solid', 'solid']);
      expect(toSvg(drawFigure(spec, table, DEFAULT_STYLE, english).scene)).toContain('stroke-dasharray');
    }
    expect(patterns(figure({}), DEFAULT_STYLE)).toEqual(['solid', 'solid']);
  });

  it('take the accent where they stand out', () => {
    const spec = figure({
      colours: { kind: 'accent', accent: { house: 'accent' }, keys: ['Kelda', 'Northgate'], rest: { house: 'rest' } },
    });
    for (const { by, drawn } of resolveFigure(spec, table, { ...BOARD_PAPERS, names: [] }).panels.list)
      for (const { line } of drawn.lines)
        expect(line.colour).toBe(by === 'Northgate' ? BOARD_PAPERS.accent : BOARD_PAPERS.rest);
  });
});
