import { expect, type Page } from '@playwright/test';
import { choose, goTo, openDemo, press, rows, saved, songFileOf } from './page.ts';
import { work } from './sheet-page.ts';
import { test } from './test.ts';

const panel = (page: Page) => page.getByRole('complementary', { name: 'Target' });
const score = (page: Page, percent: string | RegExp) =>
  expect(panel(page).getByRole('heading', { level: 2 })).toHaveText(percent);

test('a song is held against a target drum by drum, what differs is listed and marked, and only what is right has all its marks', async ({
  page,
}) => {
  await openDemo(page, 'Paper Lanterns');
  const { name, bytes } = await songFileOf(page, 'Paper Lanterns');
  await page.request.post('/api/songs', { data: { from: 'demo:paper-lanterns', name: 'Lesson three' } });
  await goTo(page, 'Sheet');
  await work(page, 'Target');
  await expect(panel(page)).toContainText('Hold the song against a target');
  await page
    .getByLabel('MIDI file of a target')
    .setInputFiles({ name, mimeType: 'audio/midi', buffer: Buffer.from(bytes) });
  await score(page, 'Notes 100 %');

  // A learner's song that is just so, and one hit that is not.
  await choose(page, 'From another song', /^Lesson three/);
  await score(page, 'Notes 100 %');
  await expect(panel(page)).toContainText('Nothing differs.');
  await expect(page.getByText(/off the target$/)).toHaveCount(0);
  await goTo(page, 'Groove');
  await rows(page).press('Home');
  await press(page, 'Crash', 480);
  await goTo(page, 'Sheet');
  await score(page, /^Notes 9\d %$/);
  await expect(
    panel(page)
      .getByRole('button', { name: /^Bar .*: Crash too many$/ })
      .first(),
  ).toBeVisible();
  // One bar's difference is put right in its slot, all of them in the pattern; each is one step back.
  const wrong = panel(page).getByRole('button', { name: /^Bar .*: Crash too many$/ });
  const count = async () =>
    (await panel(page)
      .getByText(/\d+ too many/)
      .textContent()) ?? '';
  const before = await count();
  await panel(page)
    .getByRole('button', { name: /^Put right: .*Crash too many$/ })
    .first()
    .press('Enter');
  await expect.poll(count).not.toBe(before);
  await page.keyboard.press('Control+z');
  await expect.poll(count).toBe(before);
  await panel(page).getByRole('button', { name: 'Put all right' }).press('Enter');
  await score(page, 'Notes 100 %');
  await expect(wrong).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect.poll(count).toBe(before);
  // The target is heard in place of the drums, and the song again once the panel is closed.
  const heard = page.getByRole('group', { name: 'Heard' });
  await page.keyboard.press('b');
  await expect(heard.getByRole('button', { name: 'The target' })).toHaveAttribute('aria-pressed', 'true');
  await expect(page.getByText(/, as the target$/)).toBeVisible();
  await page.keyboard.press('b');
  await expect(page.getByText(/, with the target$/)).toBeVisible();
  await page.keyboard.press('b');
  await expect(page.getByText(/, with the target$/)).toHaveCount(0);
  // A press chooses the slot and the beat to play from.
  await panel(page)
    .getByRole('button', { name: /^Bar .*: Crash too many$/ })
    .last()
    .press('Enter');
  await expect(page.locator('.slot[aria-pressed=true]')).toHaveCount(1);
  await page.keyboard.press('Control+z');
  await score(page, 'Notes 100 %');
  await expect(panel(page)).toContainText(/Timing 100\s%, loudness 100\s%, form 100\s%/);
  // The target is kept with the song.
  await saved(page);
  await page.reload();
  await work(page, 'Target');
  await score(page, /^Notes \d+ %$/);
});
