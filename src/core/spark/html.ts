/** A spark table as HTML: one table with inline SVG. Everything a user typed is escaped; nothing in it runs. */

import { coordinate } from '../scene/coordinates.ts';
import { POINTS_PER_MM } from '../scene/scene.ts';
import { EXACT_LETTERS, escapeXml, type SvgOptions, svgNodes } from '../scene/svg.ts';
import type { HouseStyle } from '../style/style.ts';
import { faceOfStyle, headingFace } from '../style/type.ts';
import type { Locale } from '../text/locale.ts';
import { pageWords } from '../text/page-words.ts';
import { plainWords, runsOfWords, type SayFact, type Words } from '../text/rich.ts';
import { cssFamilies, hasRightToLeft } from '../text/scripts.ts';
import { type FaceId, faceBeside, faceOf, isStrong } from '../type/faces.ts';
import { type Slot, type SparkGeometry, sparkGeometry } from './geometry.ts';
import { headSpans } from './head-spans.ts';
import { type ResolvedSparkTable, resolveLooks } from './resolve.ts';
import { headNodes, slotNodes } from './row-nodes.ts';
import { sayBar, sayCell } from './say.ts';
import type { Sparkline } from './spec.ts';
import { plainTitle } from './words.ts';

/** The fonts of what is written. */
const fontOf = (written: string, face: FaceId) => cssFamilies(faceOf(face), written);
/** What runs from right to left is ordered by itself, wherever it stands. */
const orderOf = (written: string) => (hasRightToLeft(written) ? ';unicode-bidi:plaintext' : '');

/** A spark table with everything brought back that was tucked away, for a page whose reader can do so. */
function withAll({ spec, data }: ResolvedSparkTable, style: HouseStyle, locale: Locale): ResolvedSparkTable {
  const sources = new Set<string>();
  const isFirst = (column: Sparkline) => {
    // Sparklines that run through the same values have the same numbers behind them.
    const of = JSON.stringify([column.column, column.over, column.window]);
    return !sources.has(of) && sources.add(of);
  };
  const columns = spec.columns.map((column) =>
    column.kind === 'sparkline' && isFirst(column)
      ? { ...column, tucked: false, source: 'shown' as const }
      : { ...column, tucked: false },
  );
  return resolveLooks({ ...spec, columns }, data, style, locale);
}

/** Whether a slot of a table with everything is out of sight until its reader asks for it. */
function isTucked(slot: Slot, spec: ResolvedSparkTable['spec']): boolean {
  const column = spec.columns.find(({ id }) => id === slot.column.spec.id);
  if (!column) return true;
  return slot.kind === 'source' ? column.kind === 'sparkline' && column.source === 'tucked' : column.tucked;
}

/** How words in drawings become outlines; null where they stay words. */
type Outline = NonNullable<SvgOptions['outline']> | null;

/** Names wider than this wrap, points. */
const WRAPS = 150;

const mm = (points: number) => `${coordinate(points / POINTS_PER_MM)}mm`;

/** Styles that stay with the table when it is pasted into a document. */
const cellStyle = (slot: Slot) =>
  slot.kind === 'number' || slot.kind === 'source'
    ? 'text-align:right;white-space:nowrap;font-variant-numeric:tabular-nums'
    : `text-align:left${slot.kind === 'text' && slot.width < WRAPS ? ';white-space:nowrap' : ''}`;

/** The drawing of one cell, as small as it is printed, with its words for readers who do not see it. */
function cellSvg(geometry: SparkGeometry, slot: Slot, record: number, said: string, outline: Outline): string {
  const moved = { ...slot, left: 0 } as Slot;
  const row = { geometry, record, isSum: geometry.resolved.data.records[record]?.members != null };
  const inner = svgNodes(slotNodes(moved, row), outline ? { outline } : {});
  const box = `0 0 ${coordinate(slot.width)} ${coordinate(geometry.pitch)}`;
  const exact = outline ? '' : EXACT_LETTERS;
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${mm(slot.width)}" height="${mm(geometry.pitch)}" viewBox="${box}" role="img" aria-label="${escapeXml(said)}" style="display:block"${exact}>${inner}</svg>`;
}

function cellHtml(geometry: SparkGeometry, slot: Slot, record: number, outline: Outline): string {
  const { locale, resolved } = geometry;
  const name = resolved.data.records[record]?.name ?? '';
  switch (slot.kind) {
    case 'text':
      return escapeXml(slot.column.cells[record] ?? '');
    case 'number': {
      const { texts, asides } = slot.column.cells;
      const aside = asides?.[record];
      const [node] = slotNodes({ ...slot, left: 0 }, { geometry, record, isSum: false });
      const colour = node?.kind === 'text' ? node.colour : geometry.style.ink;
      const number = escapeXml(texts[record] ?? '');
      const told = colour === geometry.style.ink ? number : `<span style="color:${colour}">${number}</span>`;
      return told + (aside ? ` <span style="color:${geometry.style.quiet}">${escapeXml(aside)}</span>` : '');
    }
    case 'source': {
      const [node] = slotNodes({ ...slot, left: 0 }, { geometry, record, isSum: false });
      return node?.kind === 'text' ? escapeXml(node.text) : '';
    }
    case 'bars':
      return cellSvg(geometry, slot, record, `${name}: ${sayBar(slot.column, record, locale)}`, outline);
    case 'sparkline':
      return cellSvg(geometry, slot, record, `${name}: ${sayCell(slot.column, record, locale)}`, outline);
  }
}

/** Words as HTML; empty where they say nothing. All of their text is escaped, and colours are checked ones. */
function wordsHtml(words: Words, say: SayFact): string {
  if (plainWords(words, say).trim() === '') return '';
  return runsOfWords(words)
    .map((run) => {
      let html = escapeXml('text' in run ? run.text : say(run.fact, run.part)).replaceAll('\n', '<br>');
      if (run.bold) html = `<b>${html}</b>`;
      if (run.italic) html = `<i>${html}</i>`;
      if (run.raised)
        html = `<${run.raised === 'super' ? 'sup' : 'sub'}>${html}</${run.raised === 'super' ? 'sup' : 'sub'}>`;
      return run.colour ? `<span style="color:${run.colour}">${html}</span>` : html;
    })
    .join('');
}

interface TableOptions {
  /** classes by which a page shows and hides columns; without it only what is shown is written */
  page: boolean;
  outline: Outline;
}

function tableHtml(geometry: SparkGeometry, own: ResolvedSparkTable['spec'], { page, outline }: TableOptions): string {
  const { resolved, style, slots } = geometry;
  const { rows, records } = resolved.data;
  const { frame, words } = resolved.spec;
  const tuck = slots.map((slot) => isTucked(slot, own));
  const seen = slots.filter((_, index) => !tuck[index]);
  // What a reader brings back stands behind, so that texts over headers keep their columns.
  const shown = page ? [...seen, ...slots.filter((_, index) => tuck[index])] : seen;
  const classOf = (slot: Slot) => (page && tuck[slots.indexOf(slot)] ? ' class="tucked"' : '');
  const pad = 'padding:0 7pt 0 0;vertical-align:middle';
  const head = shown
    .map((slot) => {
      const text = headNodes(geometry, slot)
        .map((node) => (node.kind === 'text' ? node.text : ''))
        .join(' ');
      // A column without a name has a cell over it, and no heading.
      const tag = text.trim() === '' ? 'td' : 'th';
      const scope = tag === 'th' ? ' scope="col"' : '';
      return `<${tag}${scope}${classOf(slot)} style="${pad};${cellStyle(slot)};vertical-align:bottom;font-weight:400;color:${style.quiet};border-bottom:0.6pt solid ${style.axis}">${escapeXml(text)}</${tag}>`;
    })
    .join('');
  const isName = (slot: Slot) => slot === shown.find(({ kind }) => kind === 'text');
  const tops = headTextRow(geometry, shown, seen.length, pad);
  let inGroup = 0;
  const body = rows.map((row) => {
    if (row.kind === 'heading') {
      inGroup = 0;
      return `<tr><th scope="rowgroup" colspan="${shown.length}" style="${pad};text-align:left;color:${style.quiet};padding-top:5pt">${escapeXml(row.text || '–')}</th></tr>`;
    }
    inGroup++;
    const isSum = records[row.index]?.members != null;
    const rule = frame.rules === 'rows' || isSum ? `;border-bottom:0.4pt solid ${style.rule}` : '';
    const top = isSum ? `;border-top:0.6pt solid ${style.axis}` : '';
    const tint = frame.zebra && inGroup % 2 === 0 ? `;background:${style.zebra}` : '';
    const cells = shown
      .map((slot) => {
        const tag = isName(slot) ? 'th scope="row"' : 'td';
        const strong = isSum || (slot.kind === 'text' && isStrong(slot.face));
        const weight = strong ? ';font-weight:600' : '';
        const written = cellHtml(geometry, slot, row.index, outline);
        const style = `${pad};${cellStyle(slot)}${weight}${rule}${top}${tint}${orderOf(written)}`;
        return `<${tag}${classOf(slot)} style="${style}">${written}</${tag.split(' ')[0]}>`;
      })
      .join('');
    return `<tr style="height:${mm(geometry.pitch)}">${cells}</tr>`;
  });
  const title = wordsHtml(words.title, geometry.say);
  const subtitle = wordsHtml(words.subtitle, geometry.say);
  const written = `${tops}${head}${body.join('')}`;
  const font = fontOf(`${written}${title}${subtitle}`, faceOfStyle(style));
  const titleFont = fontOf(`${written}${title}${subtitle}`, headingFace(style, 600));
  const under =
    subtitle &&
    `<div style="font:${style.bold.subtitle ? 600 : 400} ${style.sizes.subtitle}pt ${font};color:${style.quiet}${orderOf(subtitle)}">${subtitle}</div>`;
  const caption =
    title || under
      ? `<caption style="text-align:left;font:${style.bold.title ? 600 : 400} ${style.sizes.title}pt ${titleFont};color:${style.ink};padding-bottom:4pt${orderOf(title)}">${title}${under}</caption>`
      : '';
  return `<table style="border-collapse:collapse;font:${style.sizes.label}pt ${font};color:${style.ink};background:${style.ground}">${caption}<thead>${tops}<tr>${head}</tr></thead><tbody>${body.join('')}</tbody></table>`;
}

/** A row of texts over the headers of neighbouring columns; columns that a page hides stand outside of them. */
function headTextRow({ resolved, style }: SparkGeometry, shown: readonly Slot[], seen: number, pad: string): string {
  const cells = headSpans(resolved.spec, shown).map(({ head, at, span }) =>
    head
      ? `<th scope="colgroup" colspan="${span}" style="${pad};font-weight:400;text-align:center;border-bottom:0.4pt solid ${style.axis}">${escapeXml(head.text)}</th>`
      : `<td${at >= seen ? ' class="tucked"' : ''}></td>`,
  );
  return cells.length > 0 ? `<tr>${cells.join('')}</tr>` : '';
}

/** The table alone, with what is shown of it, to be pasted into a document; with `outline`, the words in its drawings need no fonts. */
export const sparkTableHtml = (geometry: SparkGeometry, outline: Outline = null): string =>
  tableHtml(geometry, geometry.resolved.spec, { page: false, outline });

/**
 * A whole page of a spark table, in which a reader brings the tucked columns
 * back and turns the emphasis on and off; without any script. `fontFaces` are
 * CSS rules made by `formats`, never from user text.
 */
export function sparkPage(geometry: SparkGeometry, lang: string, fontFaces = ''): string {
  const { resolved, style, locale, pixel } = geometry;
  const { words } = resolved.spec;
  const whole = sparkGeometry(withAll(resolved, style, locale), style, locale, pixel);
  const hasTucked = whole.slots.some((slot) => isTucked(slot, resolved.spec));
  const said = wordsHtml(words.source, geometry.say);
  const source = said && `<p class="source">${said}</p>`;
  const numbers = hasTucked
    ? `<input type="checkbox" id="numbers"><label for="numbers">${escapeXml(pageWords(locale).behind)}</label>`
    : '';
  const table = tableHtml(whole, resolved.spec, { page: true, outline: null });
  const css = `${fontFaces}body{margin:2rem;font:16px ${fontOf(`${table}${source}`, faceOfStyle(style))};color:${style.ink};background:${style.ground}}label{margin:0 1.5rem 0 .4rem}.source{font-size:${style.sizes.source}pt;${style.bold.source ? 'font-weight:600;' : ''}color:${style.quiet}}.sheet{overflow-x:auto;margin-top:1rem}#numbers:not(:checked)~.sheet .tucked{display:none}#emphasis:not(:checked)~.sheet [data-of="emphasis"]{display:none}@media screen{.sheet{zoom:1.4}}@media print{input,label{display:none}}`;
  return `<!doctype html>
<html lang="${escapeXml(lang)}"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><meta http-equiv="Content-Security-Policy" content="default-src 'none'; style-src 'unsafe-inline'; font-src data:"><title>${escapeXml(plainTitle(resolved.spec, geometry.say))}</title><style>${css}</style></head><body>
${numbers}<input type="checkbox" id="emphasis" checked><label for="emphasis">${escapeXml(pageWords(locale).marked)}</label>
<div class="sheet">${table}${source}</div>
</body></html>
`;
}

/** All letters of the page in the faces it is set in, by which `formats` finds what its fonts need. */
export function lettersOf(page: string, style: HouseStyle): { face: FaceId; text: string }[] {
  const text = page.replace(/<[^>]*>/g, '');
  // What is bold in a title is heavier than the title.
  const titles = headingFace(style, style.bold.title ? 600 : 400);
  const bold = [...page.matchAll(/<b>(.*?)<\/b>/gs)].map(([, words = '']) => words.replace(/<[^>]*>/g, '')).join('');
  return [...new Set([faceOfStyle(style), faceOfStyle(style, 600), titles])]
    .map((face) => ({ face, text }))
    .concat(bold === '' ? [] : [{ face: faceBeside(titles, { grade: style.bold.title ? 900 : 600 }), text: bold }]);
}
