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
  await expect(page.getByRole('complementary', { name: 'In the family' })).toBeVisible();
  await expect(page.getByRole('status', { name: 'What following would keep' })).toBeVisible();
});
