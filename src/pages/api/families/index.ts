import { database } from '../../../server/database.ts';
import { ofNone } from '../../../server/endpoint.ts';
import { listFamilies } from '../../../server/families.ts';
import { json, readBytes } from '../../../server/http.ts';
import { inThread } from '../../../server/work/pool.ts';

/** Families of type of one's own. */
export const GET = ofNone('list', async () => json(await listFamilies(database())));

/** Keeps the files of a family. */
export const POST = ofNone('make', async ({ request }) =>
  inThread('families', { do: 'family', body: await readBytes(request) }),
);
