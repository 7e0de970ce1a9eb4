import type { APIRoute } from 'astro';
import { z } from 'zod';
import { database } from '../../../../server/database.ts';
import { answer, json, notFound, readJson } from '../../../../server/http.ts';
import { commandReport } from '../../../../server/reports.ts';

const CommandRequest = z.strictObject({ name: z.string(), args: z.unknown() });

/** Runs one named command on a report, for programs that do not keep the document themselves. */
export const POST: APIRoute = ({ params, request }) =>
  answer(async () => {
    const { name, args } = await readJson(request, CommandRequest);
    const stored = await commandReport(database(), params['report'] ?? '', name, args);
    return stored ? json(stored) : notFound('report');
  });
