import * as z from 'zod';
import { UNDO, UndoArgs } from '../../../../core/change/change.ts';
import { CallsRequest } from '../../../../core/change/wire.ts';
import { ofOne, requestFor } from '../../../../server/changes.ts';
import { ofReport } from '../../../../server/endpoint.ts';
import { json, notFound, readJson } from '../../../../server/http.ts';
import { changeInTurn } from '../../../../server/work/pool.ts';

const UndoRequest = z.strictObject({
  change: UndoArgs.shape.changes.element,
  only: UndoArgs.shape.only,
  by: CallsRequest.shape.by,
});

/** Takes back what one change set and nobody has changed since; `left` names the fields that stay. */
export const POST = ofReport('change', async (report, { request }) => {
  const { change, only, by } = await readJson(request, UndoRequest);
  const args = { changes: [change], ...(only && { only }) };
  const done = await changeInTurn(report, requestFor({ name: UNDO, args, by }));
  return done ? json(ofOne(done)) : notFound('report');
});
