import { textsOf } from '../scene/scene.ts';
import type { ResolvedSparkTable } from '../spark/resolve.ts';
import { listed } from '../table/words.ts';
import { lackingLetters } from '../text/lacking.ts';
import { cutTo, lettersOf } from '../text/letters.ts';
import { plainWords } from '../text/rich.ts';
import type { Check, Finding, SparkCheck } from './note.ts';

/** Letters of a text by which it is told. */
const MOST_LETTERS = 24;

/** Tells of letters that would be drawn as empty boxes. */
function findLacking(texts: Iterable<string>): Finding | null {
  const lacking = lackingLetters(texts);
  const [first] = lacking;
  if (!first) return null;
  const letters = listed(lacking.slice(0, 6).map(({ letter }) => `“${letter}”`));
  const more = lacking.length > 6 ? ` and ${lacking.length - 6} more` : '';
  const begin = lettersOf(first.text);
  const text = begin.length > MOST_LETTERS ? `${begin.slice(0, MOST_LETTERS).join('')}…` : first.text;
  return {
    part: 'title',
    title: 'Characters without a typeface',
    text: `No typeface here has ${letters}${more}, so “${text}” shows a box instead. Write it another way.`,
    facts: cutTo(lacking.map(({ letter }) => letter).join(' '), 4000),
    mends: [{ say: 'Set the words', open: 'title' }],
  };
}

export const glyphs: Check = {
  id: 'glyphs',
  find: ({ layout }) => findLacking([...textsOf(layout.scene.nodes)].map(({ text }) => text)),
};

/** What a spark table writes by hand and from its table. */
function* textsIn({ spec, columns, data }: ResolvedSparkTable): Generator<string> {
  const { words } = spec;
  for (const part of [words.title, words.source]) yield plainWords(part, () => '');
  for (const column of columns) {
    yield column.title;
    if (column.kind === 'text') yield* column.cells;
  }
  for (const { name } of data.records) yield name;
}

export const sparkGlyphs: SparkCheck = {
  id: 'glyphs',
  find(resolved) {
    const found = findLacking(textsIn(resolved));
    return found ? [found] : [];
  },
};
