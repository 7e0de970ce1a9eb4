import { sql } from 'kysely';
import { database } from '../../server/database.ts';
import { ofNone } from '../../server/endpoint.ts';
import { json } from '../../server/http.ts';
import { warmUp } from '../../server/work/pool.ts';

/** Answers once the server runs and reaches its database; the first to ask has its threads started. */
export const GET = ofNone('ask', async () => {
  warmUp();
  await sql`select 1`.execute(database());
  return json({ ready: true });
});
