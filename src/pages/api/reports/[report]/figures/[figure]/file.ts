import type { APIRoute } from 'astro';
import { safeName } from '../../../../../../formats/file-name.ts';
import type { CellWish } from '../../../../../../formats/spark-file.ts';
import { database } from '../../../../../../server/database.ts';
import { answer, notFound, refuse } from '../../../../../../server/http.ts';
import { drawStored } from '../../../../../../server/pictures.ts';

/** The cell of a spark table that is asked for, or null for the whole. */
function cellIn(query: URLSearchParams): CellWish | null {
  const [column, row] = [query.get('column'), query.get('row')];
  if (column === null || row === null) return null;
  const size = Number(query.get('size') ?? 9);
  return { column, row, size: size >= 4 && size <= 72 ? size : 9 };
}

/** A figure or a spark table to hand off: `as` names the format; `show` displays it instead of saving it. */
export const GET: APIRoute = ({ params, url }) =>
  answer(async () => {
    const query = url.searchParams;
    const wish = { as: query.get('as') ?? '', cell: cellIn(query) };
    const drawn = await drawStored(database(), params['report'] ?? '', params['figure'] ?? '', wish);
    if (drawn.kind === 'no such format')
      return refuse(400, `Say which format with “as”: ${drawn.formats.join(', ')}.`, 'as');
    if (drawn.kind === 'absent') return notFound(wish.cell ? 'sparkline' : 'figure');
    const { file } = drawn;
    const name = encodeURIComponent(`${safeName(drawn.name, 'figure')}.${file.extension}`);
    const disposition = query.has('show') ? 'inline' : `attachment; filename*=UTF-8''${name}`;
    return new Response(typeof file.body === 'string' ? file.body : new Uint8Array(file.body), {
      headers: {
        'content-type': file.mime,
        'content-disposition': disposition,
        'cache-control': 'no-store',
        // Nothing inside a picture may run, whatever its words say.
        'content-security-policy': "default-src 'none'; style-src 'unsafe-inline'; font-src data:",
      },
    });
  });
