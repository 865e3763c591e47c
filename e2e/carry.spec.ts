import { expect, type Page } from '@playwright/test';
import { goTo, openDemo } from './page.ts';
import { test } from './test.ts';

/** Words for those who do not see the carried thing. */
const told = (page: Page, words: RegExp) =>
  expect(page.locator('[id^="DndLiveRegion"]').filter({ hasText: words })).toHaveCount(1);

test('a slot is carried by keys, put back, and laid down, and the arrows choose nothing meanwhile', async ({
  page,
}) => {
  await openDemo(page, 'Salt Waltz');
  await goTo(page, 'Sheet');
  const slot = (n: number) => page.getByRole('button', { name: new RegExp(`^Slot ${n} of Outro`) });
  /** Name of a slot's pattern, before the words on its role. */
  const played = async (n: number) => (await slot(n).textContent())?.split(/[:+,]/)[1]?.trim() ?? '';
  const [first, second] = [await played(1), await played(2)];
  await slot(2).click();
  await page.keyboard.press('p');
  await told(page, /Slot 2 of Outro is picked up/);
  await page.keyboard.press('Escape');
  await told(page, /Slot 2 of Outro is put back/);
  await page.keyboard.press('p');
  await page.keyboard.press('ArrowLeft');
  await told(page, /Slot 2 of Outro is over Slot 1 of Outro/);
  await page.keyboard.press('Enter');
  await expect(slot(1)).toHaveAccessibleName(new RegExp(second));
  await expect(slot(2)).toHaveAccessibleName(new RegExp(first));
  await page.keyboard.press('Control+z');
  await expect(slot(1)).toHaveAccessibleName(new RegExp(first));
});

test('a pattern is carried by keys onto another, which is then proposed as what it follows', async ({
  page,
}) => {
  await openDemo(page, 'Paper Lanterns');
  const list = page.getByRole('complementary', { name: 'Patterns' });
  const names = await list.locator('[aria-roledescription="draggable"]').allInnerTexts();
  const second = names[1]?.split('\n')[0] ?? '';
  await list.locator('[aria-roledescription="draggable"]').nth(1).focus();
  await page.keyboard.press('p');
  await page.keyboard.press('ArrowDown');
  await told(page, new RegExp(`${second} is over ${names[2]?.split('\n')[0] ?? ''}`));
  await page.keyboard.press('Enter');
  await expect(page.getByRole('complementary', { name: 'Links' })).toBeVisible();
  await expect(page.getByRole('status', { name: 'What following would keep' })).toBeVisible();
});

test('a slot is dragged before, over or after another, of any section, with Ctrl as a copy; each is told in words', async ({
  page,
}) => {
  await openDemo(page, 'Paper Lanterns');
  await goTo(page, 'Sheet');
  const slot = (n: number, section: string) =>
    page.getByRole('button', { name: new RegExp(`^Slot ${n} of ${section}`) }).first();
  const drag = async (from: string, onto: string, share: number, ...keys: 'Control'[]) => {
    const [a, b] = [await slot(1, from).boundingBox(), await slot(2, onto).boundingBox()];
    if (!a || !b) throw new Error('no slot');
    const y = b.y + b.height / 2;
    await page.mouse.move(a.x + a.width / 2, a.y + a.height / 2);
    await page.mouse.down();
    for (const key of keys) await page.keyboard.down(key);
    await page.mouse.move(b.x + b.width * share, y - 8, { steps: 6 });
    await page.mouse.move(b.x + b.width * share, y, { steps: 2 });
    await page.mouse.up();
    for (const key of keys) await page.keyboard.up(key);
  };
  const bars = (section: string, count: number) =>
    expect(page.getByRole('region', { name: section }).first().getByText(`${count} bars`)).toBeVisible();
  await drag('Intro', 'Verse 1', 0.1, 'Control');
  await expect(page.getByText('Slot 1 of Intro copied before slot 2 of Verse 1.')).toBeVisible();
  await bars('Verse 1', 18);
  await bars('Intro', 8);
  await page.keyboard.press('Control+z');
  await bars('Verse 1', 16);
  await drag('Intro', 'Verse 1', 0.5);
  await expect(page.getByText('Slot 1 of Intro moved in place of slot 2 of Verse 1.')).toBeVisible();
  await bars('Intro', 6);
});
