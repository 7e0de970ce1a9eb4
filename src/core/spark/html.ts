/** A spark table as HTML: one table with inline SVG. Everything a user typed is escaped; nothing in it runs. */

import { coordinate } from '../scene/coordinates.ts';
import { POINTS_PER_MM } from '../scene/scene.ts';
import { escapeXml, svgNodes } from '../scene/svg.ts';
import type { FaceId } from '../text/faces.ts';
import type { Locale } from '../text/locale.ts';
import { plainWords, runsOfWords, type SayFact, type Words } from '../text/rich.ts';
import { type Slot, type SparkGeometry, sparkGeometry } from './geometry.ts';
import { type ResolvedSparkTable, resolveLooks } from './resolve.ts';
import { headNodes, slotNodes } from './row-nodes.ts';
import { sayBar, sayCell } from './say.ts';
import type { Sparkline } from './spec.ts';
import { plainTitle } from './words.ts';

const FONT = "'Source Sans 3',sans-serif";

/** A spark table with everything brought back that was tucked away, for a page whose reader can do so. */
function withAll({ spec, data }: ResolvedSparkTable, locale: Locale): ResolvedSparkTable {
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
  return resolveLooks({ ...spec, columns }, data, locale);
}

/** Whether a slot of a table with everything is out of sight until its reader asks for it. */
function isTucked(slot: Slot, spec: ResolvedSparkTable['spec']): boolean {
  const column = spec.columns.find(({ id }) => id === slot.column.spec.id);
  if (!column) return true;
  return slot.kind === 'source' ? column.kind === 'sparkline' && column.source === 'tucked' : column.tucked;
}

/** Names wider than this wrap, points. */
const WRAPS = 150;

const mm = (points: number) => `${coordinate(points / POINTS_PER_MM)}mm`;

/** Styles that stay with the table when it is pasted into a document. */
const cellStyle = (slot: Slot) =>
  slot.kind === 'number' || slot.kind === 'source'
    ? 'text-align:right;white-space:nowrap;font-variant-numeric:tabular-nums'
    : `text-align:left${slot.kind === 'text' && slot.width < WRAPS ? ';white-space:nowrap' : ''}`;

/** The drawing of one cell, as small as it is printed, with its words for readers who do not see it. */
function cellSvg(geometry: SparkGeometry, slot: Slot, record: number, said: string): string {
  const moved = { ...slot, left: 0 } as Slot;
  const row = { geometry, record, isSum: geometry.resolved.data.records[record]?.members != null };
  const inner = svgNodes(slotNodes(moved, row));
  const box = `0 0 ${coordinate(slot.width)} ${coordinate(geometry.pitch)}`;
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${mm(slot.width)}" height="${mm(geometry.pitch)}" viewBox="${box}" role="img" aria-label="${escapeXml(said)}" style="display:block">${inner}</svg>`;
}

function cellHtml(geometry: SparkGeometry, slot: Slot, record: number): string {
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
      return told + (aside ? ` <span style="color:#6e6574">${escapeXml(aside)}</span>` : '');
    }
    case 'source': {
      const [node] = slotNodes({ ...slot, left: 0 }, { geometry, record, isSum: false });
      return node?.kind === 'text' ? escapeXml(node.text) : '';
    }
    case 'bars':
      return cellSvg(geometry, slot, record, `${name}: ${sayBar(slot.column, record, locale)}`);
    case 'sparkline':
      return cellSvg(geometry, slot, record, `${name}: ${sayCell(slot.column, record, locale)}`);
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
}

function tableHtml(geometry: SparkGeometry, own: ResolvedSparkTable['spec'], { page }: TableOptions): string {
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
      return `<th scope="col"${classOf(slot)} style="${pad};${cellStyle(slot)};vertical-align:bottom;font-weight:400;color:${style.quiet};border-bottom:0.6pt solid ${style.axis}">${escapeXml(text)}</th>`;
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
    const tint = frame.zebra && inGroup % 2 === 0 ? ';background:#f6f3ee' : '';
    const cells = shown
      .map((slot) => {
        const tag = isName(slot) ? 'th scope="row"' : 'td';
        const weight = isName(slot) || isSum ? ';font-weight:600' : '';
        const style = `${pad};${cellStyle(slot)}${weight}${rule}${top}${tint}`;
        return `<${tag}${classOf(slot)} style="${style}">${cellHtml(geometry, slot, row.index)}</${tag.split(' ')[0]}>`;
      })
      .join('');
    return `<tr style="height:${mm(geometry.pitch)}">${cells}</tr>`;
  });
  const title = wordsHtml(words.title, geometry.say);
  const subtitle = wordsHtml(words.subtitle, geometry.say);
  const under =
    subtitle && `<div style="font:400 ${style.sizes.subtitle}pt ${FONT};color:${style.quiet}">${subtitle}</div>`;
  const caption =
    title || under
      ? `<caption style="text-align:left;font:600 ${style.sizes.title}pt ${FONT};color:${style.ink};padding-bottom:4pt">${title}${under}</caption>`
      : '';
  return `<table style="border-collapse:collapse;font:${style.sizes.label}pt ${FONT};color:${style.ink};background:#ffffff">${caption}<thead>${tops}<tr>${head}</tr></thead><tbody>${body.join('')}</tbody></table>`;
}

/** A row of texts over the headers of neighbouring columns; columns that a page hides stand outside of them. */
function headTextRow({ resolved, style }: SparkGeometry, shown: readonly Slot[], seen: number, pad: string): string {
  const { heads, columns } = resolved.spec;
  if (heads.length === 0) return '';
  const order = columns.map(({ id }) => id);
  const headOf = (slot: Slot) =>
    heads.find(({ from, to }) => {
      const place = order.indexOf(slot.column.spec.id);
      const [a, b] = [order.indexOf(from), order.indexOf(to)].sort((x, y) => x - y);
      return slot.kind !== 'source' && place >= (a ?? 0) && place <= (b ?? 0);
    });
  let cells = '';
  for (let index = 0; index < shown.length; ) {
    const slot = shown[index];
    const head = slot && headOf(slot);
    let span = 1;
    while (head && index + span < shown.length && headOf(shown[index + span] as Slot) === head) span++;
    const hidden = index >= seen ? ' class="tucked"' : '';
    cells += head
      ? `<th scope="colgroup" colspan="${span}" style="${pad};font-weight:400;text-align:center;border-bottom:0.4pt solid ${style.axis}">${escapeXml(head.text)}</th>`
      : `<td${hidden}></td>`;
    index += span;
  }
  return `<tr>${cells}</tr>`;
}

/** The table alone, with what is shown of it, to be pasted into a document. */
export const sparkTableHtml = (geometry: SparkGeometry): string =>
  tableHtml(geometry, geometry.resolved.spec, { page: false });

/**
 * A whole page of a spark table, in which a reader brings the tucked columns
 * back and turns the emphasis on and off; without any script. `fontFaces` are
 * CSS rules made by `formats`, never from user text.
 */
export function sparkPage(geometry: SparkGeometry, lang: string, fontFaces = ''): string {
  const { resolved, style, locale, pixel } = geometry;
  const { words } = resolved.spec;
  const whole = sparkGeometry(withAll(resolved, locale), style, locale, pixel);
  const hasTucked = whole.slots.some((slot) => isTucked(slot, resolved.spec));
  const said = wordsHtml(words.source, geometry.say);
  const source = said && `<p class="source">${said}</p>`;
  const numbers = hasTucked
    ? '<input type="checkbox" id="numbers"><label for="numbers">Show the numbers behind</label>'
    : '';
  const css = `${fontFaces}body{margin:2rem;font:16px ${FONT};color:${style.ink};background:#ffffff}label{margin:0 1.5rem 0 .4rem}.source{font-size:${style.sizes.source}pt;color:${style.quiet}}.sheet{overflow-x:auto;margin-top:1rem}#numbers:not(:checked)~.sheet .tucked{display:none}#emphasis:not(:checked)~.sheet [data-of="emphasis"]{display:none}@media screen{.sheet{zoom:1.4}}@media print{input,label{display:none}}`;
  return `<!doctype html>
<html lang="${escapeXml(lang)}"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><meta http-equiv="Content-Security-Policy" content="default-src 'none'; style-src 'unsafe-inline'; font-src data:"><title>${escapeXml(plainTitle(resolved.spec, geometry.say))}</title><style>${css}</style></head><body>
${numbers}<input type="checkbox" id="emphasis" checked><label for="emphasis">Mark highs, lows and other points</label>
<div class="sheet">${tableHtml(whole, resolved.spec, { page: true })}${source}</div>
</body></html>
`;
}

/** All letters of the page in the faces it is set in, by which `formats` finds what its fonts need. */
export function lettersOf(page: string): { face: FaceId; text: string }[] {
  const text = page.replace(/<[^>]*>/g, '');
  return (['sans-400', 'sans-600'] as const).map((face) => ({ face, text }));
}
