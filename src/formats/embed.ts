/** The fonts a picture uses, cut down to its letters and written as @font-face rules (Node only). */
import subsetFont from 'subset-font';
import type { TextNode } from '../core/scene/scene.ts';
import { type FaceId, faceOf } from '../core/text/faces.ts';
import { faceBytes } from './fonts.ts';

/** CSS rules that carry just the letters that some texts use, as WOFF2 data. */
export async function fontFacesOf(texts: Iterable<Pick<TextNode, 'face' | 'text'>>): Promise<string> {
  const used = new Map<FaceId, Set<string>>();
  for (const { face, text } of texts) {
    const letters = used.get(face) ?? new Set<string>();
    used.set(face, letters);
    for (const letter of text) letters.add(letter);
  }
  const rules = [...used].map(async ([id, letters]) => {
    const text = [...letters].join('');
    const face = faceOf(id);
    const bytes = await subsetFont(faceBytes(id), text, { targetFormat: 'woff2' });
    const data = Buffer.from(bytes).toString('base64');
    const style = face.italic ? 'italic' : 'normal';
    return `@font-face{font-family:'${face.family}';font-weight:${face.weight};font-style:${style};src:url(data:font/woff2;base64,${data}) format('woff2')}`;
  });
  return (await Promise.all(rules)).join('');
}
