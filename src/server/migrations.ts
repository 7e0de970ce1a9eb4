import { type Kysely, type Migration, Migrator, sql } from 'kysely';
import type { Database } from './database.ts';

const migrations: Record<string, Migration> = {
  '001-reports': {
    async up(db: Kysely<unknown>) {
      await db.schema
        .createTable('reports')
        .addColumn('id', 'text', (column) => column.primaryKey())
        .addColumn('title', 'text', (column) => column.notNull())
        .addColumn('document', 'jsonb', (column) => column.notNull())
        .addColumn('revision', 'integer', (column) => column.notNull())
        .addColumn('created_at', 'timestamptz', (column) => column.notNull().defaultTo(sql`now()`))
        .addColumn('changed_at', 'timestamptz', (column) => column.notNull())
        .addColumn('removed_at', 'timestamptz')
        .execute();
      await db.schema
        .createTable('changes')
        .addColumn('report_id', 'text', (column) => column.notNull().references('reports.id').onDelete('cascade'))
        .addColumn('revision', 'integer', (column) => column.notNull())
        .addColumn('change_id', 'text', (column) => column.notNull())
        .addColumn('kind', 'text', (column) => column.notNull())
        .addColumn('label', 'text', (column) => column.notNull())
        .addColumn('patches', 'jsonb', (column) => column.notNull())
        .addColumn('inverse', 'jsonb', (column) => column.notNull())
        .addColumn('made_at', 'timestamptz', (column) => column.notNull().defaultTo(sql`now()`))
        .addPrimaryKeyConstraint('changes_pk', ['report_id', 'revision'])
        .addUniqueConstraint('changes_once', ['report_id', 'change_id'])
        .execute();
      await db.schema
        .createTable('column_blocks')
        .addColumn('report_id', 'text', (column) => column.notNull().references('reports.id').onDelete('cascade'))
        .addColumn('id', 'text', (column) => column.notNull())
        .addColumn('rows', 'integer', (column) => column.notNull())
        .addColumn('cells', 'text', (column) => column.notNull())
        .addPrimaryKeyConstraint('column_blocks_pk', ['report_id', 'id'])
        .execute();
    },
  },
  /**
   * Changes are commands with the fields they changed. What was logged before
   * were patches by position, which can no longer be undone; of them stay what
   * was done, and when.
   */
  '002-changes-by-name': {
    async up(db: Kysely<unknown>) {
      await db.schema
        .alterTable('reports')
        .addColumn('edition', 'text', (column) => column.notNull().defaultTo(''))
        .addColumn('summary', 'jsonb')
        .addColumn('checked', 'text')
        .execute();
      await db.schema
        .alterTable('changes')
        .addColumn('author', 'text', (column) => column.notNull().defaultTo('an earlier version'))
        .addColumn('command', 'text', (column) => column.notNull().defaultTo('an earlier version'))
        .addColumn('args', 'jsonb', (column) => column.notNull().defaultTo(sql`'{}'`))
        .addColumn('seen', 'integer', (column) => column.notNull().defaultTo(0))
        .addColumn('step_group', 'text')
        .addColumn('fields', 'jsonb', (column) => column.notNull().defaultTo(sql`'[]'`))
        .dropColumn('kind')
        .dropColumn('patches')
        .dropColumn('inverse')
        .execute();
      // A document that is changed by hand is looked through again before the Desk says anything of it.
      await sql`
        create function forget_check() returns trigger language plpgsql as $$
        begin
          if new.document is distinct from old.document and new.checked is not distinct from old.checked then
            new.checked := null;
          end if;
          return new;
        end $$`.execute(db);
      await sql`
        create trigger reports_forget_check before update on reports
        for each row execute function forget_check()`.execute(db);
    },
  },
  '003-received': {
    async up(db: Kysely<unknown>) {
      await db.schema.alterTable('column_blocks').addColumn('received', 'text').execute();
    },
  },
  /** An edited column is kept as what changed since another block, and blocks know their age, so that they can be cleared. */
  '004-blocks-as-differences': {
    async up(db: Kysely<unknown>) {
      await db.schema
        .alterTable('column_blocks')
        .addColumn('made_of', 'text')
        .addColumn('splice', 'text')
        .addColumn('depth', 'integer', (column) => column.notNull().defaultTo(0))
        .addColumn('stored_at', 'timestamptz', (column) => column.notNull().defaultTo(sql`now()`))
        .alterColumn('cells', (column) => column.dropNotNull())
        .execute();
      await sql`
        alter table column_blocks
          add constraint column_blocks_made_of foreign key (report_id, made_of)
            references column_blocks (report_id, id) deferrable initially deferred,
          add constraint column_blocks_whole_or_made
            check ((cells is null) = (made_of is not null and splice is not null))`.execute(db);
      await db.schema
        .createIndex('column_blocks_by_made_of')
        .on('column_blocks')
        .columns(['report_id', 'made_of'])
        .execute();
      // Documents are compared only where the row says nothing of a change: they are large.
      await sql`
        create or replace function forget_check() returns trigger language plpgsql as $$
        begin
          if new.checked is not distinct from old.checked then
            if new.document is distinct from old.document then
              new.checked := null;
            end if;
          end if;
          return new;
        end $$`.execute(db);
      await db.schema.createIndex('changes_by_age').on('changes').columns(['report_id', 'made_at']).execute();
    },
  },
  /** Styles that reports have in common are documents, too; which one a report has is taken from its document, also where that is changed by hand. */
  '005-house-styles': {
    async up(db: Kysely<unknown>) {
      await db.schema
        .alterTable('reports')
        .addColumn('kind', 'text', (column) =>
          column.notNull().defaultTo('report').check(sql`kind in ('report', 'style')`),
        )
        .addColumn('house', 'text', (column) => column.generatedAlwaysAs(sql`document #>> '{style,id}'`).stored())
        .execute();
      await db.schema.createIndex('reports_by_house').on('reports').column('house').execute();
    },
  },
  /** Changes say on which version of documents they were made. */
  '006-form-of-changes': {
    async up(db: Kysely<unknown>) {
      // What is in the log already was made on version 4 or before.
      await db.schema
        .alterTable('changes')
        .addColumn('form', 'integer', (column) => column.notNull().defaultTo(4))
        .execute();
      await db.schema
        .alterTable('changes')
        .alterColumn('form', (column) => column.setDefault(5))
        .execute();
    },
  },
  /** Families of type of one's own, and their files: each of one weight and posture. */
  '007-families': {
    async up(db: Kysely<unknown>) {
      await db.schema
        .createTable('families')
        .addColumn('id', 'text', (column) => column.primaryKey())
        .addColumn('name', 'text', (column) => column.notNull())
        .addColumn('family', 'jsonb', (column) => column.notNull())
        .addColumn('added_at', 'timestamptz', (column) => column.notNull().defaultTo(sql`now()`))
        .execute();
      await sql`create unique index families_by_name on families (lower(name))`.execute(db);
      await db.schema
        .createTable('family_files')
        .addColumn('family_id', 'text', (column) => column.notNull().references('families.id').onDelete('cascade'))
        .addColumn('cut', 'text', (column) => column.notNull())
        .addColumn('bytes', 'bytea', (column) => column.notNull())
        .addPrimaryKeyConstraint('family_files_pk', ['family_id', 'cut'])
        .execute();
    },
  },
  /** Since version 6 rows of tables are known by name. */
  '008-rows-by-name': {
    async up(db: Kysely<unknown>) {
      await db.schema
        .alterTable('changes')
        .alterColumn('form', (column) => column.setDefault(6))
        .execute();
    },
  },
};

/** Brings the database's tables up to date. */
export async function migrate(db: Database): Promise<void> {
  const migrator = new Migrator({ db, provider: { getMigrations: async () => migrations } });
  const { error } = await migrator.migrateToLatest();
  if (error) throw error;
}
