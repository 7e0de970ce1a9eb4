/** Letters of all scripts on the screen, in files and as outlines: as wide as each other, and of the shipped typefaces. */
import type { Page } from 'playwright-core';
import { describe, expect, it } from 'vitest';
import { drawFigure } from '../../src/core/figure/draw.ts';
import { newReport } from '../../src/core/report/report.ts';
import { packTable } from '../../src/core/report/tables.ts';
import { type TextNode, textsOf } from '../../src/core/scene/scene.ts';
import { toSvg } from '../../src/core/scene/svg.ts';
import { DEFAULT_STYLE } from '../../src/core/style/style.ts';
import { localeOf } from '../../src/core/text/locale.ts';
import { textWidth } from '../../src/core/text/measure.ts';
import { fontFacesOf } from '../../src/formats/embed.ts';
import { outlineText } from '../../src/formats/outlines.ts';
import { situation } from '../unit/situations.ts';
import { dates, months, numbers } from '../unit/tables.ts';
import { openReport } from './demo.ts';
import { newPage } from './pages.ts';

const POINTS = 0.2;
const NAMES = [
  'Северный причал',
  'νησιά Σύρου ΑΥΤ',
  'נמל צפון 2023',
  'ميناء الشمال 2023',
  'ท่าเรือน้ำลึก',
  'उत्तरी घाट',
  '北の港',
  '北码头与外岛',
  '북쪽 항구',
  '🛳 ferry',
  'AVATA\u0300R To. Vy',
];

function made() {
  const { spec, table } = situation('ميناء الشمال 2023: 14 رحلة (ferry)', [
    dates(months(2024, 1, 12), 'month'),
    ...NAMES.map((title, at) => ({
      ...numbers(
        `v${at}`,
        Array.from({ length: 12 }, (_, row) => at * 10 + Math.round(4 * Math.sin(row / 2 + at))),
      ),
      title,
    })),
  ]);
  const figure = {
    ...spec,
    frame: { ...spec.frame, height: 110 },
    words: { ...spec.words, subtitle: 'Tablet 𒀀', source: 'מקור: ספר הנמל (2024), 北の港' },
  };
  let count = 0;
  const { item, blocks } = packTable('t', table, () => `b${++count}`);
  const { scene } = drawFigure(figure, table, DEFAULT_STYLE, localeOf('en-GB'));
  return { report: { ...newReport('Scripts', ''), items: [figure, item] }, blocks, scene };
}

/** How far each text of a page's pictures is from its width as worked out here, points; none where all agree. */
async function apart(page: Page, texts: readonly TextNode[], where: string): Promise<string[]> {
  const seen = await page.locator(where).evaluateAll((nodes) =>
    nodes.map((node) => ({
      text: (node.textContent ?? '').replace(/[\u2068\u2069]/g, ''),
      width: (node as SVGTextElement).getComputedTextLength(),
    })),
  );
  return texts.flatMap(({ text, face, size }) => {
    const found = seen.find((one) => one.text === text);
    const width = textWidth(text, face, size);
    return found && Math.abs(found.width - width) <= POINTS ? [] : [`${text}: ${found?.width} and ${width}`];
  });
}

describe('letters of all scripts', () => {
  it('are set alike on the screen, in files and as outlines', async () => {
    const page = await newPage();
    const { report, blocks, scene } = made();
    const texts = [...textsOf(scene.nodes)];
    expect(texts.filter(({ text }) => NAMES.includes(text))).toHaveLength(NAMES.length);
    await openReport(page, report, blocks);
    // The letters come after the sheet, which is then set anew with them.
    await expect.poll(() => apart(page, texts, '.sheet svg text'), { timeout: 20_000 }).toEqual([]);
    await page.getByText('No typeface here has “𒀀”').waitFor();
    const families = await page.evaluate(() =>
      [...document.fonts].filter(({ status }) => status === 'loaded').map(({ family }) => family.replaceAll('"', '')),
    );
    for (const family of [
      'Noto Sans Hebrew',
      'Noto Sans Arabic',
      'Noto Sans Thai',
      'Noto Sans Devanagari',
      'Noto Sans JP',
      'Noto Sans SC',
      'Noto Sans KR',
      'Noto Emoji',
    ])
      expect(families).toContain(family);
    const places = (where: string) =>
      page.locator(where).evaluateAll((nodes) => nodes.map((node) => [node.getAttribute('x'), node.getAttribute('y')]));
    const onScreen = await places('.sheet svg text');

    const svg = toSvg(scene, { fontFaces: await fontFacesOf(texts) });
    await page.setContent(svg);
    // The letters that it carries are read once it is laid out.
    await expect.poll(() => apart(page, texts, 'svg text')).toEqual([]);
    expect(await places('svg text')).toEqual(onScreen);

    // The ink of outlines lies where the browser's own letters have theirs.
    const outlined = texts.filter(({ text }) => NAMES.includes(text) || text.includes('2024)'));
    const ink = await page.evaluate(
      (all) => {
        const context = new OffscreenCanvas(1, 1).getContext('2d');
        const svg = document.querySelector('svg') as SVGSVGElement;
        return all.map(({ text, d, size }) => {
          const node = [...svg.querySelectorAll('text')].find((one) => one.textContent?.includes(text));
          if (!context || !node) return null;
          const { fontFamily, fontWeight, fontStyle } = getComputedStyle(node);
          context.font = `${fontStyle} ${fontWeight} ${size * 50}px ${fontFamily}`;
          // The marks around text that runs from the right would count as ink at its start.
          const isRightToLeft = /^\u2068/.test(node.textContent ?? '');
          context.direction = isRightToLeft ? 'rtl' : 'ltr';
          context.textAlign = 'left';
          const { actualBoundingBoxLeft, actualBoundingBoxRight } = context.measureText(text);
          const path = document.createElementNS('http://www.w3.org/2000/svg', 'path');
          path.setAttribute('d', d);
          svg.append(path);
          const box = path.getBBox();
          path.remove();
          return {
            text,
            left: box.x + actualBoundingBoxLeft / 50,
            right: box.x + box.width - actualBoundingBoxRight / 50,
          };
        });
      },
      outlined.map((node) => ({ text: node.text, size: node.size, d: outlineText({ ...node, anchor: 'start' }) })),
    );
    for (const one of ink) {
      expect(Math.abs(one?.left ?? 9), one?.text).toBeLessThan(POINTS);
      expect(Math.abs(one?.right ?? 9), one?.text).toBeLessThan(POINTS);
    }
  });
});
