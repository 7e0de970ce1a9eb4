/** A spark table, or one of its sparklines, as a file to hand off (Node only). */
import { Refusal } from '../core/refusal.ts';
import { POINTS_PER_MM } from '../core/scene/scene.ts';
import { toSvg } from '../core/scene/svg.ts';
import type { SparkGeometry } from '../core/spark/geometry.ts';
import { sparkGeometry } from '../core/spark/geometry.ts';
import { lettersOf, sparkPage } from '../core/spark/html.ts';
import { sparkStrips } from '../core/spark/layout.ts';
import { resolveSparkTable } from '../core/spark/resolve.ts';
import { saySparkTable } from '../core/spark/say.ts';
import { singleScene, wordSparkline } from '../core/spark/single.ts';
import type { SparkTableSpec } from '../core/spark/spec.ts';
import { sparkSvg, sparkTexts } from '../core/spark/svg.ts';
import { plainTitle } from '../core/spark/words.ts';
import type { HouseStyle } from '../core/style/style.ts';
import type { Table } from '../core/table/column.ts';
import type { Locale } from '../core/text/locale.ts';
import { fontFacesOf } from './embed.ts';
import type { FigureFile } from './figure-file.ts';
import { asPage, mayCarry, outlineText } from './outlines.ts';
import { toPdf } from './pdf.ts';
import { stripsPng, toPng } from './png.ts';
import { sparkClip } from './spark-clip.ts';
import { sparkCsv } from './spark-csv.ts';
import { sparkDocx } from './spark-docx.ts';

export const SPARK_FORMATS = ['svg', 'svg-outlines', 'png', 'pdf', 'html', 'docx', 'csv', 'spec'] as const;
/** Those, and the table as it is pasted elsewhere. */
export type SparkFormat = (typeof SPARK_FORMATS)[number] | 'clip';

/** Forms of a single sparkline: as it stands in its cell, or as large as a word. */
export const CELL_FORMATS = ['svg', 'png', 'word'] as const;
export type CellFormat = (typeof CELL_FORMATS)[number];

export interface SparkSource {
  spec: SparkTableSpec;
  table: Table;
  style: HouseStyle;
  locale: Locale;
  dpi?: number;
  /** texts of a CSV stay as they are, also where a spreadsheet would take them for formulas */
  exact?: boolean;
}

/** Pixels of a picture that a program still opens. */
const MOST_PIXELS = 120e6;

/** Rows that are drawn at a time. */
const STRIP = 60;

/** A spark table with everything in its place, for a printer. */
export const sparkGeometryOf = ({ spec, table, style, locale, dpi = 300 }: SparkSource): SparkGeometry =>
  sparkGeometry(resolveSparkTable(spec, table, style, locale), style, locale, 72 / dpi);

const svg = (body: string): FigureFile => ({ body, mime: 'image/svg+xml', extension: 'svg' });

/** Writes a spark table in a format. Throws a Refusal when it is too large for it. */
export async function sparkFile(format: SparkFormat, source: SparkSource): Promise<FigureFile> {
  const { spec, locale, dpi = 300 } = source;
  if (format === 'spec')
    return { body: `${JSON.stringify(spec, null, 2)}\n`, mime: 'application/json', extension: 'json' };
  const geometry = sparkGeometryOf(source);
  const { resolved } = geometry;
  switch (format) {
    case 'svg':
      return svg(
        sparkSvg(
          geometry,
          mayCarry(geometry.style) ? { fontFaces: await fontFacesOf(sparkTexts(geometry)) } : { outline: outlineText },
        ),
      );
    case 'svg-outlines':
      return svg(sparkSvg(geometry, { outline: outlineText }));
    case 'png': {
      if ((geometry.width * geometry.height * dpi * dpi) / 72 ** 2 > MOST_PIXELS)
        throw new Refusal(
          `“${spec.name}” would be a picture of more than ${MOST_PIXELS / 1e6} million pixels; show fewer rows, or hand it off as SVG.`,
        );
      return {
        body: await stripsPng(sparkStrips(geometry, STRIP), geometry.width, dpi),
        mime: 'image/png',
        extension: 'png',
      };
    }
    case 'pdf':
      return {
        body: toPdf({
          svg: sparkSvg(geometry, asPage(geometry.style)),
          texts: sparkTexts(geometry),
          widthMm: geometry.width / POINTS_PER_MM,
          heightMm: geometry.height / POINTS_PER_MM,
          title: plainTitle(spec, geometry.say),
          alternative: saySparkTable(resolved, locale),
          locale,
        }),
        mime: 'application/pdf',
        extension: 'pdf',
      };
    case 'html': {
      const bare = sparkPage(geometry, locale.id);
      const page = sparkPage(geometry, locale.id, await fontFacesOf(lettersOf(bare, geometry.style)));
      return { body: page, mime: 'text/html; charset=utf-8', extension: 'html' };
    }
    case 'clip':
      return { body: await sparkClip(geometry), mime: 'text/html; charset=utf-8', extension: 'html' };
    case 'docx':
      return {
        body: await sparkDocx(geometry),
        mime: 'application/vnd.openxmlformats-officedocument.wordprocessingml.document',
        extension: 'docx',
      };
    case 'csv':
      return { body: sparkCsv(resolved, locale, source.exact), mime: 'text/csv; charset=utf-8', extension: 'csv' };
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
export async function sparkCellFile(
  format: CellFormat,
  source: SparkSource,
  wish: CellWish,
): Promise<FigureFile | undefined> {
  const geometry = sparkGeometryOf(source);
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
  return format === 'svg'
    ? svg(toSvg(scene))
    : { body: await toPng(scene, source.dpi), mime: 'image/png', extension: 'png' };
}
