/** Styles that reports have in common: documents that hold nothing but a style, changed like reports are. */

import type { Kysely } from 'kysely';
import { byHandOf, sayByHand } from '../core/item/by-hand-words.ts';
import { isSame } from '../core/named/same.ts';
import { Refusal } from '../core/refusal.ts';
import { newReport, type OwnStyle, type Report } from '../core/report/report.ts';
import type { Database, Schema } from './database.ts';
import { createReport } from './reports.ts';
import { loadReport, Unreadable } from './stored.ts';

export interface StyleSummary {
  id: string;
  name: string;
  revision: number;
  /** how many reports are set by it */
  reports: number;
}

/** All house styles, the oldest first. */
export async function listStyles(db: Database): Promise<StyleSummary[]> {
  const rows = await db
    .selectFrom('reports as style')
    .leftJoin('reports as used', (join) =>
      join.onRef('used.house', '=', 'style.id').on('used.removed_at', 'is', null).on('used.kind', '=', 'report'),
    )
    .select(({ fn }) => [
      'style.id as id',
      'style.title as name',
      'style.revision as revision',
      fn.count<string>('used.id').as('reports'),
    ])
    .where('style.kind', '=', 'style')
    .where('style.removed_at', 'is', null)
    .groupBy(['style.id', 'style.title', 'style.revision', 'style.created_at'])
    .orderBy('style.created_at')
    .execute();
  return rows.map(({ reports, ...row }) => ({ ...row, reports: Number(reports) }));
}

/** What a report that is set by a style has set by hand. */
export interface Exceptions {
  id: string;
  title: string;
  count: number;
  said: string;
}

/** What the reports that are set by a style have set by hand, by title; of one that cannot be read, why. */
export async function exceptionsOf(db: Database, style: string): Promise<Exceptions[]> {
  const rows = await db
    .selectFrom('reports')
    .select(['id', 'title'])
    .where('house', '=', style)
    .where('kind', '=', 'report')
    .where('removed_at', 'is', null)
    .orderBy('title')
    .execute();
  const found: Exceptions[] = [];
  for (const { id, title } of rows) {
    try {
      const stored = await loadReport(db, id);
      if (!stored) continue;
      const all = byHandOf(stored.report);
      found.push({ id, title, count: all.reduce((sum, { count }) => sum + count, 0), said: sayByHand(all) });
    } catch (error) {
      if (!(error instanceof Unreadable)) throw error;
      found.push({ id, title, count: 0, said: error.message });
    }
  }
  return found;
}

/** Stores a new house style; returns its id. */
export const createStyle = (db: Database, style: OwnStyle): Promise<string> =>
  createReport(db, { ...newReport(style.name, ''), style }, {}, 'style');

/** How a new report is set: by the first style of the house, where there is one. */
export async function styleOfNew(db: Database): Promise<Report['style'] | null> {
  const first = await db
    .selectFrom('reports')
    .select('id')
    .where('kind', '=', 'style')
    .where('removed_at', 'is', null)
    .orderBy('created_at')
    .executeTakeFirst();
  return first ? { kind: 'house', id: first.id } : null;
}

/**
 * Makes sure that a report which is set by another style than before finds it,
 * and keeps it from being taken away until that is stored. Throws a Refusal.
 */
export async function wantStyle(trx: Kysely<Schema>, before: Report, { style }: Report): Promise<void> {
  if (style.kind === 'own' || isSame(before.style, style)) return;
  const found = await trx
    .selectFrom('reports')
    .select('id')
    .where('id', '=', style.id)
    .where('kind', '=', 'style')
    .where('removed_at', 'is', null)
    .forShare()
    .executeTakeFirst();
  if (!found) throw new Refusal('There is no such house style; it may have been removed.');
}

/** Takes a house style away. Throws a Refusal where reports are set by it; false where there is none. */
export const removeStyle = (db: Database, id: string): Promise<boolean> =>
  db.transaction().execute(async (trx) => {
    const style = await trx
      .selectFrom('reports')
      .select('title')
      .where('id', '=', id)
      .where('kind', '=', 'style')
      .where('removed_at', 'is', null)
      .forUpdate()
      .executeTakeFirst();
    if (!style) return false;
    // One that is off the Desk can be brought back, and is set by it then.
    const used = await trx.selectFrom('reports').select('title').where('house', '=', id).execute();
    const [first] = used;
    if (first)
      throw new Refusal(
        `${used.length === 1 ? `“${first.title}” is` : `${used.length} reports are`} set by “${style.title}”, those off the Desk counted; lay another style on ${used.length === 1 ? 'it' : 'them'} first.`,
      );
    await trx.updateTable('reports').set({ removed_at: new Date() }).where('id', '=', id).execute();
    return true;
  });
