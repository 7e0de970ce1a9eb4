/**
 * The script of pages with figures. It makes what a reader looks into the
 * values with; without it the page has the set pictures and the numbers. The
 * chart library stands in the page before it.
 */
import type Library from 'apexcharts';
import { withEscaped } from '../core/inspect/escaped.ts';
import type { Inspect } from '../core/inspect/inspect.ts';
import { sayPlace, sayValue, valueAt, writtenOptions } from '../core/inspect/written.ts';
import { houseLocale } from '../core/text/house-locale.ts';
import type { Locale } from '../core/text/locale.ts';
import { type PageWords, pageWords } from '../core/text/page-words.ts';
import { DATA_ID, type Look, lookIds, type PageData } from './data.ts';

declare const ApexCharts: typeof Library;

const HERE = 'here';
/** A share of what is seen that stays when coming nearer. */
const NEARER = 0.5;

function byId(id: string): HTMLElement {
  const found = document.getElementById(id);
  if (!found) throw new Error(`The page has no “${id}”.`);
  return found;
}

function element<Name extends keyof HTMLElementTagNameMap>(
  name: Name,
  own: Partial<HTMLElementTagNameMap[Name]> = {},
  ...children: (Node | string)[]
): HTMLElementTagNameMap[Name] {
  const made = Object.assign(document.createElement(name), own);
  made.append(...children);
  return made;
}

type Key = number | string;

/** All places at which some series has a point, in order, with the point of each series there. */
function placesOf({ series, options }: Inspect): { key: Key; points: (number | undefined)[] }[] {
  const names = options.xaxis?.categories as string[] | undefined;
  if (names && names.length > 0) return names.map((key, entry) => ({ key, points: series.map(() => entry) }));
  const found = new Map<number, (number | undefined)[]>();
  series.forEach(({ data }, index) => {
    data.forEach((datum, point) => {
      if (!Array.isArray(datum)) return;
      const points = found.get(datum[0]) ?? series.map(() => undefined);
      points[index] = point;
      found.set(datum[0], points);
    });
  });
  return [...found].sort(([a], [b]) => a - b).map(([key, points]) => ({ key, points }));
}

/** The series of each line, in the order of the lines. */
function linesOf({ writing }: Inspect): { name: string; series: number[] }[] {
  const found = new Map<string, number[]>();
  writing.forEach(({ line }, index) => {
    found.set(line, [...(found.get(line) ?? []), index]);
  });
  return [...found].map(([name, series]) => ({ name, series }));
}

/** A view of the figure that can be looked into; returns what takes it away. */
function lookInto(key: string, inspect: Inspect, locale: Locale, words: PageWords): () => void {
  const ids = lookIds(key);
  const options = withEscaped(writtenOptions(inspect, locale));
  const room = element('div');
  byId(ids.chart).replaceChildren(room);
  const chart = new ApexCharts(room, {
    ...options,
    series: inspect.series as ApexAxisChartSeries,
    chart: { ...options.chart, height: 420, toolbar: { show: false } },
    legend: { show: false },
  });
  const drawn = chart.render();
  const lines = linesOf(inspect);
  const off = new Set<number>();
  const places = placesOf(inspect);
  const slider = element('input', {
    type: 'range',
    min: '0',
    max: String(Math.max(0, places.length - 1)),
    id: ids.place,
  });
  slider.value = slider.max;
  const read = byId(ids.read);

  const readOut = () => {
    const place = places[Number(slider.value)];
    if (!place) return;
    const values = lines.flatMap(({ name, series }) => {
      const shown = series.filter((index) => !off.has(index));
      // Of a line that two series draw, the finished one says what both have.
      const index = shown.find((candidate) => valueAt(inspect, candidate, place.points[candidate]) !== null);
      if (index === undefined) {
        // Of a line with more points than are drawn, nothing is known here.
        const isHole = shown.length > 0 && shown.every((one) => inspect.writing[one]?.isThinned !== true);
        return isHole ? [`${name}: –`] : [];
      }
      const point = place.points[index];
      return [`${name}: ${sayValue(inspect, index, valueAt(inspect, index, point), point, locale)}`];
    });
    const where = sayPlace(inspect, place.key, locale);
    slider.setAttribute('aria-valuetext', `${where}. ${values.join('; ')}`);
    read.replaceChildren(element('b', {}, where), ` ${values.join('; ')}`);
    void drawn.then(() => {
      chart.removeAnnotation(HERE);
      chart.addXaxisAnnotation({
        id: HERE,
        x: place.key,
        borderColor: '#6e6574',
        strokeDashArray: 0,
      } as XAxisAnnotations);
    });
  };
  slider.addEventListener('input', readOut);

  const boxes = lines.map(({ name, series }) => {
    const box = element('input', { type: 'checkbox', checked: true });
    box.addEventListener('change', () => {
      for (const index of series) {
        if (box.checked) off.delete(index);
        else off.add(index);
        const own = inspect.series[index]?.name ?? '';
        if (box.checked) chart.showSeries(own);
        else chart.hideSeries(own);
      }
      readOut();
    });
    const swatch = element('i', { ariaHidden: 'true' });
    swatch.style.background = String(options.colors?.[series[0] ?? 0] ?? '#000000');
    return element('label', {}, box, swatch, name);
  });

  const keys = places.map(({ key }) => key).filter((key) => typeof key === 'number');
  const [first, last] = [keys[0], keys.at(-1)];
  let seen: [number, number] | null = first !== undefined && last !== undefined && first < last ? [first, last] : null;
  const whole = seen;
  const zoom = (share: number) => () => {
    if (!seen || !whole) return;
    // Around the place that is read out, where it is in sight.
    const key = places[Number(slider.value)]?.key;
    const isSeen = typeof key === 'number' && key >= seen[0] && key <= seen[1];
    const middle = isSeen ? key : (seen[0] + seen[1]) / 2;
    const half = ((seen[1] - seen[0]) * share) / 2;
    seen = [Math.max(whole[0], middle - half), Math.min(whole[1], middle + half)];
    chart.zoomX(...seen);
  };
  const back = () => {
    seen = whole;
    if (whole) chart.zoomX(...whole);
  };
  const isZoomed = seen !== null && options.chart?.zoom?.enabled === true;
  byId(ids.tools).replaceChildren(
    element('fieldset', {}, element('legend', {}, words.lines), ...boxes),
    element('p', { className: 'along' }, element('label', { htmlFor: ids.place }, words.period), slider),
    ...(isZoomed
      ? [
          element(
            'p',
            {},
            element('button', { type: 'button', onclick: zoom(NEARER) }, words.nearer),
            element('button', { type: 'button', onclick: zoom(1 / NEARER) }, words.wider),
            element('button', { type: 'button', onclick: back }, words.whole),
          ),
        ]
      : []),
  );
  readOut();
  return () => chart.destroy();
}

/** Opens what one looks into a figure with. */
function open({ key, views }: Look, locale: Locale, words: PageWords): void {
  const ids = lookIds(key);
  let leave: (() => void) | null = null;
  const show = (index: number) => {
    leave?.();
    const view = views[index];
    leave = view ? lookInto(key, view.inspect, locale, words) : null;
  };
  if (views.length > 1) {
    const choice = element(
      'select',
      { id: ids.view },
      ...views.map(({ name }, index) => element('option', { value: String(index) }, name)),
    );
    choice.addEventListener('change', () => show(Number(choice.value)));
    byId(ids.look).insertBefore(
      element('p', {}, element('label', { htmlFor: ids.view }, words.panel), ' ', choice),
      byId(ids.tools),
    );
  }
  byId(ids.look).hidden = false;
  show(0);
}

function start(): void {
  const { locale: id, numbers, looks } = JSON.parse(byId(DATA_ID).textContent ?? '') as PageData;
  const locale = houseLocale(id, { numbers });
  const words = pageWords(locale);
  for (const look of looks) {
    if (look.open) {
      open(look, locale, words);
      continue;
    }
    const section = byId(look.key);
    const button = element('button', { type: 'button', className: 'into', ariaExpanded: 'false' }, words.look);
    let isMade = false;
    button.addEventListener('click', () => {
      if (isMade) section.hidden = !section.hidden;
      else open(look, locale, words);
      isMade = true;
      button.ariaExpanded = String(!section.hidden);
    });
    button.setAttribute('aria-controls', look.key);
    section.before(button);
  }
}

start();
