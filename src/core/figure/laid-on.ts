/** A figure as another one is: its looks, or its scale and size, without its data and its words. */
import { lookOf } from './look.ts';
import type { DateAxis, FigureSpec, Line, ValueAxis } from './spec.ts';

export const LAID_ON = ['looks', 'scale and size'] as const;
export type LaidOn = (typeof LAID_ON)[number];

const RANGE = [
  'from',
  'to',
  'every',
  'intervals',
  'minor',
  'scale',
  'direction',
] as const satisfies (keyof ValueAxis)[];
const AXIS_LOOK = [
  'numbers',
  'plus',
  'unit',
  'ticks',
  'line',
  'zeroLine',
  'grid',
  'gridPattern',
  'gridWeight',
  'titlePlace',
  'coloured',
] as const satisfies (keyof ValueAxis)[];
const DATE_LOOK = [
  'plan',
  'points',
  'labels',
  'step',
  'major',
  'minor',
  'yearStart',
  'capitals',
  'grid',
  'gridPattern',
  'gridWeight',
] as const satisfies (keyof DateAxis)[];

const taken = <Whole extends object, Key extends keyof Whole>(from: Whole, keys: readonly Key[]): Pick<Whole, Key> =>
  Object.fromEntries(keys.map((key) => [key, from[key]])) as Pick<Whole, Key>;

/**
 * The line whose look each line takes: of those of the same column the one in
 * the same place among them, else the one in the same place of all; with fewer
 * lines there they begin anew.
 */
function modelsFor(lines: readonly Line[], models: readonly Line[]): (Line | undefined)[] {
  const seen = new Map<string, number>();
  return lines.map(({ column }, place) => {
    const nth = seen.get(column) ?? 0;
    seen.set(column, nth + 1);
    const alike = models.filter((model) => model.column === column);
    return alike[nth % Math.max(1, alike.length)] ?? models[place % Math.max(1, models.length)];
  });
}

type Rule = Line['emphasis'][number];
const isOfLevel = ({ level }: Rule) => typeof level === 'string';

/** The emphasis of a model; what is compared with a level of a figure of its own stays. */
function emphasisLike(own: readonly Rule[], model: readonly Rule[]): Rule[] {
  const kept = (of: Rule['of']) => own.find((rule) => rule.of === of && isOfLevel(rule));
  const taken = model.flatMap((rule) => (isOfLevel(rule) ? (kept(rule.of) ?? []) : [rule]));
  return [...taken, ...own.filter((rule) => isOfLevel(rule) && !taken.some(({ of }) => of === rule.of))];
}

/** What a line takes over of another one; what names a line or a column of its own figure stays. */
function lineLike(line: Line, model: Line): Line {
  const { fill, values, emphasis, unfinished: _, ...look } = lookOf(model);
  return {
    ...line,
    ...look,
    fill: typeof fill === 'object' ? line.fill : fill,
    values: { ...values, column: line.values.column },
    emphasis: emphasisLike(line.emphasis, emphasis),
    named: model.named,
  };
}

/** A figure with what is laid on it of another one. */
export function laidOn(figure: FigureSpec, model: FigureSpec, what: LaidOn): FigureSpec {
  const keys = what === 'looks' ? AXIS_LOOK : RANGE;
  const axes = {
    leftAxis: { ...figure.leftAxis, ...taken<ValueAxis, (typeof keys)[number]>(model.leftAxis, keys) },
    rightAxis: { ...figure.rightAxis, ...taken<ValueAxis, (typeof keys)[number]>(model.rightAxis, keys) },
  };
  if (what === 'scale and size') {
    const { width, height, plotLeft, plotRight } = model.frame;
    return { ...figure, ...axes, tie: model.tie, frame: { ...figure.frame, width, height, plotLeft, plotRight } };
  }
  const { background, border } = model.frame;
  const models = modelsFor(figure.lines, model.lines);
  return {
    ...figure,
    ...axes,
    dateAxis: { ...figure.dateAxis, ...taken(model.dateAxis, DATE_LOOK) },
    names: model.names,
    frame: { ...figure.frame, background, border },
    lines: figure.lines.map((line, place) => {
      const found = models[place];
      return found ? lineLike(line, found) : line;
    }),
  };
}
