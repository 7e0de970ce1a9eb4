/** Things on the clipboard: as a picture, as SVG and as text, of which whoever takes them picks what it can show. */
import { escapeXml } from '../../core/scene/svg.ts';
import { type FileWish, fetchFile, readyToTake } from './take.ts';

export interface Copied {
  report: string;
  thing: string;
  /** the part of the thing that is meant; empty for the whole */
  part: FileWish;
  widthMm: number | null;
  /** its words, for where there is no picture */
  text: string;
  /** the form in which a document takes it; a picture with its words where absent */
  htmlForm?: string;
}

const NOT_ALLOWED = 'The browser did not allow the clipboard to be used; download a file instead.';
const SVG = 'image/svg+xml';

/** The bytes of a file, which is to be drawn; what stands in its way is thrown with its sentence. */
async function fileOf({ report, thing, part }: Copied, as: string): Promise<Blob> {
  const taken = await fetchFile(report, thing, { as, ...part });
  if ('error' in taken) throw new CopyRefused(taken.error);
  return taken.blob;
}

class CopyRefused extends Error {}

const dataUrl = (blob: Blob): Promise<string> =>
  new Promise((done, failed) => {
    const reader = new FileReader();
    reader.onload = () => done(String(reader.result));
    reader.onerror = () => failed(new CopyRefused('The picture could not be read.'));
    reader.readAsDataURL(blob);
  });

/** A picture with its words, as large as it is printed. */
async function pictureHtml(png: Promise<Blob>, { widthMm, text }: Copied): Promise<string> {
  const width = widthMm === null ? '' : ` width="${Math.round((widthMm / 25.4) * 96)}"`;
  return `<img src="${await dataUrl(await png)}" alt="${escapeXml(text)}"${width}>`;
}

async function htmlOf(what: Copied, png: Promise<Blob>, ready: Promise<void>): Promise<string> {
  if (what.htmlForm === undefined) return pictureHtml(png, what);
  await ready;
  return (await fileOf(what, what.htmlForm)).text();
}

const typed = (type: string) => (body: BlobPart) => new Blob([body], { type });

/**
 * Copies a thing. Returns what to say where that was not possible, or null. It
 * has to be called by a click or a key itself: what is drawn is promised to the
 * clipboard, which waits for it.
 */
export async function copy(what: Copied): Promise<string | null> {
  const ready = readyToTake().then((unsaved) => {
    if (unsaved !== null) throw new CopyRefused(unsaved);
  });
  const png = ready.then(() => fileOf(what, 'png'));
  const forms: Record<string, Promise<Blob>> = {
    'image/png': png,
    'text/html': htmlOf(what, png, ready).then(typed('text/html')),
    'text/plain': ready.then(() => typed('text/plain')(what.text)),
  };
  if (ClipboardItem.supports?.(SVG)) forms[SVG] = ready.then(() => fileOf(what, 'svg')).then(typed(SVG));
  // The clipboard reports only that something failed, so the first reason is kept.
  let why: string | null = null;
  for (const form of Object.values(forms))
    form.catch((error: unknown) => {
      if (error instanceof CopyRefused) why ??= error.message;
    });
  try {
    await navigator.clipboard.write([new ClipboardItem(forms)]);
    return null;
  } catch (error) {
    console.warn('Nothing was copied.', error);
    return why ?? NOT_ALLOWED;
  }
}
