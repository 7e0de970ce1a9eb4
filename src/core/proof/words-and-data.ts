/** Words of a figure that its data have left behind. */
import { LANGUAGE_NAMES, otherLanguageIn } from '../fact/lexicon.ts';
import { spokenIn } from '../figure/facts.ts';
import { linesMeant } from '../figure/stated.ts';
import { type Stale, staleness, writtenFor } from '../figure/written.ts';
import { listed } from '../table/words.ts';
import { sentenceIn } from '../text/fact-ref.ts';
import { languageOf } from '../text/language.ts';
import { runsOfWords, type Words } from '../text/rich.ts';
import { typedIn } from '../text/written.ts';
import { type About, factsInstead, factsLost } from './facts-lost.ts';
import type { Check, Mend, Proofed } from './note.ts';

const PARTS = ['title', 'subtitle', 'source'] as const;
type WordsPart = (typeof PARTS)[number];
/** Facts in the place of some of the words; of where the data are from they say nothing. */
const factsFor = (proofed: Proofed, part: WordsPart, stale: Stale): Mend[] =>
  part === 'source'
    ? []
    : factsInstead(
        proofed,
        aboutOf(proofed, proofed.figure.spec.words[part], stale),
        (words) => ({ name: 'item.setWords', args: { item: proofed.figure.spec.id, words: { [part]: words } } }),
        sentenceIn(part),
      );

/** What words spoke of: the facts that they stated, and the lines that they name. */
const aboutOf = ({ figure }: Proofed, words: Words, { statements }: Stale): About => ({
  facts: statements.map(({ statement }) => statement.fact),
  lines: linesMeant(spokenIn(figure), typedIn(words)).map(({ line }) => line.line.id),
});

/** "written when the data ended in Oct 2026, which now end in Nov 2026; 32,231 is now 74,001" */
function sayStale({ start, end, numbers, statements }: Stale): string {
  const untrue = statements.map(({ statement, now }) =>
    now === null
      ? `“${statement.text}” is no longer true, and nothing like it is`
      : `“${statement.text}” is no longer true: now it is “${now}”`,
  );
  const begun = start ? [`what is drawn began with ${start.was} and now begins with ${start.now}`] : [];
  const moved = end ? [`the data ended in ${end.was} when they were written and now end in ${end.now}`] : [];
  const changed = numbers.map(({ text, now }) =>
    now === null ? `${text} is no longer there` : `${text} is now ${now}`,
  );
  return listed([...untrue, ...begun, ...moved, ...changed]);
}

/** What no longer stands of each of the words; where the period in them follows the data, only their numbers. */
function staleParts({ figure, locale }: Proofed): { part: WordsPart; stale: Stale }[] {
  const { words, written } = figure.spec;
  return PARTS.flatMap((part) => {
    const stale = staleness(figure, words[part], written[part], locale, sentenceIn(part));
    if (!stale) return [];
    const follows = runsOfWords(words[part]).some((run) => 'fact' in run);
    if (follows && stale.numbers.length + stale.statements.length === 0) return [];
    return [{ part, stale: follows ? { ...stale, start: null, end: null } : stale }];
  });
}

/** Words by hand that were written for other data, all of a figure's together. */
const staleWords: Check = {
  id: 'stale-words',
  find(proofed) {
    const { figure, locale } = proofed;
    const { spec } = figure;
    const found = staleParts(proofed);
    const [first] = found;
    if (!first) return null;
    const parts = found.map(({ part }) => part);
    const said = [...new Set(found.map(({ stale }) => sayStale(stale)))].join('; ');
    const still = Object.fromEntries(parts.map((part) => [part, spec.words[part]]));
    const written = Object.fromEntries(parts.map((part) => [part, writtenFor(figure, spec.words[part], locale)]));
    const { part } = first;
    return {
      part,
      title: `Read the ${listed(parts)} again`,
      text: `${said.charAt(0).toUpperCase()}${said.slice(1)}.`,
      facts: `${parts.join()} ${said}`,
      mends: [
        { say: 'They still hold', call: { name: 'item.setWords', args: { item: spec.id, words: still, written } } },
        ...factsFor(proofed, part, first.stale),
        { say: 'Rewrite', open: part },
      ],
    };
  },
};

/** Notes on figures whose numbers have moved on. */
const staleNotes: Check = {
  id: 'stale-notes',
  find(proofed) {
    const { figure, locale } = proofed;
    for (const mark of figure.spec.marks) {
      if (mark.kind !== 'note' || !mark.shown) continue;
      const stale = staleness(figure, mark.text, mark.written, locale);
      if (!stale) continue;
      const said = sayStale(stale);
      return {
        part: `mark:${mark.id}`,
        title: 'Read a note again',
        text: `${said.charAt(0).toUpperCase()}${said.slice(1)}.`,
        facts: `${mark.id} ${said}`,
        mends: [
          {
            say: 'It still holds',
            call: {
              name: 'figure.setMark',
              args: {
                figure: figure.spec.id,
                mark: mark.id,
                set: [{ path: ['written'], to: writtenFor(figure, mark.text, locale) }],
              },
            },
          },
          ...factsInstead(
            proofed,
            aboutOf(proofed, mark.text, stale),
            (text) => ({
              name: 'figure.setMark',
              args: {
                figure: figure.spec.id,
                mark: mark.id,
                set: [
                  { path: ['text'], to: text },
                  { path: ['written'], to: null },
                ],
              },
            }),
            'sentence',
          ),
          { say: 'Rewrite it', open: `mark:${mark.id}` },
        ],
      };
    }
    return null;
  },
};

/** The description, where it is by hand. */
const staleDescription: Check = {
  id: 'stale-description',
  find({ figure, locale }) {
    const { spec } = figure;
    const stale =
      spec.description === null ? null : staleness(figure, spec.description, spec.written.description, locale);
    if (!stale || spec.description === null) return null;
    const said = sayStale(stale);
    return {
      part: 'title',
      title: 'Read the description again',
      text: `${said.charAt(0).toUpperCase()}${said.slice(1)}.`,
      facts: said,
      mends: [
        {
          say: 'It still holds',
          call: {
            name: 'figure.describe',
            args: {
              figure: spec.id,
              description: spec.description,
              written: writtenFor(figure, spec.description, locale),
            },
          },
        },
        {
          say: 'Let it follow the data',
          call: { name: 'figure.describe', args: { figure: spec.id, description: null } },
        },
      ],
    };
  },
};

/** Words by hand that are plainly in another language than what is said of the data beside them. */
const otherLanguage: Check = {
  id: 'other-language',
  find({ figure: { spec }, locale }) {
    const notes = spec.marks.flatMap((mark) =>
      mark.kind === 'note' && mark.shown
        ? [{ part: `mark:${mark.id}` as const, what: 'A note', words: mark.text }]
        : [],
    );
    const places = [
      { part: 'title' as const, what: 'The title', words: spec.words.title },
      { part: 'subtitle' as const, what: 'The subtitle', words: spec.words.subtitle },
      ...notes,
    ];
    // One is enough to be told of: whoever reads it sees the others.
    for (const { part, what, words } of places) {
      const language = otherLanguageIn(typedIn(words), locale);
      if (language === null) continue;
      const [theirs, own] = [LANGUAGE_NAMES[language], LANGUAGE_NAMES[languageOf(locale)]];
      return {
        part,
        title: `${what} is in ${theirs}`,
        text: `The report is in ${own}, as are its numbers, its dates and its facts.`,
        facts: `${part} ${language} ${locale.id}`,
        mends: [{ say: 'Rewrite it', open: part }],
      };
    }
    return null;
  },
};

/** Checks of words against the data. */
export const wordsAndData: readonly Check[] = [staleWords, ...factsLost, staleNotes, staleDescription, otherLanguage];
