/** Drawing the rows of a spark table, a few or all of them. Lengths in points. */

import type { CellBox } from '../mark/box.ts';
import { emphasised } from '../mark/emphasis.ts';
import { isClosed, markerPath } from '../mark/shapes.ts';
import { type SceneNode, strokeOf } from '../scene/scene.ts';
import type { HouseStyle } from '../style/style.ts';
import { faceOfStyle } from '../style/type.ts';
import { textWidth } from '../text/measure.ts';
import { formatBeside, missingSign } from '../text/number.ts';
import { shorten } from '../text/wrap.ts';
import type { FaceId } from '../type/faces.ts';
import { sparklineNodes } from './cell.ts';
import { decimalsOfSeries } from './decimals.ts';
import { ASIDE, cellBox, INSET, LEADING, rowTop, type Slot, type SparkGeometry } from './geometry.ts';
import { tailOf } from './number-cells.ts';
import { cellOf, type ResolvedOf, type SparkCell } from './resolve.ts';

type SlotOf<Kind extends Slot['kind']> = Extract<Slot, { kind: Kind }>;

interface Row {
  geometry: SparkGeometry;
  record: number;
  /** whether it is a sum, which is set strong */
  isSum: boolean;
}

const baseline = ({ pitch, style }: SparkGeometry) => pitch / 2 + style.sizes.label * 0.34;

function write(row: Row, text: string, x: number, anchor: 'start' | 'end', face: FaceId, colour: string): SceneNode {
  const { geometry } = row;
  return { kind: 'text', x, y: baseline(geometry), text, face, size: geometry.style.sizes.label, colour, anchor };
}

/** One level bar: its track, the bar and the target's tick; a missing value leaves its cell empty, a zero an empty track. */
export function barNodes(
  { spec, values, ceiling, own }: ResolvedOf<'level bars'>,
  record: number,
  box: CellBox,
  pitch: number,
  { ink, ground, track }: HouseStyle,
): SceneNode[] {
  const value = values[record] ?? Number.NaN;
  if (Number.isNaN(value)) return [];
  const { left, width } = box;
  const thick = pitch * 0.36;
  const y = (pitch - thick) / 2;
  const nodes: SceneNode[] = [{ kind: 'rect', x: left, y, width, height: thick, fill: track }];
  const share = Math.max(0, Math.min(1, value / ceiling));
  if (share > 0)
    nodes.push({ kind: 'rect', x: left, y, width: width * share, height: thick, fill: own.get(record) ?? spec.colour });
  if (value > ceiling) {
    // A notch says that the bar goes on.
    const x = left + width - 3;
    nodes.push({ kind: 'path', d: strokeOf(x, y + thick, x + 2, y), stroke: { colour: ground, width: 1.2 } });
  }
  if (spec.target !== null && spec.target <= ceiling) {
    const x = left + Math.max(0.5, Math.min(width - 0.5, (width * spec.target) / ceiling));
    nodes.push({ kind: 'path', d: strokeOf(x, pitch * 0.2, x, pitch * 0.8), stroke: { colour: ink, width: 1 } });
  }
  return nodes;
}

/** The values beside a sparkline; high and low with their mark before them. */
function besideNodes(cell: SparkCell, slot: SlotOf<'sparkline'>, row: Row): SceneNode[] {
  const { geometry } = row;
  const { style, locale, pitch } = geometry;
  const size = style.sizes.label * 0.92;
  const decimals = decimalsOfSeries(slot.column.series, locale.decimals);
  return slot.beside.flatMap(({ of, left, width }): SceneNode[] => {
    const rule = cell.spark.emphasis.find((candidate) => candidate.of === of);
    const seen = of === 'high' || of === 'low' ? cell.values.slice(0, cell.finished) : cell.values;
    const [index] = emphasised(seen, of, 'first');
    const value = index === undefined ? null : cell.values[index];
    if (!rule?.value || value === null || value === undefined) return [];
    const right = slot.left + left + width;
    const text = formatBeside(value, decimals, locale);
    const nodes: SceneNode[] = [
      {
        kind: 'text',
        x: right,
        y: pitch / 2 + size * 0.34,
        text,
        face: faceOfStyle(style),
        size,
        colour: style.ink,
        anchor: 'end',
      },
    ];
    if ((of === 'high' || of === 'low') && rule.shape !== 'none') {
      const colour = rule.colour ?? cell.spark.colour;
      const isFilled = rule.filled && isClosed(rule.shape);
      const x = right - textWidth(text, faceOfStyle(style), size) - size * 0.42;
      nodes.push({
        kind: 'path',
        d: markerPath(rule.shape, x, pitch / 2, size * 0.42),
        fill: isFilled ? colour : style.ground,
        stroke: { colour, width: isFilled ? 0.3 : 0.5 },
      });
    }
    return nodes;
  });
}

function numberNodes(slot: SlotOf<'number'>, row: Row): SceneNode[] {
  const { style, locale } = row.geometry;
  const { texts, asides, values } = slot.column.cells;
  const text = texts[row.record] ?? missingSign(locale);
  const plain = faceOfStyle(style);
  const face = row.isSum ? faceOfStyle(style, 600) : plain;
  const { spec } = slot.column;
  const value = values[row.record] ?? Number.NaN;
  const coloured = spec.kind === 'derived' && spec.coloured && value !== 0 && !Number.isNaN(value);
  const colour = coloured ? (value < 0 ? style.negative : style.positive) : style.ink;
  const mark = slot.left + slot.width - slot.aside;
  const own = textWidth(tailOf(text, locale), plain, style.sizes.label);
  const nodes = [write(row, text, mark - (slot.tail - own), 'end', face, colour)];
  const aside = asides?.[row.record];
  if (aside) nodes.push(write(row, aside, mark + ASIDE, 'start', plain, style.quiet));
  return nodes;
}

/** What stands in one cell, whose row has its top at zero. */
export function slotNodes(slot: Slot, row: Row): SceneNode[] {
  const { geometry, record, isSum } = row;
  const { style, locale, pitch, pixel, resolved } = geometry;
  switch (slot.kind) {
    case 'text': {
      const face = isSum ? faceOfStyle(style, 600) : slot.face;
      const words = shorten(slot.column.cells[record] ?? '', face, style.sizes.label, slot.width);
      return words === '' ? [] : [write(row, words, slot.left, 'start', face, style.ink)];
    }
    case 'number':
      return numberNodes(slot, row);
    case 'bars':
      return barNodes(slot.column, record, cellBox(geometry, slot.left, slot.width), pitch, style);
    case 'source': {
      const { grid } = slot.column.series;
      const value = grid.data[record * grid.stride + slot.place] ?? Number.NaN;
      const text = Number.isNaN(value)
        ? missingSign(locale)
        : formatBeside(value, decimalsOfSeries(slot.column.series, locale.decimals), locale);
      return [write(row, text, slot.left + slot.width, 'end', faceOfStyle(style, isSum ? 600 : 400), style.ink)];
    }
    case 'sparkline': {
      const cell = cellOf(slot.column, resolved.data, record);
      if (!cell) return [];
      const box = cellBox(geometry, slot.left + slot.cellLeft, slot.cellWidth);
      const pen = { ink: style.quiet, ground: style.ground, pixel };
      return [...sparklineNodes(cell, box, pen), ...besideNodes(cell, slot, row)];
    }
  }
}

/** Tints and rules of some rows. */
export function frameNodes(geometry: SparkGeometry, from: number, to: number, up: number): SceneNode[] {
  const { resolved, style, width, pitch } = geometry;
  const { rows, records } = resolved.data;
  const { zebra, rules } = resolved.spec.frame;
  const nodes: SceneNode[] = [];
  let inGroup = 0;
  let [fine, strong] = ['', ''];
  for (let at = 0; at < to; at++) {
    const row = rows[at];
    if (!row) continue;
    inGroup = row.kind === 'heading' ? 0 : inGroup + 1;
    if (at < from) continue;
    const top = rowTop(geometry, at) - up;
    if (zebra && row.kind === 'record' && inGroup % 2 === 0)
      nodes.push({
        kind: 'rect',
        x: INSET - 4,
        y: top,
        width: width - 2 * INSET + 8,
        height: pitch,
        fill: style.zebra,
      });
    const isSum = row.kind === 'record' && records[row.index]?.members != null;
    const next = rows[at + 1];
    const endsGroup = row.kind === 'heading' || !next || next.kind === 'heading' || isSum;
    const isFifth = inGroup % 5 === 0;
    const isRuled = rules === 'rows' || (rules === 'fives' && (isFifth || !next)) || (rules === 'groups' && endsGroup);
    const before = next?.kind === 'record' && records[next.index]?.members != null;
    const y = rowTop(geometry, at + 1) - up;
    if (before) strong += strokeOf(INSET, y, width - INSET, y);
    else if (isRuled) fine += strokeOf(INSET, y, width - INSET, y);
  }
  if (fine) nodes.push({ kind: 'path', d: fine, stroke: { colour: style.rule, width: 0.4 } });
  if (strong) nodes.push({ kind: 'path', d: strong, stroke: { colour: style.axis, width: 0.6 } });
  return nodes;
}

/** The header of a column, standing on the foot of the headers. */
export function headNodes({ style, headBottom }: SparkGeometry, slot: Slot): SceneNode[] {
  const size = style.sizes.label;
  const isRight = slot.kind === 'number' || slot.kind === 'source';
  return slot.head.map((text, at) => ({
    kind: 'text',
    x: isRight ? slot.left + slot.width : slot.left,
    y: headBottom - 5 - (slot.head.length - 1 - at) * size * LEADING,
    text,
    face: faceOfStyle(style),
    size,
    colour: style.quiet,
    anchor: isRight ? 'end' : 'start',
  }));
}

/** The cells of a column in some rows, each row moved to its place; `up` is taken off their height. */
export function cellNodes(geometry: SparkGeometry, slot: Slot, from: number, to: number, up: number): SceneNode[] {
  const { rows, records } = geometry.resolved.data;
  const isFirst = geometry.slots[0] === slot;
  const strong = faceOfStyle(geometry.style, 600);
  const nodes: SceneNode[] = [];
  for (let at = from; at < to; at++) {
    const row = rows[at];
    if (!row) continue;
    const y = rowTop(geometry, at) - up;
    if (row.kind === 'heading') {
      const heading = { geometry, record: -1, isSum: true };
      const text = shorten(row.text || '–', strong, geometry.style.sizes.label, geometry.width - 2 * INSET);
      if (isFirst)
        nodes.push({
          kind: 'cluster',
          x: 0,
          y,
          children: [write(heading, text, slot.left, 'start', strong, geometry.style.quiet)],
        });
      continue;
    }
    const isSum = records[row.index]?.members != null;
    const children = slotNodes(slot, { geometry, record: row.index, isSum });
    if (children.length > 0) nodes.push({ kind: 'cluster', x: 0, y, children });
  }
  return nodes;
}
