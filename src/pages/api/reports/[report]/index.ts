import * as z from 'zod';
import { database } from '../../../../server/database.ts';
import { ofReport } from '../../../../server/endpoint.ts';
import { authorIn, json, notFound, readJson } from '../../../../server/http.ts';
import { changesBy, foldsSince } from '../../../../server/log.ts';
import { setRemoved } from '../../../../server/reports.ts';
import { houseOf, loadReport } from '../../../../server/stored.ts';

/** As many changes of an author are given with a report, so that they can be undone. */
const MOST_OWN = 300;

/** A report in its record form; with `by`, the last changes of that author as well. */
export const GET = ofReport('read', async (id, { url }) => {
  const by = authorIn(url);
  // The log is read first: a change that comes in between is then in the report, and comes again as news.
  const made = by === null ? undefined : await changesBy(database(), id, by, MOST_OWN);
  const first = made?.[0]?.revision;
  // What was typed before it was put together is taken back with them.
  const own = first === undefined ? made : [...(made ?? []), ...(await foldsSince(database(), id, first))];
  const stored = await loadReport(database(), id);
  if (!stored) return notFound('report');
  const { kind, revision, record: report } = stored;
  const house = await houseOf(database(), stored);
  return json({ id, kind, revision, report, house, ...(own && { own }) });
});

/** Takes a report off the Desk or brings it back. */
export const PATCH = ofReport('remove', async (report, { request }) => {
  const { removed } = await readJson(request, z.strictObject({ removed: z.boolean() }));
  const done = await setRemoved(database(), report, removed);
  return done ? json({ removed }) : notFound('report');
});
