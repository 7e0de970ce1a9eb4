/** Notes on numbers that follow the data: facts that no longer hold, numbers older than the data, periods that were typed. */
import { type ProseOf, type ProseRun, tidyProse } from '../../document/prose.ts';
import { lastPlace, NOTHING, sayValue } from '../../document/sources.ts';
import { factFor } from '../../figure/facts.ts';
import { chooseAcross } from '../../table/choose.ts';
import { columnOf, type Table } from '../../table/column.ts';
import { readTitle } from '../../table/titles.ts';
import { formatPeriod } from '../../time/format.ts';
import { type ReadBlock, type Sentence, type TextCheck, type TextFinding, type TextProofed, wordsOf } from './note.ts';
import { placesIn, runAt, runsWithin, spliced } from './read.ts';

type Following = ProseOf<'fact'> | ProseOf<'value'> | ProseOf<'sparkline'>;

const isFollowing = (run: ProseRun | undefined): run is Following =>
  run?.kind === 'fact' || run?.kind === 'value' || run?.kind === 'sparkline';

/** Why there is nothing that a run could say; null where it says something. */
function lost(run: Following, { sources }: TextProofed): string | null {
  if (run.kind === 'fact') {
    const figure = sources.figure(run.of);
    if (!figure) return 'what it described is gone';
    return factFor(figure, run.fact) === null ? 'it is no longer true of the data' : null;
  }
  const table = sources.table(run.table);
  if (!table) return 'its table is gone';
  const column = columnOf(table, run.column);
  if (!column) return 'its column is gone';
  if (run.kind === 'sparkline') return column.kind === 'number' ? null : `“${column.title}” no longer holds numbers`;
  return sayValue(table, run, sources.locale) === NOTHING ? `“${column.title}” has no single value there` : null;
}

/** Prose without the runs that say nothing, in its footnotes as well; a footnote of which nothing is left goes with them. */
const withoutLost = (words: readonly ProseRun[], proofed: TextProofed): ProseRun[] =>
  tidyProse(
    words.flatMap((run): ProseRun[] => {
      if (run.kind === 'footnote') {
        const kept = run.words.filter((one) => !isFollowing(one) || lost(one, proofed) === null);
        return kept.length > 0 || run.words.length === 0 ? [{ ...run, words: kept }] : [];
      }
      return isFollowing(run) && lost(run, proofed) !== null ? [] : [run];
    }),
  );

/** Numbers of the text that say nothing, or not what they said. */
export const lostNumbers: TextCheck = {
  id: 'lost-number',
  find(proofed) {
    return proofed.text.blocks.flatMap((read): TextFinding[] => {
      const { block } = read;
      const whys = runsWithin(block.words).flatMap((run) => (isFollowing(run) ? (lost(run, proofed) ?? []) : []));
      if (whys.length === 0) return [];
      return [
        {
          id: block.id,
          block: block.id,
          title: whys.length > 1 ? `${whys.length} numbers no longer apply` : 'A number no longer applies',
          text: `In “${wordsOf(read)}”: ${[...new Set(whys)].join('; ')}.`,
          facts: whys.join(),
          mends: [
            { say: 'Choose another one', at: block.id },
            {
              say: whys.length > 1 ? 'Remove them' : 'Remove it',
              call: {
                name: 'manuscript.write',
                args: { block: block.id, was: block.words, words: withoutLost(block.words, proofed) },
              },
            },
          ],
        },
      ];
    });
  },
};

const plain = (text: string) => text.replaceAll('\u00a0', ' ').toLowerCase();

/** A period as texts name it: as the report writes it, and with its month in full. */
export function namesOfPeriod(table: Table, at: number, { sources: { locale } }: TextProofed): string[] {
  const across = chooseAcross(table);
  if (across?.kind !== 'date') return [];
  const short = formatPeriod(at, across.interval, locale);
  const date = new Date(at);
  const full = `${locale.months[date.getUTCMonth()] ?? ''} ${date.getUTCFullYear()}`;
  return across.interval === 'month' ? [short, full] : [short];
}

const sentenceOf = (read: ReadBlock, place: number): Sentence | undefined =>
  read.sentences.find(({ from, until }) => from <= place && place < until);

/** Whether a sentence, or the paragraph around it, names a period. */
const isNamed = (names: readonly string[], text: string) => names.some((name) => plain(text).includes(plain(name)));

/** Values held to a row behind which the data have gone on, in sentences that do not say so. */
export const olderNumbers: TextCheck = {
  id: 'older-number',
  find(proofed) {
    const { sources } = proofed;
    return proofed.text.blocks.flatMap((read): TextFinding[] =>
      placesIn(read).flatMap((place): TextFinding[] => {
        const run = runAt(read.block.words, place);
        if (run?.kind !== 'value' || run.row === 'last' || typeof run.row.at !== 'number') return [];
        const table = sources.table(run.table);
        const column = table && columnOf(table, run.column);
        const last = table ? lastPlace(table, run.column) : null;
        if (!table || !column || typeof last !== 'number' || last <= run.row.at) return [];
        const names = namesOfPeriod(table, run.row.at, proofed);
        const [was = ''] = names;
        const [now = ''] = namesOfPeriod(table, last, proofed);
        // A year alone is a name for its months where nothing else is said.
        const year = String(new Date(run.row.at).getUTCFullYear());
        if (was === '' || isNamed([...names, year], read.said)) return [];
        const said = sayValue(table, run, sources.locale);
        const latest = sayValue(table, { ...run, row: 'last' }, sources.locale);
        const write = (words: ProseRun[]) =>
          ({ name: 'manuscript.write', args: { block: read.block.id, was: read.block.words, words } }) as const;
        return [
          {
            id: `${read.block.id} ${place}`,
            block: read.block.id,
            title: 'A number older than the data',
            text: `${said} in “${wordsOf(read)}” is for ${was}, but “${readTitle(column.title).name}” now goes to ${now}: ${latest}.`,
            facts: `${said} ${was} ${now}`,
            mends: [
              {
                say: `Follow the latest, ${latest}`,
                call: write(spliced(read.block.words, place, place + 1, [{ ...run, row: 'last' }])),
              },
              {
                say: `Say that it is for ${was}`,
                call: write(spliced(read.block.words, place + 1, place + 1, [{ kind: 'text', text: ` (${was})` }])),
              },
            ],
          },
        ];
      }),
    );
  },
};

/** Periods that were typed beside numbers which have gone on since. */
export const olderPeriods: TextCheck = {
  id: 'older-period',
  find(proofed) {
    const { sources } = proofed;
    return proofed.text.blocks.flatMap((read): TextFinding[] => {
      const { block, typed } = read;
      for (const place of placesIn(read)) {
        const run = runAt(block.words, place);
        if (run?.kind !== 'value' || run.row !== 'last') continue;
        const table = sources.table(run.table);
        const across = table && chooseAcross(table);
        const last = table ? lastPlace(table, run.column) : null;
        const sentence = sentenceOf(read, place);
        if (!table || across?.kind !== 'date' || typeof last !== 'number' || !sentence) continue;
        const nowNames = namesOfPeriod(table, last, proofed);
        if (isNamed(nowNames, sentence.said)) continue;
        const own = typed.slice(sentence.from, sentence.until);
        // Where the sentence speaks of other numbers as well, a period may be theirs.
        const others = placesIn(read).filter((one) => one !== place && one >= sentence.from && one < sentence.until);
        if (others.some((one) => isFollowing(runAt(block.words, one)))) continue;
        const before = across.cells
          .flatMap((cell) => (typeof cell === 'number' && cell < last ? [cell] : []))
          .sort((a, b) => b - a)
          .slice(0, 24);
        for (const at of before) {
          const name = namesOfPeriod(table, at, proofed).find((one) => plain(own).includes(plain(one)));
          if (name === undefined) continue;
          const from = sentence.from + plain(own).indexOf(plain(name));
          const isFull = plain(name) !== plain(namesOfPeriod(table, at, proofed)[0] ?? '');
          const now = (isFull ? nowNames[1] : nowNames[0]) ?? nowNames[0] ?? '';
          const value = sayValue(table, run, sources.locale);
          return [
            {
              id: block.id,
              block: block.id,
              title: 'A period older than its number',
              text: `“${wordsOf(read)}” says ${name}, but the ${value} beside it is for ${now}.`,
              facts: `${name} ${now}`,
              mends: [
                {
                  say: `Write “${now}”`,
                  call: {
                    name: 'manuscript.write',
                    args: {
                      block: block.id,
                      was: block.words,
                      words: spliced(block.words, from, from + name.length, [{ kind: 'text', text: now }]),
                    },
                  },
                },
                {
                  say: `Fix the number at ${name}`,
                  call: {
                    name: 'manuscript.write',
                    args: {
                      block: block.id,
                      was: block.words,
                      words: spliced(block.words, place, place + 1, [{ ...run, row: { at } }]),
                    },
                  },
                },
              ],
            },
          ];
        }
      }
      return [];
    });
  },
};
