import { expect, type Page, test } from '@playwright/test';
import { linear } from './linear-file.ts';
import { goTo, openDemo } from './page.ts';

const SCREENS = [
  { name: '1024 by 700', width: 1024, height: 700 },
  { name: '1280 by 800 at 200 %', width: 640, height: 400 },
  { name: '390 wide', width: 390, height: 800 },
];
const ROOMS = ['Groove', 'Fills', 'Sheet', 'Hand-off'] as const;

for (const { name, width, height } of SCREENS)
  test(`at ${name} every control of every room can be brought into view whole`, async ({ page }) => {
    await page.setViewportSize({ width, height });
    await openDemo(page, 'Paper Lanterns');
    for (const room of ROOMS) {
      await goTo(page, room);
      if (room === 'Fills') await expect(page.getByRole('button', { name: /^Fill 12:/ })).toBeVisible();
      await expect(page.getByRole('button', { name: 'Bounce…' })).toBeVisible();
      expect([room, await cutOff(page)]).toEqual([room, []]);
    }
    await page.goto('/arrive');
    const bars = Array.from({ length: 8 }, () => ({ 36: 'x.......x.......', 38: '....x.......x...' }));
    await page
      .getByLabel('MIDI file')
      .setInputFiles({ name: 'beat.mid', mimeType: 'audio/midi', buffer: Buffer.from(linear(bars)) });
    await expect(page.getByRole('button', { name: 'Make the song' })).toBeEnabled();
    expect(await cutOff(page)).toEqual([]);
  });

test('at 390 wide the song is read on the sheet and played', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 800 });
  await openDemo(page, 'Paper Lanterns');
  await goTo(page, 'Sheet');
  const slot = page.getByRole('button', { name: /^Slot 1 of Chorus 1/ });
  await slot.scrollIntoViewIfNeeded();
  const box = await slot.boundingBox();
  expect(box?.width).toBeGreaterThan(60);
  const place = page.getByRole('timer', { name: 'Place' });
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await expect(place).not.toHaveText('bar 1, beat 1');
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
});

/** The controls that stand beyond the page's edge, or under the transport, however far one scrolls. */
function cutOff(page: Page): Promise<string[]> {
  return page.evaluate(() => {
    const controls = [
      ...document.querySelectorAll<HTMLElement>('button, a[href], input, [role=combobox], [role=slider]'),
    ];
    return controls
      .filter(
        (one) => one.checkVisibility({ visibilityProperty: true }) && one.closest('[aria-hidden]') === null,
      )
      .filter((one) => {
        one.scrollIntoView({ block: 'center', inline: 'nearest' });
        const { left, right, top, width, height } = one.getBoundingClientRect();
        const unseen = width < 2 || height < 2;
        return !unseen && (left < -1 || right > innerWidth + 1 || top < -1 || top + height > innerHeight + 1);
      })
      .map((one) => one.getAttribute('aria-label') ?? one.textContent);
  });
}
