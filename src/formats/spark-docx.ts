/** A spark table as a document with a native table (Office Open XML). Lengths in points unless said. */

import {
  AlignmentType,
  BorderStyle,
  Document,
  ImageRun,
  Packer,
  PageOrientation,
  Paragraph,
  Table,
  TableCell,
  TableLayoutType,
  TableRow,
  TextRun,
  VerticalAlignTable,
  WidthType,
} from 'docx';
import { Refusal } from '../core/refusal.ts';
import { POINTS_PER_MM, type Scene } from '../core/scene/scene.ts';
import { toSvg } from '../core/scene/svg.ts';
import type { Slot, SparkGeometry } from '../core/spark/geometry.ts';
import { headNodes, slotNodes } from '../core/spark/row-nodes.ts';
import { sayBar, sayCell } from '../core/spark/say.ts';
import { plainTitle, typeOfWords, type WordsPart } from '../core/spark/words.ts';
import { plainWords, runsOfWords } from '../core/text/rich.ts';
import { outlineText } from './outlines.ts';
import { toPng } from './png.ts';

/** Each sparkline is drawn twice, as SVG and as PNG, so very long tables would take minutes and hundreds of pages. */
const MOST_ROWS = 2000;
const FONT = 'Source Sans 3';
/** A twentieth of a point, in which documents measure. */
const TWIPS = 20;
const GAP = 7;
const PX_PER_POINT = 96 / 72;
const MARGIN = 20 * POINTS_PER_MM;
const A4 = { width: 210 * POINTS_PER_MM, height: 297 * POINTS_PER_MM };

const hex = (colour: string) => colour.slice(1);
const NO_BORDER = { style: BorderStyle.NONE, size: 0, color: 'auto' };

const line = (points: number, colour: string) => ({
  style: BorderStyle.SINGLE,
  size: Math.round(points * 8),
  color: hex(colour),
});

/** A reader without the report's font sets texts wider, so they get more room than in print. */
const widthIn = (slot: Slot) => slot.width * (slot.kind === 'sparkline' || slot.kind === 'bars' ? 1 : 1.3);

interface Cell {
  children: Paragraph[];
  isRight: boolean;
}

function text(geometry: SparkGeometry, words: string, bold: boolean, colour: string): TextRun {
  return new TextRun({
    text: words,
    bold,
    font: FONT,
    size: Math.round(geometry.style.sizes.label * 2),
    color: hex(colour),
  });
}

/** A sparkline or level bar as SVG, with a PNG for readers that do not draw SVG. */
function picture(geometry: SparkGeometry, slot: Slot, record: number): Paragraph {
  const { resolved, pitch, locale } = geometry;
  const name = resolved.data.records[record]?.name ?? '';
  const said =
    slot.kind === 'sparkline'
      ? sayCell(slot.column, record, locale)
      : slot.kind === 'bars'
        ? sayBar(slot.column, record, locale)
        : '';
  const scene: Scene = {
    widthMm: slot.width / POINTS_PER_MM,
    heightMm: pitch / POINTS_PER_MM,
    title: `${name}: ${slot.title}`,
    description: said,
    nodes: slotNodes({ ...slot, left: 0 } as Slot, {
      geometry,
      record,
      isSum: resolved.data.records[record]?.members != null,
    }),
  };
  if (scene.nodes.length === 0) return new Paragraph({ children: [text(geometry, said, false, geometry.style.quiet)] });
  const transformation = { width: slot.width * PX_PER_POINT, height: pitch * PX_PER_POINT };
  return new Paragraph({
    children: [
      new ImageRun({
        type: 'svg',
        data: Buffer.from(toSvg(scene, { outline: outlineText, idPrefix: `s${record}` })),
        transformation,
        fallback: { type: 'png', data: toPng(scene, 300) },
        altText: { name: `${name}: ${slot.title}`.slice(0, 250), title: '', description: `${name}: ${said}` },
      }),
    ],
  });
}

function cellOf(geometry: SparkGeometry, slot: Slot, record: number): Cell {
  const { style, resolved } = geometry;
  const isSum = resolved.data.records[record]?.members != null;
  if (slot.kind === 'sparkline' || slot.kind === 'bars')
    return { children: [picture(geometry, slot, record)], isRight: false };
  const runs = slotNodes({ ...slot, left: 0 } as Slot, { geometry, record, isSum }).flatMap((node, index) =>
    node.kind === 'text'
      ? [text(geometry, index > 0 ? ` ${node.text}` : node.text, node.face === 'sans-600', node.colour)]
      : [],
  );
  // A column of texts is written in full: a document wraps where a picture would cut.
  const full =
    slot.kind === 'text'
      ? [text(geometry, slot.column.cells[record] ?? '', slot.face === 'sans-600' || isSum, style.ink)]
      : runs;
  const isRight = slot.kind === 'number' || slot.kind === 'source';
  return {
    children: [new Paragraph({ children: full, alignment: isRight ? AlignmentType.RIGHT : AlignmentType.LEFT })],
    isRight,
  };
}

/** The document of a spark table, as the bytes of a `.docx`. Throws a Refusal when it has too many rows. */
export async function sparkDocx(geometry: SparkGeometry): Promise<Buffer> {
  const { resolved, style, slots } = geometry;
  const { data, spec } = resolved;
  if (data.rows.length > MOST_ROWS)
    throw new Refusal(
      `“${spec.name}” has ${data.rows.length} rows, and a document holds up to ${MOST_ROWS} with their sparklines; show fewer rows, or hand it off as SVG, HTML or CSV.`,
    );
  const widths = slots.map((slot) => Math.round((widthIn(slot) + GAP) * TWIPS));
  const rule = line(0.4, style.rule);
  const margins = { top: 20, bottom: 0, left: 0, right: GAP * TWIPS };
  const cell = (
    children: Paragraph[],
    index: number,
    bottom: typeof rule | typeof NO_BORDER,
    span = 1,
    fill?: string,
  ) =>
    new TableCell({
      children,
      columnSpan: span,
      margins,
      verticalAlign: VerticalAlignTable.CENTER,
      width: { size: widths[index] ?? 600, type: WidthType.DXA },
      borders: { top: NO_BORDER, left: NO_BORDER, right: NO_BORDER, bottom },
      ...(fill && { shading: { fill: hex(fill) } }),
    });
  const heads = new TableRow({
    tableHeader: true,
    children: slots.map((slot, index) => {
      const words = headNodes(geometry, slot)
        .map((node) => (node.kind === 'text' ? node.text : ''))
        .join(' ');
      const isRight = slot.kind === 'number' || slot.kind === 'source';
      const paragraph = new Paragraph({
        children: [text(geometry, words, false, style.quiet)],
        alignment: isRight ? AlignmentType.RIGHT : AlignmentType.LEFT,
      });
      return cell([paragraph], index, line(0.6, style.axis));
    }),
  });
  let inGroup = 0;
  const rows = data.rows.map((row, at) => {
    if (row.kind === 'heading') {
      inGroup = 0;
      const words = new Paragraph({ children: [text(geometry, row.text || '–', true, style.quiet)] });
      return new TableRow({
        children: [cell([words], 0, spec.frame.rules === 'none' ? NO_BORDER : rule, slots.length)],
      });
    }
    inGroup++;
    const next = data.rows[at + 1];
    const beforeSum = next?.kind === 'record' && data.records[next.index]?.members != null;
    const isRuled = spec.frame.rules === 'rows' || (spec.frame.rules === 'fives' && inGroup % 5 === 0);
    const bottom = beforeSum ? line(0.6, style.axis) : isRuled ? rule : NO_BORDER;
    const fill = spec.frame.zebra && inGroup % 2 === 0 ? '#f6f3ee' : undefined;
    return new TableRow({
      cantSplit: true,
      children: slots.map((slot, index) => cell(cellOf(geometry, slot, row.index).children, index, bottom, 1, fill)),
    });
  });
  const whole = slots.reduce((sum, slot) => sum + widthIn(slot) + GAP, 0);
  const isWide = whole > A4.width - 2 * MARGIN;
  // A table wider than a page on its side gets a page as wide as it needs.
  const length = Math.max(A4.height, whole + 2 * MARGIN);
  const table = new Table({
    rows: [heads, ...rows],
    layout: TableLayoutType.FIXED,
    columnWidths: widths,
    width: { size: widths.reduce((sum, width) => sum + width, 0), type: WidthType.DXA },
    borders: {
      top: NO_BORDER,
      bottom: NO_BORDER,
      left: NO_BORDER,
      right: NO_BORDER,
      insideHorizontal: NO_BORDER,
      insideVertical: NO_BORDER,
    },
  });
  const paragraphOf = (part: WordsPart): Paragraph[] => {
    const words = spec.words[part];
    if (plainWords(words, geometry.say).trim() === '') return [];
    const { face, size, colour } = typeOfWords(part, style);
    const children = runsOfWords(words).map(
      (run) =>
        new TextRun({
          text: 'text' in run ? run.text : geometry.say(run.fact, run.part),
          bold: face === 'sans-600' || run.bold === true,
          italics: run.italic === true,
          superScript: run.raised === 'super',
          subScript: run.raised === 'sub',
          font: FONT,
          size: Math.round(size * 2),
          color: hex(run.colour ?? colour),
        }),
    );
    return [new Paragraph({ spacing: { after: 80, before: 80 }, children })];
  };
  const document = new Document({
    title: plainTitle(spec, geometry.say),
    creator: 'Rizo',
    sections: [
      {
        properties: {
          page: {
            size: {
              // With the orientation, the two are given as those of the upright page.
              width: Math.round((isWide ? A4.width : A4.width) * TWIPS),
              height: Math.round((isWide ? length : A4.height) * TWIPS),
              orientation: isWide ? PageOrientation.LANDSCAPE : PageOrientation.PORTRAIT,
            },
            margin: { top: 1134, bottom: 1134, left: Math.round(MARGIN * TWIPS), right: Math.round(MARGIN * TWIPS) },
          },
        },
        children: [...paragraphOf('title'), ...paragraphOf('subtitle'), table, ...paragraphOf('source')],
      },
    ],
  });
  return Packer.toBuffer(document);
}
