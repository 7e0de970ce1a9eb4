import * as z from 'zod';
import { OWN_FAMILY } from '../../../core/type/families.ts';
import { database } from '../../../server/database.ts';
import { ofNone } from '../../../server/endpoint.ts';
import { removeFamily } from '../../../server/families.ts';
import { json, notFound, readJson } from '../../../server/http.ts';

/** Takes a family of one's own away that nothing is set in. */
export const PATCH = ofNone('make', async ({ params, request }) => {
  await readJson(request, z.strictObject({ removed: z.literal(true) }));
  const id = params['family'] ?? '';
  return OWN_FAMILY.test(id) && (await removeFamily(database(), id)) ? json({ removed: true }) : notFound('typeface');
});
