import type { APIRoute } from 'astro';
import { changesSince } from '../../../../server/changes.ts';
import { database } from '../../../../server/database.ts';
import { answer, json, notFound, revisionIn } from '../../../../server/http.ts';
import { loadReport } from '../../../../server/reports.ts';

/** The changes after a revision, the oldest first; at most a thousand, so ask again from the last one. */
export const GET: APIRoute = ({ params, url }) =>
  answer(async () => {
    const id = params['report'] ?? '';
    const stored = await loadReport(database(), id);
    if (!stored) return notFound('report');
    const changes = await changesSince(database(), id, revisionIn(url, 'since'));
    return json({ revision: stored.revision, changes });
  });
