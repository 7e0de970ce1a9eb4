import type { APIRoute } from 'astro';
import { safeName } from '../../../../formats/file-name.ts';
import { database } from '../../../../server/database.ts';
import { answer, json, notFound } from '../../../../server/http.ts';
import { loadDocument } from '../../../../server/reports.ts';

/** The document as it is stored, also where it cannot be read. */
export const GET: APIRoute = ({ params }) =>
  answer(async () => {
    const stored = await loadDocument(database(), params['report'] ?? '');
    if (!stored) return notFound('report');
    const file = json(stored.document);
    const name = encodeURIComponent(`${safeName(stored.title, 'report')}.json`);
    file.headers.set('content-disposition', `attachment; filename*=UTF-8''${name}`);
    return file;
  });
