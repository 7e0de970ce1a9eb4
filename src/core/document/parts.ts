/** A set manuscript as readers meet it: items in their lists, words of one frame within it, headings with their numbers. */
import type { SetBlock, SetDocument, SetRun } from './set.ts';
import { documentWords } from './words.ts';

type WordsBlock = Extract<SetBlock, { type: 'words' }>;

interface ListItem {
  id: string;
  runs: SetRun[];
  /** lists within it */
  inner: List[];
}

export interface List {
  type: 'list';
  ordered: boolean;
  items: ListItem[];
}

export interface Heading {
  type: 'heading';
  id: string;
  level: 1 | 2 | 3;
  /** “2.1”, where headings have numbers */
  number: string | null;
  runs: SetRun[];
}

export type Part =
  | Exclude<SetBlock, WordsBlock>
  | Heading
  | List
  | { type: 'paragraph'; id: string; runs: SetRun[] }
  | { type: 'quote'; parts: Part[] }
  /** what matters most; `id` is that of the heading which is its title */
  | { type: 'box'; id: string | null; title: SetRun[]; parts: Part[] };

export type PartOf<Type extends Part['type']> = Extract<Part, { type: Type }>;

const isItem = (block: SetBlock): block is WordsBlock =>
  block.type === 'words' && (block.role === 'item' || block.role === 'number');
const frameOf = (block: SetBlock) => (block.type === 'words' ? block.frame : 'none');

/** Items that follow each other as lists within lists, by how deep they stand. */
function listsOf(items: readonly WordsBlock[]): List[] {
  const lists: List[] = [];
  for (const { id, runs, level: deep, role } of items) {
    let level = lists;
    for (let depth = 1; depth < deep; depth++) {
      const under = level.at(-1)?.items.at(-1);
      if (!under) break;
      level = under.inner;
    }
    const item: ListItem = { id, runs, inner: [] };
    const ordered = role === 'number';
    const last = level.at(-1);
    if (last?.ordered === ordered) last.items.push(item);
    else level.push({ type: 'list', ordered, items: [item] });
  }
  return lists;
}

/** Blocks that follow each other and belong together, by a word that says to what; what it is empty for stands alone. */
function runsOf<Of>(blocks: readonly Of[], of: (block: Of) => string): Of[][] {
  const runs: Of[][] = [];
  for (const block of blocks) {
    const last = runs.at(-1);
    if (last?.[0] !== undefined && of(last[0]) === of(block) && of(block) !== '') last.push(block);
    else runs.push([block]);
  }
  return runs;
}

/** Levels and numbers of headings, in their order. */
class Headings {
  #counts: number[] = [];

  constructor(readonly numbered: boolean) {}

  /** A heading stands one level below the one before it at the most, as readers of the contents need it. */
  next({ id, level, runs }: WordsBlock): Heading {
    const deep = Math.min(level, this.#counts.length + 1);
    this.#counts = [...this.#counts.slice(0, deep - 1), (this.#counts[deep - 1] ?? 0) + 1];
    const number = this.numbered ? this.#counts.join('.') : null;
    return { type: 'heading', id, level: deep as Heading['level'], number, runs };
  }
}

/** The parts of a set manuscript; `numbered` says whether headings have numbers. */
export function partsOf({ blocks, locale }: SetDocument, numbered: boolean): Part[] {
  const headings = new Headings(numbered);
  const partOf = (block: SetBlock): Part => {
    if (block.type !== 'words') return block;
    return block.role === 'heading' ? headings.next(block) : { type: 'paragraph', id: block.id, runs: block.runs };
  };
  const withLists = (some: readonly SetBlock[]): Part[] =>
    runsOf(some, (block) => (isItem(block) ? 'list' : '')).flatMap((run) =>
      run.every(isItem) ? listsOf(run) : run.map(partOf),
    );
  return runsOf(blocks, frameOf).flatMap((run): Part[] => {
    const [first, ...rest] = run;
    const frame = first ? frameOf(first) : 'none';
    if (frame === 'none') return withLists(run);
    if (frame === 'quote') return [{ type: frame, parts: withLists(run) }];
    // A heading that a box begins with is what it is called, and is not of the report's contents.
    const hasTitle = first?.type === 'words' && first.role === 'heading';
    const title: SetRun[] = hasTitle ? first.runs : [{ kind: 'text', text: documentWords(locale).inShort }];
    return [{ type: frame, id: hasTitle ? first.id : null, title, parts: withLists(hasTitle ? rest : run) }];
  });
}

/** All headings among parts, in their order; titles of boxes are none. */
export const headingsIn = (parts: readonly Part[]): Heading[] =>
  parts.flatMap((part): Heading[] =>
    part.type === 'heading' ? [part] : part.type === 'quote' || part.type === 'box' ? headingsIn(part.parts) : [],
  );

/** A line of the contents: a heading with its words, so that nothing else in it stands twice. */
export interface Entry {
  id: string;
  level: Heading['level'];
  number: string | null;
  text: string;
}

/** What the contents of some parts list, down to a level. */
export const entriesOf = (parts: readonly Part[], depth: number): Entry[] =>
  headingsIn(parts)
    .filter(({ level }) => level <= depth)
    .map(({ id, level, number, runs }) => ({
      id,
      level,
      number,
      text: runs.map((run) => (run.kind === 'text' || run.kind === 'reference' ? run.text : '')).join(''),
    }));
