/** A thing of a report as a file, by its kind (Node only). */
import type { ItemOf, ItemType } from '../core/item/kind.ts';
import type { SetFrom } from '../core/item/sheet.ts';
import { sheetOf } from '../core/item/sheets.ts';
import type { ReportItem } from '../core/report/report.ts';
import { FIGURE_FORMATS, type FigureFile, figureFile } from './figure-file.ts';
import { SPARK_FORMATS, sparkFile } from './spark-file.ts';

type Writer<Item> = (form: string, item: Item, from: SetFrom) => Promise<FigureFile | undefined>;

const WRITERS: { readonly [Type in ItemType]: Writer<ItemOf<Type>> | null } = {
  table: null,
  shaped: null,
  figure: async (wanted, item, from) => {
    const form = FIGURE_FORMATS.find((candidate) => candidate === wanted);
    const sheet = sheetOf(item);
    return form && sheet ? figureFile(form, item, sheet.draw(sheet.lay(item, from))) : undefined;
  },
  spark: async (wanted, spec, from) => {
    const form = SPARK_FORMATS.find((candidate) => candidate === wanted);
    return form && sparkFile(form, { spec, ...from });
  },
};

/** Writes a thing in a form; undefined where its kind has no such form. Throws a Refusal when it is too large for it. */
export async function handOff(form: string, item: ReportItem, from: SetFrom): Promise<FigureFile | undefined> {
  const writer = WRITERS[item.type] as Writer<ReportItem> | null;
  return writer?.(form, item, from);
}
