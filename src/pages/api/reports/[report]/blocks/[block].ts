import type { APIRoute } from 'astro';
import * as z from 'zod';
import { Id } from '../../../../../core/named/id.ts';
import { Cell } from '../../../../../core/table/column.ts';
import { addBlock, loadBlock } from '../../../../../server/blocks.ts';
import { database } from '../../../../../server/database.ts';
import { answer, json, notFound, readJson } from '../../../../../server/http.ts';

/** The cells of one column. A block never changes, so a browser may keep it. */
export const GET: APIRoute = ({ params }) =>
  answer(async () => {
    const cells = await loadBlock(database(), params['report'] ?? '', params['block'] ?? '');
    if (cells === undefined) return notFound('column');
    return new Response(cells, {
      headers: { 'content-type': 'application/json', 'cache-control': 'private, max-age=31536000, immutable' },
    });
  });

/** Stores the cells of a column ahead of the change that names them. */
export const PUT: APIRoute = ({ params, request }) =>
  answer(async () => {
    const block = Id.safeParse(params['block']);
    const cells = await readJson(request, z.array(Cell).max(2_000_000));
    if (!block.success) return notFound('column');
    const stored = await addBlock(database(), params['report'] ?? '', block.data, cells);
    return stored ? json({ stored: cells.length }) : notFound('report');
  });
