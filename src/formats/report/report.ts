/** What the files of a whole report are made of. */
import { type PageGeometry, pageGeometry, pagesOf } from '../../core/document/geometry.ts';
import { beginsChapter, type Manuscript, type PageSettings } from '../../core/document/manuscript.ts';
import { headingsIn, type Part, partsOf } from '../../core/document/parts.ts';
import { setManuscript } from '../../core/document/set.ts';
import type { ReportSources } from '../../core/item/manuscript.ts';
import type { Dressed } from '../../core/style/by-house.ts';
import type { HouseStyle } from '../../core/style/style.ts';

export interface ReportToWrite {
  title: string;
  edition: string;
  author: string;
  /** what the fields in heads and feet of pages say */
  fields: Readonly<Record<string, string>>;
  parts: readonly Part[];
  /** whether that is all of the report */
  isWhole: boolean;
  settings: Dressed<PageSettings>;
  page: PageGeometry;
  style: HouseStyle;
  sources: ReportSources;
  /** the page on which a block begins; null where that is not known */
  pageOf(block: string): number | null;
  /** called for each figure or spark table that is written */
  onThing(): void;
}

/** A chapter: what stands under a heading that begins one, or before the first of them. */
interface Chapter {
  /** of its heading; empty for what stands before the first */
  id: string;
  parts: Part[];
}

/** The parts of a report by the headings, known by their ids, that begin chapters. */
function chaptersOf(parts: readonly Part[], headings: ReadonlySet<string>): Chapter[] {
  const chapters: Chapter[] = [];
  for (const part of parts) {
    const last = chapters.at(-1);
    if (part.type === 'heading' && headings.has(part.id)) chapters.push({ id: part.id, parts: [part] });
    else if (last) last.parts.push(part);
    else chapters.push({ id: '', parts: [part] });
  }
  return chapters;
}

interface Wish {
  /** the chapters that go in, by their headings; null for all */
  chapters: readonly string[] | null;
  pageOf(block: string): number | null;
  onThing(): void;
}

/** A manuscript as its files are written from it. */
export function reportToWrite(
  manuscript: Manuscript,
  sources: ReportSources,
  { chapters, pageOf, onThing }: Wish,
): ReportToWrite {
  const { style } = sources;
  const settings = pagesOf(manuscript.pages, style);
  const document = setManuscript(manuscript, sources);
  const { title, edition, author, dateOfData } = document;
  const parts = partsOf(document, settings.numbered);
  const headings = new Set(manuscript.blocks.filter(beginsChapter).map(({ id }) => id));
  const wanted =
    chapters === null
      ? parts
      : chaptersOf(parts, headings).flatMap(({ id, parts: own }) => (chapters.includes(id) ? own : []));
  return {
    title,
    edition,
    author,
    fields: { title, edition, author, 'date of data': dateOfData },
    parts: wanted,
    isWhole: chapters === null,
    settings,
    page: pageGeometry(manuscript.pages, style),
    style,
    sources,
    pageOf,
    onThing,
  };
}

/** How many figures and spark tables are written of some parts. */
export const thingsIn = (parts: readonly Part[]): number =>
  parts.reduce((sum, part) => sum + (part.type === 'figure' ? part.things.length : 0), 0);

/** All that stands in some parts and can be led to: things, tables of numbers, headings and boxes by their titles. */
export function standingIn(parts: readonly Part[]): ReadonlySet<string> {
  const own = (part: Part): string[] => {
    if (part.type === 'figure') return part.things;
    if (part.type === 'numbers') return [part.id];
    if (part.type === 'quote') return part.parts.flatMap(own);
    if (part.type === 'box') return [...(part.id === null ? [] : [part.id]), ...part.parts.flatMap(own)];
    return [];
  };
  return new Set([...parts.flatMap(own), ...headingsIn(parts).map(({ id }) => id)]);
}
