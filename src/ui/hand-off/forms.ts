/** The forms in which things are handed off, as they are said. */
import type { FigureSpec } from '../../core/figure/spec.ts';
import { kindOf } from '../../core/item/kinds.ts';
import type { SparkTableSpec } from '../../core/spark/spec.ts';

const DPI = 300;
const pixels = (mm: number) => Math.round((mm / 25.4) * DPI);

interface Form {
  as: string;
  name: string;
  says: string;
}

type Thing = FigureSpec | SparkTableSpec;

const SAID: Readonly<Record<string, { name: string; figure: string; spark: string }>> = {
  svg: {
    name: 'SVG, text as text',
    figure: 'The letters used are embedded; the text can be searched and edited.',
    spark: 'The letters used are embedded; the text can be searched and edited.',
  },
  'svg-outlines': {
    name: 'SVG, text as outlines',
    figure: 'Needs no fonts anywhere; the text can no longer be edited.',
    spark: 'Needs no fonts anywhere; the text can no longer be edited.',
  },
  png: { name: `PNG, ${DPI} dpi`, figure: 'Sized for print.', spark: 'Sized for print.' },
  pdf: {
    name: 'PDF',
    figure: 'Vector, tagged, the size of the sheet, fonts embedded.',
    spark: 'Vector, tagged, the size of the sheet, fonts embedded.',
  },
  html: {
    name: 'HTML page',
    figure: 'For looking into the values anywhere, offline, with the numbers.',
    spark: 'One table with its sparklines; readers can show the numbers.',
  },
  docx: {
    name: 'Document',
    figure: '',
    spark: 'A native table (.docx), each sparkline as SVG with a PNG.',
  },
  csv: {
    name: 'Numbers, CSV',
    figure: 'The values drawn, in full, for other programs.',
    spark: 'All values in full, for other programs.',
  },
  spec: {
    name: 'Spec',
    figure: 'The settings as JSON, to draw other tables the same way from the command line.',
    spark: 'The settings as JSON, to draw other tables the same way from the command line.',
  },
};

const NAMES = { figure: 'Figure spec', spark: 'Spark table spec' } as const;

/** What a form is called. */
export const nameOfForm = (as: string): string => SAID[as]?.name ?? as;

/** The forms of a thing. */
export function formsOf(thing: Thing, widthMm: number, heightMm: number): Form[] {
  const { type } = thing;
  return (kindOf(thing).set?.forms ?? []).map((as) => ({
    as,
    name: as === 'spec' ? NAMES[type] : nameOfForm(as),
    says: as === 'png' ? `${pixels(widthMm)} × ${pixels(heightMm)} pixels, sized for print.` : (SAID[as]?.[type] ?? ''),
  }));
}
