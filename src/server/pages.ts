/** The pages of stored reports: set once for each state, and quickly again after an edit. */
import { LRUCache } from 'lru-cache';
import type { PagesSent } from '../core/document/outline.ts';
import { type ReportSources, sourcesOf, tablesOfManuscript } from '../core/item/manuscript.ts';
import { isSame } from '../core/named/same.ts';
import { type Report, tablesOf } from '../core/report/report.ts';
import { TableMaker } from '../core/report/tables.ts';
import type { Table } from '../core/table/column.ts';
import { houseLocale } from '../core/text/house-locale.ts';
import type { Locale } from '../core/text/locale.ts';
import { SetPages } from '../formats/pages/pages.ts';
import { type OnProgress, type ReportFile, reportFile } from '../formats/report/report-file.ts';
import type { ReportWish } from '../formats/report/wish.ts';
import type { Database } from './database.ts';
import { loadTables } from './reports.ts';
import type { readDrawn } from './stored.ts';

type Found = NonNullable<Awaited<ReturnType<typeof readDrawn>>>;

/** What makes the tables of a report, kept so that tables stay the same things while nothing of them changes. */
const makers = new LRUCache<string, TableMaker>({ max: 12 });
const set = new LRUCache<string, SetPages>({ max: 6 });

/** What sources were made of; they are the same while all of it is. */
type MadeOf = Pick<Report, 'title' | 'edition' | 'items'> &
  Pick<Found, 'style' | 'families'> & { locale: Locale; tables: ReadonlyMap<string, Table> };
const made = new LRUCache<string, { of: MadeOf; sources: ReportSources }>({ max: 4 });

const areSame = (one: readonly unknown[], other: readonly unknown[]) =>
  one.length === other.length && one.every((part, at) => part === other[at]);

/** Whether sources that were made of one serve for the other, which may ask for fewer tables. */
const serves = (one: MadeOf, other: MadeOf) =>
  [...other.tables].every(([id, table]) => one.tables.get(id) === table) &&
  one.title === other.title &&
  one.edition === other.edition &&
  one.families === other.families &&
  areSame(one.items, other.items) &&
  isSame(one.style, other.style) &&
  isSame(one.locale, other.locale);

/** What a report is set from. While only words are written it stays the same, with the figures that were drawn of it. */
async function sources(db: Database, { stored, style, families }: Found, wanted = tablesOfManuscript(stored.report)) {
  const maker = makers.get(stored.id) ?? new TableMaker();
  makers.set(stored.id, maker);
  const tables = await loadTables(db, stored, wanted, maker);
  const locale = houseLocale(stored.report.locale, style);
  const { title, edition, items } = stored.report;
  const of = { title, edition, items, style, families, locale, tables };
  const known = made.get(stored.id);
  if (known && serves(known.of, of)) return known.sources;
  const sources = sourcesOf(stored.report, style, locale, (id) => tables.get(id) ?? null);
  made.set(stored.id, { of, sources });
  return sources;
}

/** So many pages are sent at once. */
const MOST_PAGES = 8;

/** Sets the pages of a report, and draws those from one to another. */
export async function pagesOf(db: Database, found: Found, from: number, to: number): Promise<PagesSent> {
  const key = `${found.stored.id} ${found.state}`;
  const pages = set.get(key) ?? SetPages.set(found.stored.report.manuscript, await sources(db, found));
  set.set(key, pages);
  const answer: PagesSent = { revision: found.stored.revision, outline: pages.outline, pages: {} };
  const last = Math.min(to, from + MOST_PAGES - 1, pages.outline.count);
  for (let page = Math.max(1, from); page <= last; page++) answer.pages[page] = await pages.page(page);
  return answer;
}

/** A report as a file; `onProgress` hears how many of its figures are done. */
export async function fileOf(
  db: Database,
  found: Found,
  wish: ReportWish,
  onProgress: OnProgress,
): Promise<ReportFile> {
  const { report } = found.stored;
  // An archive of all figures has those, too, that are not placed.
  const wanted = wish.form === 'figures' ? tablesOf(report).map(({ id }) => id) : undefined;
  return reportFile(report, await sources(db, found, wanted), wish, onProgress);
}
