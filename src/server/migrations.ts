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
};

/** Brings the database's tables up to date. */
export async function migrate(db: Database): Promise<void> {
  const migrator = new Migrator({ db, provider: { getMigrations: async () => migrations } });
  const { error } = await migrator.migrateToLatest();
  if (error) throw error;
}
