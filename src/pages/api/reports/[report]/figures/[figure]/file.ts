import type { Alone } from '../../../../../../core/figure/panels/alone.ts';
import type { CellWish } from '../../../../../../formats/spark-file.ts';
import { ofReport } from '../../../../../../server/endpoint.ts';
import { idIn } from '../../../../../../server/http.ts';
import { fileOf } from '../../../../../../server/work/files.ts';

/** The cell of a spark table that is asked for, or null for the whole. */
function cellIn(query: URLSearchParams): CellWish | null {
  const [column, row] = [query.get('column'), query.get('row')];
  if (column === null || row === null) return null;
  const size = Number(query.get('size') ?? 9);
  return { column, row, size: size >= 4 && size <= 72 ? size : 9 };
}

/** The panel of a figure that is asked for, or null for the whole. */
function aloneIn(query: URLSearchParams): Alone | null {
  const [panel, by, category] = [query.get('panel'), query.get('by'), query.get('category')];
  if (panel !== null) return { panel };
  return by === null || category === null ? null : { column: by, category };
}

/** A figure or a spark table to hand off: `as` names the format; `show` displays it instead of saving it. */
export const GET = ofReport('read', async (report, { params, request, url }) => {
  const query = url.searchParams;
  const wish = { as: query.get('as') ?? '', cell: cellIn(query), alone: aloneIn(query), exact: query.has('exact') };
  const held = request.headers.get('if-none-match');
  const response = await fileOf(report, idIn(params, 'figure'), wish, held);
  if (query.has('show') && response.ok) response.headers.set('content-disposition', 'inline');
  return response;
});
