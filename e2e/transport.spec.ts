import { readFileSync } from 'node:fs';
import { expect, type Locator, type Page, test } from '@playwright/test';
import { choose, expectHits, goTo, newSong, openDemo, press, rows } from './page.ts';

/** A sound that was told to start, and when it was told, both in s of audio time. */
interface Start {
  readonly when: number;
  readonly told: number;
}

/** Records every sound that is told to start, but for those that an edit takes back before they do. */
async function listen(page: Page): Promise<() => Promise<Start[]>> {
  await page.addInitScript(() => {
    const starts = new Map<AudioBufferSourceNode, { when: number; told: number }>();
    Object.assign(window, { starts });
    const { prototype } = AudioBufferSourceNode;
    type Act = (when?: number, ...rest: number[]) => void;
    const start = Object.getOwnPropertyDescriptor(prototype, 'start')?.value as Act;
    prototype.start = function (when = 0, ...rest: number[]) {
      starts.set(this, { when, told: this.context.currentTime });
      start.call(this, when, ...rest);
    };
    const { stop } = AudioScheduledSourceNode.prototype as { stop: Act };
    AudioScheduledSourceNode.prototype.stop = function (when = 0) {
      const begun = this instanceof AudioBufferSourceNode ? starts.get(this) : undefined;
      if (begun && when < begun.when) starts.delete(this as AudioBufferSourceNode);
      stop.call(this, when);
    };
  });
  return () =>
    page.evaluate(() => [...(window as unknown as { starts: Map<object, Start> }).starts.values()]);
}

/** Every text that an element has from now on, in order. */
async function everyText(element: Locator): Promise<() => Promise<string[]>> {
  const texts = await element.evaluateHandle((node) => {
    const all: string[] = [];
    new MutationObserver(() => all.push(node.textContent)).observe(node, {
      childList: true,
      characterData: true,
      subtree: true,
    });
    return all;
  });
  return () => texts.jsonValue();
}

async function listenToStarts(page: Page): Promise<() => Promise<number[]>> {
  const starts = await listen(page);
  return async () => (await starts()).map((one) => one.when);
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
    .poll(async () => (await starts()).length - before, { timeout: 30_000 })
    .toBeGreaterThanOrEqual(10);
  // The presses themselves may be heard a little late, where their sounds are still being made.
  const times = (await starts()).slice(-6);
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
  await page.getByRole('option', { name: 'Chorus 1', exact: true }).click();
  await expect(page.getByText('Whole song, from Chorus 1')).toBeVisible();
  const place = page.getByRole('timer', { name: 'Place' });
  const bar = async () => Number(/^bar (\d+)/.exec((await place.textContent()) ?? '')?.[1]);
  await expect(place).toHaveText('bar 29, beat 1');
  const shown = await everyText(place);
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible();
  await expect.poll(bar, { timeout: 20_000 }).toBeGreaterThan(29);
  // While the first stroke is still to come the place stands at it.
  expect((await shown()).filter((text) => text.startsWith('bar 28'))).toEqual([]);
  await page.keyboard.press('Space');
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();

  // A press in a slot is at a beat, from which the song is played by the mouse too.
  await page.getByRole('button', { name: /^Slot 1 of Verse 2/ }).click();
  const heard = await everyText(place);
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await page.getByRole('menuitem', { name: /^Play from the pressed beat/ }).click();
  await expect.poll(bar).toBeGreaterThan(37);
  expect((await heard()).filter((text) => /^bar 37, beat [2-4]/.test(text))).toEqual([]);
  await page.keyboard.press('Space');
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
});

test('another room changes nothing that sounds until it is asked to, and the song goes on from its place', async ({
  page,
}) => {
  await openDemo(page, 'Paper Lanterns');
  await goTo(page, 'Sheet');
  await page.getByRole('option', { name: 'Chorus 1', exact: true }).click();
  await page.keyboard.press('Space');
  const sounds = page.getByRole('status', { name: 'What sounds' });
  await expect(sounds).toHaveText('Chorus 1');
  await goTo(page, 'Groove');
  await page.getByRole('button', { name: /^Chorus open/ }).click();
  await expect(sounds).toHaveText('Chorus 1');
  await page.getByRole('button', { name: 'This pattern', exact: true }).click();
  await expect(page.getByLabel('What plays')).toHaveText(/^Chorus open.*, looping/);
  await goTo(page, 'Sheet');
  await expect(page.getByLabel('What plays')).toHaveText(/^Chorus open.*, looping/);
  await page.getByRole('button', { name: 'Whole song', exact: true }).click();
  await expect(sounds).toHaveText(/^Chorus 1|^Break/);
  await page.keyboard.press('Space');
  await expect(page.getByLabel('What plays')).toHaveText('Whole song, from Chorus 1');
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

test('a draft of a fill is heard at once in its context, and the groove again when it is let go', async ({
  page,
}) => {
  await openDemo(page, 'Paper Lanterns');
  await page.keyboard.press('l');
  await page.getByRole('button', { name: /^Fill 1:/ }).click();
  await expect(page.getByLabel('What plays')).toHaveText('The fill in context, looping');
  await expect(page.getByRole('timer', { name: 'Place' })).toHaveText(/^bar 2/, { timeout: 15_000 });
  await page.keyboard.press('Escape');
  await expect(page.getByLabel('What plays')).toHaveText('Main groove, looping 2 bars');
});

test('a page that stands still for 300 ms again and again makes nothing late', async ({ page }) => {
  const starts = await listen(page);
  await openDemo(page, 'Paper Lanterns');
  await page.keyboard.press('Space');
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible();
  const before = (await starts()).length;
  for (let i = 0; i < 6; i++)
    await page.evaluate(() => {
      const end = performance.now() + 300;
      while (performance.now() < end);
    });
  await expect.poll(async () => (await starts()).length).toBeGreaterThan(before + 30);
  const late = (await starts()).slice(before).filter((one) => one.when < one.told);
  expect(late).toEqual([]);
  await page.keyboard.press('Space');
});

test('the caret is where Shift and Space play from, and chosen beats can be looped', async ({ page }) => {
  const starts = await listenToStarts(page);
  await newSong(page);
  await press(page, 'Kick', 0, 3840);
  await press(page, 'Snare', 5760);
  const before = (await starts()).length;
  await page.keyboard.press('Shift+Space');
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible();
  // From the snare on beat 3 of bar 2 the first kick is a second away, and the second one two more.
  await expect.poll(async () => (await starts()).length).toBeGreaterThanOrEqual(before + 3);
  const [first = 0, second = 0, third = 0] = (await starts()).slice(before);
  expect(third - second).toBeCloseTo(2, 6);
  // A page that is held up as it begins may begin its first sound a little late.
  expect(second - first).toBeCloseTo(1, 1);
  await page.keyboard.press('Space');

  await page.keyboard.press('o');
  await expect(page.getByLabel('What plays')).toHaveText('Main groove, looping 1 beat from bar 2, beat 3');
  const count = (await starts()).length;
  await page.keyboard.press('Space');
  await expect.poll(async () => (await starts()).length).toBeGreaterThanOrEqual(count + 5);
  const looped = (await starts()).slice(count + 1);
  looped.slice(1, 4).forEach((time, i) => expect(time - (looped[i] ?? 0)).toBeCloseTo(0.5, 6));
  await page.keyboard.press('o');
  await expect(page.getByLabel('What plays')).toHaveText('Main groove, looping 2 bars');
  await page.keyboard.press('Space');
});

test('a tempo changed while it plays is heard from that place on', async ({ page }) => {
  const starts = await listenToStarts(page);
  await newSong(page);
  await press(page, 'Kick', 0, 960, 1920, 2880, 3840, 4800, 5760, 6720);
  await page.keyboard.press('Space');
  await page.getByRole('button', { name: 'Tempo: 120 bpm' }).click();
  await page.getByLabel('Tempo, quarter notes a minute').fill('240');
  await page.keyboard.press('Enter');
  const before = (await starts()).length;
  await expect.poll(async () => (await starts()).length).toBeGreaterThanOrEqual(before + 12);
  const times = (await starts()).slice(-4);
  times.slice(1).forEach((time, i) => expect(time - (times[i] ?? 0)).toBeCloseTo(0.25, 6));
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
});

test('taps are written where they were heard, over the loop, as one undo, and quantised afterwards', async ({
  page,
}) => {
  const starts = await listenToStarts(page);
  await newSong(page);
  await page.keyboard.press('t');
  await expect(page.getByText('Play the rows by their letters')).toBeVisible();
  // A bar of clicks comes first: four of them, half a second apart.
  await expect.poll(async () => (await starts()).length).toBeGreaterThanOrEqual(5);
  const clicks = (await starts()).slice(0, 5);
  clicks.slice(1).forEach((time, i) => expect(time - (clicks[i] ?? 0)).toBeCloseTo(0.5, 6));
  const place = page.getByRole('timer', { name: 'Place' });
  await expect(place).toHaveText(/^bar 1, beat [23]/);
  await page.keyboard.press('z');
  await expectHits(page, 1);
  await expect(place).toHaveText(/^bar 2, beat [23]/);
  await page.keyboard.press('Shift+V');
  await expectHits(page, 2);
  await expect(page.locator('g[data-row="kick"]')).toHaveAttribute('data-hits', '1');
  await expect(page.locator('g[data-row="high-tom"]')).toHaveAttribute('data-hits', '1');
  await page.getByRole('button', { name: 'Stop recording' }).click();
  await expect(page.getByText('Play the rows by their letters')).toHaveCount(0);
  await page.getByRole('button', { name: 'Row Kick' }).click();
  await rows(page).press('Control+a');
  await page.keyboard.press('q');
  await expect(page.getByRole('slider', { name: 'Early / late', exact: true })).toHaveValue('0');
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expectHits(page, 0);
});

test('a MIDI keyboard plays the rows with its velocities', async ({ page }) => {
  await newSong(page);
  await page.goto(`${page.url()}?midi=simulated`);
  await expect(rows(page)).toBeVisible();
  const send = (...bytes: number[]) =>
    page.evaluate((detail) => window.dispatchEvent(new CustomEvent('plucky-midi', { detail })), bytes);
  await page.keyboard.press('t');
  await expect(page.getByRole('timer', { name: 'Place' })).toHaveText(/^bar 1, beat [234]/);
  await send(0x99, 38, 57);
  await send(0x89, 38, 0);
  await send(0x99, 99, 57);
  await expectHits(page, 1);
  await page.getByRole('button', { name: 'Stop recording' }).click();
  await page.getByRole('button', { name: 'Row Snare' }).click();
  await rows(page).press('Control+a');
  await expect(page.getByRole('slider', { name: 'Velocity', exact: true })).toHaveValue('57');
});

test('what plays is bounced to a WAV file that holds its sound', async ({ page }) => {
  await newSong(page);
  await press(page, 'Kick', 0, 1920);
  await choose(page, 'Length of the pattern', '1 bar');
  await page.getByRole('button', { name: 'Bounce…' }).click();
  const link = page.getByRole('link', { name: 'Save the file' });
  await expect(link).toBeVisible();
  await expect(page.getByRole('progressbar', { name: 'Rendered' })).toHaveAttribute('aria-valuenow', '100');
  const [download] = await Promise.all([page.waitForEvent('download'), link.click()]);
  expect(download.suggestedFilename()).toBe('Untitled song, Main groove.wav');
  const bytes = readFileSync(await download.path());
  expect(bytes.subarray(0, 4).toString('latin1')).toBe('RIFF');
  const [channels, rate] = [bytes.readUInt16LE(22), bytes.readUInt32LE(24)];
  expect([channels, rate]).toEqual([2, 44_100]);
  const loudest = (from: number, to: number) => {
    let peak = 0;
    for (let at = 44 + Math.round(from * rate) * 4; at < 44 + Math.round(to * rate) * 4; at += 2)
      peak = Math.max(peak, Math.abs(bytes.readInt16LE(at)));
    return peak;
  };
  // At 120 the kicks stand a second apart; the first has faded before the second.
  expect(loudest(0, 0.1)).toBeGreaterThan(3000);
  expect(loudest(0.8, 0.99)).toBeLessThan(300);
  expect(loudest(1, 1.1)).toBeGreaterThan(3000);
  expect((bytes.length - 44) / 4 / rate).toBeCloseTo(3.5, 3);
});
