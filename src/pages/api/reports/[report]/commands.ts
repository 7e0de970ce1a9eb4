import type { APIRoute } from 'astro';
import * as z from 'zod';
import { Blocks, CallsRequest } from '../../../../core/change/wire.ts';
import { runCalls, runOne } from '../../../../server/changes.ts';
import { database } from '../../../../server/database.ts';
import { answer, json, notFound, readBodyOf } from '../../../../server/http.ts';

/** One command, for programs that do not keep the report; `blocks` are the cells of columns that it brings. */
const OneCommand = z.strictObject({
  name: z.string().max(60),
  args: z.unknown(),
  blocks: Blocks.default({}),
  by: CallsRequest.shape.by,
});

/** Runs commands on the newest state of a report and answers with every change since the base. */
export const POST: APIRoute = ({ params, request }) =>
  answer(async () => {
    const id = params['report'] ?? '';
    const { data, replaced } = await readBodyOf(request, z.union([CallsRequest, OneCommand]));
    const done =
      'commands' in data
        ? await runCalls(database(), id, data)
        : await runOne(database(), id, { name: data.name, args: data.args, by: data.by }, data.blocks);
    return done ? json({ ...done, replaced }) : notFound('report');
  });
