/** What a house chooses from for its strokes and points. */

export const PATTERNS = ['solid', 'dashes', 'dots', 'dash-dot', 'long dashes'] as const;
export type Pattern = (typeof PATTERNS)[number];

export const MARKER_SHAPES = [
  'circle',
  'ring',
  'square',
  'diamond',
  'triangle up',
  'triangle down',
  'cross',
  'plus',
  'bar',
  'dash',
] as const;
export type MarkerShape = (typeof MARKER_SHAPES)[number];

/** The points of a line that can stand out. */
export const EMPHASISED = ['high', 'low', 'first', 'last', 'negative', 'turns', 'above', 'below'] as const;
export type Emphasised = (typeof EMPHASISED)[number];

/** What stands where a value is missing. */
export const GAPS = ['break', 'bridge', 'dotted bridge', 'zero'] as const;
export type Gaps = (typeof GAPS)[number];

/** In what the numbers of an axis are written; "auto" takes millions and billions where they are that large. */
export const NUMBER_POWERS = ['auto', 'plain', 'thousands', 'millions', 'billions'] as const;

/** The named ways of labelling a date axis. */
export const PLAN_IDS = [
  'minutes-over-days',
  'five-minutes-over-days',
  'quarter-hours-over-days',
  'half-hours-over-days',
  'hours-over-days',
  'three-hours-over-days',
  'six-hours-over-days',
  'days-over-months',
  'weeks-over-months',
  'week-numbers-over-years',
  'long-months-over-years',
  'written-out',
  'short-months-over-years',
  'months-with-year',
  'quarters-over-years',
  'quarters-with-year',
  'initials-over-years',
  'half-years-over-years',
  'years',
  'years-in-two-figures',
  'two-years',
  'five-years',
  'ten-years',
  'twenty-five-years',
  'hundred-years',
  'five-hundred-years',
  'thousand-years',
  'dates-every',
  'first-and-last',
] as const;
export type PlanId = (typeof PLAN_IDS)[number];
