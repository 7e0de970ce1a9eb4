import * as z from 'zod';
import { database } from '../../../../server/database.ts';
import { ofReport } from '../../../../server/endpoint.ts';
import { json, notFound, readJson } from '../../../../server/http.ts';
import { loadReport } from '../../../../server/stored.ts';
import { removeStyle } from '../../../../server/styles.ts';

/** A house style as it is now, with the revision of its document. */
export const GET = ofReport('read', async (id) => {
  const stored = await loadReport(database(), id);
  if (stored?.kind !== 'style') return notFound('house style');
  return json({ id, revision: stored.revision, style: stored.report.style });
});

/** Takes a house style away that no report is set by. */
export const PATCH = ofReport('remove', async (id, { request }) => {
  await readJson(request, z.strictObject({ removed: z.literal(true) }));
  return (await removeStyle(database(), id)) ? json({ removed: true }) : notFound('house style');
});
