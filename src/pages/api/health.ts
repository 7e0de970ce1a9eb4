import type { APIRoute } from 'astro';
import { sql } from 'kysely';
import { database } from '../../server/database.ts';
import { answer, json } from '../../server/http.ts';

/** Answers once the server runs and reaches its database. */
export const GET: APIRoute = () =>
  answer(async () => {
    await sql`select 1`.execute(database());
    return json({ ready: true });
  });
