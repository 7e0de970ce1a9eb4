/** Measures files that are handed off, beside the bare work in them. */
import { Resvg } from '@resvg/resvg-js';
import { zipSync } from 'fflate';
import { draftFigure } from '../core/figure/draft.ts';
import { drawFigure } from '../core/figure/draw.ts';
import { textsOf } from '../core/scene/scene.ts';
import { draftSparkTable } from '../core/spark/draft.ts';
import { sparkGeometry } from '../core/spark/geometry.ts';
import { resolveSparkTable } from '../core/spark/resolve.ts';
import { sparkSvg } from '../core/spark/svg.ts';
import { DEFAULT_STYLE } from '../core/style/style.ts';
import type { Column } from '../core/table/column.ts';
import type { Locale } from '../core/text/locale.ts';
import { fontFacesOf } from '../formats/embed.ts';
import { outlineText } from '../formats/outlines.ts';
import { sparkFile } from '../formats/spark-file.ts';
import { numberColumn, rowsOf, tableOf, textColumn, wave } from './made-table.ts';
import { measure, type Row } from './measure.ts';

const ROWS = 1500;
const MONTHS = 24;
const DPI = 300;

/** A name in each script that letters ship for. */
const SCRIPTS = ['Ness', 'Ώρα', 'Север', 'נמל', 'ميناء', 'ท่าเรือ', 'उत्तर', '北码头', '桟橋', '항구'];

/** A figure whose title has letters that no subset was made of before, so that each run makes its own. */
function lettered(title: string, locale: Locale): Promise<string> {
  const month = (row: number) => Date.UTC(2023, row, 1);
  const dates: Column = {
    key: 'm',
    title: 'm',
    kind: 'date',
    interval: 'month',
    cells: Array.from({ length: 48 }, (_, row) => month(row)),
  };
  const table = tableOf('Bench', [
    dates,
    numberColumn(
      'v',
      Array.from({ length: 48 }, (_, row) => wave(row, 1)),
    ),
  ]);
  const figure = draftFigure(table, { id: 'f', tableId: 't', style: DEFAULT_STYLE });
  figure.words.title = title;
  return fontFacesOf(textsOf(drawFigure(figure, table, DEFAULT_STYLE, locale).scene.nodes));
}

/** Rows on files: a spark table of 1,500 rows in its forms, and letters that are embedded. */
export async function fileRows(locale: Locale): Promise<Row[]> {
  const table = tableOf('Bench', [
    textColumn(
      'stop',
      rowsOf(ROWS, (row) => `Stop ${row}`),
    ),
    ...Array.from({ length: MONTHS }, (_, at) =>
      numberColumn(
        `m${at}`,
        rowsOf(ROWS, (row) => wave(row, at)),
      ),
    ),
  ]);
  const spec = draftSparkTable(table, { id: 's', tableId: 't' });
  const source = { spec, table, style: DEFAULT_STYLE, locale };
  const geometry = sparkGeometry(
    resolveSparkTable(spec, table, DEFAULT_STYLE, locale),
    DEFAULT_STYLE,
    locale,
    72 / DPI,
  );
  const outlined = sparkSvg(geometry, { outline: outlineText });
  const width = Math.round((geometry.width / 72) * DPI);
  const parts = Object.fromEntries(
    rowsOf(ROWS, (row) => [`word/media/${row}.svg`, Buffer.from(outlined.slice(row * 4000, row * 4000 + 4000))]),
  );
  let run = 0;
  const fresh = (words: string) =>
    lettered(`${words} ${String.fromCharCode(0xc0 + run++)}${String.fromCharCode(0x100 + run)}`, locale);
  return [
    await measure('letters embedded in a figure, those of Latin, for the first time', 60, 8, 2, () =>
      fresh('Passengers'),
    ),
    await measure('the same of ten scripts', 600, 4, 1, () => fresh(SCRIPTS.join(' '))),
    await measure('the same again', 10, 30, 5, () => lettered(SCRIPTS.join(' '), locale)),
    await measure('spark table of 1,500 rows as PNG of 300 dots an inch', 1500, 4, 1, () => sparkFile('png', source)),
    await measure('beside it: the rasteriser alone, on its outlines', null, 3, 1, () =>
      new Resvg(outlined, { fitTo: { mode: 'width', value: width }, font: { loadSystemFonts: false } }).render(),
    ),
    await measure('spark table of 1,500 rows as a document', 2000, 3, 1, () => sparkFile('docx', source)),
    await measure('beside it: the zip writer alone, on 1,500 parts of 4 kB', null, 5, 1, () => zipSync(parts)),
    await measure('spark table of 1,500 rows as a page', 300, 8, 2, () => sparkFile('html', source)),
  ];
}
