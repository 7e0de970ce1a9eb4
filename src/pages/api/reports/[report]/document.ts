import { safeName } from '../../../../formats/file-name.ts';
import { database } from '../../../../server/database.ts';
import { ofReport } from '../../../../server/endpoint.ts';
import { json, notFound } from '../../../../server/http.ts';
import { loadDocument } from '../../../../server/reports.ts';

/** The document as it is stored, also where it cannot be read. */
export const GET = ofReport('read', async (report) => {
  const stored = await loadDocument(database(), report);
  if (!stored) return notFound('report');
  const file = json(stored.document);
  const name = encodeURIComponent(`${safeName(stored.title, 'report')}.json`);
  file.headers.set('content-disposition', `attachment; filename*=UTF-8''${name}`);
  return file;
});
