import type { APIRoute } from 'astro';
import { database } from '../../../../../server/database.ts';
import { answer, notFound } from '../../../../../server/http.ts';
import { loadBlock } from '../../../../../server/reports.ts';

/** The cells of one column. A block never changes, so a browser may keep it. */
export const GET: APIRoute = ({ params }) =>
  answer(async () => {
    const cells = await loadBlock(database(), params['report'] ?? '', params['block'] ?? '');
    if (cells === undefined) return notFound('column');
    return new Response(cells, {
      headers: { 'content-type': 'application/json', 'cache-control': 'private, max-age=31536000, immutable' },
    });
  });
