import type { FaceId } from '../type/faces.ts';
import { lettersOf } from './letters.ts';
import { textWidth } from './measure.ts';

/** Shortens a text with an ellipsis until it is no wider than `width`. */
export function shorten(text: string, face: FaceId, size: number, width: number): string {
  if (textWidth(text, face, size) <= width) return text;
  const characters = lettersOf(text);
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

/** Letters that a shortened text keeps at least, besides the ellipsis; fewer tell nothing. */
const LEAST_KEPT = 3;

/** Where words begin in what all texts begin with, the last of them the word in which they differ. */
function commonStarts(texts: readonly string[]): number[] {
  const [first = '', ...others] = texts;
  let length = 0;
  while (length < first.length && others.every((other) => other[length] === first[length])) length++;
  return [...first.slice(0, length).matchAll(/ (?=\S|$)/g)].map(({ index }) => index + 1);
}

/**
 * Shortens texts to a width so that those that differ still do: where their
 * beginnings are alike, the words in which they differ follow the ellipsis.
 * Null where no three letters of each fit, or they cannot be told apart.
 */
export function shortenApart(texts: readonly string[], face: FaceId, size: number, width: number): string[] | null {
  const short = texts.map((text) => shorten(text, face, size, width));
  const of = new Map<string, number[]>();
  for (const [index, text] of short.entries()) of.set(text, [...(of.get(text) ?? []), index]);
  for (const same of of.values()) {
    const whole = [...new Set(same.map((index) => texts[index] ?? ''))];
    if (whole.length < 2) continue;
    const starts = commonStarts(whole);
    const fits = (start: number) => whole.every((text) => textWidth(`…${text.slice(start)}`, face, size) <= width);
    const start = starts.find(fits) ?? starts.at(-1);
    if (start === undefined) return null;
    for (const index of same) short[index] = shorten(`…${texts[index]?.slice(start) ?? ''}`, face, size, width);
  }
  const isClear = short.every((text, index) => {
    if (text === texts[index]) return true;
    return (
      lettersOf(text.replaceAll('…', '')).length >= LEAST_KEPT &&
      short.every((other, at) => other !== text || texts[at] === texts[index])
    );
  });
  return isClear ? short : null;
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
      for (const character of lettersOf(word)) {
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
