/** All kinds of things in a report. */
import { placedIn } from '../document/manuscript.ts';
import type { Report, ReportItem } from '../report/report.ts';
import { capital } from '../text/letters.ts';
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

/**
 * All things with their numbers among those of their noun: those that are
 * placed in the manuscript as they stand there, and then the others in their order.
 */
export const numberedItems = ({ items, manuscript }: Pick<Report, 'items' | 'manuscript'>): Numbered[] =>
  numberedAs(items, placedIn(manuscript));

/** A thing with its number among those of its noun. */
interface Numbered {
  item: ReportItem;
  number: number;
}

/** All things with their numbers, where those with these ids are placed in this order. */
export function numberedAs(items: readonly ReportItem[], placedIds: readonly string[]): Numbered[] {
  const byId = new Map(items.map((item) => [item.id, item]));
  const placed = placedIds.flatMap((id) => byId.get(id) ?? []);
  const counts = new Map<string, number>();
  const numbers = new Map<ReportItem, number>();
  for (const item of [...placed, ...items]) {
    if (numbers.has(item)) continue;
    const { noun } = kindOf(item);
    counts.set(noun, (counts.get(noun) ?? 0) + 1);
    numbers.set(item, counts.get(noun) ?? 0);
  }
  return items.map((item) => ({ item, number: numbers.get(item) ?? 0 }));
}

/** A thing as it stands in lists: “Figure 2”. */
export const sayNumbered = (item: ReportItem, number: number): string => `${capital(kindOf(item).noun)} ${number}`;

/** A thing as it is called in a sentence, such as “figure “Passengers””. */
export const sayItem = (item: ReportItem): string => `${kindOf(item).noun} “${item.name}”`;
