/**
 * The Inspect face of a figure: the lines, colours, patterns, axes and window
 * of the set figure as options for ApexCharts, as plain data. How numbers are
 * written is said as data, too; the page makes functions of it.
 */
import type { ApexOptions } from 'apexcharts';
import type { FigureLayout } from '../figure/figure-layout.ts';
import type { DrawnMark } from '../figure/marks.ts';
import type { ResolvedLine, ResolvedPlot } from '../figure/resolve.ts';
import type { PlacedAxis } from '../figure/value-axis.ts';
import { dashesOf } from '../mark/stroke.ts';
import { thin } from '../scale/thin.ts';
import type { HouseStyle } from '../style/style.ts';
import { distinct } from '../text/distinct.ts';
import { decimalsOf } from '../text/number.ts';
import type { Interval } from '../time/interval.ts';

/** A screen shows no more points of a line than this. */
const MOST_POINTS = 1500;
/** Dots in print are dashes of no length, which a screen would not show. */
const SHORTEST_DASH = 2;

interface InspectSeries {
  name: string;
  /** points as [across, value] over dates and numbers; over categories the value of each */
  data: ([number, number | null] | number | null)[];
}

/** Why a value may still change. */
type ValueState = 'unfinished' | 'provisional';

/** How the values of a series are written when it is pointed at. */
interface Writing {
  /** the line that it is of, by its name; one that is not finished is drawn by two series */
  line: string;
  decimals: number;
  /** its values are years, which are written without groups */
  years: boolean;
  unit: string | null;
  /** it has more points than are drawn, so that a place without one is no hole */
  isThinned: boolean;
  /** of each of its points, whether it may still change */
  states: (ValueState | null)[];
}

export interface Inspect {
  /** the interval of the dates that run across; null where none do */
  across: Interval | null;
  series: InspectSeries[];
  options: ApexOptions;
  /** for each series */
  writing: Writing[];
  /** how the numbers of each value axis are written, left before right; they are divided by ten to the exponent */
  axes: { side: 'left' | 'right'; decimals: number; exponent: number; years: boolean }[];
}

/** A point of a series: an entry of its line, and what is drawn there. */
interface Point {
  entry: number;
  value: number | null;
}

interface Points {
  points: Point[];
  /** there are more than are drawn */
  isThinned: boolean;
}

/** The entries of a line that one series draws. */
interface Part {
  from: number;
  to: number;
}

/** A line's values as they are drawn, by their entries: missing ones count as zero, are passed over, or break it. */
function pointsOf({ line, values }: ResolvedLine, keys: ResolvedPlot['keys'], part: Part): Points {
  const isIn = (index: number) => index >= part.from && index < part.to;
  const value = (index: number) => (isIn(index) ? (values[index] ?? (line.gaps === 'zero' ? 0 : null)) : null);
  const isNamed = typeof keys[0] === 'string';
  const bridged = !isNamed && (line.gaps === 'bridge' || line.gaps === 'dotted bridge');
  const points = values.flatMap((_, entry): Point[] => {
    const drawn = value(entry);
    return drawn === null && bridged ? [] : [{ entry, value: drawn }];
  });
  if (isNamed || points.length <= MOST_POINTS) return { points, isThinned: false };
  const known = points.filter((point) => point.value !== null);
  const kept = thin(
    known.map((_, index) => index),
    known.map((point) => point.value ?? 0),
    (4 * known.length) / MOST_POINTS,
  );
  return { points: kept.flatMap((index) => known[index] ?? []), isThinned: true };
}

/** Whether the value of an entry may still change: its period is not over, or it was marked so where it was received. */
function stateOf({ unfinished, finishedBy, isProvisional }: ResolvedLine, entry: number): ValueState | null {
  if (isProvisional(entry)) return 'provisional';
  return entry >= Math.min(unfinished, finishedBy) ? 'unfinished' : null;
}

const CURVES = {
  straight: 'straight',
  smooth: 'monotoneCubic',
  'step before': 'stepline',
  'step middle': 'stepline',
  'step after': 'stepline',
} as const;

/** Decimals of an axis's numbers, which may stand for thousands or millions. */
function decimalsOfAxis({ scale, numbers }: PlacedAxis): number {
  return scale.kind === 'log' ? 0 : Math.min(6, decimalsOf(scale.step / 10 ** numbers.exponent));
}

/** The words of an axis's caption; what follows the data is left to the set face. */
function captionOf({ numbers: { caption } }: PlacedAxis): string {
  return typeof caption === 'string' ? caption : caption.map((run) => ('text' in run ? run.text : '')).join('');
}

/** One entry for each series, as the library wants it; those of one side share the first one's axis. */
function valueAxes(
  sides: readonly ('left' | 'right')[],
  names: readonly string[],
  { left, right }: FigureLayout,
  style: HouseStyle,
): NonNullable<ApexOptions['yaxis']> {
  const firstOf = { left: sides.indexOf('left'), right: sides.indexOf('right') };
  return sides.map((side, index) => {
    const axis = side === 'right' && right ? right : left;
    const first = firstOf[side];
    const { scale } = axis;
    return {
      seriesName: names[first] ?? '',
      show: index === first,
      opposite: side === 'right',
      min: scale.low,
      max: scale.high,
      logarithmic: scale.kind === 'log',
      reversed: axis.axis.direction === 'down',
      tickAmount: Math.max(1, scale.ticks.length - 1),
      labels: { style: { colors: axis.ink } },
      title: {
        text: captionOf(axis),
        style: { color: axis.ink, fontWeight: 400, fontFamily: "'Source Sans 3', sans-serif" },
      },
      axisBorder: { show: false },
      axisTicks: { color: style.axis },
    };
  });
}

const label = (text: string, colour: string) => ({
  text: text,
  borderColor: 'transparent',
  style: { color: colour, background: 'transparent' },
});

/** Names along the chart stand upright; nearer than this share of its axis they would stand over each other. */
const LEAST_APART = 0.022;

/** The names of marks, without those of a calendar's rows that stand too near the one before. */
function namesOf(marks: readonly DrawnMark[], { positions }: ResolvedPlot): string[] {
  const apart = ((positions.at(-1) ?? 0) - (positions[0] ?? 0)) * LEAST_APART;
  let last = Number.NEGATIVE_INFINITY;
  return marks.map(({ name, entry }) => {
    if (!entry) return name;
    const [at] = entry.place;
    if (name === '' || at - last < apart) return '';
    last = at;
    return name;
  });
}

/** Levels, bands and events as marks of the chart; notes, differences and bands between columns stay with the set face. */
function annotations(marks: readonly DrawnMark[], figure: ResolvedPlot): NonNullable<ApexOptions['annotations']> {
  const yaxis: YAxisAnnotations[] = [];
  const xaxis: XAxisAnnotations[] = [];
  const indexOn = (side: 'left' | 'right') =>
    Math.max(
      0,
      figure.lines.findIndex(({ line }) => line.axis === side),
    );
  const names = namesOf(marks, figure);
  for (const [index, mark] of marks.entries()) {
    const { colour } = mark;
    const name = names[index] ?? '';
    if (mark.kind === 'level') {
      const at = figure.levels.get(mark.id);
      if (typeof at === 'number')
        yaxis.push({
          y: at,
          yAxisIndex: indexOn(mark.axis),
          borderColor: colour,
          strokeDashArray: 3,
          label: label(name, colour),
        });
    } else if (mark.kind === 'event') xaxis.push({ x: mark.at, borderColor: colour, label: label(name, colour) });
    else if (mark.kind === 'band' && mark.over.kind === 'values') {
      const { from, to, axis } = mark.over;
      if (from !== null && to !== null)
        yaxis.push({
          y: from,
          y2: to,
          yAxisIndex: indexOn(axis),
          fillColor: colour,
          opacity: mark.opacity,
          label: label(name, colour),
        });
    } else if (mark.kind === 'band' && mark.over.kind === 'across') {
      const { from, to } = mark.over;
      if (from !== null && to !== null)
        xaxis.push({ x: from, x2: to, fillColor: colour, opacity: mark.opacity, label: label(name, colour) });
    }
  }
  return { yaxis, xaxis };
}

/** What one series draws: a line, or its finished or unfinished part. */
interface Drawn {
  resolved: ResolvedLine;
  part: Part;
  isOpen: boolean;
}

/**
 * The series of a figure. What is not finished is dotted: by the chart itself
 * where it is the same last entries of all lines, else as a series of its own.
 */
function drawnOf(lines: readonly ResolvedLine[]): { drawn: Drawn[]; shared: number } {
  const open = lines.map(({ values, unfinished }) => values.length - unfinished);
  const whole = lines.map(
    (resolved): Drawn => ({ resolved, part: { from: 0, to: resolved.values.length }, isOpen: false }),
  );
  if (open.every((count) => count === open[0])) return { drawn: whole, shared: open[0] ?? 0 };
  const drawn = whole.flatMap((one): Drawn[] => {
    const { unfinished, values } = one.resolved;
    const last = values.findLastIndex((value) => value !== null);
    if (last < unfinished) return [one];
    return [
      { ...one, part: { from: 0, to: unfinished } },
      { ...one, part: { from: Math.max(0, unfinished - 1), to: values.length }, isOpen: true },
    ];
  });
  return { drawn, shared: 0 };
}

/** The Inspect face of a laid-out figure. */
export function inspectFigure(figure: ResolvedPlot, layout: FigureLayout, style: HouseStyle): Inspect {
  const { across, keys, spec } = figure;
  const { drawn, shared } = drawnOf(figure.lines);
  const lines = drawn.map(({ resolved }) => resolved);
  // The chart knows its series by their names.
  const names = distinct(
    drawn.map(({ resolved, isOpen }) => resolved.name + (isOpen ? ', unfinished' : '')),
    (name, count) => `${name} (${count})`,
  );
  const sides = lines.map(({ line }) => (line.axis === 'right' && layout.right ? 'right' : 'left'));
  const dashes = drawn.map(({ resolved: { line }, isOpen }) => {
    if (isOpen) return 3;
    const [dash] = dashesOf(line.pattern, line.weight) ?? [0];
    return line.pattern === 'solid' ? 0 : Math.max(SHORTEST_DASH, Math.round(dash ?? 0));
  });
  const kinds = { date: 'datetime', number: 'numeric', category: 'category' } as const;
  const marks = figure.marks.filter(({ id }) => layout.marks.includes(id));
  const axes = [layout.left, ...(layout.right ? [layout.right] : [])];
  const points = drawn.map(({ resolved, part }) => pointsOf(resolved, keys, part));
  const isNamed = typeof keys[0] === 'string';
  return {
    across: across.kind === 'date' ? across.interval : null,
    series: points.map(({ points: own }, index) => ({
      name: names[index] ?? '',
      data: own.map(({ entry, value }) => (isNamed ? value : [Number(keys[entry]), value])),
    })),
    writing: lines.map(({ name, unit, decimals, values, isOfYears }, index) => ({
      line: name,
      years: isOfYears,
      isThinned: points[index]?.isThinned ?? false,
      states: (points[index]?.points ?? []).map(({ entry }) => stateOf(lines[index] as ResolvedLine, entry)),
      unit,
      decimals:
        decimals ??
        values.reduce<number>(
          (most, value) => (value === null ? most : Math.max(most, Math.min(4, decimalsOf(value)))),
          0,
        ),
    })),
    axes: axes.map((axis) => ({
      side: axis.side,
      decimals: decimalsOfAxis(axis),
      exponent: axis.numbers.exponent,
      years: axis.years,
    })),
    options: {
      chart: {
        id: `inspect-${spec.id}`,
        type: 'line',
        animations: { enabled: false },
        fontFamily: "'Source Sans 3', sans-serif",
        foreColor: style.ink,
        toolbar: { show: true, tools: { download: false, selection: false, pan: true, reset: true } },
        zoom: { enabled: across.kind !== 'category', type: 'x' },
      },
      colors: lines.map(({ line }) => line.colour),
      stroke: {
        width: lines.map(({ line }) => Math.max(1, line.weight * 1.5)),
        dashArray: dashes,
        curve: lines.map(({ line }) => CURVES[line.curve]),
      },
      forecastDataPoints: { count: shared, dashArray: 3 },
      markers: {
        size: lines.map(({ line }) => (line.markers.on === 'all' ? 3 : 0)),
        strokeWidth: 1,
        hover: { size: 5 },
      },
      dataLabels: { enabled: false },
      legend: {
        show: true,
        showForSingleSeries: true,
        position: 'top',
        horizontalAlign: 'left',
        onItemClick: { toggleDataSeries: true },
      },
      grid: { borderColor: style.rule },
      annotations: annotations(marks, figure),
      xaxis: {
        type: kinds[across.kind],
        categories: across.kind === 'category' ? keys.map(String) : [],
        labels: { datetimeUTC: true, rotate: 0, hideOverlappingLabels: true },
        tooltip: { enabled: false },
      },
      yaxis: valueAxes(sides, names, layout, style),
      tooltip: { shared: true, intersect: false },
      noData: { text: 'No line is shown' },
    },
  };
}
