/** Notes on a figure's title and the sentences beside it that say opposite directions of one thing. */

import { comparedIn, directionIn } from '../../fact/lexicon.ts';
import { sayFactsOf } from '../../figure/facts.ts';
import { plainWords } from '../../text/rich.ts';
import { isPlaced, type ReadBlock, type TextCheck, type TextFinding, type TextProofed } from './note.ts';
import { placesIn, runAt } from './read.ts';

/** The paragraphs beside a placed figure, and those that mention it. */
function besideOf(thing: string, at: number, { report, text }: TextProofed): ReadBlock[] {
  const { blocks } = report.manuscript;
  const near = [blocks[at - 1], blocks[at + 1]].flatMap((block) => (block ? (text.byId.get(block.id) ?? []) : []));
  const mentioning = text.blocks.filter((read) =>
    placesIn(read).some((place) => {
      const run = runAt(read.block.words, place);
      return run?.kind === 'reference' && run.to === thing;
    }),
  );
  return [...new Set([...mentioning, ...near])].filter(({ block }) => block.role !== 'heading');
}

const includes = (text: string, name: string) => text.toLowerCase().includes(name.toLowerCase());

export const directions: TextCheck = {
  id: 'directions',
  find(proofed) {
    const { report, sources, text } = proofed;
    const { locale } = sources;
    return report.manuscript.blocks.flatMap((block, at): TextFinding[] =>
      (isPlaced(block) ? block.things : []).flatMap((id): TextFinding[] => {
        const figure = sources.figure(id);
        if (!figure) return [];
        const title = plainWords(figure.spec.words.title, sayFactsOf(figure, locale));
        const said = directionIn(title, locale);
        if (!said) return [];
        const names = figure.lines.map(({ name }) => name).filter((name) => name.trim() !== '');
        const inTitle = names.filter((name) => includes(title, name));
        // A title without a name speaks of the only line.
        const [name, ...more] = inTitle.length > 0 ? inTitle : names;
        if (name === undefined || more.length > 0) return [];
        const compared = comparedIn(title, locale);
        const found = besideOf(id, at, proofed).flatMap((read) =>
          read.sentences.flatMap((sentence) => {
            const own = directionIn(sentence.said, locale);
            if (!own || own.way === said.way || !includes(sentence.said, name)) return [];
            // Of another line in the same sentence it may be true.
            if (names.some((other) => other !== name && includes(sentence.said, other))) return [];
            const base = comparedIn(sentence.said, locale);
            return base !== null && compared !== null && base !== compared ? [] : [{ read, sentence, own }];
          }),
        );
        const [first] = found;
        if (!first) return [];
        const facts = sayFactsOf(figure, locale);
        const line = figure.lines.find((one) => one.name === name)?.line.id ?? null;
        const kind = compared === 'year' ? 'year' : compared === 'period' ? 'previous' : 'change';
        const now = facts({ kind, line }, 'sentence');
        return [
          {
            id,
            block: first.read.block.id,
            title: 'Title and text contradict each other',
            text: `The title of ${text.label(id) ?? `“${figure.spec.name}”`} says “${said.word}”, and the sentence beside it “${first.own.word}”, of ${name}. In the data: ${now}.`,
            facts: `${said.word} ${first.own.word} ${now}`,
            mends: [
              { say: 'Rewrite the sentence', at: first.read.block.id },
              { say: 'Rewrite the title', item: id },
            ],
          },
        ];
      }),
    );
  },
};
