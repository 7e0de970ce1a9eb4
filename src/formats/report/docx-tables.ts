/** Tables of a document (Office Open XML): numbers, and things side by side. */
import {
  AlignmentType,
  Paragraph,
  Table,
  TableCell,
  TableLayoutType,
  TableRow,
  TextRun,
  VerticalAlignTable,
  WidthType,
} from 'docx';
import { BESIDE } from '../../core/document/geometry.ts';
import type { PartOf } from '../../core/document/parts.ts';
import { inXml } from '../../core/scene/svg.ts';
import type { HouseStyle } from '../../core/style/style.ts';
import { hex, line, NO_BORDER, TWIPS } from '../spark-docx-table.ts';
import { STYLES } from './docx-styles.ts';

/** Millimetres as documents measure them, in twentieths of a point. */
export const mm = (millimetres: number) => Math.round((millimetres * TWIPS * 72) / 25.4);

/** Things side by side, in a table that is not seen. */
export function besideTable(things: readonly (Paragraph | Table)[][], width: number): Table {
  const none = { top: NO_BORDER, bottom: NO_BORDER, left: NO_BORDER, right: NO_BORDER };
  return new Table({
    layout: TableLayoutType.FIXED,
    columnWidths: things.map(() => mm(width + BESIDE)),
    width: { size: mm((width + BESIDE) * things.length), type: WidthType.DXA },
    borders: { ...none, insideHorizontal: NO_BORDER, insideVertical: NO_BORDER },
    rows: [
      new TableRow({
        cantSplit: true,
        children: things.map(
          (children) =>
            new TableCell({
              // A cell ends with a paragraph.
              children: children.at(-1) instanceof Paragraph ? children : [...children, new Paragraph('')],
              borders: none,
              verticalAlign: VerticalAlignTable.BOTTOM,
              margins: { left: 0, right: mm(BESIDE), top: 0, bottom: 0 },
              width: { size: mm(width + BESIDE), type: WidthType.DXA },
            }),
        ),
      }),
    ],
  });
}

/** Numbers of a table as a table. */
export function numbersTable({ head, rows, right, strong }: PartOf<'numbers'>, style: HouseStyle): Table {
  const cell = (text: string, at: number, own: { bold?: boolean; color?: string }, edges: object, fill?: string) =>
    new TableCell({
      children: [
        new Paragraph({
          style: STYLES.cell,
          keepNext: true,
          alignment: right[at] ? AlignmentType.RIGHT : AlignmentType.LEFT,
          children: [new TextRun({ text: inXml(text), ...own })],
        }),
      ],
      borders: { top: NO_BORDER, left: NO_BORDER, right: NO_BORDER, bottom: NO_BORDER, ...edges },
      verticalAlign: VerticalAlignTable.BOTTOM,
      margins: { left: 80, right: 80, top: 0, bottom: 0 },
      ...(fill && { shading: { fill: hex(fill) } }),
    });
  const rule = { bottom: line(0.5, style.rule) };
  return new Table({
    alignment: AlignmentType.CENTER,
    rows: [
      new TableRow({
        tableHeader: true,
        cantSplit: true,
        children: head.map((text, at) => cell(text, at, { color: hex(style.quiet) }, rule)),
      }),
      ...rows.map(
        (row, at) =>
          new TableRow({
            cantSplit: true,
            children: row.map((text, column) =>
              cell(
                text,
                column,
                at === strong ? { bold: true } : {},
                at === rows.length - 1 ? rule : {},
                at === strong ? style.zebra : undefined,
              ),
            ),
          }),
      ),
    ],
  });
}
