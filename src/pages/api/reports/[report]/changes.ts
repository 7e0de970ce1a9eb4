import type { APIRoute } from 'astro';
import { SaveRequest } from '../../../../core/report/save.ts';
import { database } from '../../../../server/database.ts';
import { answer, json, notFound, readJson } from '../../../../server/http.ts';
import { loadHistory, saveChanges } from '../../../../server/reports.ts';

/** Saves changes; a stale base is answered 409 with the newer document. */
export const POST: APIRoute = ({ params, request }) =>
  answer(async () => {
    const id = params['report'] ?? '';
    const outcome = await saveChanges(database(), id, await readJson(request, SaveRequest));
    if (!outcome) return notFound('report');
    if (outcome.saved) return json({ revision: outcome.revision });
    const error = 'This report was changed elsewhere since it was opened here.';
    return json({ error, ...outcome.newer, known: outcome.known, history: await loadHistory(database(), id) }, 409);
  });
