/** A spark table, or one of its sparklines, as a file to hand off (Node only). */
import { Refusal } from '../core/refusal.ts';
import { toSvg } from '../core/scene/svg.ts';
import type { SparkGeometry } from '../core/spark/geometry.ts';
import { sparkGeometry } from '../core/spark/geometry.ts';
import { lettersOf, sparkPage } from '../core/spark/html.ts';
import { layoutSparkTable } from '../core/spark/layout.ts';
import { resolveSparkTable } from '../core/spark/resolve.ts';
import { singleScene, wordSparkline } from '../core/spark/single.ts';
import type { SparkTableSpec } from '../core/spark/spec.ts';
import { sparkSvg, sparkTexts } from '../core/spark/svg.ts';
import type { HouseStyle } from '../core/style/style.ts';
import type { Table } from '../core/table/column.ts';
import type { Locale } from '../core/text/locale.ts';
import { fontFacesOf } from './embed.ts';
import type { FigureFile } from './figure-file.ts';
import { outlineText } from './outlines.ts';
import { toPng } from './png.ts';
import { sparkCsv } from './spark-csv.ts';
import { sparkDocx } from './spark-docx.ts';

export const SPARK_FORMATS = ['svg', 'svg-outlines', 'png', 'html', 'docx', 'csv', 'spec'] as const;
export type SparkFormat = (typeof SPARK_FORMATS)[number];

/** Forms of a single sparkline: as it stands in its cell, or as large as a word. */
export const CELL_FORMATS = ['svg', 'png', 'word'] as const;
export type CellFormat = (typeof CELL_FORMATS)[number];

export interface SparkSource {
  spec: SparkTableSpec;
  table: Table;
  style: HouseStyle;
  locale: Locale;
  dpi?: number;
}

/** Pixels of a picture that a program still opens. */
const MOST_PIXELS = 120e6;

const geometryOf = ({ spec, table, style, locale, dpi = 300 }: SparkSource): SparkGeometry =>
  sparkGeometry(resolveSparkTable(spec, table, locale), style, locale, 72 / dpi);

const svg = (body: string): FigureFile => ({ body, mime: 'image/svg+xml', extension: 'svg' });

/** Writes a spark table in a format. Throws a Refusal when it is too large for it. */
export async function sparkFile(format: SparkFormat, source: SparkSource): Promise<FigureFile> {
  const { spec, style, locale, dpi = 300 } = source;
  if (format === 'spec')
    return { body: `${JSON.stringify(spec, null, 2)}\n`, mime: 'application/json', extension: 'json' };
  const geometry = geometryOf(source);
  const { resolved } = geometry;
  switch (format) {
    case 'svg':
      return svg(sparkSvg(geometry, { fontFaces: await fontFacesOf(sparkTexts(geometry)) }));
    case 'svg-outlines':
      return svg(sparkSvg(geometry, { outline: outlineText }));
    case 'png': {
      if ((geometry.width * geometry.height * dpi * dpi) / 72 ** 2 > MOST_PIXELS)
        throw new Refusal(
          `“${spec.name}” would be a picture of more than ${MOST_PIXELS / 1e6} million pixels; show fewer rows, or hand it off as SVG.`,
        );
      const scene = layoutSparkTable(resolved, style, locale, 72 / dpi);
      return { body: toPng(scene, dpi), mime: 'image/png', extension: 'png' };
    }
    case 'html': {
      const bare = sparkPage(geometry, locale.id);
      const page = sparkPage(geometry, locale.id, await fontFacesOf(lettersOf(bare)));
      return { body: page, mime: 'text/html; charset=utf-8', extension: 'html' };
    }
    case 'docx':
      return {
        body: await sparkDocx(geometry),
        mime: 'application/vnd.openxmlformats-officedocument.wordprocessingml.document',
        extension: 'docx',
      };
    case 'csv':
      return { body: sparkCsv(resolved, locale), mime: 'text/csv; charset=utf-8', extension: 'csv' };
  }
}

export interface CellWish {
  /** id of the column and key of the row */
  column: string;
  row: string;
  /** type size of a word, points */
  size: number;
}

/** Writes one sparkline or level bar; undefined when the spark table has no such cell. */
export function sparkCellFile(format: CellFormat, source: SparkSource, wish: CellWish): FigureFile | undefined {
  const geometry = geometryOf(source);
  const { resolved } = geometry;
  const column = resolved.columns.find(({ spec }) => spec.id === wish.column);
  const record = resolved.data.records.findIndex(({ key }) => key === wish.row);
  if (!column || record < 0) return undefined;
  if (format === 'word') {
    if (column.kind !== 'sparkline') return undefined;
    const { scene, depth } = wordSparkline(geometry, column, record, wish.size);
    return svg(toSvg(scene, { depth }));
  }
  const scene = singleScene(geometry, column, record);
  if (!scene) return undefined;
  return format === 'svg' ? svg(toSvg(scene)) : { body: toPng(scene, source.dpi), mime: 'image/png', extension: 'png' };
}
