import { expect, type Page } from '@playwright/test';
import { goTo, openDemo, saved } from './page.ts';
import { work } from './sheet-page.ts';
import { test } from './test.ts';

const panel = (page: Page) => page.getByRole('complementary', { name: 'Perform' });
const cue = (page: Page, name: RegExp) => panel(page).getByRole('button', { name });

/** Waits until the bar after the one that sounds has begun. */
async function nextBar(page: Page): Promise<void> {
  const place = page.getByRole('timer', { name: 'Place' });
  const bar = async () => Number(/^bar (\d+)/.exec((await place.textContent()) ?? '')?.[1] ?? 0);
  const now = await bar();
  await expect.poll(bar, { timeout: 20_000 }).toBeGreaterThan(now);
}

test('what is performed by keys is drawn as it happens, stopped, heard again and taken as slots, as one undo', async ({
  page,
}) => {
  await openDemo(page, 'Paper Lanterns');
  await goTo(page, 'Sheet');
  await work(page, 'Perform');
  await expect(cue(page, /Verse 1/)).toBeVisible();
  // Without a cue, Space begins with the chosen section, or the first.
  await page.keyboard.press('Space');
  await expect(page.getByLabel('What plays', { exact: true })).toHaveText('Performing');
  await expect(cue(page, /Intro/)).toHaveAttribute('aria-pressed', 'true');
  await page.keyboard.press('Space');
  await page.getByRole('button', { name: 'Let it go' }).click();
  await page.keyboard.press('2');
  await expect(page.getByLabel('What plays')).toHaveText('Performing');
  await nextBar(page);
  await page.keyboard.press('4');
  await expect(cue(page, /Chorus 1/)).toHaveAttribute('aria-pressed', 'true');
  await nextBar(page);
  await page.keyboard.press('0');
  await nextBar(page);
  await page.keyboard.press('Space');
  await expect(panel(page)).toContainText(/\d+ bars performed/);
  const performed = page.getByRole('region', { name: 'Performed' });
  const slots = performed.getByRole('button', { name: /^Slot \d+ of Performed/ });
  await expect(slots.first()).toHaveAccessibleName(/Main groove/);
  // The number of bars that passed meanwhile is up to the machine.
  await expect(slots.filter({ hasText: 'Chorus open' }).first()).toBeVisible();
  await expect(slots.last()).toHaveAccessibleName(/Rest/);
  await page.getByRole('button', { name: 'Hear it' }).click();
  await expect(page.getByLabel('What plays')).toHaveText('What was performed');
  await page.keyboard.press('Space');
  await page.getByRole('button', { name: 'Take it into the form' }).click();
  const form = page.getByRole('listbox', { name: 'Form' });
  // Both sections were cut before they had gone through.
  const taken = form.getByRole('option', { selected: true });
  await expect(taken).toHaveText(['Verse 1 cut', 'Chorus 1 cut', 'Performed']);
  await saved(page);
  await page.keyboard.press('Control+z');
  await expect(form.getByRole('option', { name: 'Performed' })).toHaveCount(0);
});

test('a MIDI keyboard cues sections, patterns and silence', async ({ page }) => {
  await openDemo(page, 'Paper Lanterns');
  await page.goto(`${page.url().replace(/groove$/, 'sheet')}?midi=simulated`);
  await work(page, 'Perform');
  await expect(panel(page)).toContainText('Simulated keyboard');
  const strike = (note: number) =>
    page.evaluate(
      (pressed) => window.dispatchEvent(new CustomEvent('plucky-midi', { detail: [0x90, pressed, 100] })),
      note,
    );
  await strike(37);
  await expect(cue(page, /Verse 1/)).toHaveAttribute('aria-pressed', 'true');
  await nextBar(page);
  await strike(48);
  await expect(cue(page, /Main groove/)).toHaveAttribute('aria-pressed', 'true');
  await strike(30);
  await expect(cue(page, /Silence/)).toHaveAttribute('aria-pressed', 'true');
  await page.keyboard.press('Space');
  await page.getByRole('button', { name: 'Let it go' }).click();
  await expect(panel(page)).toContainText('Cue something to begin');
});
