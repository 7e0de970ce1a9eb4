/** Styles, lists and lines of a document as a house has them (Office Open XML). */
import { AlignmentType, type IParagraphOptions, LevelFormat, LineRuleType, ShadingType } from 'docx';
import type { HouseStyle } from '../../core/style/style.ts';
import { faceOfStyle, headingFace, textFace } from '../../core/style/type.ts';
import type { Locale } from '../../core/text/locale.ts';
import { faceOf } from '../../core/type/faces.ts';
import { hex, TWIPS } from '../spark-docx-table.ts';

/** Names of a document's own styles. */
export const STYLES = {
  caption: 'Caption',
  quote: 'Quote',
  boxTitle: 'BoxTitle',
  contents: 'ContentsTitle',
  begin: 'PageBegin',
  box: 'Box',
  cell: 'TableNumbers',
  thing: 'TableWords',
} as const;

/** Kinds of lists, by which documents know how their items begin. */
export const LISTS = { bullets: 'bullets', numbers: 'numbers', headings: 'headings' } as const;

const half = (points: number) => Math.round(points * 2);

/** How far the items of a level stand in, and the room before their signs, in twips. */
const [STEP, HANGING] = [400, 280];
/** Room around the words of a box, in points. */
const BOX = 8;

const family = (face: Parameters<typeof faceOf>[0]) => faceOf(face).family.name;

/** What blocks in a box look like: a ground behind them and room around. */
const boxed = (style: HouseStyle): Pick<IParagraphOptions, 'shading' | 'border'> => {
  const edge = { style: 'single' as const, size: 4, space: BOX, color: hex(style.zebra) };
  return {
    shading: { type: ShadingType.CLEAR, fill: hex(style.zebra), color: 'auto' },
    border: { top: edge, bottom: edge, left: edge, right: edge },
  };
};

/** The styles of a document. */
export function stylesOf(style: HouseStyle, locale: Locale) {
  const { sizes, pages, bold } = style;
  const body = { font: family(textFace(style, 400)), size: half(sizes.text), color: hex(style.ink) };
  const spacing = (after: number) => ({
    line: Math.round(sizes.text * pages.lines * TWIPS),
    lineRule: LineRuleType.AT_LEAST,
    after: Math.round(after * TWIPS),
  });
  const heading = (level: 1 | 2 | 3) => ({
    run: {
      font: family(headingFace(style, 400)),
      size: half(sizes[`heading${level}`]),
      bold: bold.heading,
      color: hex(style.ink),
    },
    paragraph: {
      keepNext: true,
      keepLines: true,
      outlineLevel: level - 1,
      spacing: { before: Math.round(sizes[`heading${level}`] * TWIPS), after: Math.round(sizes.text * 0.5 * TWIPS) },
    },
  });
  const label = { font: family(faceOfStyle(style)), size: half(sizes.caption) };
  const text = { quickFormat: true, basedOn: 'Normal' };
  return {
    default: {
      document: {
        run: { ...body, language: { value: locale.id } },
        paragraph: { spacing: spacing(sizes.text * 0.55) },
      },
      heading1: heading(1),
      heading2: heading(2),
      heading3: heading(3),
      listParagraph: { paragraph: { spacing: spacing(sizes.text * 0.55), contextualSpacing: true } },
      footnoteText: { run: { size: half(sizes.text * 0.85) } },
      caption: {
        run: { ...label, bold: bold.caption, italics: false, color: hex(style.quiet) },
        paragraph: { keepLines: true, spacing: { before: 80, after: 160 } },
      },
    },
    paragraphStyles: [
      {
        ...text,
        id: STYLES.quote,
        name: 'Quote',
        run: { italics: false },
        paragraph: { indent: { left: 480, right: 480 } },
      },
      { ...text, id: STYLES.box, name: 'Box', paragraph: { ...boxed(style), indent: { left: 160, right: 160 } } },
      {
        ...text,
        id: STYLES.boxTitle,
        name: 'Box title',
        run: { font: family(headingFace(style, 400)), bold: true },
        paragraph: { ...boxed(style), keepNext: true, indent: { left: 160, right: 160 } },
      },
      {
        ...text,
        id: STYLES.contents,
        name: 'Contents title',
        run: { font: family(headingFace(style, 400)), bold: true, size: half(sizes.heading2) },
        paragraph: { keepNext: true, spacing: { before: Math.round(sizes.text * TWIPS) } },
      },
      { ...text, id: STYLES.thing, name: 'Table words', paragraph: { keepNext: true } },
      {
        // A line that begins a page before a table, and is not seen.
        ...text,
        id: STYLES.begin,
        name: 'Page begin',
        run: { size: 2 },
        paragraph: { spacing: { line: TWIPS, lineRule: LineRuleType.EXACT, before: 0, after: 0 } },
      },
      {
        ...text,
        id: STYLES.cell,
        name: 'Table numbers',
        run: label,
        paragraph: { spacing: { before: 30, after: 30 } },
      },
    ],
  };
}

/** How the items of lists and, where they have numbers, headings begin. */
export function listsOf() {
  const level = (at: number, format: (typeof LevelFormat)[keyof typeof LevelFormat], text: string) => ({
    level: at,
    format,
    text,
    alignment: AlignmentType.LEFT,
    style: { paragraph: { indent: { left: STEP * (at + 1), hanging: HANGING } } },
  });
  const levels = [0, 1, 2];
  return {
    config: [
      {
        reference: LISTS.bullets,
        levels: levels.map((at) => level(at, LevelFormat.BULLET, ['•', '–', '·'][at] ?? '•')),
      },
      { reference: LISTS.numbers, levels: levels.map((at) => level(at, LevelFormat.DECIMAL, `%${at + 1}.`)) },
      {
        reference: LISTS.headings,
        levels: levels.map((at) => ({
          ...level(
            at,
            LevelFormat.DECIMAL,
            levels
              .slice(0, at + 1)
              .map((one) => `%${one + 1}`)
              .join('.'),
          ),
          style: { paragraph: { indent: { left: 0, hanging: 0 } } },
        })),
      },
    ],
  };
}
