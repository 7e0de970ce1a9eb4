/**
 * A figure as an HTML page that works alone: the set picture, the values under
 * the pointer and by keyboard, and the numbers as a table (Node only). Without
 * scripts the picture and the numbers are there.
 */
import type { FigureLayout } from '../core/figure/figure-layout.ts';
import type { ResolvedFigure } from '../core/figure/resolve.ts';
import { textsOf } from '../core/scene/scene.ts';
import { escapeXml, toSvg } from '../core/scene/svg.ts';
import type { HouseStyle } from '../core/style/style.ts';
import { faceOfStyle } from '../core/style/type.ts';
import type { Locale } from '../core/text/locale.ts';
import { pageWords } from '../core/text/page-words.ts';
import { cssFamilies } from '../core/text/scripts.ts';
import { faceOf } from '../core/type/faces.ts';
import { fontFacesOf } from './embed.ts';
import { lettersOfLooks, lookCss, lookOf, lookSection, numbersBehind, pageScripts } from './looked-into.ts';
import { mayCarry, outlineText } from './outlines.ts';

const cssOf = (font: string, { ink, quiet, rule }: HouseStyle) => `
body{margin:0 auto;padding:2rem 1.5rem;max-width:64rem;font:16px/1.45 ${font};color:${ink};background:#fff}
figure{margin:0 0 2rem}figure>svg{display:block;width:100%;height:auto}
h2{margin:0 0 .25rem;font-size:1.15rem;font-weight:600}section p{margin:.4rem 0}details{margin-top:2rem}
table{border-collapse:collapse;font-variant-numeric:tabular-nums}th,td{padding:.15rem 1rem .15rem 0;text-align:left;border-bottom:1px solid ${rule};white-space:nowrap}
thead th{font-weight:600;vertical-align:bottom}tbody th{font-weight:400}.n{text-align:right}a{color:#5b3a63}${lookCss(rule, quiet)}`;

interface PageParts {
  figure: ResolvedFigure;
  layout: FigureLayout;
  style: HouseStyle;
  locale: Locale;
}

const KEY = 'look';

/** Writes the page of a laid-out figure. */
export async function figurePage({ figure, layout, style, locale }: PageParts): Promise<string> {
  const { scene } = layout;
  const look = lookOf(KEY, true, figure, layout, style, locale);
  const numbers = numbersBehind(figure, locale);
  const letters = `${numbers.replace(/<[^>]*>/g, '')}${lettersOfLooks([look], locale)}`;
  const plain = faceOfStyle(style);
  const fonts = await fontFacesOf([
    ...textsOf(scene.nodes),
    { face: plain, text: letters },
    { face: faceOfStyle(style, 600), text: letters },
  ]);
  const { policy, scripts } = pageScripts({ locale: locale.id, numbers: style.numbers, looks: [look] });
  return `<!doctype html>
<html lang="${escapeXml(locale.id)}"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><meta http-equiv="Content-Security-Policy" content="${policy}"><title>${escapeXml(scene.title)}</title><style>${fonts}${cssOf(cssFamilies(faceOf(plain), letters), style)}</style></head><body>
<main><figure>${toSvg(scene, mayCarry(style) ? {} : { outline: outlineText })}</figure>
${lookSection(KEY, pageWords(locale))}
${numbers}</main>
${scripts}
</body></html>
`;
}
