/** A thing of a report as a file, by its kind (Node only). */
import { layoutFigure } from '../core/figure/layout.ts';
import { resolveFigure } from '../core/figure/panels/resolve.ts';
import type { ItemOf, ItemType } from '../core/item/kind.ts';
import type { SetFrom } from '../core/item/sheet.ts';
import type { ReportItem } from '../core/report/report.ts';
import { FIGURE_FORMATS, type FigureFile, type FileWish, figureFile } from './figure-file.ts';
import { SPARK_FORMATS, sparkFile } from './spark-file.ts';

type Writer<Item> = (form: string, item: Item, from: SetFrom, wish: FileWish) => Promise<FigureFile | undefined>;

const WRITERS: { readonly [Type in ItemType]: Writer<ItemOf<Type>> | null } = {
  table: null,
  shaped: null,
  figure: async (wanted, item, { table, beside, style, locale }, wish) => {
    const form = FIGURE_FORMATS.find((candidate) => candidate === wanted);
    if (!form) return undefined;
    const figure = resolveFigure(item, table, style, beside);
    return figureFile(form, { spec: item, figure, layout: layoutFigure(figure, style, locale), style, locale }, wish);
  },
  spark: async (wanted, spec, from, wish) => {
    const form = wanted === 'clip' ? wanted : SPARK_FORMATS.find((candidate) => candidate === wanted);
    return form && sparkFile(form, { spec, ...from, ...wish });
  },
};

/** Writes a thing in a form; undefined where its kind has no such form. Throws a Refusal when it is too large for it. */
export async function handOff(
  form: string,
  item: ReportItem,
  from: SetFrom,
  wish: FileWish = {},
): Promise<FigureFile | undefined> {
  const writer = WRITERS[item.type] as Writer<ReportItem> | null;
  return writer?.(form, item, from, wish);
}
