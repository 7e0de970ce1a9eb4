/** Positions, bands and label plans of a date axis. */
import type { FaceId } from '../text/faces.ts';
import type { Locale } from '../text/locale.ts';
import { textWidth } from '../text/measure.ts';
import { addUnits, type CalendarUnit, ceilTo, DAY, floorTo, monthIndex, monthStart, periodsOf } from '../time/calendar.ts';
import { POINTS_PER_MM } from '../scene/scene.ts';
import { type DateLabelPlan, type PlanLevel, plansFor } from './date-plans.ts';

/**
 * Position of an instant along the axis. Months, quarters and years are drawn
 * equally wide whatever their count of days: one unit is a month. Finer data
 * is drawn in true days.
 */
export function datePosition(ms: number, unit: CalendarUnit): number {
  if (unit !== 'month' && unit !== 'quarter' && unit !== 'year') return ms / DAY;
  const month = monthIndex(ms);
  const start = monthStart(month);
  return ms === start ? month : month + (ms - start) / (monthStart(month + 1) - start);
}

/** Where the point of a period stands: in the middle of its band. */
export function pointPosition(ms: number, unit: CalendarUnit): number {
  const start = floorTo(ms, unit);
  // Data finer than an hour keeps its own place.
  if (unit === 'hour' && start !== ms) return datePosition(ms, unit);
  return (datePosition(start, unit) + datePosition(addUnits(start, unit, 1), unit)) / 2;
}

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
  label: string;
  /** the band's full period lies within the axis */
  complete: boolean;
}

const bandsOf = (level: PlanLevel, span: DateSpan, locale: Locale): Band[] =>
  periodsOf(span.from, span.to, level.unit, level.every).map((at) => {
    const next = floorTo(addUnits(at, level.unit, level.every), level.unit, level.every);
    return {
      start: datePosition(Math.max(at, span.from), span.unit),
      end: datePosition(Math.min(next, span.to), span.unit),
      label: level.write(at, locale),
      complete: at >= span.from && next <= span.to,
    };
  });

export interface PlanFit {
  plan: DateLabelPlan;
  span: DateSpan;
  levels: Band[][];
  /** Millimetres by which the axis is longer than the plan needs; below zero, by how much it is too short. */
  spare: number;
}

export interface LabelType {
  face: FaceId;
  size: number;
  /** least clear room on each side of a label, points */
  clear: number;
}

/** Bands at the edges may be completed when that lengthens the axis by at most this share. */
const EDGE_SHARE = 1 / 12;

/** Completes the inner bands at both ends of the axis when that costs little width. */
function completed(span: DateSpan, level: PlanLevel): DateSpan {
  const from = floorTo(span.from, level.unit, level.every);
  const to = ceilTo(span.to, level.unit, level.every);
  const length = (a: number, b: number) => datePosition(b, span.unit) - datePosition(a, span.unit);
  const added = length(from, span.from) + length(span.to, to);
  return added <= EDGE_SHARE * length(span.from, span.to) ? { ...span, from, to } : span;
}

/**
 * Measures a plan on an axis of `width` points. Every label of a complete band
 * must fit its band with `clear` on both sides; a band cut off by the axis's
 * end goes without a label when that does not fit, but each level keeps at
 * least one. `spare` is exact: an axis shorter by that much still holds every
 * label, and one longer by the missing amount would.
 */
export function fitPlan(plan: DateLabelPlan, given: DateSpan, width: number, type: LabelType, locale: Locale): PlanFit {
  const span = completed(given, plan.levels[0]);
  const levels = plan.levels.map((level) => bandsOf(level, span, locale));
  const total = datePosition(span.to, span.unit) - datePosition(span.from, span.unit);
  const widths = new Map<string, number>();
  const needOf = (band: Band) => {
    let label = widths.get(band.label);
    if (label === undefined) {
      label = textWidth(band.label, type.face, type.size) + 2 * type.clear;
      widths.set(band.label, label);
    }
    return (label * total) / (band.end - band.start);
  };
  let needed = 0;
  for (const bands of levels) {
    const complete = bands.filter((band) => band.complete);
    // Where no band is complete, the easiest one must carry its label.
    const most = complete.length > 0 ? Math.max(...complete.map(needOf)) : Math.min(...bands.map(needOf));
    needed = Math.max(needed, most);
  }
  for (const bands of levels)
    for (const band of bands) if (!band.complete && needOf(band) > Math.max(width, needed) + 1e-9) band.label = '';
  return { plan, span, levels, spare: (width - needed) / POINTS_PER_MM };
}

/** More bands than this never fit a page; such plans are not measured. */
const MOST_BANDS = 3000;
const UNIT_DAYS: Record<CalendarUnit, number> = { hour: 1 / 24, day: 1, week: 7, month: 28, quarter: 89, year: 365 };

/** Every plan that suits the data, richest first, measured for this axis. */
export function fitPlans(span: DateSpan, width: number, type: LabelType, locale: Locale): PlanFit[] {
  return plansFor(span.unit)
    .filter((plan) => {
      const [inner] = plan.levels;
      return (span.to - span.from) / DAY / (UNIT_DAYS[inner.unit] * inner.every) <= MOST_BANDS;
    })
    .map((plan) => fitPlan(plan, span, width, type, locale));
}

/**
 * The plan to draw: the one asked for, or the richest that fits, or the one
 * that comes nearest. A plan asked for that does not fit keeps its ticks and
 * drops labels evenly, so that none overlap.
 */
export function choosePlan(
  wish: string,
  span: DateSpan,
  width: number,
  type: LabelType,
  locale: Locale,
): PlanFit | undefined {
  if (wish === 'auto') {
    let nearest: PlanFit | undefined;
    for (const plan of plansFor(span.unit)) {
      const [inner] = plan.levels;
      if ((span.to - span.from) / DAY / (UNIT_DAYS[inner.unit] * inner.every) > width / 3) continue;
      const fit = fitPlan(plan, span, width, type, locale);
      if (fit.spare >= 0) return fit;
      if (!nearest || fit.spare > nearest.spare) nearest = fit;
    }
    return nearest && thinned(nearest, width, type);
  }
  const fits = fitPlans(span, width, type, locale);
  const asked = fits.find((fit) => fit.plan.id === wish);
  if (!asked) return choosePlan('auto', span, width, type, locale);
  return asked.spare >= 0 ? asked : thinned(asked, width, type);
}

/** Keeps every k-th label of a level, with the smallest k at which none touch. */
function thinned(fit: PlanFit, width: number, type: LabelType): PlanFit {
  const total = datePosition(fit.span.to, fit.span.unit) - datePosition(fit.span.from, fit.span.unit);
  const scale = width / total;
  const levels = fit.levels.map((bands) => {
    const centre = (band: Band) => ((band.start + band.end) / 2) * scale;
    const reach = bands.map((band) => textWidth(band.label, type.face, type.size) / 2 + type.clear);
    for (let every = 1; every < bands.length; every++) {
      const kept = bands.map((band, index) => (index % every === 0 ? band : { ...band, label: '' }));
      let clear = true;
      let before: number | undefined;
      kept.forEach((band, index) => {
        if (band.label === '') return;
        const left = centre(band) - (reach[index] ?? 0);
        if (before !== undefined && left < before) clear = false;
        before = centre(band) + (reach[index] ?? 0);
      });
      if (clear) return kept;
    }
    return bands.map((band, index) => (index === 0 ? band : { ...band, label: '' }));
  });
  return { ...fit, levels };
}
