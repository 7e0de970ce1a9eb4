import type { APIRoute } from 'astro';
import { Id } from '../../../../../core/named/id.ts';
import { keptCells, WholeBlock } from '../../../../../core/table/kept.ts';
import { addBlock, loadBlock } from '../../../../../server/blocks.ts';
import { database } from '../../../../../server/database.ts';
import { answer, json, notFound, readJson, refuse } from '../../../../../server/http.ts';

const PARTS = ['cells', 'received'] as const;

/**
 * The cells of one column, or with `?part=received` what was received of them
 * (null where the cells tell it). A block never changes, so a browser may keep it.
 */
export const GET: APIRoute = ({ params, url }) =>
  answer(async () => {
    const wanted = url.searchParams.get('part') ?? 'cells';
    const part = PARTS.find((name) => name === wanted);
    if (!part) return refuse(400, `A column has the parts “${PARTS.join('” and “')}”.`, 'part');
    const found = await loadBlock(database(), params['report'] ?? '', params['block'] ?? '', part);
    if (found === undefined) return notFound('column');
    return new Response(found, {
      headers: { 'content-type': 'application/json', 'cache-control': 'private, max-age=31536000, immutable' },
    });
  });

/** Stores the cells of a column ahead of the change that names them. */
export const PUT: APIRoute = ({ params, request }) =>
  answer(async () => {
    const id = Id.safeParse(params['block']);
    const block = await readJson(request, WholeBlock);
    if (!id.success) return notFound('column');
    const stored = await addBlock(database(), params['report'] ?? '', id.data, block);
    return stored ? json({ stored: keptCells(block).cells.length }) : notFound('report');
  });
