import { type ColumnType, type Generated, Kysely, PostgresDialect } from 'kysely';
import pg from 'pg';

type Json<T> = ColumnType<T, string, string>;

export interface Schema {
  reports: {
    id: string;
    title: string;
    edition: string;
    /** the record form of the report, or a document of an older version */
    document: Json<unknown>;
    revision: number;
    /** what the Desk shows of it, so that it reads no documents */
    summary: ColumnType<Summary | null, string | null, string | null>;
    /** for which form of documents the summary was made; null when the document changed under it */
    checked: string | null;
    created_at: Generated<Date>;
    changed_at: Date;
    removed_at: Date | null;
  };
  changes: {
    report_id: string;
    revision: number;
    change_id: string;
    author: string;
    command: string;
    args: Json<unknown>;
    label: string;
    seen: number;
    step_group: string | null;
    fields: Json<unknown>;
    made_at: Generated<Date>;
  };
  column_blocks: {
    report_id: string;
    id: string;
    rows: number;
    /** a JSON array of cells, kept as text so that it is handed out without being parsed */
    cells: string;
    /** likewise what was received of them: a text where the value is not written back as it, else null; null where none is */
    received: string | null;
  };
}

/** What the Desk says of a report. */
export type Summary =
  | { kind: 'read'; figures: string[]; tables: number }
  /** why the document cannot be read */
  | { kind: 'unreadable'; why: string };

export type Database = Kysely<Schema>;

/** Opens a pool of connections to the database at a URL. */
export function openDatabase(url: string): Database {
  const pool = new pg.Pool({ connectionString: url, max: 8, connectionTimeoutMillis: 5000 });
  // An idle connection that the server closes is opened anew at the next query; the query says what is wrong then.
  pool.on('error', (error) => console.error(`database connection lost: ${error.message}`));
  return new Kysely<Schema>({ dialect: new PostgresDialect({ pool }) });
}

let shared: Database | undefined;

/** The database of this server process, from DATABASE_URL. */
export function database(): Database {
  const url = process.env['DATABASE_URL'];
  if (!url) throw new Error('DATABASE_URL is not set; start Rizo with ./rizo start.');
  shared ??= openDatabase(url);
  return shared;
}
