/** Notes on what is placed and mentioned: figures without a mention, mentions without a figure, “above” that is below. */
import type { Block, BlockOf } from '../../document/manuscript.ts';
import type { ProseRun } from '../../document/prose.ts';
import { sideIn, wordsIn } from '../../fact/lexicon.ts';
import { isTable } from '../../report/report.ts';
import { listed } from '../../table/words.ts';
import {
  isPlaced,
  type ReadBlock,
  type TextCheck,
  type TextFinding,
  type TextMend,
  type TextProofed,
  wordsOf,
} from './note.ts';
import { placesIn, runAt, runsWithin, spliced } from './read.ts';

const proseIn = (block: Block): readonly ProseRun[] => [
  ...(block.type === 'words' ? runsWithin(block.words) : []),
  ...('caption' in block ? runsWithin(block.caption ?? []) : []),
];

/** Everything that some run refers to. */
const mentionedIn = ({ report }: TextProofed): Set<string> =>
  new Set(
    report.manuscript.blocks.flatMap((block) =>
      proseIn(block).flatMap((run) => (run.kind === 'reference' ? [run.to] : [])),
    ),
  );

const isEmpty = ({ report }: TextProofed) =>
  !report.manuscript.blocks.some((block) => block.type === 'words' && block.words.length > 0);

/** A block in which a thing is placed, as it is placed by itself. */
const placing = (id: string, thing: string): BlockOf<'figure'> => ({
  type: 'figure',
  id,
  things: [thing],
  width: 'text',
  stands: 'near',
  caption: null,
});

/** A new id for a block that places a thing, which no other block has. */
function freeId({ report }: TextProofed, thing: string): string {
  const taken = new Set(report.manuscript.blocks.map(({ id }) => id));
  const name = `placed-${thing}`.slice(0, 56);
  let id = name;
  for (let count = 2; taken.has(id); count++) id = `${name}-${count}`;
  return id;
}

/** Figures and spark tables that stand nowhere in the text. */
export const notPlaced: TextCheck = {
  id: 'not-placed',
  find(proofed) {
    if (isEmpty(proofed)) return [];
    const { items, manuscript } = proofed.report;
    const placed = new Set(manuscript.blocks.flatMap((block) => (isPlaced(block) ? block.things : [])));
    const mentioned = mentionedIn(proofed);
    // One that is mentioned has a note of its own.
    const left = items.filter((item) => !isTable(item) && !placed.has(item.id) && !mentioned.has(item.id));
    const [first] = left;
    if (!first) return [];
    const last = manuscript.blocks.at(-1)?.id ?? null;
    const blocks = left.map(({ id }) => placing(freeId(proofed, id), id));
    const names =
      left.length > 4 ? `${left.length} figures and spark tables` : listed(left.map(({ name }) => `“${name}”`));
    return [
      {
        id: 'all',
        block: null,
        title: 'Not in the text',
        text: `${names} ${left.length > 1 ? 'are' : 'is'} not in the manuscript.`,
        facts: left.map(({ id }) => id).join(),
        mends: [
          {
            say: left.length > 1 ? 'Place them at the end' : 'Place it at the end',
            call: { name: 'manuscript.add', args: { blocks, after: last } },
          },
        ],
      },
    ];
  },
};

/** Where a mention goes in a paragraph: before the sign at its end. */
const beforeStop = (typed: string) => typed.length - (/[.!?…:;]*\s*$/.exec(typed)?.[0].length ?? 0);

/** Things that are placed and that no words lead to. */
export const notMentioned: TextCheck = {
  id: 'not-mentioned',
  find(proofed) {
    const { report, text, sources } = proofed;
    const mentioned = mentionedIn(proofed);
    const typed = text.blocks.map(({ said }) => said.replaceAll('\u00a0', ' ')).join('\n');
    const { blocks } = report.manuscript;
    const seen = new Set<string>();
    return blocks.flatMap((block, at): TextFinding[] => {
      const ids = isPlaced(block) ? block.things : block.type === 'numbers' ? [block.id] : [];
      return ids.flatMap((id): TextFinding[] => {
        const label = text.label(id);
        if (label === null || mentioned.has(id) || seen.has(id)) return [];
        seen.add(id);
        if (new RegExp(`${label.replace('\u00a0', ' ')}(?!\\d)`, 'i').test(typed)) return [];
        const before = blocks.slice(0, at).findLast((one) => one.type === 'words' && one.role === 'paragraph');
        const near = before && text.byId.get(before.id);
        const where = near ? beforeStop(near.typed) : 0;
        const mends: TextMend[] = near
          ? [
              {
                say: `Write “(${label})” in the paragraph before it`,
                call: {
                  name: 'manuscript.write',
                  args: {
                    block: near.block.id,
                    was: near.block.words,
                    words: spliced(near.block.words, where, where, [
                      { kind: 'text', text: near.typed.trim() === '' ? '(' : ' (' },
                      { kind: 'reference', to: id },
                      { kind: 'text', text: ')' },
                    ]),
                  },
                },
              },
            ]
          : [];
        const name = sources.thing(id)?.name;
        const [first = { say: 'Go there', at: block.id }, ...others] = mends;
        return [
          {
            id,
            block: block.id,
            title: `${label} is not mentioned`,
            text: `The text never mentions ${label}${name ? `, “${name}”` : ''}.`,
            facts: id,
            mends: [first, ...others],
          },
        ];
      });
    });
  },
};

/** Prose without its mentions of something, and without a space too many where each stood. */
function withoutMentions({ typed, block }: ReadBlock, places: readonly number[], to: string): ProseRun[] {
  return places.reduceRight<ProseRun[]>((words, place) => {
    const run = runAt(block.words, place);
    if (run?.kind !== 'reference' || run.to !== to) return words;
    const isBetween = typed[place - 1] === ' ' && /^(?:[\s.,;:!?)]|$)/.test(typed.slice(place + 1));
    return spliced(words, isBetween ? place - 1 : place, place + 1, []);
  }, block.words);
}

/** What is said of a mention of what is gone, or of what stands nowhere in the text; null where it leads to something. */
function lostMention(
  read: ReadBlock,
  place: number,
  headings: ReadonlySet<string>,
  proofed: TextProofed,
): TextFinding | null {
  const { sources, text } = proofed;
  const { block } = read;
  const run = runAt(block.words, place);
  if (run?.kind !== 'reference' || headings.has(run.to) || text.label(run.to) !== null) return null;
  const thing = sources.thing(run.to);
  const out: TextMend = {
    say: 'Remove the mention',
    call: {
      name: 'manuscript.write',
      args: { block: block.id, was: block.words, words: withoutMentions(read, placesIn(read), run.to) },
    },
  };
  const there = { id: `${block.id} ${run.to}`, block: block.id, facts: run.to };
  if (!thing)
    return {
      ...there,
      title: 'A mention leads nowhere',
      text: `“${wordsOf(read)}” mentions something that is no longer in the report.`,
      mends: [out],
    };
  const put = placing(freeId(proofed, thing.id), thing.id);
  return {
    ...there,
    title: 'Mentioned but not placed',
    text: `“${wordsOf(read)}” mentions “${thing.name}”, which is not in the manuscript.`,
    mends: [
      {
        say: 'Place it after this paragraph',
        call: { name: 'manuscript.add', args: { blocks: [put], after: block.id } },
      },
      out,
    ],
  };
}

/** Mentions of what is gone, or of what stands nowhere in the text; and places of things that are gone. */
export const gone: TextCheck = {
  id: 'gone',
  find(proofed) {
    const { report, sources, text } = proofed;
    const { blocks } = report.manuscript;
    const headings = new Set(
      blocks.flatMap((block) => (block.type === 'words' && block.role === 'heading' ? [block.id] : [])),
    );
    const mentions = text.blocks.flatMap((read) =>
      placesIn(read).flatMap((place) => lostMention(read, place, headings, proofed) ?? []),
    );
    const places = blocks.flatMap((block): TextFinding[] => {
      const lost =
        (isPlaced(block) && block.things.some((id) => !sources.thing(id))) ||
        (block.type === 'numbers' && !sources.table(block.table));
      if (!lost) return [];
      return [
        {
          id: block.id,
          block: block.id,
          title: 'What was here is gone',
          text: 'What was placed here is no longer in the report; the pages say that it is missing.',
          facts: block.id,
          mends: [{ say: 'Remove it', call: { name: 'manuscript.remove', args: { blocks: [block.id] } } }],
        },
      ];
    });
    return [...mentions, ...places];
  },
};

/** So many letters from a mention, “above” still speaks of it. */
const NEAR = 24;

/** “Above” and “below” beside a mention, held against the pages, or the order of the text where they are not set. */
export const aboveBelow: TextCheck = {
  id: 'above-below',
  find({ report, text, sources, outline }) {
    const { blocks } = report.manuscript;
    const order = (id: string) =>
      blocks.findIndex((block) => block.id === id || (isPlaced(block) && block.things.includes(id)));
    const height = (id: string): number | null => {
      const place =
        outline?.things.find(({ item, block }) => item === id || block === id) ??
        outline?.blocks.find((block) => block.id === id);
      return outline && place ? (place.page - 1) * outline.height + place.y : null;
    };
    return text.blocks.flatMap((read): TextFinding[] =>
      placesIn(read).flatMap((place): TextFinding[] => {
        const run = runAt(read.block.words, place);
        if (run?.kind !== 'reference') return [];
        const [here, there] = [height(read.block.id), height(run.to)];
        const [own, other] = [order(read.block.id), order(run.to)];
        if (other < 0 || own === other) return [];
        const stands =
          here !== null && there !== null ? (there < here ? 'above' : 'below') : other < own ? 'above' : 'below';
        const [from, until] = [Math.max(0, place - NEAR), place + 1 + NEAR];
        const sentence = read.sentences.find((one) => one.from <= place && place < one.until);
        const near = wordsIn(read.typed.slice(from, until)).flatMap(({ word, at }) => {
          const found = sideIn(word, sources.locale);
          const begins = from + at;
          const isOwn = sentence && begins >= sentence.from && begins + word.length <= sentence.until;
          return found && isOwn ? [{ ...found, begins, length: word.length }] : [];
        });
        const [said] = near;
        if (!said || near.length > 1 || said.side === stands) return [];
        const was = read.typed.slice(said.begins, said.begins + said.length);
        const now = /^\p{Lu}/u.test(was) ? said.other.charAt(0).toUpperCase() + said.other.slice(1) : said.other;
        const label = text.label(run.to) ?? 'the heading';
        return [
          {
            id: `${read.block.id} ${place}`,
            block: read.block.id,
            title: `“${was}” is ${stands}`,
            text: `“${wordsOf(read)}” says that ${label} is ${said.side}; on the pages it is ${stands}.`,
            facts: `${run.to} ${said.side}`,
            mends: [
              {
                say: `Write “${now}”`,
                call: {
                  name: 'manuscript.write',
                  args: {
                    block: read.block.id,
                    was: read.block.words,
                    words: spliced(read.block.words, said.begins, said.begins + said.length, [
                      { kind: 'text', text: now },
                    ]),
                  },
                },
              },
            ],
          },
        ];
      }),
    );
  },
};

/** Headings that stand alone at the foot of a page, or under which nothing stands. */
export const headingAlone: TextCheck = {
  id: 'heading',
  find({ report, text, outline }) {
    const { blocks } = report.manuscript;
    const pageOf = (id: string) => outline?.blocks.find((block) => block.id === id)?.page ?? null;
    return blocks.flatMap((block, at): TextFinding[] => {
      if (block.type !== 'words' || block.role !== 'heading' || block.frame !== 'none') return [];
      const read = text.byId.get(block.id);
      if (!read) return [];
      const after = blocks.slice(at + 1).find((one) => one.type !== 'page break');
      const isBare =
        !after ||
        (after.type === 'words' && after.role === 'heading' && after.frame === 'none' && after.level <= block.level);
      if (isBare)
        return [
          {
            id: `${block.id} bare`,
            block: block.id,
            title: 'A heading with nothing under it',
            text: `There is nothing under “${wordsOf(read)}”.`,
            facts: block.id,
            mends: [
              { say: 'Write under it', at: block.id },
              { say: 'Remove the heading', call: { name: 'manuscript.remove', args: { blocks: [block.id] } } },
            ],
          },
        ];
      const next = blocks.slice(at + 1).find((one) => one.type === 'words' && one.words.length > 0);
      const [own, following] = [pageOf(block.id), next ? pageOf(next.id) : null];
      const broken = blocks
        .slice(at + 1, next ? blocks.indexOf(next) : undefined)
        .some(({ type }) => type === 'page break');
      if (own === null || following === null || following <= own || broken) return [];
      const before = blocks[at - 1]?.id ?? null;
      return [
        {
          id: block.id,
          block: block.id,
          title: `A heading at the foot of page ${own}`,
          text: `“${wordsOf(read)}” is on page ${own}, but what follows it is on page ${following}.`,
          facts: block.id,
          mends: [
            {
              say: 'Start a new page with it',
              call: {
                name: 'manuscript.add',
                args: { blocks: [{ type: 'page break', id: `break-${block.id}`.slice(0, 60) }], after: before },
              },
            },
          ],
        },
      ];
    });
  },
};
