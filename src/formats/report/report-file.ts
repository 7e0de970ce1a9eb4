/** A whole report as a file, in every form in which it is handed off (Node only). */
import { type Zippable, zip } from 'fflate';
import { kindOf, numberedItems } from '../../core/item/kinds.ts';
import type { ReportSources } from '../../core/item/manuscript.ts';
import { Refusal } from '../../core/refusal.ts';
import type { Report } from '../../core/report/report.ts';
import { safeName } from '../file-name.ts';
import { handOff } from '../hand-off.ts';
import { manuscriptPdf, SetPages } from '../pages/pages.ts';
import { reportDocx } from './docx.ts';
import { reportHtml } from './html.ts';
import { type Files, reportMarkdown } from './markdown.ts';
import { pagesOfPdf } from './pdf-pages.ts';
import { reportToWrite, thingsIn } from './report.ts';
import type { ReportWish } from './wish.ts';

export interface ReportFile {
  bytes: Uint8Array;
  mime: string;
  extension: string;
  /** why a PDF cannot claim what was wished; null where it does, or nothing was */
  unclaimed: string | null;
}

export type OnProgress = (done: number, of: number) => void;

const DOCX = 'application/vnd.openxmlformats-officedocument.wordprocessingml.document';

/** What is packed already gains nothing by being packed again. */
const PACKED = /\.(?:png|pdf|docx)$/;

const zipped = (files: Files): Promise<Uint8Array> => {
  const packed: Zippable = {};
  for (const [name, body] of files)
    packed[name] = [
      typeof body === 'string' ? new TextEncoder().encode(body) : body,
      { level: PACKED.test(name) ? 0 : 6 },
    ];
  return new Promise((done, failed) => zip(packed, (error, data) => (error ? failed(error) : done(data))));
};

async function pdf({ manuscript }: Report, sources: ReportSources, { claim, pages }: ReportWish): Promise<ReportFile> {
  const { bytes, unclaimed } = manuscriptPdf(manuscript, sources, { claim, date: new Date() });
  const file = { mime: 'application/pdf', extension: 'pdf' };
  return pages === null
    ? { ...file, bytes: new Uint8Array(bytes), unclaimed }
    : {
        ...file,
        bytes: await pagesOfPdf(bytes, pages.from, pages.to, sources.locale.id),
        unclaimed: 'a part of a report has no tags',
      };
}

/** Puts a thing into an archive in a form, under a name that no other file has. */
async function put(files: Files, form: string, id: string, name: string, sources: ReportSources): Promise<void> {
  const found = sources.item(id);
  const made = found && (await handOff(form, found.item, found.from));
  if (!made) return;
  let free = `${name}.${made.extension}`;
  for (let copy = 2; files.has(free); copy++) free = `${name}-${copy}.${made.extension}`;
  files.set(free, typeof made.body === 'string' ? made.body : new Uint8Array(made.body));
}

/** All figures and spark tables of a report, each in the forms that were wished. */
async function pictures(report: Report, sources: ReportSources, wish: ReportWish, on: OnProgress): Promise<Files> {
  const files: Files = new Map();
  const all = numberedItems(report).filter(({ item }) => kindOf(item).set !== null);
  if (all.length === 0) throw new Refusal('The report has no figure or spark table yet; add one, then hand it off.');
  for (const [at, { item, number }] of all.entries()) {
    on(at, all.length);
    const name = safeName([kindOf(item).noun, String(number), item.name].join(' '), 'figure');
    for (const form of [...wish.pictures, ...(wish.numbers ? ['csv'] : [])])
      await put(files, form, item.id, name, sources);
  }
  return files;
}

/** Writes a report in a form; `onProgress` hears how many of its figures are done. Throws a Refusal where it cannot be. */
export async function reportFile(
  report: Report,
  sources: ReportSources,
  wish: ReportWish,
  onProgress: OnProgress = () => undefined,
): Promise<ReportFile> {
  const { form, chapters } = wish;
  if (form === 'pdf') return pdf(report, sources, wish);
  const archive = { mime: 'application/zip', extension: 'zip', unclaimed: null };
  if (form === 'figures') return { ...archive, bytes: await zipped(await pictures(report, sources, wish, onProgress)) };
  let done = 0;
  const { manuscript } = report;
  const pages = manuscript.blocks.some(({ type }) => type === 'contents') && form === 'docx';
  const outline = pages ? SetPages.set(manuscript, sources).outline.blocks : [];
  const written = reportToWrite(manuscript, sources, {
    chapters,
    pageOf: (block) => outline.find(({ id }) => id === block)?.page ?? null,
    onThing: () => onProgress(done++, of),
  });
  const of = thingsIn(written.parts);
  switch (form) {
    case 'docx':
      return { bytes: await reportDocx(written), mime: DOCX, extension: 'docx', unclaimed: null };
    case 'html': {
      const page = await reportHtml(written, wish);
      return {
        bytes: new TextEncoder().encode(page),
        mime: 'text/html; charset=utf-8',
        extension: 'html',
        unclaimed: null,
      };
    }
    case 'markdown': {
      const files = await reportMarkdown(written, wish.pictures.includes('png') ? 'png' : 'svg');
      if (wish.numbers)
        for (const { item, number } of numberedItems(report))
          if (written.parts.some((part) => part.type === 'figure' && part.things.includes(item.id)))
            await put(
              files,
              'csv',
              item.id,
              `numbers/${safeName(`${kindOf(item).noun} ${number}`, 'figure')}`,
              sources,
            );
      return { ...archive, bytes: await zipped(files) };
    }
  }
}
