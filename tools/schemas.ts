import * as z from 'zod';
import { FigureSpec } from '../src/core/figure/spec.ts';
import { StoredReport } from '../src/core/report/record.ts';
import { StyleFile } from '../src/core/report/style-file.ts';
import { SparkTableSpec } from '../src/core/spark/spec.ts';

const textOf = (schema: z.ZodType, title: string) =>
  `${JSON.stringify({ title, ...z.toJSONSchema(schema) }, null, 2)}\n`;

/** The text of each published schema file by its name. */
export const SCHEMAS: Record<string, string> = {
  figure: textOf(FigureSpec, 'A Rizo figure spec'),
  spark: textOf(SparkTableSpec, 'A Rizo spark table spec'),
  report: textOf(StoredReport, 'A Rizo report document'),
  style: textOf(StyleFile, 'A Rizo house style'),
};
