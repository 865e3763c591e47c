import { expect, type Page } from '@playwright/test';
import { shownOn } from './calm.ts';
import { goTo, openDemo } from './page.ts';
import { test } from './test.ts';

/** Expects a screen to show no more than so many controls and words, and no small text. */
async function isCalm(page: Page, screen: string, most: { controls: number; words?: number }): Promise<void> {
  const { controls, words, small } = await shownOn(page);
  console.log(`      ${screen}: ${controls.length} controls, ${words.length} words`);
  expect(small, `${screen}: texts under 12 px`).toEqual([]);
  expect(controls.length, `${screen}: ${controls.join(' | ')}`).toBeLessThanOrEqual(most.controls);
  if (most.words !== undefined)
    expect(words.length, `${screen}: ${words.join(' ')}`).toBeLessThanOrEqual(most.words);
}

test('each room shows few controls and words at once, and no small text', async ({ page }) => {
  await page.setViewportSize({ width: 1280, height: 800 });
  await openDemo(page, 'Paper Lanterns');
  await page.getByRole('button', { name: 'Pattern' }).first().waitFor();
  await isCalm(page, 'groove', { controls: 60, words: 190 });

  await page.getByRole('button', { name: /^Kit mix/ }).click();
  await page.getByRole('slider', { name: 'Level of Kick' }).waitFor();
  await isCalm(page, 'kit mix', { controls: 90 });
  await page.keyboard.press('Escape');

  await goTo(page, 'Fills');
  await page.getByRole('button', { name: /^Fill 12:/ }).waitFor();
  await isCalm(page, 'fills', { controls: 45, words: 180 });
  await page.getByRole('button', { name: /^Fill 1:/ }).click();
  await page.getByRole('button', { name: 'Place', exact: true }).waitFor();
  await isCalm(page, 'fills with one chosen', { controls: 52, words: 190 });

  await goTo(page, 'Sheet');
  await page
    .getByRole('button', { name: /^Slot 2 of Verse 1:/ })
    .first()
    .click();
  await page.getByRole('button', { name: 'How it ends' }).waitFor();
  await isCalm(page, 'sheet with a slot', { controls: 50, words: 220 });

  await goTo(page, 'Hand-off');
  await page.getByRole('button', { name: /^Export \d+ MIDI files$/ }).waitFor();
  await isCalm(page, 'hand-off', { controls: 40, words: 180 });
});
