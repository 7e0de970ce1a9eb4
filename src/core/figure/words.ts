import type { Part, SceneNode } from '../scene/scene.ts';
import type { HouseStyle } from '../style/style.ts';
import { type PlacedRun, placeRuns, plainWords, type SayFact, type Type, type Words } from '../text/rich.ts';
import type { FigureSpec } from './spec.ts';

export interface PlacedWords {
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
  words: Words;
  type: Type;
}

/** Text nodes of lines of runs, the first baseline at `first`. */
export function runNodes(
  lines: readonly (readonly PlacedRun[])[],
  x: number,
  first: number,
  pitch: number,
): SceneNode[] {
  return lines.flatMap((runs, index) =>
    runs.map(
      ({ down, ...run }): SceneNode => ({
        kind: 'text',
        ...run,
        x: x + run.x,
        y: first + index * pitch + down,
        anchor: 'start',
      }),
    ),
  );
}

/** Sets title and subtitle at the head and the source line at the foot, wrapped to the frame. */
export function placeWords(
  words: Pick<FigureSpec['words'], 'title' | 'subtitle' | 'source'>,
  style: HouseStyle,
  say: SayFact,
  width: number,
  height: number,
  inset: number,
): PlacedWords {
  const nodes: SceneNode[] = [];
  const measure = width - 2 * inset;
  const set = ({ part, label, words, type }: Block, lines: PlacedRun[][], first: number) => {
    const children = runNodes(lines, inset, first, type.size * LEADING);
    nodes.push({ kind: 'group', part, label: `${label}: ${plainWords(words, say)}`, children });
  };
  let bottom = inset;
  const head: Block[] = [
    {
      part: 'title',
      label: 'Title',
      words: words.title,
      type: { face: 'sans-600', size: style.sizes.title, colour: style.ink },
    },
    {
      part: 'subtitle',
      label: 'Subtitle',
      words: words.subtitle,
      type: { face: 'sans-400', size: style.sizes.subtitle, colour: style.quiet },
    },
  ];
  for (const block of head) {
    if (plainWords(block.words, say).trim() === '') continue;
    const { size } = block.type;
    const lines = placeRuns(block.words, block.type, say, measure, 4);
    set(block, lines, bottom + size * 0.82);
    bottom += lines.length * size * LEADING + 2;
  }
  let sourceTop = height - inset;
  if (plainWords(words.source, say).trim() !== '') {
    const type: Type = { face: 'sans-400', size: style.sizes.source, colour: style.quiet };
    const lines = placeRuns(words.source, type, say, measure, 4);
    sourceTop -= lines.length * type.size * LEADING;
    set({ part: 'source', label: 'Source', words: words.source, type }, lines, sourceTop + type.size * 0.95);
    sourceTop -= 5;
  }
  return { nodes, bottom, sourceTop };
}
