/** The manuscript of the demo report: every number in it follows the data. */
import { Block, type Manuscript, NO_MANUSCRIPT } from '../src/core/document/manuscript.ts';
import type { ProseOf, ProseRun } from '../src/core/document/prose.ts';
import type { FactPart, FactRef } from '../src/core/text/fact-ref.ts';

const ISLES = 'outer_isles_thousands';
const SHUTTLE = 'harbour_shuttle_thousands';
const CROSSING = 'sound_crossing_thousands';
const KELDA = 'kelda_ness_thousands';
const ON_TIME = 'on_time_pct';

const fact = (
  line: string,
  kind: FactRef['kind'],
  part: FactPart,
  more: Partial<FactRef> = {},
  of = 'sailings',
): ProseRun => ({
  kind: 'fact',
  of,
  fact: { kind, line, ...more },
  part,
});
const bold = (run: ProseRun): ProseRun => ({ ...run, bold: true }) as ProseRun;
/** The last finished value of a column, without its unit. */
const latest = (column: string, table = 'sailings'): ProseRun => ({
  kind: 'value',
  table,
  column,
  row: 'last',
  decimals: null,
  unit: table !== 'sailings' || column === ON_TIME,
});
const month = (column: string, year: number, of: number): ProseRun => ({
  kind: 'value',
  table: 'sailings',
  column,
  row: { at: Date.UTC(year, of - 1, 1) },
  decimals: null,
  unit: false,
});
const spark = (column: string, draw: 'line' | 'columns' = 'line', last = 24, table = 'sailings'): ProseRun => ({
  kind: 'sparkline',
  table,
  column,
  last,
  draw,
});
const see = (to: string): ProseRun => ({ kind: 'reference', to });
const note = (id: string, words: ProseOf<'footnote'>['words']): ProseRun => ({ kind: 'footnote', id, words });

/** Words with runs among them. */
function words(texts: TemplateStringsArray, ...runs: ProseRun[]): ProseRun[] {
  return texts.flatMap((text, at) => {
    const run = runs[at];
    return [...(text === '' ? [] : [{ kind: 'text' as const, text }]), ...(run ? [run] : [])];
  });
}

let count = 0;
const block = (given: object): Block => Block.parse({ id: `text-${++count}`, ...given });
const paragraph = (runs: ProseRun[], more: object = {}) => block({ type: 'words', words: runs, ...more });
const heading = (level: number, text: string, id?: string) =>
  block({ type: 'words', role: 'heading', level, words: [{ kind: 'text', text }], ...(id !== undefined && { id }) });
const item = (runs: ProseRun[], more: object = {}) => paragraph(runs, { role: 'item', ...more });
const figure = (thing: string, caption: ProseRun[] | null, more: object = {}) =>
  block({ type: 'figure', things: [thing], caption, ...more });

/** The report in prose. */
export function demoManuscript(): Manuscript {
  count = 0;
  const blocks: Block[] = [
    heading(1, 'Every summer fuller than the last', 'head-summer'),
    paragraph(
      words`In ${fact(ISLES, 'latest', 'when')} the outer isles carried ${bold(latest(ISLES))} thousand passengers, ${fact(ISLES, 'year', 'signed change')} on a year earlier ${spark(ISLES)}. The busiest month was ${fact(ISLES, 'high', 'when')}, with ${bold(month(ISLES, 2026, 7))} thousand: more than in any month before it.${note('note-count', words`Passengers are counted once for each crossing. October 2026 runs to the 12th and is left out of all comparisons.` as ProseOf<'footnote'>['words'])} The harbour shuttle carried ${latest(SHUTTLE)} thousand ${spark(SHUTTLE)}, the sound crossing ${latest(CROSSING)} thousand ${spark(CROSSING)}, and Kelda–Ness ${latest(KELDA)} thousand ${spark(KELDA)}.`,
    ),
    paragraph(words`In short`, { role: 'heading', level: 3, frame: 'box', id: 'head-short' }),
    item(words`${fact(ISLES, 'year', 'sentence')}.`, { frame: 'box' }),
    item(
      words`Punctuality: ${latest(ON_TIME)} of sailings left on time in ${fact(ON_TIME, 'latest', 'when')}, ${fact(ON_TIME, 'year', 'signed change')} on a year earlier ${spark(ON_TIME)}.`,
      { frame: 'box' },
    ),
    item(words`${fact('foot_passengers_thousands', 'record', 'sentence', { end: 'high' }, 'years')}.`, {
      frame: 'box',
    }),
    block({ type: 'contents', id: 'contents', depth: 2 }),
    heading(2, 'Passengers by route', 'head-routes'),
    paragraph(
      words`All four routes follow the year: ${see('passengers')} shows three summers, each higher than the one before on the outer isles. Over ${fact(ISLES, 'span', 'sentence')} the isles carried ${fact(ISLES, 'mean', 'value')} thousand a month on average, and never fewer than ${fact(ISLES, 'low', 'value')} thousand, in ${fact(ISLES, 'low', 'when')}.`,
    ),
    figure('passengers', words`Passengers a month by route, in thousands.`),
    paragraph(
      words`The harbour shuttle has stood between ${fact(SHUTTLE, 'low', 'value')} and ${fact(SHUTTLE, 'high', 'value')} thousand for three years. It is the only route that carried fewer people in ${fact(SHUTTLE, 'year', 'when')} than a year before (${fact(SHUTTLE, 'year', 'signed change')}). Kelda–Ness did not sail from February to April 2025, while the pier at Ness was mended.`,
    ),
    heading(2, 'Routes at a glance', 'head-glance'),
    paragraph(
      words`${see('glance')} sets the four routes beside each other, each on its own scale. The win and loss marks stand for months above and below the same month of the year before.`,
    ),
    figure('glance', words`Two years to ${fact(ISLES, 'latest', 'when')}, each route on its own scale.`, {
      width: 'own',
    }),
    heading(1, 'On time, or nearly', 'head-time'),
    paragraph(
      words`More passengers take longer to board. ${see('both')} sets both beside each other: the share of sailings that left within five minutes of the timetable was lowest in ${fact(ON_TIME, 'low', 'when')}, at ${fact(ON_TIME, 'low', 'value')}, when the isles were at their fullest.`,
    ),
    figure('both', words`Passengers to the outer isles, and sailings on time.`),
    paragraph(words`Three things were done about it this year:`),
    paragraph(words`boarding at Northgate by two ramps from 1 May on;`, { role: 'number' }),
    paragraph(words`four more minutes in the timetable at Kelda, where most delays began;`, { role: 'number' }),
    paragraph(words`a third crew for the catamaran on Saturdays.`, { role: 'number' }),
    paragraph(
      words`Punctuality was ${fact(ON_TIME, 'previous', 'signed change')} on the month before in ${fact(ON_TIME, 'previous', 'when')}. One month is no trend; the average over the period is ${fact(ON_TIME, 'mean', 'value')}.`,
    ),
    heading(2, 'What crews say', 'head-crews'),
    paragraph(words`“On a July Saturday we turn the ship round in eleven minutes. The timetable says eight.”`, {
      frame: 'quote',
    }),
    paragraph(words`The numbers bear this out, for all sailings of the season.`),
    heading(1, 'The longer view', 'head-longer'),
    paragraph(
      words`Foot passengers were ${fact('foot_passengers_thousands', 'latest', 'value', {}, 'years')} thousand in ${fact('foot_passengers_thousands', 'latest', 'when', {}, 'years')} ${spark('foot_passengers_thousands', 'columns', 15, 'years')}, after ${fact('foot_passengers_thousands', 'low', 'value', {}, 'years')} thousand in ${fact('foot_passengers_thousands', 'low', 'when', {}, 'years')}, when nothing sailed for five months. ${see('years-figure')} has fifteen years of both.`,
    ),
    figure('years-figure', words`Foot passengers and vehicles a year, in thousands.`),
    paragraph(words`${see('last-months')} has the last six months in full:`),
    block({
      type: 'numbers',
      id: 'last-months',
      table: 'sailings',
      columns: ['month', ISLES, SHUTTLE, CROSSING, KELDA, ON_TIME],
      last: 6,
      strong: 'last',
      stands: 'here',
      caption: words`Passengers by route in thousands, and sailings on time.`,
    }),
    heading(2, 'Piers', 'head-piers'),
    paragraph(
      words`Most passengers of summer 2026 went through ${fact('passengers_thousands', 'high', 'when', {}, 'piers')}, ${fact('passengers_thousands', 'high', 'value', {}, 'piers')} thousand of them. ${see('each-pier')} follows each pier by the month.`,
    ),
    figure('each-pier', words`Passengers a month at each pier.`),
    paragraph(
      words`Questions are answered by the planning office, ${{ kind: 'text', text: 'planning@skerry.example', link: 'mailto:planning@skerry.example' }}.`,
    ),
  ];
  return { ...NO_MANUSCRIPT, author: 'Planning office', blocks };
}
