import type { SceneNode } from '../scene/scene.ts';
import type { HouseStyle } from '../style/style.ts';
import { faceOfStyle, headingFace } from '../style/type.ts';
import { type PlacedRun, placeRuns, plainWords, type SayFact, type Type, type Words } from '../text/rich.ts';
import type { DressedFigure } from './spec.ts';

export interface PlacedWords {
  nodes: SceneNode[];
  /** y below title and subtitle */
  bottom: number;
  /** y above the source line */
  sourceTop: number;
  /** those that are shortened */
  cut: WordsPart[];
}

type WordsPart = 'title' | 'subtitle' | 'source';

/** Distance of lines, as a share of their size. */
export const LEADING = 1.22;

interface Block {
  part: WordsPart;
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

/** Words take at most this share of a frame's height, where one line of each does. */
const MOST_SHARE = 0.5;
const MOST_LINES = 4;
const AFTER = 2;
const BEFORE_SOURCE = 5;

interface SetBlock extends Block {
  lines: PlacedRun[][];
  /** how many lines it would take, were there room */
  whole: number;
}

const heightOf = ({ lines, type }: Pick<SetBlock, 'lines' | 'type'>) => lines.length * type.size * LEADING;

/** Wraps words to a measure; where they take too much of the frame, the longest are shortened first. */
function setBlocks(blocks: readonly Block[], say: SayFact, measure: number, room: number): SetBlock[] {
  const set = blocks.map((block): SetBlock => {
    const whole = placeRuns(block.words, block.type, say, measure);
    const lines = whole.length > MOST_LINES ? placeRuns(block.words, block.type, say, measure, MOST_LINES) : whole;
    return { ...block, lines, whole: whole.length };
  });
  for (;;) {
    const [longest] = [...set].sort((a, b) => b.lines.length - a.lines.length || heightOf(a) - heightOf(b));
    const taken = set.reduce((sum, block) => sum + heightOf(block) + AFTER, 0);
    if (!longest || longest.lines.length < 2 || taken <= room) return set;
    longest.lines = placeRuns(longest.words, longest.type, say, measure, longest.lines.length - 1);
  }
}

/** Sets title and subtitle at the head and the source line at the foot, wrapped to the frame. */
export function placeWords(
  words: Pick<DressedFigure['words'], 'title' | 'subtitle' | 'source'>,
  style: HouseStyle,
  say: SayFact,
  width: number,
  height: number,
  inset: number,
): PlacedWords {
  const all: Block[] = [
    {
      part: 'title',
      label: 'Title',
      words: words.title,
      type: { face: headingFace(style, style.bold.title ? 600 : 400), size: style.sizes.title, colour: style.ink },
    },
    {
      part: 'subtitle',
      label: 'Subtitle',
      words: words.subtitle,
      type: {
        face: faceOfStyle(style, style.bold.subtitle ? 600 : 400),
        size: style.sizes.subtitle,
        colour: style.quiet,
      },
    },
    {
      part: 'source',
      label: 'Source',
      words: words.source,
      type: { face: faceOfStyle(style, style.bold.source ? 600 : 400), size: style.sizes.source, colour: style.quiet },
    },
  ];
  const said = all.filter((block) => plainWords(block.words, say).trim() !== '');
  const blocks = setBlocks(said, say, width - 2 * inset, height * MOST_SHARE);
  const nodes: SceneNode[] = [];
  let bottom = inset;
  let sourceTop = height - inset;
  for (const block of blocks) {
    const { part, label, type, lines } = block;
    const isSource = part === 'source';
    if (isSource) sourceTop -= heightOf(block);
    const first = isSource ? sourceTop + type.size * 0.95 : bottom + type.size * 0.82;
    const children = runNodes(lines, inset, first, type.size * LEADING);
    nodes.push({ kind: 'group', part, label: `${label}: ${plainWords(block.words, say)}`, children });
    if (isSource) sourceTop -= BEFORE_SOURCE;
    else bottom += heightOf(block) + AFTER;
  }
  return {
    nodes,
    bottom,
    sourceTop,
    cut: blocks.filter(({ lines, whole }) => lines.length < whole).map(({ part }) => part),
  };
}
