import type { Part, SceneNode } from '../scene/scene.ts';
import type { HouseStyle } from '../style/style.ts';
import type { FaceId } from '../text/faces.ts';
import { wrap } from '../text/wrap.ts';
import type { FigureSpec } from './spec.ts';

export interface SetWords {
  nodes: SceneNode[];
  /** y below title and subtitle */
  bottom: number;
  /** y above the source line */
  sourceTop: number;
}

const LEADING = 1.22;

interface Block {
  part: Part;
  label: string;
  text: string;
  face: FaceId;
  size: number;
  colour: string;
}

/** Sets title and subtitle at the head and the source line at the foot, wrapped to the frame. */
export function setWords(
  words: FigureSpec['words'],
  style: HouseStyle,
  width: number,
  height: number,
  inset: number,
): SetWords {
  const nodes: SceneNode[] = [];
  const measure = width - 2 * inset;
  const set = (block: Block, lines: readonly string[], first: number) => {
    nodes.push({
      kind: 'group',
      part: block.part,
      label: `${block.label}: ${block.text}`,
      children: lines.map((text, index) => ({
        kind: 'text',
        x: inset,
        y: first + index * block.size * LEADING,
        text,
        face: block.face,
        size: block.size,
        colour: block.colour,
        anchor: 'start',
      })),
    });
  };
  let bottom = inset;
  const head: Block[] = [
    { part: 'title', label: 'Title', text: words.title, face: 'sans-600', size: style.sizes.title, colour: style.ink },
    {
      part: 'subtitle',
      label: 'Subtitle',
      text: words.subtitle,
      face: 'sans-400',
      size: style.sizes.subtitle,
      colour: style.quiet,
    },
  ];
  for (const block of head) {
    if (block.text.trim() === '') continue;
    const lines = wrap(block.text, block.face, block.size, measure, 4);
    set(block, lines, bottom + block.size * 0.82);
    bottom += lines.length * block.size * LEADING + 2;
  }
  let sourceTop = height - inset;
  if (words.source.trim() !== '') {
    const size = style.sizes.source;
    const lines = wrap(words.source, 'sans-400', size, measure, 4);
    sourceTop -= lines.length * size * LEADING;
    const block: Block = {
      part: 'source',
      label: 'Source',
      text: words.source,
      face: 'sans-400',
      size,
      colour: style.quiet,
    };
    set(block, lines, sourceTop + size * 0.95);
    sourceTop -= 5;
  }
  return { nodes, bottom, sourceTop };
}
