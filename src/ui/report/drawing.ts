/** Keeps the SVG of a scene in the page, changing only the elements that changed: a redraw by key must not wait for 720 points that stayed. */
import type { SvgPieces } from '../../core/scene/svg.ts';

const drawn = new WeakMap<HTMLElement, SvgPieces>();

/** The elements of a run of nodes; every node of a scene is written as one element. */
function elementsOf(nodes: readonly string[]): Element[] {
  const holder = document.createElement('div');
  holder.innerHTML = `<svg xmlns="http://www.w3.org/2000/svg">${nodes.join('')}</svg>`;
  return [...(holder.firstElementChild?.children ?? [])];
}

/**
 * Draws the pieces in `host`. The nodes that stand the same at both ends are left alone, and of those between, each that
 * is written the same as before. All text in the pieces was escaped by the writer.
 */
export function draw(host: HTMLElement, pieces: SvgPieces): void {
  const before = drawn.get(host);
  const svg = host.firstElementChild;
  drawn.set(host, pieces);
  if (!before || !svg || before.head !== pieces.head) {
    host.innerHTML = `${pieces.head}${pieces.nodes.join('')}</svg>`;
    return;
  }
  const [old, now] = [before.nodes, pieces.nodes];
  // Title and description of a picture stand before its nodes.
  const lead = svg.children.length - old.length;
  if (old.length === now.length) {
    const changed = now.flatMap((node, index) => (node === old[index] ? [] : [index]));
    const fresh = elementsOf(changed.map((index) => now[index] ?? ''));
    const stale = changed.map((index) => svg.children[lead + index]);
    stale.forEach((element, index) => {
      element?.replaceWith(fresh[index] ?? '');
    });
    return;
  }
  let start = 0;
  while (start < old.length && start < now.length && old[start] === now[start]) start += 1;
  let end = 0;
  while (end < Math.min(old.length, now.length) - start && old.at(-1 - end) === now.at(-1 - end)) end += 1;
  const stale = [...svg.children].slice(lead + start, lead + old.length - end);
  const next = svg.children[lead + old.length - end] ?? null;
  for (const element of stale) element.remove();
  for (const element of elementsOf(now.slice(start, now.length - end))) svg.insertBefore(element, next);
}
