/** Reports as they are stored, read once for each state they are in. */
import { basename } from 'node:path';
import { type Kysely, sql } from 'kysely';
import { LRUCache } from 'lru-cache';
import { sharing } from '../core/named/sharing.ts';
import { Refusal } from '../core/refusal.ts';
import { type ReportRecord, reportOf } from '../core/report/record.ts';
import { type OwnStyle, type Report, styleFor } from '../core/report/report.ts';
import { readDocument } from '../core/report/upgrade.ts';
import type { Schema } from './database.ts';

/** A report, or a style that reports have in common. */
export type Kind = 'report' | 'style';

export interface StoredReport {
  id: string;
  kind: Kind;
  revision: number;
  record: ReportRecord;
  report: Report;
}

/** A stored report that this version cannot read; the message says why. */
export class Unreadable extends Refusal {}

/** The form of documents that is of this build; another has every document looked through again. */
export const FORM = `form ${basename(process.env['RIZO_BUILD'] ?? 'unbuilt')}`;

/** What is told of a document that was looked through; the database forgets it where the document is changed by hand. */
export const lookedThrough = (revision: number): string => `${FORM}, revision ${revision}`;

/** What is told of a document that this build wrote; it needs no check when it is read. */
export const asWritten = (revision: number): string => `${lookedThrough(revision)}, as written`;

/** Letters of the documents that are held; what they are read into takes several times as much. */
const MOST_LETTERS = 16_000_000;

interface Held {
  state: string;
  stored: StoredReport;
}

const held = new LRUCache<string, Held>({ maxSize: MOST_LETTERS });

/** Reads a stored document. Throws an Unreadable that says what is wrong with it. */
export function readStored(id: string, kind: Kind, revision: number, document: unknown): StoredReport {
  try {
    const record = readDocument(document);
    return { id, kind, revision, record, report: reportOf(record) };
  } catch (error) {
    if (error instanceof Refusal) throw new Unreadable(error.message);
    throw error;
  }
}

/** How deep a record is looked through for what is as it was: its things and blocks, each as one. */
const DEEP = 3;

/**
 * What this build wrote as it stands, or what is found right when it is read;
 * what did not change since it was last read is the same things. Throws an Unreadable.
 */
function readWritten(
  { id, kind, revision, checked }: { id: string; kind: Kind; revision: number; checked: string | null },
  text: string,
  before: ReportRecord | null,
): StoredReport {
  const document: unknown = JSON.parse(text);
  // What no build wrote is checked each time.
  const isWritten = process.env['RIZO_BUILD'] !== undefined && checked === asWritten(revision);
  const read = isWritten ? (document as ReportRecord) : readStored(id, kind, revision, document).record;
  const record = before ? (sharing(before, read, DEEP) as ReportRecord) : read;
  return { id, kind, revision, record, report: reportOf(record) };
}

/** A state of a row: its revision, and which writing of it (PostgreSQL's xmin), for one may be changed by hand, too. */
export const STATE = sql<string>`revision::text || '-' || xmin::text`;

/** Which families of one's own there are: a report is drawn anew when one that it names comes or goes. */
const FAMILIES = sql<string | null>`(select md5(string_agg(id, ' ' order by id)) from families)`;

/** The state of a report, of the style by which it is set and of the families that are there; what it is drawn from is the same where this is. */
const drawnState = (...states: (string | null)[]) => states.filter((state) => state !== null).join(' ');

/** The state in which a report that was not removed would be drawn; undefined where there is none. It costs next to nothing. */
export async function stateOf(db: Kysely<Schema>, id: string): Promise<string | undefined> {
  const row = await db
    .selectFrom('reports as report')
    .leftJoin('reports as style', 'style.id', 'report.house')
    .select([
      sql<string>`report.revision::text || '-' || report.xmin::text`.as('state'),
      sql<string | null>`style.revision::text || '-' || style.xmin::text`.as('house'),
      FAMILIES.as('families'),
    ])
    .where('report.id', '=', id)
    .where('report.removed_at', 'is', null)
    .executeTakeFirst();
  return row && drawnState(row.state, row.house, row.families);
}

/**
 * The report and the state it is in, or undefined when there is none or it was
 * removed; within a transaction `lock` keeps it from others until that ends.
 * What is held is not read again. Throws an Unreadable.
 */
export async function readReport(
  db: Kysely<Schema>,
  id: string,
  lock = false,
): Promise<{ state: string; stored: StoredReport } | undefined> {
  const known = held.get(id);
  const query = db
    .selectFrom('reports')
    .select([
      'id',
      'kind',
      'revision',
      'checked',
      STATE.as('state'),
      sql<string | null>`case when ${STATE} = ${known?.state ?? ''} then null else document::text end`.as('document'),
    ])
    .where('id', '=', id)
    .where('removed_at', 'is', null);
  const row = await (lock ? query.forUpdate() : query).executeTakeFirst();
  if (!row) return undefined;
  const { state, document } = row;
  if (document === null && known) return { state, stored: known.stored };
  const stored = readWritten(row, document ?? 'null', known?.stored.record ?? null);
  hold(state, stored, document?.length ?? 1);
  return { state, stored };
}

/** Holds a report in a state that is stored for good. */
export function hold(state: string, stored: StoredReport, letters: number): void {
  held.set(stored.id, { state, stored }, { size: Math.max(1, letters) });
}

/** The report, or undefined when there is none or it was removed. Throws an Unreadable. */
export const loadReport = async (db: Kysely<Schema>, id: string): Promise<StoredReport | undefined> =>
  (await readReport(db, id))?.stored;

/** A style that reports have in common, as it is stored now. */
export interface StoredHouse {
  id: string;
  revision: number;
  style: OwnStyle;
}

/** The style of a house by which a report is set; null where it has its own, or that one is not there. Throws an Unreadable. */
export async function houseOf(db: Kysely<Schema>, { report }: StoredReport): Promise<StoredHouse | null> {
  if (report.style.kind === 'own') return null;
  const stored = await loadReport(db, report.style.id);
  if (stored?.report.style.kind !== 'own') return null;
  return { id: stored.id, revision: stored.revision, style: stored.report.style };
}

/** A report with the style by which it is drawn, the families of one's own that are there, and the state of all that. */
export async function readDrawn(
  db: Kysely<Schema>,
  id: string,
): Promise<{ state: string; stored: StoredReport; style: OwnStyle; families: string } | undefined> {
  const found = await readReport(db, id);
  if (!found) return undefined;
  const { stored, state } = found;
  const { style } = stored.report;
  const house = style.kind === 'house' ? await readReport(db, style.id) : undefined;
  const own = house?.stored.report.style;
  const row = await db.selectNoFrom(FAMILIES.as('families')).executeTakeFirst();
  const families = row?.families ?? null;
  return {
    stored,
    families: families ?? '',
    state: drawnState(state, house?.state ?? null, families),
    style: styleFor(stored.report, own?.kind === 'own' ? own : null),
  };
}
