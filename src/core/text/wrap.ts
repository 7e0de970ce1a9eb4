import type { FaceId } from './faces.ts';
import { textWidth } from './measure.ts';

/** Shortens a text with an ellipsis until it is no wider than `width`. */
export function shorten(text: string, face: FaceId, size: number, width: number): string {
  if (textWidth(text, face, size) <= width) return text;
  const characters = [...text];
  let low = 0;
  let high = characters.length;
  while (low < high) {
    const middle = Math.ceil((low + high) / 2);
    const tried = `${characters.slice(0, middle).join('').trimEnd()}…`;
    if (textWidth(tried, face, size) <= width) low = middle;
    else high = middle - 1;
  }
  return `${characters.slice(0, low).join('').trimEnd()}…`;
}

/**
 * Breaks a text at spaces into lines no wider than `width`; a word wider than
 * that is broken between letters. With `most` lines, the last one is shortened.
 */
export function wrap(text: string, face: FaceId, size: number, width: number, most = Infinity): string[] {
  const lines: string[] = [];
  for (const paragraph of text.split('\n')) {
    let line = '';
    for (const word of paragraph.split(/[ \t]+/).filter(Boolean)) {
      const longer = line ? `${line} ${word}` : word;
      if (textWidth(longer, face, size) <= width) {
        line = longer;
        continue;
      }
      if (line) lines.push(line);
      line = '';
      for (const character of word) {
        if (line && textWidth(line + character, face, size) > width) {
          lines.push(line);
          line = '';
        }
        line += character;
      }
    }
    lines.push(line);
  }
  if (lines.length <= most) return lines;
  const kept = lines.slice(0, most);
  kept[most - 1] = shorten(lines.slice(most - 1).join(' '), face, size, width);
  return kept;
}
