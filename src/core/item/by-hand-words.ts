/** What was set by hand, in words. */
import type { Report, ReportItem } from '../report/report.ts';
import { byHandIn } from './by-hand.ts';

/** Settings of one thing that were set by hand. */
export interface ByHandOf {
  item: ReportItem;
  /** ids of its lines, or of its columns, that have some */
  parts: string[];
  count: number;
}

/** What the things of a report set by hand, for those that do. */
export function byHandOf(report: Report): ByHandOf[] {
  return report.items.flatMap((item) => {
    const found = byHandIn(item);
    const parts = new Set(
      found.flatMap(({ path: [list, id] }) => ((list === 'lines' || list === 'columns') && id ? [id] : [])),
    );
    return found.length > 0 ? [{ item, parts: [...parts], count: found.length }] : [];
  });
}

const many = (count: number, one: string) => `${count} ${one}${count === 1 ? '' : 's'}`;

/** "3 lines in 2 figures and 1 column in 1 spark table". */
export function sayByHand(all: readonly ByHandOf[]): string {
  const said = (type: ReportItem['type'], part: string, thing: string) => {
    const those = all.filter(({ item }) => item.type === type);
    const parts = those.reduce((sum, one) => sum + one.parts.length, 0);
    if (those.length === 0) return [];
    return [parts === 0 ? many(those.length, thing) : `${many(parts, part)} in ${many(those.length, thing)}`];
  };
  return [...said('figure', 'line', 'figure'), ...said('spark', 'column', 'spark table')].join(' and ');
}
