/** An audit of a page by axe-core against WCAG 2.2, levels A and AA, and by its rules of good practice. */
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import type { AxeResults, RunOptions } from 'axe-core';
import type { Page } from 'playwright-core';
import { expect } from 'vitest';

const source = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');
const RULES: RunOptions = { runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'] };

/** The numbers and dates at the ticks of an axis on the sheet are what is drawn there, not the label of the part they belong to. */
const isTicks = (rule: string, html: string) =>
  rule === 'label-content-name-mismatch' && html.startsWith('<g data-part="axis:');

/** How much is being shown or hidden by and by; what goes with the place that is scrolled to never comes to an end. */
const fading = (): number =>
  document
    .getAnimations()
    .filter(({ timeline, playState }) => timeline === document.timeline && playState === 'running')
    .filter(({ effect }) => effect?.getComputedTiming().endTime !== Infinity).length;

/** What the audit finds wrong, each as its rule and the first places of it. */
export async function audit(page: Page): Promise<string[]> {
  await page.evaluate(source);
  // What is fading in has not the colours that it will have.
  await expect.poll(() => page.evaluate(fading)).toBe(0);
  const { violations } = await page.evaluate(
    (rules) => (globalThis as unknown as { axe: { run(options: RunOptions): Promise<AxeResults> } }).axe.run(rules),
    RULES,
  );
  const wrong = violations
    .map((violation) => ({ ...violation, nodes: violation.nodes.filter(({ html }) => !isTicks(violation.id, html)) }))
    .filter(({ nodes }) => nodes.length > 0);
  return wrong.map(({ id, help, nodes }) => {
    const places = nodes.slice(0, 3).map(({ html }) => html.slice(0, 160));
    return `${id}: ${help}; ${nodes.length} times, as in ${places.join(' ')}`;
  });
}
