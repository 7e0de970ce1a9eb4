import * as z from 'zod';
import { newReport, Report } from '../../../core/report/report.ts';
import { database } from '../../../server/database.ts';
import { ofNone } from '../../../server/endpoint.ts';
import { json, readJson } from '../../../server/http.ts';
import { createReport, listReports } from '../../../server/reports.ts';
import { styleOfNew } from '../../../server/styles.ts';

const NewReport = z.strictObject({ title: Report.shape.title, edition: Report.shape.edition.default('') });

export const GET = ofNone('list', async () => json(await listReports(database())));

export const POST = ofNone('make', async ({ request }) => {
  const { title, edition } = await readJson(request, NewReport);
  const report = newReport(title, edition);
  const style = (await styleOfNew(database())) ?? report.style;
  return json({ id: await createReport(database(), { ...report, style }) }, 201);
});
