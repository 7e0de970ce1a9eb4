/** Laying a table on a figure as a calendar. */
import { draftCalendar } from '../../core/figure/draft-calendar.ts';
import type { MarkOf } from '../../core/figure/marks.ts';
import type { FigureSpec } from '../../core/figure/spec.ts';
import { figuresOf, type TableItem } from '../../core/report/report.ts';
import type { Column } from '../../core/table/column.ts';
import { ifStillShown, openPart } from '../report/view.ts';
import { current, run, showError, showNotice } from '../state/store.ts';
import { fetchTable } from '../state/tables.ts';

const AXES = { date: 'dates', number: 'numbers', text: 'names' } as const;

/** The calendar of a figure as it is stored: what follows the house there follows it wherever it is laid. */
function storedCalendar(figure: string, id: string): MarkOf<'calendar'> | undefined {
  const marks = figuresOf(current().report).find((one) => one.id === figure)?.marks ?? [];
  return marks.filter((mark) => mark.kind === 'calendar').find((mark) => mark.id === id);
}

/** Lays a table on a figure; one that takes the place of another calendar keeps how that is drawn. */
export async function layCalendar(
  figure: string,
  item: TableItem,
  kind: Column['kind'],
  insteadOf: string | null = null,
): Promise<void> {
  try {
    const open = ifStillShown(openPart);
    const drafted = draftCalendar(insteadOf ?? crypto.randomUUID(), item.id, await fetchTable(item.id), kind);
    if (!drafted) {
      showNotice(`“${item.name}” has no column of ${AXES[kind]}, which is what runs across this figure.`);
      return;
    }
    const { table, from, to, named } = drafted;
    const before = insteadOf === null ? undefined : storedCalendar(figure, insteadOf);
    const set = Object.entries({ table, from, to, named }).map(([part, value]) => ({ path: [part], to: value }));
    const refused = before
      ? run('figure.setMark', { figure, mark: before.id, set })
      : run('figure.layCalendar', { figures: [figure], calendar: drafted });
    if (refused === null) open(`mark:${drafted.id}`);
  } catch (error) {
    showError(error);
  }
}

/** Lays a calendar of one figure on those of others whose axis across is of its kind. */
export async function layOnOthers(
  others: readonly FigureSpec[],
  figure: string,
  id: string,
  kind: Column['kind'],
): Promise<void> {
  try {
    const fitting: string[] = [];
    for (const { id, table, across } of others) {
      const along = (await fetchTable(table)).columns.find(({ key }) => key === across);
      if (along?.kind === kind) fitting.push(id);
    }
    const calendar = storedCalendar(figure, id);
    if (calendar && fitting.length > 0) run('figure.layCalendar', { figures: fitting, calendar });
    else showNotice(`No ${AXES[kind]} run across there, so the calendar has no place.`);
  } catch (error) {
    showError(error);
  }
}
