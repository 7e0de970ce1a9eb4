import { type ColumnType, type Generated, Kysely, PostgresDialect } from 'kysely';
import pg from 'pg';
import type { Family } from '../core/type/families.ts';

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
    /** a report, or a style that reports have in common: a document that holds nothing but its style */
    kind: Generated<'report' | 'style'>;
    /** the style of a house by which it is set, which the database takes from the document */
    house: ColumnType<string | null, never, never>;
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
    /** the version of documents it was made on, from 4 */
    form: Generated<number>;
    made_at: Generated<Date>;
  };
  column_blocks: {
    report_id: string;
    id: string;
    rows: number;
    /** a JSON array of cells, kept as text so that it is handed out without being parsed; null where the block is a difference */
    cells: string | null;
    /** likewise what was received of them: a text where the value is not written back as it, else null; null where none is */
    received: string | null;
    /** the block of the same report that this one is made of, and how, as JSON; null where its cells are there */
    made_of: string | null;
    splice: string | null;
    /** how many differences it is away from a whole block */
    depth: Generated<number>;
    stored_at: Generated<Date>;
  };
  families: {
    id: string;
    name: string;
    family: Json<Family>;
    added_at: Generated<Date>;
  };
  family_files: {
    family_id: string;
    /** weight and posture */
    cut: string;
    bytes: Buffer;
  };
}

/** What the Desk says of a report. */
export type Summary =
  | { kind: 'read'; figures: string[]; tables: number }
  /** why the document cannot be read */
  | { kind: 'unreadable'; why: string };

export type Database = Kysely<Schema>;

/** Opens a pool of connections to the database at a URL; who waits so many milliseconds for one is told that there is none. */
export function openDatabase(url: string, connections = 8, patience = 5000): Database {
  const pool = new pg.Pool({ connectionString: url, max: connections, connectionTimeoutMillis: patience });
  // An idle connection that the server closes is opened anew at the next query; the query says what is wrong then.
  const tell = (error: Error) => console.error(`database connection lost: ${error.message}`);
  pool.on('error', tell);
  // One that is lost between two queries of a transaction is told by the next of them, and is not an error of no one.
  pool.on('connect', (client) => client.on('error', tell));
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
