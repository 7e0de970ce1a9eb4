/**
 * What pages have besides the pictures of figures: their values to be looked
 * into, their numbers as tables, and a policy that lets just the page's own two
 * scripts run (Node only).
 */
import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import type { FigureLayout } from '../core/figure/figure-layout.ts';
import type { ResolvedFigure } from '../core/figure/resolve.ts';
import { type DrawnValues, drawnValues } from '../core/figure/values.ts';
import { inspectViews } from '../core/inspect/faces.ts';
import { inspectFigure } from '../core/inspect/inspect.ts';
import { escapeXml } from '../core/scene/svg.ts';
import type { HouseStyle } from '../core/style/style.ts';
import type { Locale } from '../core/text/locale.ts';
import { decimalsOf, formatNumber, missingSign } from '../core/text/number.ts';
import { type PageWords, pageWords } from '../core/text/page-words.ts';
import { hasRightToLeft } from '../core/text/scripts.ts';
import { ofYears } from '../core/text/years.ts';
import { formatPeriod } from '../core/time/format.ts';
import { DATA_ID, type Look, lookIds, type PageData } from '../page/data.ts';
import { figureCsv } from './figure-csv.ts';
import { packageFile } from './fonts.ts';
import reader from './reader.generated.json' with { type: 'json' };

/** Rows of the table; more would take a browser minutes. All of them are in the CSV. */
const MOST_ROWS = 5000;
const MOST_DECIMALS = 6;

let library: string | undefined;
/** The chart library as it is published, with its licence at its head. */
const libraryScript = (): string =>
  (library ??= readFileSync(packageFile('apexcharts/dist/apexcharts.min.js'), 'utf8'));

const hashOf = (script: string) => `'sha256-${createHash('sha256').update(script).digest('base64')}'`;

/** What runs from right to left is ordered by itself, wherever it stands. */
export const cell = (name: 'th' | 'td', text: string, more = '') =>
  `<${name}${more}${hasRightToLeft(text) ? ' dir="auto"' : ''}>${escapeXml(text)}</${name}>`;

/** The drawn values as a table, written as the report writes them. */
function numbersTable({ heads, years, rows }: DrawnValues, figure: ResolvedFigure, locale: Locale): string {
  const { across } = figure;
  const shown = rows.slice(0, MOST_ROWS);
  const decimals = heads.values.map((_, column) =>
    shown.reduce(
      (most, { values }) => Math.max(most, Math.min(MOST_DECIMALS, decimalsOf(Math.abs(values[column] ?? 0)))),
      0,
    ),
  );
  const placeOf = (key: number | string) =>
    across.kind === 'date' && typeof key === 'number' ? formatPeriod(key, across.interval, locale) : String(key);
  const numberOf = (value: number | null, column: number) =>
    value === null
      ? missingSign(locale)
      : formatNumber(value, decimals[column] ?? 0, years[column] ? ofYears(locale) : locale);
  const head = [...heads.names, heads.place, ...heads.values].map((text) => cell('th', text, ' scope="col"')).join('');
  const body = shown.map(
    ({ names, key, values }) =>
      `<tr>${names.map((name) => cell('td', name)).join('')}${cell('th', placeOf(key), ' scope="row"')}${values
        .map((value, column) => cell('td', numberOf(value, column), ' class="n"'))
        .join('')}</tr>`,
  );
  return `<table><thead><tr>${head}</tr></thead><tbody>${body.join('')}</tbody></table>`;
}

/** Data within a script element, where no text may end it. */
const dataScript = (data: PageData) =>
  `<script type="application/json" id="${DATA_ID}">${JSON.stringify(data).replaceAll('<', '\\u003c')}</script>`;

/** The room in which the values of a figure are looked into; it is shown once the script has filled it. `name` tells it from others. */
export function lookSection(key: string, words: PageWords, name = ''): string {
  const { look, tools, chart, read } = lookIds(key);
  const title = escapeXml([words.look, name].filter(Boolean).join(': '));
  return `<section class="look" id="${look}" aria-labelledby="${look}-head" hidden><h2 id="${look}-head">${title}</h2><p class="how">${escapeXml(words.how)}</p><div id="${tools}"></div><p class="read" id="${read}" role="status"></p><div id="${chart}"></div></section>`;
}

/** What the script looks into of a figure. */
export const lookOf = (
  key: string,
  open: boolean,
  figure: ResolvedFigure,
  layout: FigureLayout,
  style: HouseStyle,
  locale: Locale,
): Look => ({
  key,
  open,
  views: inspectViews(figure, layout).map((view) => ({
    name: view.panel === null ? pageWords(locale).allPanels : view.name,
    inspect: inspectFigure(view.figure, view.layout, style),
  })),
});

/** The numbers behind a figure as a table and a CSV, folded away. */
export function numbersBehind(figure: ResolvedFigure, locale: Locale): string {
  const words = pageWords(locale);
  const drawn = drawnValues(figure);
  const table = numbersTable(drawn, figure, locale);
  const csv = Buffer.from(figureCsv(figure, false)).toString('base64');
  const name = escapeXml(`${figure.spec.name || 'figure'}.csv`);
  const more = drawn.rows.length > MOST_ROWS ? `<p>${escapeXml(words.more)}</p>` : '';
  const label = escapeXml([words.numbers, figure.spec.name].filter(Boolean).join(': '));
  return `<details><summary>${escapeXml(words.numbers)}</summary><p><a download="${name}" href="data:text/csv;charset=utf-8;base64,${csv}">${escapeXml(words.asCsv)}</a></p>${more}<div class="scroll" tabindex="0" role="region" aria-label="${label}">${table}</div></details>`;
}

/** Letters that the chart writes while it is looked into: names, digits, signs, months. */
export const lettersOfLooks = (looks: readonly Look[], locale: Locale): string =>
  [
    Object.values(pageWords(locale)).join(' '),
    ...looks.flatMap(({ views }) =>
      views.flatMap(({ name, inspect }) => [name, ...inspect.writing.map(({ line, unit }) => `${line} ${unit ?? ''}`)]),
    ),
    `0123456789 .,:;–−-+%${locale.months.join('')}${locale.monthsShort.join('')}${locale.quarter}${locale.half}${locale.group}`,
  ].join('');

/** How what is looked into is set. */
export const lookCss = (rule: string, quiet: string): string => `
fieldset{display:flex;flex-wrap:wrap;gap:.1rem 1.1rem;margin:.6rem 0;padding:0;border:0}legend{float:left;margin-right:1rem;font-weight:600}
fieldset label{display:flex;align-items:center;gap:.35rem}fieldset i{display:inline-block;width:1.1rem;height:.2rem}
:root{accent-color:#5b3a63}.along{display:flex;gap:.75rem;align-items:center}.along input{flex:1}
button,select{font:inherit;color:inherit;background:#fff;border:1px solid ${rule};border-radius:.4rem;padding:.15rem .7rem;margin-right:.4rem}
:focus-visible{outline:2px solid #5b3a63;outline-offset:2px}
.read{min-height:1.5em}.how{color:${quiet}}
summary{font-weight:600;cursor:pointer}.scroll{overflow-x:auto;margin-top:.6rem}
@media print{.look,button,details>:not(.scroll){display:none}}`;

/** The scripts of a page with its data, and the policy that lets them, and nothing else, run. */
export function pageScripts(data: PageData): { policy: string; scripts: string } {
  const scripts = data.looks.length === 0 ? [] : [libraryScript(), reader.script];
  const run = scripts.length === 0 ? "'none'" : scripts.map(hashOf).join(' ');
  return {
    policy: `default-src 'none'; script-src ${run}; style-src 'unsafe-inline'; font-src data:; img-src data:; base-uri 'none'; form-action 'none'`,
    scripts:
      scripts.length === 0
        ? ''
        : [dataScript(data), ...scripts.map((script) => `<script>${script}</script>`)].join('\n'),
  };
}
