/** What a text document says of how it looks: typefaces, sizes, colours and page, of DOCX (ISO/IEC 29500) and ODT (OpenDocument 1.3). */
import { XMLParser } from 'fast-xml-parser';
import { strFromU8, unzipSync } from 'fflate';
import { Refusal } from '../core/refusal.ts';
import { unpackedSize } from './archive.ts';

/** What is said of a kind of words: family, size in points and colour; null where nothing is said. */
interface WordsLook {
  family: string | null;
  size: number | null;
  colour: string | null;
  bold: boolean | null;
}

/** Kinds of words that documents have styles for. */
const WORDS_KINDS = ['text', 'heading', 'heading2', 'heading3', 'caption', 'footnote'] as const;
type WordsKind = (typeof WORDS_KINDS)[number];

export interface DocumentLook {
  words: Record<WordsKind, WordsLook>;
  /** of the text and its ground; null where nothing is said */
  ink: string | null;
  ground: string | null;
  /** the colours of its theme, or those it uses, in order */
  colours: { name: string; colour: string }[];
  /** size and margins of its first page, millimetres, and in how many columns it is set */
  page: {
    width: number;
    height: number;
    top: number;
    bottom: number;
    left: number;
    right: number;
    columns: number;
    gap: number;
  } | null;
}

const MOST_UNPACKED = 300 * 1024 * 1024;
/** A part that says how a document looks is far smaller than this. */
const MOST_PART = 20 * 1024 * 1024;
const NOTHING: WordsLook = { family: null, size: null, colour: null, bold: null };

/** An element of XML: its name, attributes and children in order. */
interface Element {
  name: string;
  attributes: Readonly<Record<string, string>>;
  children: Element[];
}

const parser = new XMLParser({
  preserveOrder: true,
  ignoreAttributes: false,
  attributeNamePrefix: '',
  parseTagValue: false,
  parseAttributeValue: false,
  ignoreDeclaration: true,
  ignorePiTags: true,
  // Nothing that a document defines for itself is put in.
  processEntities: false,
});

type Ordered = Record<string, unknown>;

function elementsOf(parsed: unknown): Element[] {
  if (!Array.isArray(parsed)) return [];
  return (parsed as Ordered[]).flatMap((node) => {
    const name = Object.keys(node).find((key) => key !== ':@' && key !== '#text');
    if (name === undefined) return [];
    const attributes = (node[':@'] ?? {}) as Record<string, string>;
    return [{ name, attributes, children: elementsOf(node[name]) }];
  });
}

/** The element that a path of names leads to from some elements on. */
function at(elements: readonly Element[], ...path: string[]): Element | null {
  let found: Element | null = null;
  let among = elements;
  for (const name of path) {
    found = among.find((one) => one.name === name) ?? null;
    if (!found) return null;
    among = found.children;
  }
  return found;
}
const all = (elements: readonly Element[], name: string): Element[] => elements.filter((one) => one.name === name);
/** All elements of a name, however deep; the first part of a document is enough. */
function* deep(elements: readonly Element[], name: string): Generator<Element> {
  for (const element of elements) {
    if (element.name === name) yield element;
    yield* deep(element.children, name);
  }
}

const hex = (value: string | undefined): string | null => {
  const digits = /^#?([0-9a-f]{6})$/i.exec(value ?? '')?.[1];
  return digits === undefined ? null : `#${digits.toLowerCase()}`;
};
const number = (value: string | undefined): number | null => {
  const found = value === undefined ? Number.NaN : Number.parseFloat(value);
  return Number.isFinite(found) ? found : null;
};
const family = (value: string | undefined): string | null => {
  const plain = (value ?? '')
    .replace(/^['"]|['"]$/g, '')
    .trim()
    .slice(0, 100);
  return plain === '' ? null : plain;
};

/** What is said last counts; what a style says nothing of is as in the one it is based on. */
const over = (base: WordsLook, own: WordsLook): WordsLook => ({
  family: own.family ?? base.family,
  size: own.size ?? base.size,
  colour: own.colour ?? base.colour,
  bold: own.bold ?? base.bold,
});

/** Follows what styles are based on, from the first one on; a ring ends where it closes. */
function resolved(
  id: string | undefined,
  styles: ReadonlyMap<string, { look: WordsLook; base: string | undefined }>,
  start: WordsLook,
): WordsLook {
  const chain: WordsLook[] = [];
  const seen = new Set<string>();
  for (let next = id; next !== undefined && !seen.has(next); next = styles.get(next)?.base) {
    seen.add(next);
    const style = styles.get(next);
    if (style) chain.unshift(style.look);
  }
  return chain.reduce(over, start);
}

type Parts = (name: string) => Element[];

/** A twentieth of a point and a millimetre. */
const mmOfTwips = (twips: number | null) => (twips === null ? null : (twips / 20 / 72) * 25.4);

const THEME_COLOURS = ['accent1', 'accent2', 'accent3', 'accent4', 'accent5', 'accent6'] as const;

function docxLook(part: Parts): DocumentLook {
  const theme = at(part('word/theme/theme1.xml'), 'a:theme', 'a:themeElements')?.children ?? [];
  const scheme = at(theme, 'a:clrScheme')?.children ?? [];
  const colourOf = (name: string): string | null => {
    const inner = at(scheme, `a:${name}`)?.children ?? [];
    return hex(at(inner, 'a:srgbClr')?.attributes['val']) ?? hex(at(inner, 'a:sysClr')?.attributes['lastClr']);
  };
  const fontOf = (which: 'major' | 'minor') =>
    family(at(theme, 'a:fontScheme', `a:${which}Font`, 'a:latin')?.attributes['typeface']);
  const lookOf = (properties: Element | null): WordsLook => {
    const within = properties?.children ?? [];
    const fonts = at(within, 'w:rFonts')?.attributes ?? {};
    const themed = /^major/.test(fonts['w:asciiTheme'] ?? '') ? 'major' : fonts['w:asciiTheme'] ? 'minor' : null;
    const colour = at(within, 'w:color')?.attributes ?? {};
    const named = /^accent[1-6]$/.exec(colour['w:themeColor'] ?? '')?.[0];
    const halves = number(at(within, 'w:sz')?.attributes['w:val']);
    const bold = at(within, 'w:b');
    return {
      family: themed === null ? family(fonts['w:ascii'] ?? fonts['w:hAnsi']) : fontOf(themed),
      size: halves === null ? null : halves / 2,
      colour: hex(colour['w:val']) ?? (named ? colourOf(named) : null),
      bold: bold === null ? null : !/^(0|false|off)$/.test(bold.attributes['w:val'] ?? ''),
    };
  };
  const root = at(part('word/styles.xml'), 'w:styles')?.children ?? [];
  const start = over(NOTHING, lookOf(at(root, 'w:docDefaults', 'w:rPrDefault', 'w:rPr')));
  const styles = new Map<string, { look: WordsLook; base: string | undefined }>();
  const byName = new Map<string, string>();
  let plain: string | undefined;
  for (const style of all(root, 'w:style')) {
    const id = style.attributes['w:styleId'];
    if (id === undefined || style.attributes['w:type'] !== 'paragraph') continue;
    if (/^(1|true|on)$/.test(style.attributes['w:default'] ?? '')) plain = id;
    byName.set((at(style.children, 'w:name')?.attributes['w:val'] ?? '').toLowerCase(), id);
    styles.set(id, {
      look: lookOf(at(style.children, 'w:rPr')),
      base: at(style.children, 'w:basedOn')?.attributes['w:val'],
    });
  }
  const named = (name: string) => {
    const id = byName.get(name);
    return id === undefined ? NOTHING : resolved(id, styles, start);
  };
  const [section] = deep(part('word/document.xml'), 'w:sectPr');
  const size = at(section?.children ?? [], 'w:pgSz')?.attributes ?? {};
  const margins = at(section?.children ?? [], 'w:pgMar')?.attributes ?? {};
  const columns = at(section?.children ?? [], 'w:cols')?.attributes ?? {};
  const width = mmOfTwips(number(size['w:w']));
  const height = mmOfTwips(number(size['w:h']));
  return {
    words: {
      text: resolved(plain ?? byName.get('normal'), styles, start),
      heading: named('heading 1'),
      heading2: named('heading 2'),
      heading3: named('heading 3'),
      caption: named('caption'),
      footnote: named('footnote text'),
    },
    ink: colourOf('dk1'),
    ground: colourOf('lt1'),
    colours: THEME_COLOURS.flatMap((name) => {
      const colour = colourOf(name);
      return colour === null ? [] : [{ name: name.replace('accent', 'accent '), colour }];
    }),
    page:
      width === null || height === null
        ? null
        : {
            width,
            height,
            top: mmOfTwips(number(margins['w:top'])) ?? 0,
            bottom: mmOfTwips(number(margins['w:bottom'])) ?? 0,
            left: mmOfTwips(number(margins['w:left'])) ?? 0,
            right: mmOfTwips(number(margins['w:right'])) ?? 0,
            columns: number(columns['w:num']) ?? 1,
            gap: mmOfTwips(number(columns['w:space'])) ?? 0,
          },
  };
}

const MM: Readonly<Record<string, number>> = { mm: 1, cm: 10, in: 25.4, pt: 25.4 / 72, pc: 25.4 / 6, px: 25.4 / 96 };

/** A length of OpenDocument in millimetres. */
function millimetres(value: string | undefined): number | null {
  const found = /^(-?[\d.]+)(mm|cm|in|pt|pc|px)$/.exec(value ?? '');
  const [, amount = '', unit = ''] = found ?? [];
  const parsed = Number.parseFloat(amount) * (MM[unit] ?? Number.NaN);
  return Number.isFinite(parsed) ? parsed : null;
}

function odtLook(part: Parts): DocumentLook {
  const root = at(part('styles.xml'), 'office:document-styles')?.children ?? [];
  const faces = new Map(
    all(at(root, 'office:font-face-decls')?.children ?? [], 'style:font-face').map(({ attributes }) => [
      attributes['style:name'] ?? '',
      family(attributes['svg:font-family']),
    ]),
  );
  const used: string[] = [];
  const lookOf = (style: Element | null): WordsLook => {
    const own = at(style?.children ?? [], 'style:text-properties')?.attributes ?? {};
    const size = own['fo:font-size'];
    const colour = hex(own['fo:color']);
    if (colour !== null) used.push(colour);
    const points = /pt$/.test(size ?? '') ? number(size) : null;
    const weight = own['fo:font-weight'];
    return {
      family: faces.get(own['style:font-name'] ?? '') ?? family(own['fo:font-family']),
      size: points,
      colour,
      bold: weight === undefined ? null : weight === 'bold' || Number(weight) >= 600,
    };
  };
  const within = at(root, 'office:styles')?.children ?? [];
  const defaults = all(within, 'style:default-style').find(
    ({ attributes }) => attributes['style:family'] === 'paragraph',
  );
  const start = over(NOTHING, lookOf(defaults ?? null));
  const styles = new Map<string, { look: WordsLook; base: string | undefined }>();
  for (const style of all(within, 'style:style')) {
    const { 'style:name': name, 'style:family': kind, 'style:parent-style-name': base } = style.attributes;
    if (name !== undefined && kind === 'paragraph') styles.set(name, { look: lookOf(style), base });
  }
  const named = (name: string) => (styles.has(name) ? resolved(name, styles, start) : NOTHING);
  const automatic = at(root, 'office:automatic-styles')?.children ?? [];
  const master = all(at(root, 'office:master-styles')?.children ?? [], 'style:master-page');
  const wanted = (master.find(({ attributes }) => attributes['style:name'] === 'Standard') ?? master[0])?.attributes[
    'style:page-layout-name'
  ];
  const layout = all(automatic, 'style:page-layout').find(({ attributes }) => attributes['style:name'] === wanted);
  const properties = at(layout?.children ?? [], 'style:page-layout-properties');
  const page = properties?.attributes ?? {};
  const columns = at(properties?.children ?? [], 'style:columns')?.attributes ?? {};
  const [width, height] = [millimetres(page['fo:page-width']), millimetres(page['fo:page-height'])];
  const margin = (side: string) => millimetres(page[`fo:margin-${side}`] ?? page['fo:margin']) ?? 0;
  return {
    words: {
      text: styles.has('Standard') ? resolved('Standard', styles, start) : start,
      heading: named('Heading_20_1'),
      heading2: named('Heading_20_2'),
      heading3: named('Heading_20_3'),
      caption: named('Caption'),
      footnote: named('Footnote'),
    },
    ink: null,
    ground: hex(page['fo:background-color']),
    colours: [...new Set(used)].map((colour, index) => ({ name: `colour ${index + 1}`, colour })),
    page:
      width === null || height === null
        ? null
        : {
            width,
            height,
            top: margin('top'),
            bottom: margin('bottom'),
            left: margin('left'),
            right: margin('right'),
            columns: number(columns['fo:column-count']) ?? 1,
            gap: millimetres(columns['fo:column-gap']) ?? 0,
          },
  };
}

/** Reads how a document looks. Throws a Refusal where it is none, or too large once it is unpacked. */
export function documentLook(name: string, bytes: Uint8Array): DocumentLook {
  const broken = () =>
    new Refusal(
      `“${name}” cannot be read: it is not ${/odt$/i.test(name) ? 'an ODT' : 'a DOCX'} document, or it is damaged.`,
    );
  if (unpackedSize(bytes) > MOST_UNPACKED)
    throw new Refusal(`“${name}” is too large once unpacked; use a shorter document with the same styles.`);
  const wanted = new Set(['word/theme/theme1.xml', 'word/styles.xml', 'word/document.xml', 'styles.xml']);
  try {
    const files = unzipSync(bytes, {
      filter: (file) => wanted.has(file.name) && file.originalSize <= MOST_PART,
    });
    const part: Parts = (path) => {
      const found = files[path];
      return found ? elementsOf(parser.parse(strFromU8(found))) : [];
    };
    if (files['word/styles.xml']) return docxLook(part);
    if (files['styles.xml']) return odtLook(part);
  } catch (error) {
    if (error instanceof Refusal) throw error;
    throw broken();
  }
  throw broken();
}
