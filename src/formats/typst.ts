/** Opening Typst with the faces that some words need (Node only). */
import { join } from 'node:path';
import { NodeCompiler, type NodeTypstDocument } from '@myriaddreamin/typst-ts-node-compiler';
import type { TextNode } from '../core/scene/scene.ts';
import { type ScriptId, scriptsOf } from '../core/text/scripts.ts';
import { type FaceId, faceOf } from '../core/type/faces.ts';
import { pageBytes, scriptBytes } from './fonts.ts';
import type { PdfClaim } from './report/wish.ts';
import { standIn } from './shape.ts';

/** Nothing is read from disk: what a compiler sees lies in this place of its own. */
const PLACE = '/sheet';

/** The faces and the families for other scripts that words are set in. */
export interface Needed {
  faces: readonly FaceId[];
  scripts: readonly ScriptId[];
}

/** Compilers by what they have, the one used last at the end: opening the fonts takes longer than setting a page. */
const compilers = new Map<string, NodeCompiler>();
const MOST_COMPILERS = 4;

/** A compiler that has what words need. */
export function compilerFor({ faces, scripts }: Needed): NodeCompiler {
  const key = [...faces, ...scripts].join(' ');
  const known = compilers.get(key);
  const made = known ?? opened({ faces, scripts });
  compilers.delete(key);
  compilers.set(key, made);
  const [oldest] = compilers.keys();
  if (compilers.size > MOST_COMPILERS && oldest !== undefined) compilers.delete(oldest);
  return made;
}

const opened = ({ faces, scripts }: Needed): NodeCompiler =>
  NodeCompiler.create({
    workspace: PLACE,
    fontArgs: [
      {
        fontBlobs: [
          ...faces.map((id) => Buffer.from(pageBytes(id))),
          ...scripts.flatMap((id) => [scriptBytes(id, false), scriptBytes(id, true)]),
        ],
      },
    ],
  });

/** Where a file lies for a compiler. */
export const placeOf = (name: string): string => join(PLACE, name);

/** What texts need: their faces, those that stand in for letters which these lack, and the families for other scripts. */
export function neededBy(texts: Iterable<Pick<TextNode, 'text' | 'face'>>): Needed {
  const [faces, scripts] = [new Set<FaceId>(), new Set<ScriptId>()];
  for (const { text, face: asked } of texts) {
    const face = faceOf(asked).id;
    faces.add(face);
    faces.add(standIn(face));
    for (const id of scriptsOf(text)) scripts.add(id);
  }
  return { faces: [...faces].sort(), scripts: [...scripts].sort() };
}

/** A PDF, and why it cannot claim what was wished; null where it does. */
export interface ClaimedPdf {
  bytes: Buffer;
  unclaimed: string | null;
}

/**
 * A set document as a tagged PDF. What is claimed is checked as it is written:
 * both claims want a letter for every glyph, for one, which letters that join or
 * change places do not have. Without the claim it is tagged all the same.
 */
export function asPdf(compiler: NodeCompiler, document: NodeTypstDocument, claim: PdfClaim = 'ua-1'): ClaimedPdf {
  try {
    return { bytes: compiler.pdf(document, { pdfStandard: claim }), unclaimed: null };
  } catch (error) {
    const why = /message: "(?:PDF\/UA-1|PDF\/A-2a) error: ([^"]*)"/.exec(String(error))?.[1];
    if (why === undefined) throw error;
    return { bytes: compiler.pdf(document, { pdfTags: true }), unclaimed: why };
  }
}

/** Sets what a template and its files say. Throws where the template itself is wrong. */
export function compiled(compiler: NodeCompiler, template: string): NodeTypstDocument {
  const made = compiler.compile({ mainFileContent: template });
  if (!made.result)
    throw new Error(`Pages could not be set: ${JSON.stringify(made.takeDiagnostics()?.shortDiagnostics)}`);
  return made.result;
}
