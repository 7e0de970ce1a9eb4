/** Things as the built-in style sets them, for tests that look at what is drawn. */
import { Mark } from '../../src/core/figure/marks.ts';
import { Line, ValueAxis } from '../../src/core/figure/spec.ts';
import { Emphasis } from '../../src/core/mark/emphasis.ts';
import { Sparkline } from '../../src/core/spark/spec.ts';
import { dress } from '../../src/core/style/by-house.ts';
import { DEFAULT_STYLE } from '../../src/core/style/style.ts';

export const dressedMark = (mark: Mark) => dress(Mark, mark, 'figure', DEFAULT_STYLE);
export const dressedLine = (line: Line) => dress(Line, line, 'figure', DEFAULT_STYLE);
export const dressedAxis = (axis: ValueAxis) => dress(ValueAxis, axis, 'figure', DEFAULT_STYLE);
export const dressedSparkline = (spark: Sparkline) => dress(Sparkline, spark, 'spark', DEFAULT_STYLE);
export const dressedEmphasis = (rule: Emphasis, of: 'figure' | 'spark') => dress(Emphasis, rule, of, DEFAULT_STYLE);
