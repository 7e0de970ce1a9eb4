import { decimalsFor } from '../figure/fields.ts';
import { POINTS_PER_MM, type Scene, type SceneNode, strokeOf, type TextNode } from '../scene/scene.ts';
import type { HouseStyle } from '../style/style.ts';
import type { FaceId } from '../text/faces.ts';
import type { Locale } from '../text/locale.ts';
import { textWidth } from '../text/measure.ts';
import { formatNumber } from '../text/number.ts';
import { shorten, wrap } from '../text/wrap.ts';
import { derive } from './derive.ts';
import { type Bar, type ResolvedColumn, type ResolvedSparkTable, resolveSparkTable } from './resolve.ts';
import { sparklineNodes } from './sparkline.ts';
import type { SparkTableSpec } from './spec.ts';

const INSET = 10;
/** Clear room between columns, points. */
const GAP = 14;
const LEADING = 1.22;
/** Widest column of texts and narrowest header, points. */
const MOST_TEXT = 170;
const LEAST_HEAD = 46;
/** Rows whose sparklines are described one by one. */
const MOST_SAID = 40;
const TRACK = '#efeae3';
/** Clear room above and below a sparkline, as a share of the row's height. */
const CLEAR = 0.1;

interface Placed {
  column: ResolvedColumn;
  left: number;
  width: number;
  head: string[];
}

const faceOf = (index: number): FaceId => (index === 0 ? 'sans-600' : 'sans-400');

function widthOf(column: ResolvedColumn, index: number, size: number): number {
  if (column.kind === 'spark' || column.kind === 'sparkline') return column.spec.width * POINTS_PER_MM;
  const cells = column.cells.reduce((most, text) => Math.max(most, textWidth(text, faceOf(index), size)), 0);
  const longestWord = column.title
    .split(/\s+/)
    .reduce((most, word) => Math.max(most, textWidth(word, 'sans-400', size)), 0);
  const head = Math.min(textWidth(column.title, 'sans-400', size), Math.max(LEAST_HEAD, longestWord));
  return Math.min(MOST_TEXT, Math.max(cells, head)) + 0.5;
}

function placeColumns({ columns }: ResolvedSparkTable, style: HouseStyle): { placed: Placed[]; width: number } {
  const size = style.sizes.label;
  let left = INSET;
  const placed = columns.map((column, index) => {
    const width = widthOf(column, index, size);
    const head = column.title === '' ? [] : wrap(column.title, 'sans-400', size, width, 3);
    const here = { column, left, width, head };
    left += width + GAP;
    return here;
  });
  return { placed, width: left - GAP + INSET };
}

/** One level bar: its track, the bar and the target's tick, inset so that nothing reaches the edge of its cell. */
function barNodes(bar: Bar, { column, left, width }: Placed, top: number, height: number, style: HouseStyle) {
  if (column.kind !== 'spark') return [];
  const thick = height * 0.36;
  const y = top + (height - thick) / 2;
  // A missing value leaves its cell empty, a zero an empty track.
  if (bar.note === 'missing') return [];
  const nodes: SceneNode[] = [{ kind: 'rect', x: left, y, width, height: thick, fill: TRACK }];
  if (bar.share > 0)
    nodes.push({ kind: 'rect', x: left, y, width: width * bar.share, height: thick, fill: column.spec.colour });
  if (bar.note === 'above the ceiling') {
    // A notch says that the bar goes on.
    const x = left + width - 3;
    nodes.push({ kind: 'path', d: strokeOf(x, y + thick, x + 2, y), stroke: { colour: '#ffffff', width: 1.2 } });
  }
  if (column.target !== null && column.target <= column.ceiling) {
    const x = left + Math.max(0.5, Math.min(width - 0.5, (width * column.target) / column.ceiling));
    const d = strokeOf(x, top + height * 0.2, x, top + height * 0.8);
    nodes.push({ kind: 'path', d, stroke: { colour: style.ink, width: 1 } });
  }
  return nodes;
}

const text = (node: Omit<TextNode, 'kind'>): SceneNode => ({ kind: 'text', ...node });

function columnNodes(
  placed: Placed,
  index: number,
  {
    headBottom,
    height,
    size,
    style,
    rows,
  }: { headBottom: number; height: number; size: number; style: HouseStyle; rows: number },
): SceneNode {
  const { column, left, width, head } = placed;
  const isRight = column.kind === 'number';
  const x = isRight ? left + width : left;
  const anchor = isRight ? 'end' : 'start';
  const shared = { size, face: 'sans-400' as FaceId, anchor } as const;
  const baseline = height / 2 + size * 0.34;
  const children = head.map((line, at) =>
    text({
      ...shared,
      x,
      y: headBottom - 5 - (head.length - 1 - at) * size * LEADING,
      text: line,
      colour: style.quiet,
    }),
  );
  for (let row = 0; row < rows; row++) {
    const top = headBottom + row * height;
    if (column.kind === 'spark') {
      const bar = column.bars[row];
      if (bar) children.push(...barNodes(bar, placed, top, height, style));
      continue;
    }
    if (column.kind === 'sparkline') {
      const ends = column.ends[row];
      const cell = { left, top: top + height * CLEAR, width, height: height * (1 - 2 * CLEAR) };
      const values = column.series.values[row] ?? [];
      if (ends) {
        const { places, before } = column.series;
        const room = { spark: column.spec, cell, places, ends, before: before[row] ?? [] };
        children.push(...sparklineNodes(values, room, { ink: style.quiet, ground: '#ffffff' }));
      }
      continue;
    }
    const face = faceOf(index);
    const words = shorten(column.cells[row] ?? '', face, size, width);
    if (words !== '') children.push(text({ ...shared, face, x, y: top + baseline, text: words, colour: style.ink }));
  }
  return { kind: 'group', part: `column:${column.spec.id}`, label: `Column ${column.title}`, children };
}

/** The sparklines of a column in words: first, last, low and high of each row. */
function describeSparklines(
  { title, series }: Extract<ResolvedColumn, { kind: 'sparkline' }>,
  records: ResolvedSparkTable['records'],
  locale: Locale,
): string {
  const said = records.slice(0, MOST_SAID).map(({ name }, row) => {
    const values = series.values[row] ?? [];
    const decimals = decimalsFor({ values, decimals: null });
    const say = (what: 'first' | 'last' | 'low' | 'high') => {
      const found = derive(what, values, series.places.unfinished);
      return found ? `${what} ${formatNumber(found.value, decimals, locale)}` : null;
    };
    const words = (['first', 'last', 'low', 'high'] as const).flatMap((what) => say(what) ?? []);
    return `${name} ${words.join(', ') || 'without values'}`;
  });
  const more = records.length > MOST_SAID ? `; and ${records.length - MOST_SAID} more rows` : '';
  return `${title}: ${said.join('; ')}${more}`;
}

/** The spark table in words, for readers who do not see it. */
function describe({ records: rows, columns }: ResolvedSparkTable, locale: Locale): string {
  const bars = columns.flatMap((column) => {
    if (column.kind === 'sparkline') return [describeSparklines(column, rows, locale)];
    if (column.kind !== 'spark') return [];
    const values = column.bars.flatMap(({ value }) => (value === null ? [] : [value]));
    const missing = column.bars.length - values.length;
    const write = (value: number) => formatNumber(value, Number.isInteger(value) ? 0 : 1, locale);
    const span =
      values.length > 0 ? `between ${write(Math.min(...values))} and ${write(Math.max(...values))}` : 'without values';
    return [`${column.title} as level bars, ${span}${missing > 0 ? `, ${missing} missing` : ''}`];
  });
  return `A spark table of ${rows.length} rows: ${bars.join('; ') || 'no sparklines'}.`;
}

/** Sets a spark table: as wide as its columns need, as high as its rows. */
export function layoutSparkTable(resolved: ResolvedSparkTable, style: HouseStyle, locale: Locale): Scene {
  const { spec, records: rows } = resolved;
  const size = style.sizes.label;
  const { placed, width: columnsWidth } = placeColumns(resolved, style);
  const titleSize = style.sizes.title;
  const width = Math.max(columnsWidth, 30 * POINTS_PER_MM);
  const title =
    spec.words.title.trim() === '' ? [] : wrap(spec.words.title, 'sans-600', titleSize, width - 2 * INSET, 4);
  const titleBottom = INSET + title.length * titleSize * LEADING;
  const headLines = Math.max(1, ...placed.map(({ head }) => head.length));
  const headBottom = titleBottom + 6 + headLines * size * LEADING + 4;
  const height = spec.rowHeight * POINTS_PER_MM;
  const bottom = headBottom + rows.length * height;
  const sourceSize = style.sizes.source;
  const source =
    spec.words.source.trim() === '' ? [] : wrap(spec.words.source, 'sans-400', sourceSize, width - 2 * INSET, 4);
  const whole = bottom + (source.length > 0 ? 6 + source.length * sourceSize * LEADING : 0) + INSET;
  const rules = [headBottom, ...rows.map((_, row) => headBottom + (row + 1) * height)].map((y, index): SceneNode => {
    const stroke = { colour: index === 0 ? style.axis : style.rule, width: index === 0 ? 0.6 : 0.4 };
    return { kind: 'path', d: strokeOf(INSET, y, width - INSET, y), stroke };
  });
  const nodes: SceneNode[] = [
    {
      kind: 'group',
      part: 'frame',
      label: 'Frame',
      children: [{ kind: 'rect', x: 0, y: 0, width, height: whole, fill: '#ffffff' }, ...rules],
    },
    ...placed.map((column, index) =>
      columnNodes(column, index, { headBottom, height, size, style, rows: rows.length }),
    ),
  ];
  const words = (
    part: 'title' | 'source',
    lines: string[],
    first: number,
    face: FaceId,
    type: number,
    colour: string,
  ) => {
    if (lines.length === 0) return;
    const children = lines.map((line, at) =>
      text({ x: INSET, y: first + at * type * LEADING, text: line, face, size: type, colour, anchor: 'start' }),
    );
    nodes.push({
      kind: 'group',
      part,
      label: `${part === 'title' ? 'Title' : 'Source'}: ${lines.join(' ')}`,
      children,
    });
  };
  words('title', title, INSET + titleSize * 0.82, 'sans-600', titleSize, style.ink);
  words('source', source, bottom + 6 + sourceSize * 0.95, 'sans-400', sourceSize, style.quiet);
  return {
    widthMm: width / POINTS_PER_MM,
    heightMm: whole / POINTS_PER_MM,
    title: spec.words.title || spec.name,
    description: describe(resolved, locale),
    nodes,
  };
}

/** From a spark table's spec and its table to the scene. */
export const drawSparkTable = (
  spec: SparkTableSpec,
  table: Parameters<typeof resolveSparkTable>[1],
  style: HouseStyle,
  locale: Locale,
): Scene => layoutSparkTable(resolveSparkTable(spec, table, locale), style, locale);
