/** A house style as a document's look proposes it, with what was found in it and what was not. */
import { FIRST_STYLE, type OwnStyle } from '../core/report/report.ts';
import { contrastOf, LEAST_CONTRAST } from '../core/style/contrast.ts';
import { Pages, sidesOf } from '../core/style/pages.ts';
import { listed } from '../core/table/words.ts';
import { cutTo } from '../core/text/letters.ts';
import { type Family, SHIPPED } from '../core/type/families.ts';
import { type DocumentLook, documentLook } from './document-look.ts';

export interface ProposedStyle {
  style: OwnStyle;
  /** what of the document the style takes, and what it has from the built-in one instead, each as a sentence */
  found: string[];
  missing: string[];
}

/** Words on their ground need this contrast (WCAG 2.2, success criterion 1.4.3). */
const LEAST_FOR_WORDS = 4.5;
/** Height of a figure as a share of its width. */
const SHAPE = 0.525;

/** A colour between two, `share` of the way from the first. */
function between(from: string, to: string, share: number): string {
  const channel = (at: number) => {
    const [a, b] = [from, to].map((colour) => Number.parseInt(colour.slice(at, at + 2), 16)) as [number, number];
    return Math.round(a + (b - a) * share)
      .toString(16)
      .padStart(2, '0');
  };
  return `#${channel(1)}${channel(3)}${channel(5)}`;
}

const tenth = (points: number) => Math.round(points * 10) / 10;
const within = (points: number) => Math.min(40, Math.max(5, tenth(points)));

type Part = Pick<ProposedStyle, 'found' | 'missing'> & { set: Partial<OwnStyle> };

function typeOf({ words }: DocumentLook, families: readonly Family[]): Part {
  const part: Part = { set: {}, found: [], missing: [] };
  const known = (name: string) => families.find((one) => one.name.toLowerCase() === name.toLowerCase());
  const { type } = FIRST_STYLE;
  const choose = (name: string | null, said: string, otherwise: OwnStyle['type']['figures']) => {
    if (name === null) {
      part.missing.push(`It names no typeface for ${said}.`);
      return otherwise;
    }
    const found = known(name);
    if (found) part.found.push(`${found.name} for ${said}.`);
    else part.missing.push(`${name}, its typeface for ${said}, is not here; bring in its files, then choose it.`);
    return found ? { id: found.id, name: found.name } : otherwise;
  };
  const figures = choose(words.text.family, 'text', type.figures);
  const headings = choose(words.heading.family ?? words.text.family, 'headings', figures);
  // What is in the text of a document is in that of pages; where it is not here, what pages begin with.
  const text = figures === type.figures ? type.text : figures;
  part.set.type = { ...type, figures, headings, text };
  return part;
}

function sizesOf({ words: { text, caption, footnote, heading, heading2, heading3 } }: DocumentLook): Part {
  const size = caption.size ?? text.size;
  if (size === null) return { set: {}, found: [], missing: ['It sets no type size.'] };
  const title = within(size);
  const label = Math.min(title, within(footnote.size ?? size - 1.5));
  const source = within(Math.min(label, (footnote.size ?? label) - 0.6));
  const own = FIRST_STYLE.sizes;
  const ofPages = {
    text: text.size === null ? own.text : within(text.size),
    caption: caption.size === null ? own.caption : within(caption.size),
    heading1: heading.size === null ? own.heading1 : within(heading.size),
    heading2: heading2.size === null ? own.heading2 : within(heading2.size),
    heading3: heading3.size === null ? own.heading3 : within(heading3.size),
  };
  const sizes = { ...own, ...ofPages, title, subtitle: label, label, source, least: Math.min(6, source) };
  const isBold = caption.bold ?? heading.bold;
  return {
    set: {
      sizes,
      bold: {
        ...FIRST_STYLE.bold,
        ...(isBold !== null && { title: isBold }),
        ...(heading.bold !== null && { heading: heading.bold }),
        ...(caption.bold !== null && { caption: caption.bold }),
      },
    },
    found: [
      ...(text.size === null ? [] : [`${ofPages.text} pt for text, ${ofPages.heading1} pt for headings.`]),
      `${title} pt for titles, as its ${caption.size === null ? 'text' : 'captions'} ${caption.size === null ? 'is' : 'are'}, and ${label} pt for labels${footnote.size === null ? '' : ', as its footnotes are'}.`,
    ],
    missing: caption.size === null ? ['It has no style for captions.'] : [],
  };
}

function coloursOf(look: DocumentLook): Part {
  const part: Part = { set: {}, found: [], missing: [] };
  const ground = look.ground ?? FIRST_STYLE.ground;
  const ink = look.words.text.colour ?? look.ink;
  if (ink !== null && contrastOf(ink, ground) >= LEAST_FOR_WORDS) {
    const share = (of: number) => between(ink, ground, of);
    Object.assign(part.set, { ink, ground, quiet: share(0.32), axis: share(0.45), rule: share(0.86) });
    Object.assign(part.set, { rest: share(0.48), behind: share(0.8), track: share(0.9), zebra: share(0.95) });
    part.found.push(`Text in ${ink} on ${ground}.`);
  } else part.missing.push('It sets no text colour that can be read on its background.');
  const seen = new Set<string>();
  const usable = look.colours.filter(({ colour }) => {
    const isNew = !seen.has(colour) && colour !== ink;
    seen.add(colour);
    return isNew && contrastOf(colour, ground) >= LEAST_CONTRAST;
  });
  const pale = look.colours.filter(({ colour }) => contrastOf(colour, ground) < LEAST_CONTRAST);
  if (usable.length > 0) {
    part.set.palette = usable.slice(0, 24);
    part.found.push(`${usable.length} ${usable.length === 1 ? 'colour' : 'colours'} for lines.`);
  } else part.missing.push('It has no colours suited to lines.');
  if (pale.length > 0)
    part.missing.push(
      `${listed(pale.map(({ name, colour }) => `${name} (${colour})`))} ${pale.length === 1 ? 'is' : 'are'} too pale on the background for lines.`,
    );
  return part;
}

/** Pages like those of a document; null where they cannot be. */
function paperOf(page: NonNullable<DocumentLook['page']>, columns: number): OwnStyle['pages'] | null {
  const { width, height, top, bottom, left, right, gap } = page;
  const named = (['A4', 'A5', 'Letter'] as const).find((name) => {
    const sides = sidesOf(name);
    return Math.abs(sides.width - width) < 1 && Math.abs(sides.height - height) < 1;
  });
  const parsed = Pages.safeParse({
    ...FIRST_STYLE.pages,
    paper: named ?? { width: tenth(width), height: tenth(height) },
    margins: { top: tenth(top), bottom: tenth(bottom), inner: tenth(left), outer: tenth(right), mirrored: false },
    columns: columns > 1 ? 2 : 1,
    gap: columns > 1 ? Math.min(60, Math.max(2, tenth(gap))) : FIRST_STYLE.pages.gap,
  });
  return parsed.success && top + bottom < height ? parsed.data : null;
}

function pageOf({ page }: DocumentLook): Part {
  const room = page ? page.width - page.left - page.right : 0;
  if (!page || room < 30)
    return { set: {}, found: [], missing: ['It sets no page size, so no figure sizes follow from it.'] };
  const sized = (name: string, width: number) => {
    const wide = Math.min(600, Math.round(width * 2) / 2);
    return { name, width: wide, height: Math.max(30, Math.round(wide * SHAPE)) };
  };
  const count = Math.min(12, Math.max(1, Math.round(page.columns)));
  const column = (room - (count - 1) * page.gap) / count;
  const figures = [sized('text width', room), ...(count > 1 && column >= 30 ? [sized('column', column)] : [])];
  const pages = paperOf(page, count);
  return {
    set: { figures, ...(pages && { pages }) },
    found: [
      ...(pages ? [`Pages of ${tenth(page.width)} × ${tenth(page.height)} mm, with its margins and columns.`] : []),
      `Figures of ${listed(figures.map(({ name, width }) => `${width} mm (${name})`))}, from a page of ${tenth(page.width)} × ${tenth(page.height)} mm.`,
    ],
    missing:
      count > 2
        ? [`It has ${count} columns; pages have at most two.`]
        : pages
          ? []
          : ['Its page size is outside the range that pages can have.'],
  };
}

/**
 * A house style of a document (DOCX or ODT), by the families that are here
 * beside those that ship. Throws a Refusal where it is no document.
 */
export function styleOfDocument(name: string, bytes: Uint8Array, own: readonly Family[]): ProposedStyle {
  const look = documentLook(name, bytes);
  const parts = [typeOf(look, [...SHIPPED, ...own]), sizesOf(look), coloursOf(look), pageOf(look)];
  const called = cutTo(name.replace(/\.[^.]*$/, '').trim(), 80) || 'Untitled style';
  return {
    style: Object.assign({}, FIRST_STYLE, ...parts.map(({ set }) => set), { name: called }) as OwnStyle,
    found: parts.flatMap(({ found }) => found),
    missing: parts.flatMap(({ missing }) => missing),
  };
}
