/** Sheets as PDF pages: set by Typst around the SVG of their scenes (Node only). */
import { Refusal } from '../core/refusal.ts';
import type { TextNode } from '../core/scene/scene.ts';
import type { Locale } from '../core/text/locale.ts';
import { asPdf, compiled, compilerFor, neededBy, placeOf } from './typst.ts';

/** A sheet as a page that is just as large. */
export interface PdfSheet {
  /** the picture with its text as text and without fonts; 1 user unit is a point */
  svg: string;
  /** every text in it, by which the fonts are chosen that are embedded as subsets */
  texts: Iterable<Pick<TextNode, 'text' | 'face'>>;
  widthMm: number;
  heightMm: number;
  title: string;
  /** the picture in words */
  alternative: string;
  locale: Locale;
}

/** The longest side of a page (ISO 32000-1, annex C.2: 14,400 units of a point), in millimetres. */
const LONGEST_MM = 5080;

/** What a user typed comes in as data, and is never markup. */
const TEMPLATE = `#let sheet = json("sheet.json")
#set document(title: sheet.title, date: none)
#set text(lang: sheet.lang, region: sheet.region, fallback: false)
#set page(width: sheet.width * 1mm, height: sheet.height * 1mm, margin: 0mm)
#image("sheet.svg", width: 100%, height: 100%, fit: "stretch", alt: sheet.alternative)
`;

/**
 * Sets a sheet as a PDF of one page: vector, its text as text in embedded
 * subsets of the fonts, tagged as PDF/UA-1 wants it (ISO 14289-1). The same
 * sheet gives the same bytes. Throws a Refusal where it is larger than a page
 * can be.
 */
export function toPdf({ svg, texts, widthMm, heightMm, title, alternative, locale }: PdfSheet): Buffer {
  if (Math.max(widthMm, heightMm) > LONGEST_MM)
    throw new Refusal(
      `“${title}” is ${Math.round(Math.max(widthMm, heightMm))} mm long, and a PDF page can be at most ${LONGEST_MM} mm; show fewer rows, or hand it off as SVG or as an HTML page.`,
    );
  const compiler = compilerFor(neededBy(texts));
  const [lang = 'en', region = ''] = locale.id.split('-');
  const data = { width: widthMm, height: heightMm, title, alternative, lang, region };
  compiler.mapShadow(placeOf('sheet.svg'), Buffer.from(svg));
  compiler.mapShadow(placeOf('sheet.json'), Buffer.from(JSON.stringify(data)));
  try {
    return asPdf(compiler, compiled(compiler, TEMPLATE)).bytes;
  } finally {
    compiler.resetShadow();
    compiler.evictCache(0);
  }
}
