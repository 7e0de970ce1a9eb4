/** Setting the pages of a manuscript: where everything came to stand, each page as SVG, and the whole as PDF (Node only). */
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import type { NodeTypstDocument } from '@myriaddreamin/typst-ts-node-compiler';
import initRenderer, { type TypstRenderer, TypstRendererBuilder } from '@myriaddreamin/typst-ts-renderer';
import type { Manuscript } from '../../core/document/manuscript.ts';
import type { PageOutline, PlaceOnPage } from '../../core/document/outline.ts';
import { setManuscript } from '../../core/document/set.ts';
import type { ReportSources } from '../../core/item/manuscript.ts';
import type { PdfClaim } from '../report/wish.ts';
import { asPdf, type ClaimedPdf, compiled, compilerFor, placeOf } from '../typst.ts';
import { type PageData, pageData } from './data.ts';
import { pagePicture } from './picture.ts';
import { TEMPLATE } from './template.ts';

interface Position {
  page: number;
  x: string;
  y: string;
}
const placeIn = ({ page, x, y }: Position): PlaceOnPage => ({
  page,
  x: Number.parseFloat(x),
  y: Number.parseFloat(y),
});

interface Where {
  blocks: { id: string; at: Position }[];
  headings: { id: string; at: Position }[];
  things: { block: string; item: string; at: Position }[];
}

let renderer: Promise<TypstRenderer> | undefined;
/** What draws pages of a set document, opened once. */
function rendererOf(): Promise<TypstRenderer> {
  renderer ??= (async () => {
    const wasm = createRequire(import.meta.url).resolve(
      '@myriaddreamin/typst-ts-renderer/pkg/typst_ts_renderer_bg.wasm',
    );
    await initRenderer({ module_or_path: readFileSync(wasm) });
    return new TypstRendererBuilder().build();
  })();
  return renderer;
}

/** Pages that are set; they hold memory of their own until they are let go. */
export class SetPages {
  #vector: Uint8Array | undefined;

  private constructor(
    readonly outline: PageOutline,
    private readonly vectorOf: () => Uint8Array,
  ) {}

  /** Sets the pages of a manuscript without the pictures in them, whose places the outline tells. */
  static set(manuscript: Manuscript, sources: ReportSources): SetPages {
    const data = pageData(manuscript, setManuscript(manuscript, sources), sources, { pictures: false, date: null });
    return withSet(data, (document, compiler) => {
      const vector = new Uint8Array(compiler.vector(document));
      const outline = outlineOf(compiler.query(document, { selector: '<where>' }), data, document);
      return new SetPages(outline, () => vector);
    });
  }

  /** A page as SVG, from 1; its letters are outlines, so that it needs no typefaces. */
  async page(number: number): Promise<string> {
    return this.pageOf(number, pagePicture(await this.drawn(number)));
  }

  /** What stands on a page, as the renderer writes it. */
  async drawn(number: number): Promise<string> {
    this.#vector ??= this.vectorOf();
    const { width, height } = this.outline;
    const draw = await rendererOf();
    const session = draw.session_from_artifact(this.#vector, 'vector');
    try {
      const top = (number - 1) * height;
      const svg = draw.render_svg_diff(session, 0, top + 0.5, width, top + height - 0.5);
      return svg.replace(/^<svg[^>]*>/, '').replace(/<\/svg>\s*$/, '');
    } finally {
      session.free();
    }
  }

  /** One page of a drawing in which all stand below each other. */
  pageOf(number: number, inner: string): string {
    const { width, height } = this.outline;
    return (
      `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" width="${width}" height="${height}" ` +
      `viewBox="0 ${(number - 1) * height} ${width} ${height}">${inner}</svg>`
    );
  }
}

type Compiler = ReturnType<typeof compilerFor>;

function withSet<Made>(data: PageData, make: (document: NodeTypstDocument, compiler: Compiler) => Made): Made {
  const compiler = compilerFor(data.needed);
  compiler.mapShadow(placeOf('settings.json'), Buffer.from(data.settings));
  compiler.mapShadow(placeOf('blocks.json'), Buffer.from(data.blocks));
  for (const [name, svg] of data.files) compiler.mapShadow(placeOf(name), Buffer.from(svg));
  try {
    return make(compiled(compiler, TEMPLATE), compiler);
  } finally {
    compiler.resetShadow();
    // What was not needed for some time goes; the rest makes the next edit quick.
    compiler.evictCache(6);
  }
}

function outlineOf(asked: unknown, data: PageData, document: NodeTypstDocument): PageOutline {
  const [{ value } = { value: { blocks: [], headings: [], things: [] } }] = asked as { value: Where }[];
  const { paper } = JSON.parse(data.settings) as { paper: { width: number; height: number } };
  const all = JSON.parse(data.blocks) as {
    type: string;
    things?: { block: string; item: string; width?: number; height?: number }[];
  }[];
  const points = (mm: number) => (mm * 72) / 25.4;
  const sizes = new Map(
    all.flatMap(({ things = [] }) => things.map((thing) => [`${thing.block} ${thing.item}`, thing] as const)),
  );
  const headings = value.headings.flatMap(({ id, at }) => {
    const name = /at-([\w-]+?)(?:--\d+)?>?$/.exec(id)?.[1];
    return name === undefined ? [] : [{ id: name, ...placeIn(at) }];
  });
  const blocks = [...value.blocks.map(({ id, at }) => ({ id, ...placeIn(at) })), ...headings];
  return {
    count: document.numOfPages,
    width: points(paper.width),
    height: points(paper.height),
    blocks: blocks.sort((a, b) => a.page - b.page || a.y - b.y),
    things: value.things.map(({ block, item, at }) => {
      const { width = 0, height = 0 } = sizes.get(`${block} ${item}`) ?? {};
      return { block, item, width: points(width), height: points(height), ...placeIn(at) };
    }),
  };
}

/** The pages of a manuscript as PDF of a day: tagged, with bookmarks and links, its pictures drawn in it. */
export function manuscriptPdf(
  manuscript: Manuscript,
  sources: ReportSources,
  { claim, date }: { claim: PdfClaim; date: Date },
): ClaimedPdf {
  const data = pageData(manuscript, setManuscript(manuscript, sources), sources, { pictures: true, date });
  return withSet(data, (document, compiler) => asPdf(compiler, document, claim));
}
