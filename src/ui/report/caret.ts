/** Words on the sheet and the fields in which they are typed. */
import type { Part } from '../../core/scene/scene.ts';
import { openPart } from './view.ts';

/** Asks an editor to put its caret into a text of its own, or to mark all of its words (null). */
export const CARET = 'rizo-caret';
export interface CaretWish {
  node: Node;
  offset: number;
}

/** As long a field may take to appear: its editor may have to be loaded. */
const PATIENCE_MS = 4000;

const fieldOf = (part: Part) =>
  document.querySelector<HTMLElement>(
    `[data-words-of="${CSS.escape(part)}"] :is([contenteditable="true"], input[type="text"])`,
  );

/** Does something with the field of a part's words as soon as it is there. */
function whenThere(part: Part, act: (field: HTMLElement) => void): void {
  const found = fieldOf(part);
  if (found) {
    act(found);
    return;
  }
  const observer = new MutationObserver(() => {
    const field = fieldOf(part);
    if (!field) return;
    observer.disconnect();
    act(field);
  });
  observer.observe(document.body, { childList: true, subtree: true });
  setTimeout(() => observer.disconnect(), PATIENCE_MS);
}

/** The text in a field in which its nth letter stands; null beyond the last. */
function textAt(field: HTMLElement, letter: number): CaretWish | null {
  const texts = document.createTreeWalker(field, NodeFilter.SHOW_TEXT);
  let [left, last]: [number, Node | null] = [letter, null];
  for (let node = texts.nextNode(); node; node = texts.nextNode()) {
    const { length } = node.textContent ?? '';
    if (left <= length) return { node, offset: left };
    left -= length;
    last = node;
  }
  return last && { node: last, offset: (last.textContent ?? '').length };
}

/** Puts the caret before the nth letter of a field; all of its words are marked where none is given. */
function putCaret(field: HTMLElement, letter: number | null): void {
  if (field instanceof HTMLInputElement) {
    field.focus();
    if (letter === null) field.select();
    else field.setSelectionRange(letter, letter);
    return;
  }
  // An editor keeps its own caret, and would put it back.
  field.dispatchEvent(
    new CustomEvent<CaretWish | null>(CARET, { detail: letter === null ? null : textAt(field, letter) }),
  );
}

/** Parts whose words are typed where they are clicked; the names of lines are chosen by a click, and typed by two. */
const isTyped = (part: Part, twice: boolean) =>
  part === 'title' ||
  part === 'subtitle' ||
  part === 'source' ||
  part.startsWith('mark:') ||
  (twice && part.startsWith('name:'));

/** Which letter of a part's words stands at a place on the screen, counted over all of their lines. */
function letterAt(text: SVGTextElement, x: number, y: number): number {
  const svg = text.ownerSVGElement;
  const matrix = text.getScreenCTM();
  if (!svg || !matrix) return 0;
  const point = new DOMPoint(x, y).matrixTransform(matrix.inverse());
  const at = text.getCharNumAtPosition(point);
  const all = [...(text.closest('[data-part]')?.querySelectorAll('text') ?? [])];
  // Between two lines there is a blank that no line shows.
  const before = all
    .slice(0, all.indexOf(text))
    .reduce((sum, { textContent }) => sum + (textContent ?? '').length + 1, 0);
  if (at < 0) return before + text.getNumberOfChars();
  const box = text.getExtentOfChar(at);
  return before + at + (point.x > box.x + box.width / 2 ? 1 : 0);
}

/** Puts the caret where words on the sheet were clicked; false where they are not typed so. */
export function typeAt(target: EventTarget, part: Part, twice: boolean, x: number, y: number): boolean {
  const text = target instanceof Element ? target.closest('text') : null;
  if (!text || !isTyped(part, twice)) return false;
  const letter = letterAt(text, x, y);
  openPart(part);
  whenThere(part, (field) => putCaret(field, letter));
  return true;
}

/** Marks the words of a part that was just made, so that typing puts others in their place. */
export function typeOver(part: Part): void {
  openPart(part);
  whenThere(part, (field) => putCaret(field, null));
}
