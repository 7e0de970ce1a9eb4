import type { APIRoute } from 'astro';
import { FIGURE_FORMATS } from '../../../../../../formats/figure-file.ts';
import { database } from '../../../../../../server/database.ts';
import { answer, notFound, refuse } from '../../../../../../server/http.ts';
import { drawStored } from '../../../../../../server/pictures.ts';

/** A file name made of the figure's name, safe on every system. */
const fileName = (name: string, extension: string) =>
  `${
    name
      .replace(/[^\p{L}\p{N}]+/gu, '-')
      .replace(/^-|-$/g, '')
      .toLowerCase() || 'figure'
  }.${extension}`;

/** A figure to hand off: `as` names the format; `show` displays it instead of saving it. */
export const GET: APIRoute = ({ params, url }) =>
  answer(async () => {
    const format = FIGURE_FORMATS.find((candidate) => candidate === url.searchParams.get('as'));
    if (!format) return refuse(400, `Say which format with “as”: ${FIGURE_FORMATS.join(', ')}.`, 'as');
    const file = await drawStored(database(), params['report'] ?? '', params['figure'] ?? '', format);
    if (!file) return notFound('figure');
    const name = encodeURIComponent(fileName(file.name, file.extension));
    const disposition = url.searchParams.has('show') ? 'inline' : `attachment; filename*=UTF-8''${name}`;
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
