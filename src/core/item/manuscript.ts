/** A report's manuscript with the things it is set from. */
import { followedIn } from '../document/manuscript.ts';
import type { Sources, Thing } from '../document/set.ts';
import { tableAsFigure } from '../document/sources.ts';
import { calendarTablesOf } from '../figure/calendar.ts';
import { resolveFigure } from '../figure/panels/resolve.ts';
import type { ResolvedFigure } from '../figure/resolve.ts';
import { isTable, type Report, type ReportItem } from '../report/report.ts';
import type { Scene } from '../scene/scene.ts';
import type { HouseStyle } from '../style/style.ts';
import type { Table } from '../table/column.ts';
import type { Locale } from '../text/locale.ts';
import type { SetFrom } from './sheet.ts';
import { sheetOf } from './sheets.ts';

/** A thing as it stands on a page. */
interface Placed {
  scene: Scene;
  /** in words, for readers who do not see it */
  description: string;
}

export interface ReportSources extends Sources {
  /** a figure or spark table, set anew for a width in millimetres; null for its own */
  draw(id: string, width: number | null): Placed | null;
  /** how large it is then, in millimetres; a figure is not drawn to know it */
  size(id: string, width: number | null): { widthMm: number; heightMm: number } | null;
  /** a figure or spark table with what it is set from, for files that take it as it is */
  item(id: string): { item: ReportItem; from: SetFrom } | null;
}

/** A figure set to another width becomes lower or higher with it, within these shares. */
const [LOWEST, HIGHEST] = [0.72, 1.3];
/** No figure is set narrower or wider than this, in millimetres. */
const [NARROWEST, WIDEST] = [30, 600];

/** A figure as it is set for a width: laid out anew, so that its type stays as large as it is. */
function ofWidth<Item extends ReportItem>(item: Item, width: number | null): Item {
  if (item.type !== 'figure' || width === null) return item;
  const wide = Math.max(NARROWEST, Math.min(WIDEST, width));
  const share = Math.max(LOWEST, Math.min(HIGHEST, wide / item.frame.width));
  const height = Math.max(NARROWEST, Math.min(WIDEST, item.frame.height * share));
  return { ...item, frame: { ...item.frame, width: wide, height } };
}

/** What is known by a key, made when it is asked for first. */
function remembered<Made>(known: Map<string, Made>, key: string, make: () => Made): Made {
  const found = known.get(key);
  if (found !== undefined || known.has(key)) return found as Made;
  const made = make();
  known.set(key, made);
  return made;
}

/** The things of a report for its manuscript; `tableOf` gives the tables that are there. */
export function sourcesOf(
  report: Report,
  style: HouseStyle,
  locale: Locale,
  tableOf: (id: string) => Table | null,
): ReportSources {
  const items = new Map(report.items.map((item) => [item.id, item]));
  const drawn = new Map<string, Placed | null>();
  const beside = (item: ReportItem) =>
    new Map(
      (item.type === 'figure' ? calendarTablesOf(item.marks) : []).flatMap((id) => {
        const table = tableOf(id);
        return table ? [[id, table] as const] : [];
      }),
    );
  const found = (id: string): { item: ReportItem; from: SetFrom } | null => {
    const item = items.get(id);
    const table = item && !isTable(item) && 'table' in item ? tableOf(item.table) : null;
    return item && table ? { item, from: { table, beside: beside(item), style, locale } } : null;
  };
  const resolved = (id: string): ResolvedFigure | null => {
    const item = items.get(id);
    if (!item) return null;
    if (isTable(item)) {
      const table = tableOf(id);
      return table && tableAsFigure(table, style);
    }
    const table = item.type === 'figure' ? tableOf(item.table) : null;
    return item.type === 'figure' && table ? resolveFigure(item, table, style, beside(item)) : null;
  };
  const figures = new Map<string, ResolvedFigure | null>();
  const draw = (id: string, width: number | null): Placed | null => {
    const { item, from } = found(id) ?? {};
    const sheet = item && sheetOf(item);
    if (!from || !sheet) return null;
    const laid = sheet.lay(ofWidth(item, width), from);
    return { scene: sheet.draw(laid), description: sheet.describe(laid) };
  };
  return {
    title: report.title,
    edition: report.edition,
    locale,
    style,
    thing(id): Thing | null {
      const item = items.get(id);
      if (!item || isTable(item)) return null;
      return { id, noun: item.type === 'figure' ? 'figure' : 'table', name: item.name };
    },
    figure(id) {
      return remembered(figures, id, () => resolved(id));
    },
    table(id) {
      const item = items.get(id);
      return item ? tableOf(isTable(item) ? id : 'table' in item ? item.table : id) : null;
    },
    item: found,
    size(id, width) {
      const item = items.get(id);
      if (item?.type !== 'figure') return this.draw(id, width)?.scene ?? null;
      const { frame } = ofWidth(item, width);
      return found(id) && { widthMm: frame.width, heightMm: frame.height };
    },
    draw(id, width) {
      return remembered(drawn, `${id} ${width}`, () => draw(id, width));
    },
  };
}

/** The tables that a manuscript is set from, those of calendars in its figures as well. */
export function tablesOfManuscript({ manuscript, items }: Report): string[] {
  const byId = new Map(items.map((item) => [item.id, item]));
  const tables = new Set<string>();
  for (const id of followedIn(manuscript)) {
    const item = byId.get(id);
    if (!item) continue;
    if (isTable(item)) tables.add(id);
    else if ('table' in item) tables.add(item.table);
    if (item.type === 'figure') for (const calendar of calendarTablesOf(item.marks)) tables.add(calendar);
  }
  return [...tables];
}
