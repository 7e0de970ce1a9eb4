import type { APIRoute } from 'astro';
import * as z from 'zod';
import { UNDO, UndoArgs } from '../../../../core/change/change.ts';
import { CallsRequest } from '../../../../core/change/wire.ts';
import { runOne } from '../../../../server/changes.ts';
import { database } from '../../../../server/database.ts';
import { answer, json, notFound, readJson } from '../../../../server/http.ts';

const UndoRequest = z.strictObject({
  change: UndoArgs.shape.changes.element,
  only: UndoArgs.shape.only,
  by: CallsRequest.shape.by,
});

/** Takes back what one change set and nobody has changed since; `left` names the fields that stay. */
export const POST: APIRoute = ({ params, request }) =>
  answer(async () => {
    const { change, only, by } = await readJson(request, UndoRequest);
    const args = { changes: [change], ...(only && { only }) };
    const done = await runOne(database(), params['report'] ?? '', { name: UNDO, args, by });
    return done ? json(done) : notFound('report');
  });
