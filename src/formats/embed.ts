/** The fonts a picture uses, cut down to its letters and written as @font-face rules (Node only). */
import subsetFont from 'subset-font';
import { type Scene, textsOf } from '../core/scene/scene.ts';
import { type FaceId, faceOf } from '../core/text/faces.ts';
import { faceBytes } from './fonts.ts';

/** CSS rules that carry just the letters that a scene uses, as WOFF2 data. */
export async function fontFacesOf(scene: Scene): Promise<string> {
  const letters = new Map<FaceId, string>();
  for (const node of textsOf(scene.nodes)) letters.set(node.face, (letters.get(node.face) ?? '') + node.text);
  const rules = [...letters].map(async ([id, text]) => {
    const face = faceOf(id);
    const bytes = await subsetFont(faceBytes(id), text, { targetFormat: 'woff2' });
    const data = Buffer.from(bytes).toString('base64');
    const style = face.italic ? 'italic' : 'normal';
    return `@font-face{font-family:'${face.family}';font-weight:${face.weight};font-style:${style};src:url(data:font/woff2;base64,${data}) format('woff2')}`;
  });
  return (await Promise.all(rules)).join('');
}
