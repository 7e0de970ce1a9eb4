import * as z from 'zod';
import { FIRST_STYLE, OwnStyle } from '../../../core/report/report.ts';
import { StyleFile, styleOfFile } from '../../../core/report/style-file.ts';
import { database } from '../../../server/database.ts';
import { ofNone } from '../../../server/endpoint.ts';
import { json, readJson } from '../../../server/http.ts';
import { createStyle, listStyles } from '../../../server/styles.ts';

/** A new style: as the built-in one under a name, or as a file says it. */
const NewStyle = z.union([z.strictObject({ name: OwnStyle.shape.name }), StyleFile]);

export const GET = ofNone('list', async () => json(await listStyles(database())));

export const POST = ofNone('make', async ({ request }) => {
  const wished = await readJson(request, NewStyle);
  const style = 'format' in wished ? styleOfFile(wished) : { ...FIRST_STYLE, name: wished.name };
  return json({ id: await createStyle(database(), style) }, 201);
});
