import { expect, test, type Page } from '@playwright/test';
import { goTo, newSong, openDemo, press } from './desk.ts';

/** Records when each sound is told to start, in s of audio time. */
async function listenToStarts(page: Page): Promise<() => Promise<number[]>> {
  await page.addInitScript(() => {
    const starts: number[] = [];
    Object.assign(window, { starts });
    const { prototype } = AudioBufferSourceNode;
    const start = Object.getOwnPropertyDescriptor(prototype, 'start')?.value as (...times: number[]) => void;
    prototype.start = function (when = 0, ...rest: number[]) {
      starts.push(when);
      return start.call(this, when, ...rest);
    };
  });
  return () => page.evaluate(() => (window as unknown as { starts: number[] }).starts);
}

test('sound starts at its exact sample, over the loop, with edits heard while it plays', async ({ page }) => {
  const starts = await listenToStarts(page);
  await newSong(page);
  await press(page, 'Kick', 0, 1920, 3840, 5760);
  const before = (await starts()).length;
  await page.keyboard.press('Space');
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible();
  // Two bars at 120 last 4 s: five starts are past the loop.
  await expect
    .poll(async () => (await starts()).length - before, { timeout: 15_000 })
    .toBeGreaterThanOrEqual(6);
  const times = (await starts()).slice(before, before + 6);
  times.slice(1).forEach((time, i) => expect(time - (times[i] ?? 0)).toBeCloseTo(1, 9));
  // A snare between the kicks is heard without stopping, half a second after them.
  await press(page, 'Snare', 960, 2880, 4800, 6720);
  const edited = (await starts()).length;
  await expect
    .poll(async () => (await starts()).length - edited, { timeout: 15_000 })
    .toBeGreaterThanOrEqual(6);
  const first = times[0] ?? 0;
  const offBeat = (await starts())
    .slice(edited)
    .filter((time) => Math.abs(((time - first) % 1) - 0.5) < 1e-6);
  expect(offBeat.length).toBeGreaterThan(1);
  await page.keyboard.press('Space');
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
});

test('a demo song plays from the chosen section, and the place moves on', async ({ page }) => {
  await openDemo(page, 'Paper Lanterns');
  await goTo(page, 'Sheet');
  await page.getByRole('button', { name: 'Chorus 1', exact: true }).click();
  await expect(page.getByText('Whole song, from Chorus 1')).toBeVisible();
  const place = page.getByRole('timer', { name: 'Place' });
  const bar = async () => Number(/^bar (\d+)/.exec((await place.textContent()) ?? '')?.[1]);
  await expect(place).toHaveText('bar 29 . 1 . 1');
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible();
  const first = await bar();
  expect(first).toBeGreaterThanOrEqual(29);
  await expect.poll(bar, { timeout: 20_000 }).toBeGreaterThan(first);
  await page.keyboard.press('Space');
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
});

test('the click is heard on every beat', async ({ page }) => {
  const starts = await listenToStarts(page);
  await newSong(page);
  await page.keyboard.press('k');
  await page.keyboard.press('Space');
  await expect.poll(async () => (await starts()).length, { timeout: 15_000 }).toBeGreaterThanOrEqual(4);
  const times = await starts();
  times.slice(1, 4).forEach((time, i) => expect(time - (times[i] ?? 0)).toBeCloseTo(0.5, 9));
});

test('play in the fill panel plays the fill in its context', async ({ page }) => {
  await openDemo(page, 'Paper Lanterns');
  await page.keyboard.press('l');
  await expect(page.getByLabel('What plays')).toHaveText('The fill in context, looping');
  await page.keyboard.press('Space');
  await expect(page.getByRole('timer', { name: 'Place' })).toHaveText(/^bar 2/, { timeout: 15_000 });
  await page.getByRole('button', { name: 'Close without keeping' }).click();
  await expect(page.getByLabel('What plays')).toHaveText('Main groove, looping 2 bars');
});
