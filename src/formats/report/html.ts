/**
 * A report as one HTML page that is read without a script: words, figures as
 * SVG, native tables, the numbers behind each figure. Where its reader wants
 * it, figures are looked into (Node only).
 */
import { placedWidth, sizeOnPage } from '../../core/document/geometry.ts';
import { entriesOf, type Heading, type List, type Part, type PartOf } from '../../core/document/parts.ts';
import { documentWords } from '../../core/document/words.ts';
import { layoutFigure } from '../../core/figure/layout.ts';
import { resolveFigure } from '../../core/figure/panels/resolve.ts';
import { POINTS_PER_MM } from '../../core/scene/scene.ts';
import { escapeXml } from '../../core/scene/svg.ts';
import { sparkTableHtml } from '../../core/spark/html.ts';
import { sidesOf } from '../../core/style/pages.ts';
import { faceOfStyle, headingFace, textFace } from '../../core/style/type.ts';
import { pageWords } from '../../core/text/page-words.ts';
import { cssFamilies, hasRightToLeft } from '../../core/text/scripts.ts';
import { faceId, faceKey, faceOf } from '../../core/type/faces.ts';
import type { Look } from '../../page/data.ts';
import { fontFacesOf } from '../embed.ts';
import { cell, lettersOfLooks, lookCss, lookOf, lookSection, numbersBehind, pageScripts } from '../looked-into.ts';
import { carried, mayCarry, outlineText } from '../outlines.ts';
import { sparkGeometryOf } from '../spark-file.ts';
import { anchorOf, type HtmlRuns, Pictures, runsHtml } from './html-runs.ts';
import { type ReportToWrite, standingIn } from './report.ts';

/** What goes into the page of a report besides its words and pictures. */
export interface HtmlWish {
  /** figures can be looked into */
  inspect: boolean;
  /** the numbers behind figures stand under them */
  numbers: boolean;
}

const ltr = (html: string) => (hasRightToLeft(html) ? ' dir="auto"' : '');

class Writer implements HtmlRuns {
  readonly notes: string[] = [];
  readonly looks: Look[] = [];
  readonly pictures: Pictures;
  readonly there: ReadonlySet<string>;
  readonly #anchored = new Set<string>();

  constructor(
    readonly report: ReportToWrite,
    readonly wish: HtmlWish,
  ) {
    this.pictures = new Pictures(mayCarry(report.style) ? {} : { outline: outlineText });
    this.there = standingIn(report.parts);
  }

  /** An id where something stands first; none where it stands again. */
  id(id: string): string {
    if (this.#anchored.has(id)) return '';
    this.#anchored.add(id);
    return ` id="${anchorOf(id)}"`;
  }

  list({ ordered, items }: List): string {
    const tag = ordered ? 'ol' : 'ul';
    const inner = items.map(({ runs, inner }) => {
      const words = runsHtml(runs, this);
      return `<li${ltr(words)}>${words}${inner.map((list) => this.list(list)).join('')}</li>`;
    });
    return `<${tag}>${inner.join('')}</${tag}>`;
  }

  heading({ id, level, number, runs }: Heading): string {
    const words = runsHtml(runs, this);
    const before = number === null ? '' : `<span class="number">${number}</span> `;
    return `<h${level}${this.id(id)}${ltr(words)}>${before}${words}</h${level}>`;
  }

  caption({ label, caption }: PartOf<'figure'> | PartOf<'numbers'>): string {
    const words = runsHtml(caption, this);
    if (label === '' && words === '') return '';
    const named = label === '' ? '' : `<strong>${escapeXml(label)}</strong> `;
    return `<figcaption${ltr(words)}>${named}${words}</figcaption>`;
  }

  captioned(part: PartOf<'figure'> | PartOf<'numbers'>, anchor: string, body: string): string {
    const caption = this.caption(part);
    const isAbove = this.report.style.pages.captions === 'above';
    return `<figure${anchor}>${isAbove ? caption : ''}${body}${isAbove ? '' : caption}</figure>`;
  }

  /** One figure or spark table, with what can be done with it. */
  thing(part: PartOf<'figure'>, id: string): { drawn: string; more: string } {
    const { sources, page, style, onThing } = this.report;
    onThing();
    const { locale } = sources;
    const found = sources.item(id);
    const width = placedWidth(part, page);
    const placed = sources.draw(id, width);
    if (!found || !placed) return { drawn: `<p class="gone">${documentWords(locale).gone}</p>`, more: '' };
    const { item, from } = found;
    if (item.type === 'spark') {
      const geometry = sparkGeometryOf({ spec: item, ...from });
      // Wider than the text, it is set smaller, as on pages.
      const share = Math.min(1, (page.text * POINTS_PER_MM) / geometry.width);
      return {
        drawn: `<div class="scroll" tabindex="0" role="region" aria-label="${escapeXml(item.name)}"><div style="zoom:${share.toFixed(3)}">${sparkTableHtml(geometry, this.pictures.options.outline ?? null)}</div></div>`,
        more: '',
      };
    }
    const size = sizeOnPage(placed.scene, part, page);
    const drawn = `<div class="picture" style="max-width:${size.width.toFixed(2)}mm">${this.pictures.svg({ ...placed.scene, description: placed.description || placed.scene.description })}</div>`;
    if (item.type !== 'figure' || (!this.wish.inspect && !this.wish.numbers)) return { drawn, more: '' };
    const figure = resolveFigure(item, from.table, style, from.beside);
    const key = `look-${this.looks.length + 1}`;
    let more = '';
    if (this.wish.inspect) {
      this.looks.push(lookOf(key, false, figure, layoutFigure(figure, style, locale), style, locale));
      more += lookSection(key, pageWords(locale), item.name);
    }
    if (this.wish.numbers) more += numbersBehind(figure, locale);
    return { drawn, more };
  }

  figure(part: PartOf<'figure'>): string {
    const things = part.things.map((id) => this.thing(part, id));
    const [first = part.id, ...others] = part.things;
    const anchors = others.map((id) => `<span${this.id(id)}></span>`).join('');
    const drawn = things.map((thing) => thing.drawn).join('');
    const body = things.length > 1 ? `<div class="beside">${drawn}</div>` : drawn;
    return this.captioned(part, this.id(first), `${anchors}${body}${things.map(({ more }) => more).join('')}`);
  }

  numbers(part: PartOf<'numbers'>): string {
    const { head, rows, right, strong, id } = part;
    if (head.length === 0) return '';
    const side = (at: number) => (right[at] ? ' class="n"' : '');
    const heads = head.map((text, at) => cell('th', text, ` scope="col"${side(at)}`)).join('');
    const body = rows.map(
      (row, at) =>
        `<tr${at === strong ? ' class="strong"' : ''}>${row
          .map((text, column) =>
            column === 0 ? cell('th', text, ` scope="row"${side(column)}`) : cell('td', text, side(column)),
          )
          .join('')}</tr>`,
    );
    const table = `<table class="numbers"><thead><tr>${heads}</tr></thead><tbody>${body.join('')}</tbody></table>`;
    const label = escapeXml(part.label || documentWords(this.report.sources.locale).table);
    const scrolled = `<div class="scroll" tabindex="0" role="region" aria-label="${label}">${table}</div>`;
    return this.captioned(part, this.id(id), scrolled);
  }

  contents({ depth, title }: PartOf<'contents'>): string {
    const entries = entriesOf(this.report.parts, depth).map(
      ({ id, level, number, text }) =>
        `<li class="level-${level}"><a href="#${anchorOf(id)}">${number === null ? '' : `${number} `}${escapeXml(text)}</a></li>`,
    );
    return `<nav aria-label="${escapeXml(title)}"><p class="contents">${escapeXml(title)}</p><ul>${entries.join('')}</ul></nav>`;
  }

  part(part: Part): string {
    switch (part.type) {
      case 'paragraph': {
        const words = runsHtml(part.runs, this);
        return `<p${ltr(words)}>${words}</p>`;
      }
      case 'heading':
        return this.heading(part);
      case 'list':
        return this.list(part);
      case 'quote':
        return `<blockquote>${this.parts(part.parts)}</blockquote>`;
      case 'box': {
        const title = runsHtml(part.title, this);
        return `<div class="box" data-frame="box"><p class="title" data-role="heading" data-level="3"${part.id === null ? '' : this.id(part.id)}>${title}</p>${this.parts(part.parts)}</div>`;
      }
      case 'figure':
        return this.figure(part);
      case 'numbers':
        return this.numbers(part);
      case 'contents':
        return this.contents(part);
      case 'page break':
        return '<div class="break"></div>';
    }
  }

  parts = (parts: readonly Part[]): string => parts.map((part) => this.part(part)).join('\n');

  endnotes(): string {
    const items = this.notes.map(
      (words, at) =>
        `<li id="note-${at + 1}"${ltr(words)}>${words} <a href="#from-${at + 1}" role="doc-backlink" aria-label="${at + 1}">↩</a></li>`,
    );
    return items.length === 0 ? '' : `<section class="notes" role="doc-endnotes"><ol>${items.join('')}</ol></section>`;
  }
}

/** How the page looks, on a screen and in print. */
function cssOf(
  { style, settings, page }: ReportToWrite,
  fonts: { text: string; heading: string; label: string },
): string {
  const { sizes, pages, bold } = style;
  const { width, height } = sidesOf(settings.paper);
  const { top, bottom, inner, outer } = page.margins;
  const headings = ([1, 2, 3] as const).map((level) => `h${level}{font-size:${sizes[`heading${level}`]}pt}`).join('');
  return `
body{margin:0;font:${sizes.text}pt/${pages.lines} ${fonts.text};color:${style.ink};background:${style.ground}}
main{margin:2rem auto;padding:0 1.5rem;max-width:${page.text}mm}header{color:${style.quiet};font-family:${fonts.label};margin-bottom:2rem}header p{margin:0}
h1,h2,h3{font-family:${fonts.heading};font-weight:${bold.heading ? 600 : 400};line-height:1.2;margin:1.4em 0 .5em;break-after:avoid}${headings}
p{margin:.6em 0}.box{background:${style.zebra};padding:.7rem 1rem;margin:1.2em 0;border-radius:2px}.box .title,.contents{font-family:${fonts.heading};font-weight:600}
.box>:first-child{margin-top:0}.box>:last-child{margin-bottom:0}blockquote{margin:1em 2em}nav ul{list-style:none;padding:0;margin:0}nav a{display:inline-block;min-height:24px}nav .level-2{padding-left:1.5em}nav .level-3{padding-left:3em}
figure{margin:1.6em 0;break-inside:avoid}figcaption{font:${bold.caption ? 600 : 400} ${sizes.caption}pt/1.4 ${fonts.label};color:${style.quiet};margin:.5em 0}figcaption strong{color:${style.ink}}
.picture{margin:0 auto}.picture svg{display:block;width:100%;height:auto}.beside{display:flex;gap:1rem;align-items:flex-end}.beside>*{flex:1;min-width:0}
.word svg{display:inline}.gone{border:1px solid ${style.rule};padding:.5rem}a{color:inherit}sup,sub{line-height:0}
.scroll table{border-collapse:collapse}table.numbers,details table{font:${sizes.caption}pt/1.3 ${fonts.label};font-variant-numeric:tabular-nums;margin:0 auto}
.numbers th,.numbers td,details th,details td{padding:.2rem .6rem;text-align:left;font-weight:400;white-space:nowrap;border-bottom:1px solid ${style.rule}}thead th{vertical-align:bottom;color:${style.quiet}}.numbers tbody tr:not(:last-child)>*{border-bottom:0}
.numbers .n,details .n{text-align:right}.strong>*{background:${style.zebra};font-weight:600!important}
.look,details,button.into{font:${sizes.caption + 1}pt/1.4 ${fonts.label}}button.into{margin:.3rem .75rem .3rem 0}details{display:inline-block;max-width:100%;margin:.3rem 0}.look h2{font-size:1em}
.notes{border-top:1px solid ${style.rule};margin-top:3em;font-size:.85em}.break{break-after:page}${lookCss(style.rule, style.quiet)}
@media screen{main{zoom:1.2}}@page{size:${width}mm ${height}mm;margin:${top}mm ${outer}mm ${bottom}mm ${inner}mm}@media print{main{margin:0;padding:0;max-width:none}details{display:none}}`;
}

/** A report as a page that works alone. */
export async function reportHtml(report: ReportToWrite, wish: HtmlWish): Promise<string> {
  const { style, sources, title, edition, author } = report;
  const { locale } = sources;
  const writer = new Writer(report, wish);
  const body = `${writer.parts(report.parts)}\n${writer.endnotes()}`;
  const looks = writer.looks;
  const letters = `${body.replace(/<style[\s\S]*?<\/style>|<[^>]*>/g, '').replace(/&\w+;|&#\d+;/g, '&<>"\'')}${title}${edition}${author}${lettersOfLooks(looks, locale)}↩`;
  const [text, heading, label] = [
    textFace(style, 400),
    headingFace(style, style.bold.heading ? 600 : 400),
    faceOfStyle(style),
  ].map(carried);
  const [textId = text, headingId = heading, labelId = label] = [text, heading, label];
  if (!textId || !headingId || !labelId) throw new Error('A style has three faces.');
  const faces = [
    textId,
    faceId({ ...faceKey(textId), grade: 600 }),
    faceId({ ...faceKey(textId), italic: true }),
    headingId,
    faceId({ ...faceKey(headingId), grade: 600 }),
    labelId,
    faceId({ ...faceKey(labelId), grade: 600 }),
  ];
  const fontFaces = await fontFacesOf([...new Set(faces)].map((face) => ({ face, text: letters })));
  const fonts = {
    text: cssFamilies(faceOf(textId), letters),
    heading: cssFamilies(faceOf(headingId), letters),
    label: cssFamilies(faceOf(labelId), letters),
  };
  const { policy, scripts } = pageScripts({ locale: locale.id, numbers: style.numbers, looks });
  const said = [edition, author].filter(Boolean).map(escapeXml).join(' · ');
  return `<!doctype html>
<html lang="${escapeXml(locale.id)}"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><meta http-equiv="Content-Security-Policy" content="${policy}"><title>${escapeXml([title, edition].filter(Boolean).join(', '))}</title><style>${fontFaces}${cssOf(report, fonts)}</style></head><body>
<main><header><p>${escapeXml(title)}</p><p>${said}</p></header>
${body}</main>
${scripts}
</body></html>
`;
}
