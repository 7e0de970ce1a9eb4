/** Words of a manuscript as runs of a document (Office Open XML): looks, numbers as text, fields, links and footnotes. */
import {
  Bookmark,
  ExternalHyperlink,
  FootnoteReferenceRun,
  ImageRun,
  PageNumber,
  type ParagraphChild,
  RunProperties,
  SimpleField,
  TextRun,
} from 'docx';
import type { SetRun } from '../../core/document/set.ts';
import type { Scene } from '../../core/scene/scene.ts';
import { inXml, toSvg } from '../../core/scene/svg.ts';
import { cutTo } from '../../core/text/letters.ts';
import { outlineText } from '../outlines.ts';
import { toPng } from '../png.ts';

const PX_PER_MM = 96 / 25.4;
/** Longest texts that readers of documents take in names and descriptions. */
const [MOST_NAME, MOST_DESCRIPTION] = [250, 4000];

type SetOf<Kind extends SetRun['kind']> = Extract<SetRun, { kind: Kind }>;
type Looking = SetOf<'text'> | SetOf<'reference'> | SetOf<'page'>;

/** A picture as SVG, with a PNG for readers that do not draw SVG; sizes in millimetres. */
async function imageOf(scene: Scene, size: { width: number; height: number }, name: string, said: string) {
  return {
    type: 'svg' as const,
    data: Buffer.from(toSvg(scene, { outline: outlineText })),
    transformation: { width: size.width * PX_PER_MM, height: size.height * PX_PER_MM },
    fallback: { type: 'png' as const, data: await toPng(scene, 300) },
    altText: {
      name: inXml(cutTo(name, MOST_NAME)),
      title: '',
      description: inXml(cutTo(said, MOST_DESCRIPTION)),
    },
  };
}

/** A picture that stands for itself. */
export const pictureRun = async (scene: Scene, size: { width: number; height: number }, said: string) =>
  new ImageRun(await imageOf(scene, size, scene.title || 'Picture', said));

/** A picture in a line of text, whose foot lies below the baseline. */
class LineImage extends ImageRun {
  constructor(options: ConstructorParameters<typeof ImageRun>[0], depth: number) {
    super(options);
    // A run says first how it stands.
    this.root.unshift(new RunProperties({ position: `${-Math.round(depth * 2) / 2}pt` }));
  }
}

const looksOf = ({ bold, italic, raised }: Looking, isLink: boolean) => ({
  ...(bold && { bold }),
  ...(italic && { italics: true }),
  ...(raised === 'super' && { superScript: true }),
  ...(raised === 'sub' && { subScript: true }),
  ...(isLink && { style: 'Hyperlink' }),
});

/** Names under which documents know what is led to: letters, digits and lines below, at most 40. */
export class Anchors {
  readonly #names = new Map<string, string>();
  of(id: string): string {
    const known = this.#names.get(id);
    if (known !== undefined) return known;
    const name = `_Ref${String(this.#names.size + 1).padStart(6, '0')}`;
    this.#names.set(id, name);
    return name;
  }
}

/** Footnotes of a document in their order, from 1. */
export class Notes {
  readonly notes: SetRun[][] = [];
  add(runs: SetRun[]): number {
    this.notes.push(runs);
    return this.notes.length;
  }
}

export interface RunsWriter {
  anchors: Anchors;
  notes: Notes;
  /** what stands in the document, and can be led to */
  there: ReadonlySet<string>;
}

function textRun(run: SetOf<'text'>): ParagraphChild {
  const { link } = run;
  const words = new TextRun({ text: inXml(run.text), ...looksOf(run, link !== undefined) });
  return link === undefined ? words : new ExternalHyperlink({ link: inXml(link), children: [words] });
}

/** Runs as a paragraph holds them. */
export async function runsIn(runs: readonly SetRun[], writer: RunsWriter): Promise<ParagraphChild[]> {
  const made: ParagraphChild[] = [];
  for (const run of runs)
    switch (run.kind) {
      case 'text':
        made.push(textRun(run));
        break;
      case 'reference':
        made.push(
          writer.there.has(run.to)
            ? new SimpleField(`REF ${writer.anchors.of(run.to)} \\h`, inXml(run.text))
            : new TextRun({ text: inXml(run.text), ...looksOf(run, false) }),
        );
        break;
      case 'page':
        made.push(
          new TextRun({
            children: [run.of === 'page' ? PageNumber.CURRENT : PageNumber.TOTAL_PAGES],
            ...looksOf(run, false),
          }),
        );
        break;
      case 'sparkline': {
        const { scene, depth, text } = run;
        const image = await imageOf(scene, { width: scene.widthMm, height: scene.heightMm }, 'Sparkline', text);
        made.push(new LineImage(image, depth) as unknown as ParagraphChild);
        break;
      }
      case 'footnote':
        made.push(new FootnoteReferenceRun(writer.notes.add(run.runs)));
        break;
    }
  return made;
}

/** Runs that can be led to under the name of `id`. */
export const marked = (id: string, children: ParagraphChild[], { anchors }: RunsWriter): ParagraphChild[] => [
  new Bookmark({ id: anchors.of(id), children }) as unknown as ParagraphChild,
];
