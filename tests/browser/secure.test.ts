/** What a browser lets a page of Rizo do: nothing that came with data runs in it. */
import type { Page } from 'playwright-core';
import { describe, expect, it } from 'vitest';
import { BASE, strip } from './browser.ts';
import { openDemo, showItem } from './demo.ts';
import { expectTrouble, newPage } from './pages.ts';

/** Tries what an attacker would have a page do; names what came of it. */
async function attacksOn(page: Page): Promise<string[]> {
  await page.evaluate(() => {
    const holder = document.createElement('div');
    holder.innerHTML =
      '<img src="data:," onerror="window.attacked = \'by a handler\'"><svg onload="window.attacked = \'by a picture\'"></svg>';
    document.body.append(holder);
    const script = document.createElement('script');
    script.textContent = "window.attacked = 'by a script'";
    document.body.append(script);
  });
  // What would have run of these comes before a picture whose address cannot be read says so.
  await page.evaluate(
    () =>
      new Promise<void>((done) => {
        const last = new Image();
        last.addEventListener('error', () => requestAnimationFrame(() => done()));
        last.src = 'data:,';
      }),
  );
  return page.evaluate(async () => {
    const found: string[] = [];
    const { attacked } = window as { attacked?: string };
    if (attacked) found.push(attacked);
    // From a timer, since what a debugger evaluates itself is let through.
    await new Promise<void>((done) => {
      setTimeout(() => {
        try {
          // biome-ignore lint/security/noGlobalEval: that it is refused is what is tested
          found.push(String(eval('"by what is evaluated"')));
        } catch (error) {
          if (!(error instanceof EvalError)) found.push(String(error));
        }
        done();
      });
    });
    return found;
  });
}

describe('a page of Rizo', () => {
  it('runs no script, handler or text that is put into it, on the Desk, a report, a chart and an editor', async () => {
    const page = await newPage();
    // The refusals are told on the console; all else there is a fault.
    expectTrouble(/Content Security Policy/);
    const onEach = async () => expect(await attacksOn(page)).toEqual([]);
    await page.goto(BASE);
    await page.getByRole('button', { name: 'New report' }).waitFor();
    await onEach();
    await openDemo(page);
    await showItem(page, 'Passengers by route');
    await strip(page, 'Words');
    await page.getByRole('textbox', { name: 'Subtitle' }).waitFor();
    await onEach();
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: 'Inspect' }).click();
    await page.locator('.apexcharts-canvas').waitFor();
    await onEach();
    await page.goto(`${BASE}/no-such-page`);
    await page.getByText('There is nothing at this address.').waitFor();
    await onEach();
  });

  it('is framed by no other page, and a report is read under no other name', async () => {
    const page = await newPage();
    const response = await page.goto(BASE);
    const headers = response?.headers() ?? {};
    expect(headers['content-security-policy']).toContain("frame-ancestors 'none'");
    expect(headers['cross-origin-opener-policy']).toBe('same-origin');
    expect(headers['cross-origin-resource-policy']).toBe('same-origin');
    expect(headers['permissions-policy']).toContain('camera=()');
    expect((await fetch(`${BASE}/_image?href=/mark.svg`)).status).toBe(404);
  });
});
