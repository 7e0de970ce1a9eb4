/** Moving things by keys, each key once what the one before did was told. */
import type { Locator, Page } from 'playwright-core';
import { expect } from 'vitest';

/** Picks up what a grip holds, moves it by arrow keys and puts it down. */
export async function moveByKeys(page: Page, grip: Locator, ...arrows: readonly string[]): Promise<void> {
  // What is told to those who do not see it.
  const told = async () => (await page.locator('[id^="DndLiveRegion"]').allTextContents()).join(' | ');
  const press = async (key: string, heard: RegExp) => {
    const before = await told();
    await page.keyboard.press(key);
    const changed = async () => ((await told()) === before ? '' : await told());
    await expect.poll(changed, { message: key }).toMatch(heard);
  };
  await grip.focus();
  await press('Space', /moved over/);
  for (const arrow of arrows) await press(arrow, /moved over/);
  await press('Space', /dropped/);
}
