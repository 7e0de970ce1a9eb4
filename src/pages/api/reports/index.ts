import type { APIRoute } from 'astro';
import * as z from 'zod';
import { newReport, Report } from '../../../core/report/report.ts';
import { database } from '../../../server/database.ts';
import { answer, json, readJson } from '../../../server/http.ts';
import { createReport, listReports } from '../../../server/reports.ts';

const NewReport = z.strictObject({ title: Report.shape.title, edition: Report.shape.edition.default('') });

export const GET: APIRoute = () => answer(async () => json(await listReports(database())));

export const POST: APIRoute = ({ request }) =>
  answer(async () => {
    const { title, edition } = await readJson(request, NewReport);
    return json({ id: await createReport(database(), newReport(title, edition)) }, 201);
  });
