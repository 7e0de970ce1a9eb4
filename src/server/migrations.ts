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
};

/** Brings the database's tables up to date. */
export async function migrate(db: Database): Promise<void> {
  const migrator = new Migrator({ db, provider: { getMigrations: async () => migrations } });
  const { error } = await migrator.migrateToLatest();
  if (error) throw error;
}
