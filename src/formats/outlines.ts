/** Text as outlines, so that a picture needs no fonts where it is shown (Node only). */
import { coordinate } from '../core/scene/coordinates.ts';
import type { TextNode } from '../core/scene/scene.ts';
import { textWidth } from '../core/text/measure.ts';
import { openFace } from './fonts.ts';

const SHIFT = { start: 0, middle: 0.5, end: 1 } as const;

/** Path data of a text's outlines, with the text's own origin (its x and baseline) at (0, 0). */
export function outlineText(node: TextNode): string {
  const font = openFace(node.face);
  const scale = node.size / font.unitsPerEm;
  const run = font.layout(node.text);
  let pen = -SHIFT[node.anchor] * textWidth(node.text, node.face, node.size);
  let d = '';
  run.glyphs.forEach((glyph, index) => {
    const position = run.positions[index];
    const dx = pen + (position?.xOffset ?? 0) * scale;
    for (const { command, args } of glyph.path.commands) {
      const letter = { moveTo: 'M', lineTo: 'L', quadraticCurveTo: 'Q', bezierCurveTo: 'C', closePath: 'Z' }[command];
      d += letter ?? '';
      args.forEach((value, at) => {
        d += `${at === 0 ? '' : ' '}${coordinate(at % 2 === 0 ? dx + value * scale : -value * scale)}`;
      });
    }
    pen += (position?.xAdvance ?? glyph.advanceWidth) * scale;
  });
  return d;
}
