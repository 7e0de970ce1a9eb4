/** A spark table as it is pasted into documents and mails (Node only): these take pictures, and no SVG that stands in a table. */
import { renderAsync } from '@resvg/resvg-js';
import { Refusal } from '../core/refusal.ts';
import type { SparkGeometry } from '../core/spark/geometry.ts';
import { sparkTableHtml } from '../core/spark/html.ts';
import { outlineText } from './outlines.ts';

/** More pictures than this make a paste that takes minutes. */
const MOST_PICTURES = 600;
/** Dots of 300 in an inch for each pixel of 96. */
const ZOOM = 300 / 96;
const SVG = /<svg xmlns[\s\S]*?<\/svg>/g;

const attribute = (svg: string, name: string) => new RegExp(` ${name}="([^"]*)"`).exec(svg)?.[1] ?? '';
const pixels = (mm: string) => Math.round((Number.parseFloat(mm) / 25.4) * 96);

/** One sparkline as a picture with its words; the attributes were escaped where they were written. */
async function picture(svg: string): Promise<string> {
  const drawn = await renderAsync(svg, { font: { loadSystemFonts: false }, fitTo: { mode: 'zoom', value: ZOOM } });
  const [width, height] = [pixels(attribute(svg, 'width')), pixels(attribute(svg, 'height'))];
  return `<img src="data:image/png;base64,${drawn.asPng().toString('base64')}" width="${width}" height="${height}" alt="${attribute(svg, 'aria-label')}">`;
}

/** The table alone, with what is shown of it, each sparkline as a picture. Throws a Refusal where there are too many. */
export async function sparkClip(geometry: SparkGeometry): Promise<string> {
  const html = sparkTableHtml(geometry, outlineText);
  const count = html.match(SVG)?.length ?? 0;
  if (count > MOST_PICTURES)
    throw new Refusal(
      `“${geometry.resolved.spec.name}” has ${count} sparklines, and up to ${MOST_PICTURES} are copied; show fewer rows, or take the document.`,
    );
  const pictures = await Promise.all([...html.matchAll(SVG)].map(([svg]) => picture(svg)));
  return html.replace(SVG, () => pictures.shift() ?? '');
}
