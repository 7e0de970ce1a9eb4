/** A manuscript as a document with real styles, captions, fields and footnotes (Office Open XML). */
import {
  AlignmentType,
  Document,
  type FileChild,
  HeadingLevel,
  type IParagraphOptions,
  Packer,
  Paragraph,
  SectionType,
  SimpleField,
  type Table,
  TableOfContents,
  TextRun,
} from 'docx';
import { strToU8, unzipSync, zipSync } from 'fflate';
import { isOverColumns, type PageGeometry, placedWidth, sizeOnPage } from '../../core/document/geometry.ts';
import { entriesOf, type List, type Part, type PartOf } from '../../core/document/parts.ts';
import type { SetRun } from '../../core/document/set.ts';
import { documentWords } from '../../core/document/words.ts';
import { inXml } from '../../core/scene/svg.ts';
import { sidesOf } from '../../core/style/pages.ts';
import { sparkGeometryOf } from '../spark-file.ts';
import { linesOf } from './docx-lines.ts';
import { Anchors, marked, Notes, pictureRun, type RunsWriter, runsIn } from './docx-runs.ts';
import { sparkInDocument } from './docx-spark.ts';
import { LISTS, listsOf, STYLES, stylesOf } from './docx-styles.ts';
import { besideTable, mm, numbersTable } from './docx-tables.ts';
import { type ReportToWrite, standingIn } from './report.ts';

/** Where a part stands: in the text, in a quote or in a box. */
type Frame = 'text' | 'quote' | 'box';
type Captioned = PartOf<'figure'> | PartOf<'numbers'>;

/** What stands over the whole page, or in a column of it. */
interface Piece {
  over: boolean;
  children: FileChild[];
}

class Writer implements RunsWriter {
  readonly anchors = new Anchors();
  readonly notes = new Notes();
  readonly there: ReadonlySet<string>;
  readonly #marked = new Set<string>();
  #lists = 0;
  #breakBefore = false;
  #tables = 0;

  constructor(
    readonly report: ReportToWrite,
    readonly page: PageGeometry,
  ) {
    this.there = standingIn(report.parts);
  }

  /** A paragraph; the first one after a new page was asked for begins it. */
  paragraph(options: IParagraphOptions): Paragraph {
    const pageBreakBefore = this.#breakBefore;
    this.#breakBefore = false;
    return new Paragraph({ ...options, ...(pageBreakBefore && { pageBreakBefore }) });
  }

  /** Runs that are led to where they stand first. */
  async led(id: string, runs: readonly SetRun[]) {
    const children = await runsIn(runs, this);
    if (this.#marked.has(id)) return children;
    this.#marked.add(id);
    return marked(id, children, this);
  }

  async list({ ordered, items }: List, level: number, instance: number, frame: Frame): Promise<Paragraph[]> {
    const made: Paragraph[] = [];
    for (const { runs, inner } of items) {
      made.push(
        this.paragraph({
          ...(frame === 'box' && { style: STYLES.box }),
          ...(frame === 'quote' && { style: STYLES.quote }),
          numbering: {
            reference: ordered ? LISTS.numbers : LISTS.bullets,
            level: Math.min(2, level),
            instance,
            custom: frame !== 'text',
          },
          children: await runsIn(runs, this),
        }),
      );
      for (const list of inner) made.push(...(await this.list(list, level + 1, ++this.#lists, frame)));
    }
    return made;
  }

  readonly #counts = new Map<string, number>();
  /** A number as a field that counts on; it says where it begins anew, as in a part of a report. */
  counted(noun: string, number: string): SimpleField {
    const follows = (this.#counts.get(noun) ?? 0) + 1 === Number(number);
    this.#counts.set(noun, Number(number));
    return new SimpleField(`SEQ ${noun} \\* ARABIC${follows ? '' : ` \\r ${number}`}`, number);
  }

  /** “Figure 2” with its number as a field, and what is said of it. */
  async caption(part: Captioned, keepNext: boolean): Promise<Paragraph[]> {
    if (part.label === '' && part.caption.length === 0) return [];
    const ids = part.type === 'figure' ? part.things : [part.id];
    const labels = part.label === '' ? [] : part.label.split(', ');
    const children = labels.flatMap((label, at) => {
      const [noun = '', number = ''] = label.split('\u00a0');
      const id = ids[at] ?? part.id;
      const isFirst = !this.#marked.has(id);
      this.#marked.add(id);
      const counted = isFirst ? this.counted(noun, number) : new TextRun(number);
      const named = [new TextRun({ text: `${noun}\u00a0`, bold: true }), counted];
      return [...(at > 0 ? [new TextRun(', ')] : []), ...(isFirst ? marked(id, named, this) : named)];
    });
    return [
      this.paragraph({
        style: STYLES.caption,
        keepNext,
        children: [...children, new TextRun(labels.length > 0 ? '\u2002' : ''), ...(await runsIn(part.caption, this))],
      }),
    ];
  }

  /** Begins the page that was asked for, before what cannot do so itself. */
  begun(): Paragraph[] {
    return this.#breakBefore ? [this.paragraph({ style: STYLES.begin })] : [];
  }

  /** With its caption where the house has captions. */
  async captioned(part: Captioned, body: (keepNext: boolean) => Promise<FileChild[]>): Promise<FileChild[]> {
    return this.report.style.pages.captions === 'above'
      ? [...(await this.caption(part, true)), ...this.begun(), ...(await body(false))]
      : [...this.begun(), ...(await body(true)), ...(await this.caption(part, false))];
  }

  /** One thing: a picture, or the table that a spark table is. */
  async thing(part: PartOf<'figure'>, id: string, keepNext: boolean): Promise<(Paragraph | Table)[]> {
    const { sources, onThing } = this.report;
    onThing();
    const found = sources.item(id);
    const placed = sources.draw(id, placedWidth(part, this.page));
    if (!found || !placed) return [this.paragraph({ children: [new TextRun(documentWords(sources.locale).gone)] })];
    const size = sizeOnPage(placed.scene, part, this.page);
    if (found.item.type === 'spark') {
      const room = placedWidth(part, this.page) ?? this.page.text;
      return sparkInDocument(sparkGeometryOf({ spec: found.item, ...found.from }), `t${++this.#tables}`, room);
    }
    const picture = await pictureRun(placed.scene, size, placed.description || placed.scene.title);
    return [this.paragraph({ keepNext, alignment: AlignmentType.CENTER, children: [picture] })];
  }

  async figure(part: PartOf<'figure'>): Promise<Piece> {
    const over = isOverColumns(part, placedWidth(part, this.page) ?? this.page.column, this.page);
    const children = await this.captioned(part, async (keepNext) => {
      const things = [];
      for (const id of part.things) things.push(await this.thing(part, id, keepNext));
      const [only, ...others] = things;
      return others.length === 0 ? (only ?? []) : [besideTable(things, placedWidth(part, this.page) ?? this.page.text)];
    });
    return { over, children };
  }

  contents({ depth, title }: PartOf<'contents'>): FileChild[] {
    const { pageOf, parts } = this.report;
    const entries = entriesOf(parts, depth).map(({ id, number, level, text }) => ({
      title: inXml([number, text].filter(Boolean).join(' ')),
      level,
      href: this.anchors.of(id),
      page: pageOf(id) ?? 1,
    }));
    return [
      this.paragraph({ style: STYLES.contents, children: [new TextRun(inXml(title))] }),
      new TableOfContents(inXml(title), {
        hyperlink: true,
        headingStyleRange: `1-${depth}`,
        cachedEntries: entries,
        beginDirty: false,
      }),
    ];
  }

  async part(part: Part, frame: Frame): Promise<Piece[]> {
    const inText = (children: FileChild[]): Piece[] => [{ over: false, children }];
    const framed = frame === 'text' ? {} : { style: frame === 'box' ? STYLES.box : STYLES.quote };
    switch (part.type) {
      case 'paragraph':
        return inText([this.paragraph({ ...framed, ...this.justified(), children: await runsIn(part.runs, this) })]);
      case 'heading':
        return inText([
          this.paragraph({
            heading:
              [HeadingLevel.HEADING_1, HeadingLevel.HEADING_2, HeadingLevel.HEADING_3][part.level - 1] ?? 'Heading3',
            ...(part.number !== null &&
              this.report.isWhole && {
                numbering: { reference: LISTS.headings, level: part.level - 1, instance: 0, custom: true },
              }),
            children: [
              // In a part of a report headings would count from 1.
              ...(part.number !== null && !this.report.isWhole ? [new TextRun(`${part.number}\u2002`)] : []),
              ...(await this.led(part.id, part.runs)),
            ],
          }),
        ]);
      case 'list':
        return inText(await this.list(part, 0, ++this.#lists, frame));
      case 'quote':
        return this.parts(part.parts, 'quote');
      case 'box': {
        const title = await runsIn(part.title, this);
        const words = part.id === null ? title : await this.led(part.id, part.title);
        return [
          ...inText([this.paragraph({ style: STYLES.boxTitle, children: words })]),
          ...(await this.parts(part.parts, 'box')),
        ];
      }
      case 'figure':
        return [await this.figure(part)];
      case 'numbers':
        return part.head.length === 0
          ? []
          : inText(await this.captioned(part, async () => [numbersTable(part, this.report.style)]));
      case 'contents':
        return inText(this.contents(part));
      case 'page break':
        this.#breakBefore = true;
        return [];
    }
  }

  justified = (): Pick<IParagraphOptions, 'alignment'> =>
    this.report.style.pages.justified ? { alignment: AlignmentType.BOTH } : {};

  async parts(parts: readonly Part[], frame: Frame): Promise<Piece[]> {
    const pieces: Piece[] = [];
    for (const part of parts) pieces.push(...(await this.part(part, frame)));
    return pieces;
  }
}

/** Pieces that follow each other over the page, or in its columns. */
function stretches(pieces: readonly Piece[], columns: number): Piece[] {
  const made: Piece[] = [];
  for (const { over, children } of pieces) {
    const last = made.at(-1);
    const isOver = columns > 1 && over;
    if (last?.over === isOver) last.children.push(...children);
    else made.push({ over: isOver, children: [...children] });
  }
  return made.length > 0 ? made : [{ over: false, children: [new Paragraph('')] }];
}

/** Says in a document’s settings that its pages are mirrored, which the writer of documents has no word for. */
function withMirroredMargins(bytes: Uint8Array): Uint8Array {
  const files = unzipSync(bytes);
  const settings = new TextDecoder().decode(files['word/settings.xml']);
  files['word/settings.xml'] = strToU8(settings.replace(/(<w:defaultTabStop)/, '<w:mirrorMargins/>$1'));
  return zipSync(files);
}

/** A report as the bytes of a `.docx`. */
export async function reportDocx(report: ReportToWrite): Promise<Uint8Array> {
  const { style, sources, settings, page, parts } = report;
  const writer = new Writer(report, page);
  const pieces = stretches(await writer.parts(parts, 'text'), settings.columns);
  const { margins } = page;
  const { mirrored } = settings.margins;
  const { width, height } = sidesOf(settings.paper);
  const lines = linesOf(report, page.text, mirrored);
  const properties = {
    titlePage: !style.pages.firstHead,
    page: {
      size: { width: mm(width), height: mm(height) },
      margin: {
        top: mm(margins.top),
        bottom: mm(margins.bottom),
        left: mm(margins.inner),
        right: mm(margins.outer),
        header: mm(margins.top / 2),
        footer: mm(margins.bottom / 2),
      },
    },
  };
  const notes = await Promise.all(writer.notes.notes.map((runs) => runsIn(runs, { ...writer, there: writer.there })));
  const document = new Document({
    title: inXml(report.title),
    creator: inXml(report.author || 'Rizo'),
    description: inXml(report.edition),
    styles: stylesOf(style, sources.locale),
    numbering: listsOf(),
    evenAndOddHeaderAndFooters: mirrored,
    hyphenation: { autoHyphenation: style.pages.hyphenated },
    footnotes: Object.fromEntries(notes.map((children, at) => [at + 1, { children: [new Paragraph({ children })] }])),
    sections: pieces.map(({ over, children }, at) => ({
      ...(at === 0 && lines),
      properties: {
        ...properties,
        ...(at > 0 && { titlePage: false, type: SectionType.CONTINUOUS }),
        ...(settings.columns > 1 && !over && { column: { count: 2, space: mm(page.gap) } }),
      },
      children,
    })),
  });
  const bytes = new Uint8Array(await Packer.toBuffer(document));
  return mirrored ? withMirroredMargins(bytes) : bytes;
}
