/** Bands and label plans of a date axis. */

import { POINTS_PER_MM } from '../scene/scene.ts';
import type { Locale } from '../text/locale.ts';
import { textWidth } from '../text/measure.ts';
import { addUnits, type CalendarUnit, ceilTo, DAY, floorTo, periodsOf, type Starts } from '../time/calendar.ts';
import type { FaceId } from '../type/faces.ts';
import { type DateLabelPlan, type DateStep, type PlanLevel, plansFor } from './date-plans.ts';
import { datePosition } from './date-position.ts';
import type { LabelPlan } from './spec.ts';

export interface DateSpan {
  /** start of the first and end of the last period, ms UTC */
  from: number;
  to: number;
  unit: CalendarUnit;
}

export interface Band {
  /** positions along the axis */
  start: number;
  end: number;
  /** where the label is set */
  anchor: number;
  align: 'start' | 'middle' | 'end';
  /** the label stands on the tick at its period's start, and may reach over the ends of the axis */
  onTick: boolean;
  /** room that the label has, in the unit of positions */
  room: number;
  label: string;
  /** the band's full period lies within the axis */
  complete: boolean;
}

/** How the labels of a date axis are set, apart from their plan. */
export interface DateSetting extends Starts {
  /** whether the labels of the inner level stand in the middle of their bands or on the ticks */
  labels: 'band' | 'tick';
  capitals: boolean;
  /** how often the plan of dates writes one */
  step: DateStep;
}

const PLAIN_DATES: DateSetting = {
  labels: 'band',
  yearStart: 1,
  weekStart: 1,
  capitals: false,
  step: { every: 3, unit: 'month' },
};

/** The periods of a level; on ticks one may begin at the very end of the axis. */
function bandsOf(level: PlanLevel, span: DateSpan, locale: Locale, setting: DateSetting, onTicks: boolean): Band[] {
  const { yearStart, capitals } = setting;
  const position = (ms: number) => datePosition(ms, span.unit);
  return periodsOf(span.from, onTicks ? span.to + 1 : span.to, level.unit, level.every, setting).map((at) => {
    const next = addUnits(at, level.unit, level.every);
    const start = position(Math.max(at, span.from));
    const end = position(Math.min(next, span.to));
    const text = level.write(at, locale, yearStart);
    // Of several periods the label names the first, and stands there; where that is not drawn nothing is named.
    const own = level.every === 1 ? end : position(addUnits(at, level.unit, 1));
    const isNamed = (level.every === 1 && !level.byStart) || at >= span.from;
    return {
      start,
      end,
      anchor: onTicks ? position(at) : (start + Math.min(own, end)) / 2,
      align: 'middle',
      onTick: onTicks,
      // A period cut off by the axis's end has its tick whole, but not its band.
      room: onTicks || level.every > 1 ? position(next) - position(at) : end - start,
      label: (onTicks && at < span.from) || !isNamed ? '' : capitals ? text.toUpperCase() : text,
      complete: at >= span.from && (onTicks || next <= span.to),
    };
  });
}

/** Only the first and the last period have labels, set inwards from the ends of the axis. */
function endBands(bands: Band[]): Band[] {
  const last = bands.length - 1;
  return bands.map((band, index) => {
    if (index === 0) return { ...band, anchor: band.start, align: last === 0 ? 'middle' : 'start' };
    if (index === last) return { ...band, anchor: band.end, align: 'end' };
    return { ...band, label: '' };
  });
}

export interface LabelType {
  face: FaceId;
  size: number;
  /** least clear room on each side of a label, points */
  clear: number;
}

/** A plan with its bands and the room its labels need; none of it depends on the axis's width. */
export interface MeasuredPlan {
  plan: DateLabelPlan;
  span: DateSpan;
  levels: Band[][];
  /** least length of an axis that holds every label, points */
  needed: number;
  /** length that each band's label needs, as an axis length, points */
  needs: number[][];
}

export interface PlanFit {
  plan: DateLabelPlan;
  span: DateSpan;
  levels: Band[][];
  /** Millimetres by which the axis is longer than the plan needs; below zero, by how much it is too short. */
  spare: number;
}

/** Bands at the edges may be completed when that lengthens the axis by at most this share. */
const EDGE_SHARE = 1 / 12;

/** Completes the inner bands at both ends of the axis when that costs little width. */
function completed(span: DateSpan, level: PlanLevel, starts: Starts): DateSpan {
  // Of several periods in a band those without data have no place on the axis.
  if (level.every > 1) return span;
  const from = floorTo(span.from, level.unit, level.every, starts);
  const to = ceilTo(span.to, level.unit, level.every, starts);
  const length = (a: number, b: number) => datePosition(b, span.unit) - datePosition(a, span.unit);
  const added = length(from, span.from) + length(span.to, to);
  return added <= EDGE_SHARE * length(span.from, span.to) ? { ...span, from, to } : span;
}

/**
 * Measures a plan for the dates of an axis. Every label of a complete band
 * must fit its band with `clear` on both sides; a level without a complete
 * band must show at least its easiest label.
 */
function measurePlan(
  plan: DateLabelPlan,
  given: DateSpan,
  type: LabelType,
  locale: Locale,
  setting: DateSetting,
): MeasuredPlan {
  const isOnTicks = setting.labels === 'tick' && !plan.ends;
  const span = isOnTicks || plan.ends ? given : completed(given, plan.levels[0], setting);
  const levels = plan.levels.map((level, depth) => {
    const bands = bandsOf(level, span, locale, setting, isOnTicks && depth === 0);
    return plan.ends ? endBands(bands) : bands;
  });
  if (plan.ends) {
    const labels = (levels[0] ?? []).filter(({ label }) => label !== '');
    const needed = labels.reduce((sum, { label }) => sum + textWidth(label, type.face, type.size) + 2 * type.clear, 0);
    return { plan, span, levels, needed, needs: levels.map((bands) => bands.map(() => 0)) };
  }
  const total = datePosition(span.to, span.unit) - datePosition(span.from, span.unit);
  const widths = new Map<string, number>();
  const widthOf = ({ label }: Band) => {
    const known = widths.get(label);
    if (known !== undefined) return known;
    const width = textWidth(label, type.face, type.size) + 2 * type.clear;
    widths.set(label, width);
    return width;
  };
  const needOf = (band: Band) => (band.label === '' ? 0 : (widthOf(band) * total) / band.room);
  const needs = levels.map((bands) => bands.map(needOf));
  let needed = 0;
  levels.forEach((bands, depth) => {
    const complete = (needs[depth] ?? []).filter((_, index) => bands[index]?.complete);
    needed = Math.max(needed, complete.length > 0 ? Math.max(...complete) : Math.min(...(needs[depth] ?? [0])));
  });
  return { plan, span, levels, needed, needs };
}

/**
 * Labels that each stand at the first of several periods, kept within the ends
 * of the axis: one that would reach over them is set inwards, and goes where the next one stands there.
 */
function withinEnds(bands: readonly Band[], span: DateSpan, width: number, type: LabelType): Band[] {
  const [first, last] = [datePosition(span.from, span.unit), datePosition(span.to, span.unit)];
  const scale = width / (last - first);
  const halfOf = ({ label }: Band) => textWidth(label, type.face, type.size) / 2;
  const named = bands.filter(({ label, onTick }) => label !== '' && !onTick);
  /** where a label lies once it is set inwards */
  const boxOf = (band: Band) => {
    const half = halfOf(band);
    const middle = Math.max(half, Math.min(width - half, (band.anchor - first) * scale));
    return { left: middle - half, right: middle + half };
  };
  const gone = new Set<Band>();
  for (const [place, band] of named.entries()) {
    const at = (band.anchor - first) * scale;
    const half = halfOf(band);
    const isOver = { left: at - half < 0, right: at + half > width };
    if (!isOver.left && !isOver.right) continue;
    const beside = named[isOver.left ? place + 1 : place - 1];
    const isFree = !beside || gone.has(beside);
    const free = isFree ? width : isOver.left ? boxOf(beside).left : width - boxOf(beside).right;
    if (free < 2 * half + 2 * type.clear || (isOver.left && isOver.right)) gone.add(band);
  }
  return bands.map((band): Band => {
    if (gone.has(band)) return { ...band, label: '' };
    if (band.label === '' || band.onTick) return band;
    const at = (band.anchor - first) * scale;
    if (at - halfOf(band) < 0) return { ...band, anchor: first, align: 'start' };
    return at + halfOf(band) > width ? { ...band, anchor: last, align: 'end' } : band;
  });
}

/**
 * How a measured plan sits on an axis of `width` points. `spare` is exact: an
 * axis shorter by that much still holds every label, and one longer by the
 * missing amount would. A band cut off by the axis's end goes without a label
 * where that does not fit.
 */
function fitPlan({ plan, span, levels, needed, needs }: MeasuredPlan, width: number, type: LabelType): PlanFit {
  const room = Math.max(width, needed) + 1e-9;
  const settled = levels.map((bands, depth) =>
    (plan.levels[depth]?.every ?? 1) > 1 ? withinEnds(bands, span, Math.max(width, needed), type) : bands,
  );
  const fitted = settled.map((bands, depth) =>
    bands.map((band, index) => (band.complete || (needs[depth]?.[index] ?? 0) <= room ? band : { ...band, label: '' })),
  );
  return { plan, span, levels: fitted, spare: (width - needed) / POINTS_PER_MM };
}

/** More bands than this never fit a page; such plans are not measured. */
const MOST_BANDS = 3000;
/** No label takes less room than this, points; plans with too many bands are passed over unmeasured. */
const LEAST_LABEL = 3;
const UNIT_DAYS: Record<CalendarUnit, number> = {
  second: 1 / 86_400,
  minute: 1 / 1440,
  hour: 1 / 24,
  day: 1,
  week: 7,
  month: 28,
  quarter: 89,
  'half-year': 181,
  year: 365,
};

const bandCount = (plan: DateLabelPlan, span: DateSpan) =>
  (span.to - span.from) / DAY / (UNIT_DAYS[plan.levels[0].unit] * plan.levels[0].every);

/** Measures the plans of one axis, each at most once, and fits them to any width. */
export class DatePlanner {
  readonly #measured = new Map<string, MeasuredPlan>();
  readonly #plans: DateLabelPlan[];

  constructor(
    readonly span: DateSpan,
    readonly type: LabelType,
    readonly locale: Locale,
    readonly setting: DateSetting = PLAIN_DATES,
  ) {
    // A plan of a single band says little, but the finest one always stays.
    this.#plans = plansFor(span.unit, setting.step).filter((plan, index) => {
      // Weeks are numbered from Monday on (ISO 8601), or not at all.
      if (plan.id === 'week-numbers-over-years' && setting.weekStart !== 1) return false;
      const bands = bandCount(plan, span);
      return bands <= MOST_BANDS && (index === 0 || bands >= 1);
    });
  }

  #measure(plan: DateLabelPlan): MeasuredPlan {
    let measured = this.#measured.get(plan.id);
    if (!measured) {
      measured = measurePlan(plan, this.span, this.type, this.locale, this.setting);
      this.#measured.set(plan.id, measured);
    }
    return measured;
  }

  /** Every plan that suits the data, richest first, on an axis of `width` points. */
  fits(width: number): PlanFit[] {
    return this.#plans.map((plan) => fitPlan(this.#measure(plan), width, this.type));
  }

  /** A plan as it is drawn: where it does not fit, with fewer labels. */
  drawn(fit: PlanFit, width: number): PlanFit {
    return fit.spare >= 0 ? fit : thinned(fit, width, this.type);
  }

  /**
   * The plan to draw: the one asked for, or the first wish where it fits, or
   * the richest that fits, or the one that comes nearest. A plan that does not fit keeps its ticks and drops
   * labels evenly, so that none overlap.
   */
  choose(wish: LabelPlan, width: number): PlanFit | undefined {
    const first = this.#plans.find((plan) => typeof wish === 'object' && plan.id === wish.first);
    const found = first && fitPlan(this.#measure(first), width, this.type);
    if (found && found.spare >= 0) return found;
    const asked = this.#plans.find((plan) => plan.id === wish);
    if (asked) return this.drawn(fitPlan(this.#measure(asked), width, this.type), width);
    let nearest: PlanFit | undefined;
    for (const plan of this.#plans) {
      if (plan.byHand) continue;
      if (bandCount(plan, this.span) > width / LEAST_LABEL) continue;
      const measured = this.#measure(plan);
      if (measured.needed <= width) return fitPlan(measured, width, this.type);
      const fit = fitPlan(measured, width, this.type);
      if (!nearest || fit.spare > nearest.spare) nearest = fit;
    }
    const coarsest = this.#plans.findLast(({ byHand }) => !byHand) ?? this.#plans.at(-1);
    nearest ??= coarsest && fitPlan(this.#measure(coarsest), width, this.type);
    return nearest && thinned(nearest, width, this.type);
  }
}

/** Axes whose plans stay measured: those of the figures that are set at the moment. */
const MOST_PLANNERS = 12;
const planners = new Map<string, DatePlanner>();

/** The planner of an axis; one that was measured before is used again, since measuring takes longer than drawing. */
export function datePlannerFor(span: DateSpan, type: LabelType, locale: Locale, setting: DateSetting): DatePlanner {
  const { labels, yearStart, weekStart, capitals, step } = setting;
  const key = JSON.stringify([
    span,
    type,
    locale.id,
    locale.months,
    locale.monthsShort,
    labels,
    yearStart,
    weekStart,
    capitals,
    step,
  ]);
  const known = planners.get(key) ?? new DatePlanner(span, type, locale, setting);
  // The one used last stands last, so that the first is the one to let go.
  planners.delete(key);
  planners.set(key, known);
  const [oldest] = planners.keys();
  if (planners.size > MOST_PLANNERS && oldest !== undefined) planners.delete(oldest);
  return known;
}

/** Keeps every k-th label of a level, with the smallest k at which none touch; none may leave the axis. */
function thinned(fit: PlanFit, width: number, type: LabelType): PlanFit {
  const start = datePosition(fit.span.from, fit.span.unit);
  const scale = width / (datePosition(fit.span.to, fit.span.unit) - start);
  const levels = fit.levels.map((bands) => {
    const placed = bands.map((band) => {
      const at = (band.anchor - start) * scale;
      const label = textWidth(band.label, type.face, type.size);
      const left = band.align === 'start' ? at : band.align === 'end' ? at - label : at - label / 2;
      return { left, right: left + label };
    });
    // A label on a tick may reach over the ends of the axis, where room is kept for it.
    const inside = (index: number) => {
      const spot = placed[index];
      return spot !== undefined && (bands[index]?.onTick || (spot.left >= 0 && spot.right <= width));
    };
    const isClear = (every: number) => {
      let before = Number.NEGATIVE_INFINITY;
      return placed.every(({ left, right }, index) => {
        if (index % every !== 0 || !inside(index) || bands[index]?.label === '') return true;
        const clear = left - before >= 2 * type.clear;
        before = right;
        return clear;
      });
    };
    let every = 1;
    while (every < bands.length && !isClear(every)) every++;
    return bands.map((band, index) => (index % every === 0 && inside(index) ? band : { ...band, label: '' }));
  });
  return { ...fit, levels };
}

/** Positions of the ticks at every so many of a calendar unit, from one end of the axis to the other. */
export function dateTicks({ from, to, unit }: DateSpan, { every, unit: of }: DateStep, starts: Starts): number[] {
  // More ticks than this are a solid bar.
  if ((to - from) / DAY / (UNIT_DAYS[of] * every) > MOST_BANDS) return [];
  return periodsOf(from, to + 1, of, every, starts)
    .filter((at) => at >= from)
    .map((at) => datePosition(at, unit));
}
