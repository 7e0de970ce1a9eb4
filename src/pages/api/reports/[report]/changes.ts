import { database } from '../../../../server/database.ts';
import { ofReport } from '../../../../server/endpoint.ts';
import { json, notFound, revisionIn } from '../../../../server/http.ts';
import { changesSince } from '../../../../server/log.ts';
import { loadReport } from '../../../../server/stored.ts';

/** The changes after a revision, the oldest first; at most a thousand, so ask again from the last one. */
export const GET = ofReport('read', async (id, { url }) => {
  const stored = await loadReport(database(), id);
  if (!stored) return notFound('report');
  const changes = await changesSince(database(), id, revisionIn(url, 'since'));
  return json({ revision: stored.revision, changes });
});
