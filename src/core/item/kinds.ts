/** All kinds of things in a report. */
import type { ReportItem } from '../report/report.ts';
import { figureKind } from './figure.ts';
import type { ItemKind, ItemOf, ItemType } from './kind.ts';
import { sparkTableKind } from './spark-table.ts';
import { shapedTableKind, storedTableKind } from './tables.ts';

const KINDS: { readonly [Type in ItemType]: ItemKind<ItemOf<Type>> } = {
  table: storedTableKind,
  shaped: shapedTableKind,
  figure: figureKind,
  spark: sparkTableKind,
};

/** The kind of a thing. */
export const kindOf = (item: ReportItem): ItemKind => KINDS[item.type] as ItemKind;

/** A thing as it is called in a sentence, such as “figure “Passengers””. */
export const sayItem = (item: ReportItem): string => `${kindOf(item).noun} “${item.name}”`;
