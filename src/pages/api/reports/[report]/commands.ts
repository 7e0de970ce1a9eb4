import type { APIRoute } from 'astro';
import { z } from 'zod';
import { SaveRequest } from '../../../../core/report/save.ts';
import { database } from '../../../../server/database.ts';
import { answer, json, notFound, readJson } from '../../../../server/http.ts';
import { commandReport } from '../../../../server/reports.ts';

/** `blocks` are the cells of columns that the command brings. */
const CommandRequest = z.strictObject({ name: z.string(), args: z.unknown(), blocks: SaveRequest.shape.blocks });

/** Runs one named command on a report, for programs that do not keep the document themselves. */
export const POST: APIRoute = ({ params, request }) =>
  answer(async () => {
    const { name, args, blocks } = await readJson(request, CommandRequest);
    const stored = await commandReport(database(), params['report'] ?? '', name, args, blocks);
    return stored ? json(stored) : notFound('report');
  });
