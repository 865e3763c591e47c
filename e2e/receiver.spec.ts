import { expect, type Page, test } from '@playwright/test';
import { writeMidi } from 'midi-file';
import { exportAll, goTo, openDemo, press, rows, saved } from './page.ts';

const receiver = (page: Page) => page.getByRole('region', { name: 'Receiver' });
const sounds = (page: Page) => page.getByRole('status', { name: 'Heard now' });
const tracks = (page: Page) => receiver(page).getByRole('img');
const plays = (page: Page) => page.getByLabel('What plays');

test('the receiver plays the files at its own place and tempo, or the song by its clock: never both, and it says which', async ({
  page,
}) => {
  await openDemo(page, 'Paper Lanterns');
  await goTo(page, 'Hand-off');
  await expect(receiver(page)).toContainText('Export, and the files lie here at their bars');
  await exportAll(page);
  await expect(tracks(page)).toHaveAccessibleName(/^8 files on \d+ tracks, 72 bars$/);
  await expect(sounds(page)).toHaveText('Nothing sounds');
  await receiver(page).getByRole('button', { name: 'From bar from bar 1, type a new one' }).press('Enter');
  await page.keyboard.insertText('25');
  await page.keyboard.press('Enter');
  await receiver(page)
    .getByRole('button', { name: /^Its tempo/ })
    .press('Enter');
  await page.keyboard.insertText('240');
  await page.keyboard.press('Enter');
  await receiver(page).getByRole('button', { name: 'Play the files' }).press('Enter');
  await expect(sounds(page)).toHaveText('The files sound, the song is silent');
  await expect(plays(page)).toHaveText('The receiver plays the files');
  const place = page.getByRole('timer', { name: 'Its place' });
  await expect(place).toHaveText(/^bar 2[6-9], /);
  await receiver(page).getByRole('button', { name: 'The song follows it' }).press('Enter');
  await expect(sounds(page)).toHaveText('The song sounds, the files are silent');
  await expect(plays(page)).toHaveText('The song, by the receiver’s clock');
  await receiver(page).getByRole('button', { name: 'Stop it' }).press('Enter');
  await expect(sounds(page)).toHaveText('Nothing sounds');
  await expect(place).toHaveText('bar 25, beat 1');
  // Its sound ends with the room, and does not begin anew with it.
  await receiver(page).getByRole('button', { name: 'Play the song by it' }).press('Enter');
  await expect(sounds(page)).toHaveText('The song sounds, the files are silent');
  await goTo(page, 'Sheet');
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
  await goTo(page, 'Hand-off');
  await expect(sounds(page)).toHaveText('Nothing sounds');
  // The song itself plays by the page's own button, and then that is what sounds.
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await expect(sounds(page)).toHaveText('The song sounds by itself');
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
});

test('a region that changed swaps in place, and files from anywhere are taken or refused by name', async ({
  page,
}) => {
  await openDemo(page, 'Paper Lanterns');
  await exportAll(page);
  await expect(page.locator('g[data-clip]').first()).toBeAttached();
  await expect(page.locator('g[data-new="true"]')).toHaveCount(0);
  const before = await page.locator('g[data-clip]').count();
  await goTo(page, 'Groove');
  await rows(page).press('Home');
  await press(page, 'Crash', 480);
  await saved(page);
  await exportAll(page);
  await expect(page.locator('g[data-new="true"]').first()).toBeAttached();
  const swapped = await page.locator('g[data-new="true"]').count();
  expect(swapped).toBeLessThan(before);
  expect(await page.locator('g[data-clip]').count()).toBeGreaterThanOrEqual(before);

  const note = { deltaTime: 0, channel: 9, noteNumber: 38, velocity: 100 } as const;
  const bytes = writeMidi({
    header: { format: 1, numTracks: 1, ticksPerBeat: 480 },
    tracks: [
      [
        { deltaTime: 0, meta: true, type: 'trackName', text: 'Loose snare' },
        { ...note, type: 'noteOn' },
        { ...note, deltaTime: 240, type: 'noteOff' },
        { deltaTime: 1680, meta: true, type: 'endOfTrack' },
      ],
    ],
  });
  await page.getByLabel('Files for the receiver').setInputFiles([
    { name: 'loose.mid', mimeType: 'audio/midi', buffer: Buffer.from(bytes) },
    { name: 'broken.mid', mimeType: 'audio/midi', buffer: Buffer.from('nothing') },
  ]);
  await expect(page.getByText(/^broken\.mid: .*\. 1 file taken\.$/)).toBeVisible();
  await expect(receiver(page)).toContainText('Loose snare');
  await expect(tracks(page)).toHaveAccessibleName(/^9 files on .*, 73 bars$/);
  // One that is let go over the tracks lies there, and not behind all.
  await tracks(page).evaluate(
    (svg, content) => {
      const dataTransfer = new DataTransfer();
      dataTransfer.items.add(new File([Uint8Array.from(content)], 'late.mid'));
      const { left, top, width } = svg.getBoundingClientRect();
      const at = { clientX: left + width / 2, clientY: top + 40 };
      svg.dispatchEvent(new DragEvent('drop', { bubbles: true, cancelable: true, dataTransfer, ...at }));
    },
    [...bytes],
  );
  await expect(page.locator('g[data-clip="late.mid"]')).toHaveCount(1);
  await expect(tracks(page)).toHaveAccessibleName(/^10 files on .*, 73 bars$/);
  await receiver(page).getByRole('button', { name: 'Put them aside' }).click();
  await expect(tracks(page)).toHaveAccessibleName(/^8 files on /);
});

test('by keys a region is copied and pasted onto the receiver, at the bar that it plays from', async ({
  page,
  context,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await openDemo(page, 'Salt Waltz');
  const files = await exportAll(page);
  const name = Object.keys(files).find((file) => file.includes('Outro')) ?? '';
  await page.getByRole('button', { name: `Copy ${name}` }).press('Enter');
  await expect(page.getByText(`${name} is on the clipboard.`)).toBeVisible();
  // Its name is what a text gets.
  expect(await page.evaluate(() => navigator.clipboard.readText())).toBe(name);
  const outros = page.locator('g[data-clip]', { hasText: 'Outro' });
  await expect(outros.first()).toBeAttached();
  const before = await outros.count();
  await receiver(page)
    .getByRole('button', { name: /^From bar/ })
    .press('Enter');
  await page.keyboard.insertText('5');
  await page.keyboard.press('Enter');
  await expect(receiver(page).getByRole('button', { name: 'Other files at bar 5…' })).toBeVisible();
  await receiver(page).getByRole('button', { name: 'Paste' }).press('Enter');
  await expect(outros).toHaveCount(before * 2);
  const at = await outros.evaluateAll((clips) => clips.map((clip) => clip.getBoundingClientRect().left));
  expect(Math.min(...at)).toBeLessThan(Math.max(...at));
});
