/** Where instants and periods stand along a date axis. */
import { addUnits, type CalendarUnit, DAY, floorTo, monthIndex, monthStart } from '../time/calendar.ts';

/**
 * Position of an instant along the axis. Months, quarters and years are drawn
 * equally wide whatever their count of days: one unit is a month. Finer data
 * is drawn in true days.
 */
export function datePosition(ms: number, unit: CalendarUnit): number {
  if (unit !== 'month' && unit !== 'quarter' && unit !== 'half-year' && unit !== 'year') return ms / DAY;
  const month = monthIndex(ms);
  const start = monthStart(month);
  return ms === start ? month : month + (ms - start) / (monthStart(month + 1) - start);
}

/** Where points stand, and on which day weeks begin, from 1 for Monday. */
export interface PointSetting {
  points: 'band' | 'tick';
  weekStart: number;
}

/** The beginning of the period that an instant is drawn in. */
export const startOf = (ms: number, unit: CalendarUnit, weekStart: number): number =>
  floorTo(ms, unit, 1, { yearStart: 1, weekStart });

/** Where the point of a period stands: in the middle of its band, or on the tick at its start. */
export function pointPosition(ms: number, unit: CalendarUnit, { points, weekStart }: PointSetting): number {
  const start = startOf(ms, unit, weekStart);
  if (points === 'tick') return datePosition(start, unit);
  // Data finer than the periods of its axis keeps its own place.
  if ((unit === 'hour' || unit === 'minute' || unit === 'second') && start !== ms) return datePosition(ms, unit);
  return (datePosition(start, unit) + datePosition(addUnits(start, unit, 1), unit)) / 2;
}
