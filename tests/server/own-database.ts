/** A database of a test file's own, beside that of the server under test. */
import { randomUUID } from 'node:crypto';
import pg from 'pg';
import { afterAll, beforeAll } from 'vitest';
import { type Database, openDatabase } from '../../src/server/database.ts';
import { migrate } from '../../src/server/migrations.ts';

const shared = process.env['DATABASE_URL'] ?? '';

async function admin(text: string): Promise<void> {
  const client = new pg.Client({ connectionString: shared });
  await client.connect();
  await client.query(text);
  await client.end();
}

/** Makes one before the tests of the file that calls this, and removes it after them; it is there once they run. */
export function ownDatabase(): () => Database {
  const name = `own_${randomUUID().slice(0, 8)}`;
  let db: Database | undefined;
  beforeAll(async () => {
    await admin(`create database ${name}`);
    db = openDatabase(Object.assign(new URL(shared), { pathname: `/${name}` }).href);
    await migrate(db);
  });
  afterAll(async () => {
    await db?.destroy();
    await admin(`drop database ${name}`);
  });
  return () => {
    if (!db) throw new Error('The database is made before the first test runs.');
    return db;
  };
}
