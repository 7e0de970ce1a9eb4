/** A spark table as a native table of a document (Office Open XML). Lengths in points unless said. */
import {
  AlignmentType,
  BorderStyle,
  ImageRun,
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
import { inXml, toSvg } from '../core/scene/svg.ts';
import type { Slot, SparkGeometry } from '../core/spark/geometry.ts';
import { headSpans } from '../core/spark/head-spans.ts';
import { headNodes, slotNodes } from '../core/spark/row-nodes.ts';
import { sayBar, sayCell } from '../core/spark/say.ts';
import { typeOfWords, type WordsPart } from '../core/spark/words.ts';
import { cutTo } from '../core/text/letters.ts';
import { plainWords, runsOfWords } from '../core/text/rich.ts';
import { faceOf, isStrong } from '../core/type/faces.ts';
import { outlineText } from './outlines.ts';
import { toPng } from './png.ts';

/** Each sparkline is drawn twice, as SVG and as PNG, so very long tables would take minutes and hundreds of pages. */
const MOST_ROWS = 2000;
/** Rows whose pictures are drawn at the same time. */
const AT_ONCE = 50;
/** A twentieth of a point, in which documents measure. */
export const TWIPS = 20;
const GAP = 7;
const PX_PER_POINT = 96 / 72;

export const hex = (colour: string) => colour.slice(1);
export const NO_BORDER = { style: BorderStyle.NONE, size: 0, color: 'auto' };

export const line = (points: number, colour: string) => ({
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

/** A spark table that is to stand in a document. */
export interface SparkInDocument {
  geometry: SparkGeometry;
  /** what the names in its pictures begin with */
  prefix: string;
  /** as large as it is set, or smaller by a share */
  share: number;
  /** the style of its title, subtitle and source in the document; that of its text where absent */
  words?: string;
}

function text({ geometry, share }: SparkInDocument, words: string, bold: boolean, colour: string): TextRun {
  return new TextRun({
    text: inXml(words),
    bold,
    font: geometry.style.type.figures.name,
    size: Math.round(geometry.style.sizes.label * share * 2),
    color: hex(colour),
  });
}

/** A sparkline or level bar as SVG, with a PNG for readers that do not draw SVG. */
async function picture(of: SparkInDocument, slot: Slot, record: number): Promise<Paragraph> {
  const { geometry, prefix, share } = of;
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
  if (scene.nodes.length === 0) return new Paragraph({ children: [text(of, said, false, geometry.style.quiet)] });
  const transformation = { width: slot.width * share * PX_PER_POINT, height: pitch * share * PX_PER_POINT };
  return new Paragraph({
    children: [
      new ImageRun({
        type: 'svg',
        data: Buffer.from(toSvg(scene, { outline: outlineText, idPrefix: `${prefix}${record}` })),
        transformation,
        fallback: { type: 'png', data: await toPng(scene, 300) },
        altText: {
          name: inXml(cutTo(`${name}: ${slot.title}`, 250)),
          title: '',
          description: inXml(`${name}: ${said}`),
        },
      }),
    ],
  });
}

async function cellOf(of: SparkInDocument, slot: Slot, record: number): Promise<Cell> {
  const { geometry } = of;
  const { style, resolved } = geometry;
  const isSum = resolved.data.records[record]?.members != null;
  if (slot.kind === 'sparkline' || slot.kind === 'bars')
    return { children: [await picture(of, slot, record)], isRight: false };
  const runs = slotNodes({ ...slot, left: 0 } as Slot, { geometry, record, isSum }).flatMap((node, index) =>
    node.kind === 'text' ? [text(of, index > 0 ? ` ${node.text}` : node.text, isStrong(node.face), node.colour)] : [],
  );
  // A column of texts is written in full: a document wraps where a picture would cut.
  const full =
    slot.kind === 'text' ? [text(of, slot.column.cells[record] ?? '', isStrong(slot.face) || isSum, style.ink)] : runs;
  const isRight = slot.kind === 'number' || slot.kind === 'source';
  return {
    children: [new Paragraph({ children: full, alignment: isRight ? AlignmentType.RIGHT : AlignmentType.LEFT })],
    isRight,
  };
}

/** How wide the table of a spark table is. */
export const sparkTableWidth = ({ slots }: SparkGeometry): number =>
  slots.reduce((sum, slot) => sum + widthIn(slot) + GAP, 0);

/** The native table of a spark table. Throws a Refusal when it has too many rows. */
export async function sparkDocxTable(of: SparkInDocument): Promise<Table> {
  const { geometry, share } = of;
  const { resolved, style, slots } = geometry;
  const { data, spec } = resolved;
  if (data.rows.length > MOST_ROWS)
    throw new Refusal(
      `“${spec.name}” has ${data.rows.length} rows, and a document holds up to ${MOST_ROWS} with their sparklines; show fewer rows, or hand it off as SVG, HTML or CSV.`,
    );
  const widths = slots.map((slot) => Math.round((widthIn(slot) + GAP) * share * TWIPS));
  const rule = line(0.4, style.rule);
  const margins = { top: 20, bottom: 0, left: 0, right: Math.round(GAP * share * TWIPS) };
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
        children: [text(of, words, false, style.quiet)],
        alignment: isRight ? AlignmentType.RIGHT : AlignmentType.LEFT,
      });
      return cell([paragraph], index, line(0.6, style.axis));
    }),
  });
  const over = headSpans(spec, slots).map(({ head, at, span }) => {
    const words = new Paragraph({
      children: head ? [text(of, head.text, false, style.ink)] : [],
      alignment: AlignmentType.CENTER,
    });
    return cell([words], at, head ? line(0.4, style.axis) : NO_BORDER, span);
  });
  const tops = over.length > 0 ? [new TableRow({ tableHeader: true, children: over })] : [];
  let inGroup = 0;
  const rowOf = async (row: (typeof data.rows)[number], at: number): Promise<TableRow> => {
    if (row.kind === 'heading') {
      inGroup = 0;
      const words = new Paragraph({ children: [text(of, row.text || '–', true, style.quiet)] });
      return new TableRow({
        children: [cell([words], 0, spec.frame.rules === 'none' ? NO_BORDER : rule, slots.length)],
      });
    }
    inGroup++;
    const next = data.rows[at + 1];
    const beforeSum = next?.kind === 'record' && data.records[next.index]?.members != null;
    const isRuled = spec.frame.rules === 'rows' || (spec.frame.rules === 'fives' && inGroup % 5 === 0);
    const bottom = beforeSum ? line(0.6, style.axis) : isRuled ? rule : NO_BORDER;
    const fill = spec.frame.zebra && inGroup % 2 === 0 ? style.zebra : undefined;
    const cells = await Promise.all(slots.map((slot) => cellOf(of, slot, row.index)));
    return new TableRow({
      cantSplit: true,
      children: cells.map(({ children }, index) => cell(children, index, bottom, 1, fill)),
    });
  };
  const rows: TableRow[] = [];
  for (let at = 0; at < data.rows.length; at += AT_ONCE)
    rows.push(...(await Promise.all(data.rows.slice(at, at + AT_ONCE).map((row, index) => rowOf(row, at + index)))));
  return new Table({
    rows: [...tops, heads, ...rows],
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
}

/** Title, subtitle or source of a spark table; nothing where there is none. */
export function sparkDocxWords(of: SparkInDocument, part: WordsPart): Paragraph[] {
  const { geometry, share } = of;
  const words = geometry.resolved.spec.words[part];
  if (plainWords(words, geometry.say).trim() === '') return [];
  const { face, size, colour } = typeOfWords(part, geometry.style);
  const children = runsOfWords(words).map(
    (run) =>
      new TextRun({
        text: inXml('text' in run ? run.text : geometry.say(run.fact, run.part)),
        bold: isStrong(face) || run.bold === true,
        italics: run.italic === true,
        superScript: run.raised === 'super',
        subScript: run.raised === 'sub',
        font: faceOf(face).family.name,
        size: Math.round(size * share * 2),
        color: hex(run.colour ?? colour),
      }),
  );
  return [new Paragraph({ spacing: { after: 80, before: 80 }, ...(of.words && { style: of.words }), children })];
}
