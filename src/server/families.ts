/** Families of type of one's own, as the database keeps them. */
import { sql } from 'kysely';
import * as z from 'zod';
import { Refusal } from '../core/refusal.ts';
import { type Family, familyNamed, forgetFamily, OWN_FAMILY } from '../core/type/families.ts';
import type { CarriedFamily } from '../formats/bundle.ts';
import { addOwn } from '../formats/fonts.ts';
import { MOST_BYTES, type OwnFamily, readFamily } from '../formats/own-font.ts';
import type { Database } from './database.ts';

/** A family has so many weights and postures, at the most. */
const MOST_FILES = 20;

/** Files of a family as they are sent: their bytes in base64. */
export const FamilySent = z.strictObject({
  files: z
    .array(
      z.strictObject({
        name: z.string().max(200),
        data: z
          .base64('A font is sent as base64.')
          .max(Math.ceil((MOST_BYTES * 4) / 3) + 100, 'A font is at most 12 MB.'),
      }),
    )
    .min(1, 'Choose the files of a family.')
    .max(MOST_FILES, `Choose at most ${MOST_FILES} files.`),
});

/** The families of one's own, by name. */
export async function listFamilies(db: Database): Promise<Family[]> {
  const rows = await db.selectFrom('families').select('family').orderBy(sql`lower(name)`).execute();
  return rows.map(({ family }) => family);
}

/** Reads the files of a family and keeps it. Throws a Refusal where they are none, or another one has its name. */
export async function addFamilyFiles(db: Database, { files: sent }: z.infer<typeof FamilySent>): Promise<Family> {
  return storeFamily(
    db,
    await readFamily(sent.map(({ name, data }) => ({ name, bytes: Buffer.from(data, 'base64') }))),
  );
}

/**
 * Keeps a family that came with a report, by the id that the report knows it
 * by: read anew like any other font. One that is here stays as it is.
 */
export async function keepCarried(db: Database, { id, files }: Pick<CarriedFamily, 'id' | 'files'>): Promise<void> {
  if (!OWN_FAMILY.test(id))
    throw new Refusal('The bundle has a typeface under a name that no typeface of your own can have.');
  const there = await db.selectFrom('families').select('id').where('id', '=', id).executeTakeFirst();
  if (there) return;
  const read = await readFamily(files);
  await storeFamily(db, { ...read, family: { ...read.family, id } });
}

/** The families of one's own among some ids, with their files. */
export async function carriedFamilies(db: Database, ids: readonly string[]): Promise<CarriedFamily[]> {
  const own = ids.filter((id) => OWN_FAMILY.test(id));
  if (own.length === 0) return [];
  const rows = await db.selectFrom('families').select(['id', 'name']).where('id', 'in', own).orderBy('id').execute();
  return Promise.all(
    rows.map(async ({ id, name }) => {
      const files = await db
        .selectFrom('family_files')
        .select(['cut', 'bytes'])
        .where('family_id', '=', id)
        .orderBy('cut')
        .execute();
      return { id, name, files: files.map(({ cut, bytes }) => ({ name: `${name} ${cut}`, bytes })) };
    }),
  );
}

function storeFamily(db: Database, { family, files }: OwnFamily): Promise<Family> {
  return db.transaction().execute(async (trx) => {
    const added = await trx
      .insertInto('families')
      .values({ id: family.id, name: family.name, family: JSON.stringify(family) })
      .onConflict((conflict) => conflict.doNothing())
      .executeTakeFirst();
    if (added.numInsertedOrUpdatedRows === 0n) {
      const same = await trx.selectFrom('families').select('id').where('id', '=', family.id).executeTakeFirst();
      if (same) return family;
      throw new Refusal(`There is a typeface ${family.name} already; remove that one first.`);
    }
    await trx
      .insertInto('family_files')
      .values([...files].map(([cut, bytes]) => ({ family_id: family.id, cut, bytes: Buffer.from(bytes) })))
      .execute();
    return family;
  });
}

/** Takes a family away that no style sets words in. Throws a Refusal where one does; false where there is none. */
export const removeFamily = (db: Database, id: string): Promise<boolean> =>
  db.transaction().execute(async (trx) => {
    const row = await trx.selectFrom('families').select('name').where('id', '=', id).forUpdate().executeTakeFirst();
    if (!row) return false;
    const used = await trx
      .selectFrom('reports')
      .select('title')
      .where('removed_at', 'is', null)
      .where(
        sql<boolean>`${id} in (document #>> '{style,type,figures,id}', document #>> '{style,type,headings,id}', document #>> '{style,type,text,id}')`,
      )
      .execute();
    const [first] = used;
    if (first)
      throw new Refusal(
        `${row.name} is what ${used.length === 1 ? `“${first.title}” is` : `${used.length} styles and reports are`} set in; choose another typeface there first.`,
      );
    await trx.deleteFrom('families').where('id', '=', id).execute();
    return true;
  });

/** Makes families of one's own known in this thread before something is set in them, and forgets those that are gone. */
export async function knowFamilies(db: Database, ids: Iterable<string>): Promise<void> {
  for (const id of new Set(ids)) {
    if (!OWN_FAMILY.test(id)) continue;
    const row = await db.selectFrom('families').select('family').where('id', '=', id).executeTakeFirst();
    if (!row) forgetFamily(id);
    if (!row || familyNamed(id)) continue;
    const files = await db.selectFrom('family_files').select(['cut', 'bytes']).where('family_id', '=', id).execute();
    addOwn(row.family, new Map(files.map(({ cut, bytes }) => [cut, bytes])));
  }
}
