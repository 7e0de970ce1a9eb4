import type { APIRoute } from 'astro';
import { z } from 'zod';
import { database } from '../../../../server/database.ts';
import { answer, json, notFound, readJson } from '../../../../server/http.ts';
import { loadHistory, loadReport, setRemoved } from '../../../../server/reports.ts';

export const GET: APIRoute = ({ params }) =>
  answer(async () => {
    const id = params['report'] ?? '';
    const stored = await loadReport(database(), id);
    if (!stored) return notFound('report');
    return json({ ...stored, history: await loadHistory(database(), id) });
  });

/** Takes a report off the Desk or brings it back. */
export const PATCH: APIRoute = ({ params, request }) =>
  answer(async () => {
    const { removed } = await readJson(request, z.strictObject({ removed: z.boolean() }));
    const done = await setRemoved(database(), params['report'] ?? '', removed);
    return done ? json({ removed }) : notFound('report');
  });
