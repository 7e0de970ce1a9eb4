/** A figure in words, for readers who do not see it, made of facts in the language of its report. */
import { sayAgain } from '../fact/again.ts';
import type { Fact } from '../fact/claim.ts';
import { fill } from '../fact/messages.ts';
import { sayFact } from '../fact/say.ts';
import { languageOf } from '../text/language.ts';
import type { Locale } from '../text/locale.ts';
import { formatNumber } from '../text/number.ts';
import { factFor, factsOfSpoken, type Spoken, spokenIn } from './facts.ts';
import type { ResolvedFigure, ResolvedLine } from './resolve.ts';
import { suggestTitles } from './suggest.ts';

/** Letters of a short description at the most. */
const SHORT = 300;
/** Lines that are described one by one. */
const MOST_LINES = 40;
/** Of each line, what is most telling, beside its latest, highest and lowest value. */
const MOST_TELLING = 3;
/** With more lines than this, only the most telling fact of each. */
const FEW_LINES = 6;

/** What every line's description says, where it holds, in this order. */
const ALWAYS: readonly Fact['claim']['kind'][] = ['constant', 'latest', 'high', 'low', 'missing', 'unfinished'];

/** Kinds whose sentence says the latest value. */
const SAYS_LATEST: ReadonlySet<string> = new Set([
  'record',
  'since',
  'streak',
  'year',
  'previous',
  'change',
  'first',
  'rank',
  'beyond',
  'crossing',
]);

/** The facts that a line is described by: the most telling ones, and those that are always said. */
function factsSaid(facts: readonly Fact[], most: number): Fact[] {
  const telling = facts.filter(({ weight, claim }) => weight > 5 && !ALWAYS.includes(claim.kind)).slice(0, most);
  const saysLatest = telling.some(({ claim }) => SAYS_LATEST.has(claim.kind));
  const record = telling.flatMap(({ claim }) => (claim.kind === 'record' ? [claim.end] : []));
  const always = ALWAYS.filter((kind) => !(kind === 'latest' && saysLatest) && !record.some((end) => end === kind));
  return [...telling, ...always.flatMap((kind) => facts.find(({ claim }) => claim.kind === kind) ?? [])];
}

/** A sentence with its full stop; one that ends with an abbreviation has it already. */
const stopped = (sentence: string) => (sentence.endsWith('.') ? sentence : `${sentence}.`);

function sayLine(all: readonly Spoken[], line: ResolvedLine, locale: Locale): string {
  const language = languageOf(locale);
  const spoken = all.find((one) => one.line === line);
  if (!spoken)
    return fill(line.values.every((value) => value === null) ? 'd-none' : 'd-several', language, { name: line.name });
  const said = factsSaid(factsOfSpoken(all, spoken), all.length > FEW_LINES ? 1 : MOST_TELLING).map((fact) =>
    sayAgain(fact, locale),
  );
  return said.length > 0 ? said.map(stopped).join(' ') : fill('d-none', language, { name: line.name });
}

/** What is drawn, over what, and from when to when. */
function sayHead(figure: ResolvedFigure, locale: Locale): string {
  const { lines, across, panels } = figure;
  const language = languageOf(locale);
  if (lines.length === 0) return fill('d-empty', language, {});
  const first = spokenIn(figure)[0];
  const span = first && factFor(figure, { kind: 'span', line: first.line.line.id, panel: first.panel });
  const by = panels.of?.by ?? '';
  const down = panels.of?.down ?? null;
  return fill(panels.of ? 'd-panels' : 'd-figure', language, {
    count: panels.of ? panels.lineNames.size : lines.length,
    panels: panels.list.length,
    by: down === null ? by : fill('d-and', language, { one: by, other: down }),
    across: across.title,
    span: span ? sayFact(span, locale) : 'none',
  });
}

/** The values of levels that have one. */
function sayLevels({ marks }: ResolvedFigure, locale: Locale): string[] {
  return marks.flatMap((mark) => {
    if (mark.kind !== 'level' || typeof mark.at !== 'number' || mark.name === '') return [];
    const decimals = String(mark.at).split('.')[1]?.length ?? 0;
    return [fill('d-level', languageOf(locale), { name: mark.name, value: formatNumber(mark.at, decimals, locale) })];
  });
}

/** The whole description: what is drawn, and of each line what the data say, the most telling first. */
export function describeFigure(figure: ResolvedFigure, locale: Locale): string {
  const all = spokenIn(figure);
  const lines = figure.panels.list.flatMap(({ drawn }) => drawn.lines);
  const said = lines.slice(0, MOST_LINES).map((line) => sayLine(all, line, locale));
  const left = lines.length - MOST_LINES;
  const more = left > 0 ? [fill('d-more', languageOf(locale), { count: left })] : [];
  const parts = [...said, ...more, ...sayLevels(figure, locale)];
  return [sayHead(figure, locale), ...parts.map(stopped)].join(' ');
}

/** A description of at most 300 letters: what is drawn, and the most telling facts that there is room for. */
export function describeShortly(figure: ResolvedFigure, locale: Locale): string {
  let text = sayHead(figure, locale);
  for (const { text: sentence } of suggestTitles(figure, locale)) {
    const longer = `${text} ${stopped(sentence)}`;
    if ([...longer].length <= SHORT) text = longer;
  }
  return text;
}
