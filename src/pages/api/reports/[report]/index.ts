import type { APIRoute } from 'astro';
import * as z from 'zod';
import { changesBy } from '../../../../server/changes.ts';
import { database } from '../../../../server/database.ts';
import { answer, json, notFound, readJson } from '../../../../server/http.ts';
import { loadReport, setRemoved } from '../../../../server/reports.ts';

/** As many changes of an author are given with a report, so that they can be undone. */
const MOST_OWN = 300;

/** A report in its record form; with `by`, the last changes of that author as well. */
export const GET: APIRoute = ({ params, url }) =>
  answer(async () => {
    const id = params['report'] ?? '';
    const by = url.searchParams.get('by');
    // The log is read first: a change that comes in between is then in the report, and comes again as news.
    const own = by === null ? undefined : await changesBy(database(), id, by, MOST_OWN);
    const stored = await loadReport(database(), id);
    if (!stored) return notFound('report');
    const { revision, record: report } = stored;
    return json({ id, revision, report, ...(own && { own }) });
  });

/** Takes a report off the Desk or brings it back. */
export const PATCH: APIRoute = ({ params, request }) =>
  answer(async () => {
    const { removed } = await readJson(request, z.strictObject({ removed: z.boolean() }));
    const done = await setRemoved(database(), params['report'] ?? '', removed);
    return done ? json({ removed }) : notFound('report');
  });
