/** A set manuscript as the data from which its pages are set, and the pictures that stand in it. */
import {
  BESIDE,
  isOverColumns,
  type PageGeometry,
  pageGeometry,
  pagesOf,
  placedWidth,
  sizeOnPage,
} from '../../core/document/geometry.ts';
import type { Manuscript } from '../../core/document/manuscript.ts';
import { type List, type Part, type PartOf, partsOf } from '../../core/document/parts.ts';
import type { SetBlock, SetDocument, SetRun } from '../../core/document/set.ts';
import { documentWords } from '../../core/document/words.ts';
import type { ReportSources } from '../../core/item/manuscript.ts';
import { POINTS_PER_MM, type Scene, type TextNode, textsOf } from '../../core/scene/scene.ts';
import { toSvg } from '../../core/scene/svg.ts';
import { type PageLine, sidesOf } from '../../core/style/pages.ts';
import { faceOfStyle, headingFace, textFace } from '../../core/style/type.ts';
import { scriptFamily, scriptsOf } from '../../core/text/scripts.ts';
import { storable } from '../../core/text/storable.ts';
import { type FaceId, faceId, faceKey, faceOf } from '../../core/type/faces.ts';
import { pageName } from '../fonts.ts';
import { asPage, carried } from '../outlines.ts';
import { standIn } from '../shape.ts';
import { type Needed, neededBy } from '../typst.ts';
import { piecesOf } from './line.ts';

/** All that a compiler is given: data, pictures by their names, and what they need. */
export interface PageData {
  /** how pages are set; beside what stands on them, so that an edit leaves what was worked out by it */
  settings: string;
  blocks: string;
  /** SVG by the name under which the data know it */
  files: ReadonlyMap<string, string>;
  needed: Needed;
}

type Text = Pick<TextNode, 'text' | 'face'>;

interface Faces {
  text: FaceId;
  heading: FaceId;
  label: FaceId;
}

/** All words of runs. */
const textIn = (runs: readonly SetRun[]): string =>
  runs
    .map((run) => (run.kind === 'footnote' ? textIn(run.runs) : run.kind === 'page' ? '0123456789' : run.text))
    .join('');

/** Names of what can be led to. */
const anchorOf = (id: string) => `at-${id}`;

class Gatherer {
  readonly files = new Map<string, string>();
  readonly texts: Text[] = [];
  readonly #names = new Map<Scene, string>();

  constructor(
    readonly document: SetDocument,
    readonly sources: ReportSources,
    readonly page: PageGeometry,
    readonly faces: Faces,
    readonly pictures: boolean,
  ) {}

  readonly #references: { to: string; there: boolean }[] = [];
  /** Tells which references lead to something that stands on a page, once all was gathered. */
  lead(): void {
    for (const led of this.#references) led.there = this.#taken.has(led.to);
  }

  /** A picture under a name of its own, drawn once. */
  picture(scene: Scene): string {
    const known = this.#names.get(scene);
    if (known !== undefined) return known;
    const name = `picture-${this.files.size}.svg`;
    this.#names.set(scene, name);
    this.files.set(name, toSvg(scene, asPage(this.sources.style)));
    for (const { text, face } of textsOf(scene.nodes)) this.texts.push({ text, face });
    return name;
  }

  words(text: string, face: FaceId): string {
    this.texts.push({ text, face });
    return text;
  }

  runs(runs: readonly SetRun[], face: FaceId): object[] {
    return runs.map((run) => {
      if (run.kind === 'footnote') return { ...run, runs: this.runs(run.runs, face) };
      if (run.kind === 'sparkline') {
        const { scene, depth, text } = run;
        const [width, height] = [scene.widthMm * POINTS_PER_MM, scene.heightMm * POINTS_PER_MM];
        return { kind: run.kind, file: this.picture(scene), width, height, depth, alt: text };
      }
      const key = faceKey(face);
      const grade = run.bold ? 600 : key.grade;
      this.words(run.kind === 'page' ? '0123456789' : run.text, faceId({ ...key, grade, italic: run.italic === true }));
      if (run.kind !== 'reference') return run;
      // What stands several times is led to where it stands first.
      const led = { ...run, to: anchorOf(run.to), there: false };
      this.#references.push(led);
      return led;
    });
  }

  captioned(block: Extract<SetBlock, { label: string }>, id: string, noun: string) {
    const face = this.faces.label;
    this.words(block.label, faceId({ ...faceKey(face), grade: 600 }));
    return {
      anchor: this.anchor(id),
      noun,
      stands: block.stands,
      label: block.label,
      caption: this.runs(block.caption, face),
    };
  }

  readonly #taken = new Set<string>();
  /** The name by which a thing is led to, where it stands for the first time. */
  anchor(id: string): string {
    let name = anchorOf(id);
    for (let copy = 2; this.#taken.has(name); copy++) name = `${anchorOf(id)}--${copy}`;
    this.#taken.add(name);
    return name;
  }

  figure(block: Extract<SetBlock, { type: 'figure' }>): object {
    const { page, sources, document } = this;
    const wanted = placedWidth(block, page);
    const things = block.things.map((id) => {
      const placed = sources.draw(id, wanted);
      if (!placed) return { block: block.id, item: id, file: null, alt: documentWords(document.locale).gone };
      const { scene, description } = placed;
      const { width, height } = sizeOnPage(scene, block, page);
      const file = this.pictures ? this.picture(scene) : '';
      return { block: block.id, item: id, file, width, height, alt: description || scene.title };
    });
    const whole = things.reduce((sum, { width = 0 }) => sum + width, 0);
    const isWide = isOverColumns(block, whole, page);
    const pad = Math.min(0, ((isWide ? page.text : page.column) - whole - BESIDE * (things.length - 1)) / 2);
    const [first = block.id] = block.things;
    const noun = sources.thing(first)?.noun === 'table' ? 'table' : 'image';
    if (things.length === 0)
      things.push({ block: block.id, item: block.id, file: null, alt: documentWords(document.locale).gone });
    const captioned = this.captioned(block, first, noun);
    // The others beside it are led to as well.
    const others = block.things.slice(1).map((id) => this.anchor(id));
    return { type: 'figure', id: block.id, things, gap: BESIDE, pad, wide: isWide, others, ...captioned };
  }

  plain(block: Exclude<Part, PartOf<'list' | 'quote' | 'box'>>): object {
    switch (block.type) {
      case 'heading': {
        const { type, id, level } = block;
        return { type, id, level, runs: this.runs(block.runs, this.faces.heading), anchor: this.anchor(id) };
      }
      case 'paragraph':
        return { type: block.type, id: block.id, runs: this.runs(block.runs, this.faces.text) };
      case 'figure':
        return this.figure(block);
      case 'numbers': {
        for (const text of [...block.head, ...block.rows.flat()]) {
          this.words(text, this.faces.label);
          this.words(text, faceId({ ...faceKey(this.faces.label), grade: 600 }));
        }
        const { head, rows, right, strong } = block;
        const empty = head.length === 0;
        return empty
          ? { type: 'paragraph', id: block.id, runs: [] }
          : { type: 'numbers', id: block.id, head, rows, right, strong, ...this.captioned(block, block.id, 'table') };
      }
      case 'contents':
        this.words(block.title, this.faces.heading);
        return block;
      case 'page break':
        return { type: 'break', id: block.id };
    }
  }
}

const listOf = ({ ordered, items }: List, gatherer: Gatherer): object => ({
  type: 'list',
  ordered,
  items: items.map(({ id, runs, inner }) => ({
    id,
    runs: gatherer.runs(runs, gatherer.faces.text),
    inner: inner.map((list) => listOf(list, gatherer)),
  })),
});

/** A part with all that is within it. */
function dataOf(part: Part, gatherer: Gatherer): object {
  switch (part.type) {
    case 'list':
      return listOf(part, gatherer);
    case 'quote':
      return { type: part.type, blocks: part.parts.map((inner) => dataOf(inner, gatherer)) };
    case 'box': {
      const title = gatherer.runs(part.title, gatherer.faces.heading);
      return { type: part.type, id: part.id, title, blocks: part.parts.map((inner) => dataOf(inner, gatherer)) };
    }
    default:
      return gatherer.plain(part);
  }
}

/** What stands for letters that a family lacks, by the names that pages know. */
const fontsFor = (face: FaceId, scripts: readonly Parameters<typeof scriptFamily>[0][]): string[] => [
  ...new Set([
    pageName(faceOf(face)),
    pageName(faceOf(standIn(face))),
    ...scripts.map((id) => scriptFamily(id).family),
  ]),
];

/** As JSON that any reader of it takes, which has no half of a letter. */
const asJson = (data: unknown): string =>
  JSON.stringify(data, (_, value: unknown) => (typeof value === 'string' ? storable(value) : value));

/** The data of a manuscript's pages; without `pictures` things have their room and are not drawn in it. */
export function pageData(
  manuscript: Manuscript,
  document: SetDocument,
  sources: ReportSources,
  { pictures, date }: { pictures: boolean; date: Date | null },
): PageData {
  const { style } = sources;
  const { pages, sizes, bold } = style;
  const settings = pagesOf(manuscript.pages, style);
  const geometry = pageGeometry(manuscript.pages, style);
  const faces: Faces = {
    text: carried(textFace(style, 400)),
    heading: carried(headingFace(style, bold.heading ? 600 : 400)),
    label: carried(faceOfStyle(style, bold.caption ? 600 : 400)),
  };
  const gatherer = new Gatherer(document, sources, geometry, faces, pictures);
  const blocks = partsOf(document, settings.numbered).map((part) => dataOf(part, gatherer));
  gatherer.lead();
  const [lang = 'en', region = 'GB'] = document.locale.id.split('-');
  const fields = {
    title: document.title,
    edition: document.edition,
    author: document.author,
    'date of data': document.dateOfData,
  };
  const lineOf = ({ left, middle, right }: PageLine) => {
    for (const text of [left, middle, right, ...Object.values(fields)]) gatherer.words(text, faces.label);
    return { left: piecesOf(left, fields), middle: piecesOf(middle, fields), right: piecesOf(right, fields) };
  };
  const headings = document.blocks.flatMap((block) =>
    block.type === 'words' && block.role === 'heading' ? [textIn(block.runs)] : [],
  );
  // Headings stand in the contents, and in the heads of pages as well.
  for (const text of headings) for (const face of [faces.label, faces.text]) gatherer.words(text, face);
  for (const face of [faces.text, faces.heading, faces.label])
    for (const grade of [400, 600] as const) gatherer.words('0123456789.–•·', faceId({ ...faceKey(face), grade }));
  const [head, foot] = [lineOf(pages.head), lineOf(pages.foot)];
  const scripts = [...new Set(gatherer.texts.flatMap(({ text }) => [...scriptsOf(text)]))];
  const data = {
    title: document.title,
    author: document.author === '' ? [] : [document.author],
    date: date && { year: date.getUTCFullYear(), month: date.getUTCMonth() + 1, day: date.getUTCDate() },
    lang,
    region,
    pictures,
    paper: sidesOf(settings.paper),
    margins: geometry.margins,
    mirrored: settings.margins.mirrored,
    columns: settings.columns,
    gap: geometry.gap,
    numbered: settings.numbered,
    captions: pages.captions,
    justified: pages.justified,
    hyphenated: pages.hyphenated,
    head,
    foot,
    firstHead: pages.firstHead,
    ink: style.ink,
    quiet: style.quiet,
    rule: style.rule,
    zebra: style.zebra,
    // Typst's leading is the room between lines, ours the distance from one to the next.
    leading: pages.lines - 0.72,
    spacing: (pages.lines - 0.72) * 1.5,
    text: { fonts: fontsFor(faces.text, scripts), size: sizes.text },
    headings: {
      fonts: fontsFor(faces.heading, scripts),
      sizes: [sizes.heading1, sizes.heading2, sizes.heading3],
      bold: bold.heading,
    },
    caption: { fonts: fontsFor(faces.label, scripts), size: sizes.caption, bold: bold.caption },
    label: { fonts: fontsFor(faces.label, scripts), size: sizes.caption },
  };
  return {
    settings: asJson(data),
    blocks: asJson(blocks),
    files: gatherer.files,
    needed: neededBy(gatherer.texts),
  };
}
