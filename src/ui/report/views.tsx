/** The view of each kind of thing, loaded when one is first shown. */
import { type ComponentType, lazy } from 'react';
import type { ItemOf, ItemType } from '../../core/item/kind.ts';
import type { ReportItem } from '../../core/report/report.ts';

const TableView = lazy(async () => ({ default: (await import('../table/TableView.tsx')).TableView }));

const VIEWS: { readonly [Type in ItemType]: ComponentType<{ item: ItemOf<Type> }> } = {
  table: TableView,
  shaped: TableView,
  figure: lazy(async () => ({ default: (await import('./FigureView.tsx')).FigureView })),
  spark: lazy(async () => ({ default: (await import('../spark/SparkView.tsx')).SparkView })),
};

/** A thing in the middle of the screen, with the dock below it. */
export function ItemView({ item }: { item: ReportItem }) {
  const View = VIEWS[item.type] as ComponentType<{ item: ReportItem }>;
  return <View item={item} />;
}

export const ManuscriptView = lazy(async () => ({
  default: (await import('../manuscript/ManuscriptView.tsx')).ManuscriptView,
}));
export const NewTable = lazy(async () => ({ default: (await import('../table/NewTable.tsx')).NewTable }));
export const CommandList = lazy(async () => ({ default: (await import('./CommandList.tsx')).CommandList }));
export const Several = lazy(async () => ({ default: (await import('../hand-off/Several.tsx')).Several }));
