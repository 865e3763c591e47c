import { expect, type Locator, type Page } from '@playwright/test';

/** A slot on the sheet by its number in its section, where that is played first. */
export function slot(page: Page, n: number, section: string): Locator {
  return page.getByRole('button', { name: new RegExp(`^Slot ${n} of ${section}:`) }).first();
}

/** Inspector of the sheet. */
export function chosen(page: Page): Locator {
  return page.getByRole('complementary', { name: 'What is chosen' });
}

/** The head of a fold of the inspector, by its title. */
export function foldHead(page: Page, title: string): Locator {
  return chosen(page)
    .locator('button[aria-expanded]')
    .filter({ has: page.getByText(title, { exact: true }) });
}

/** Opens a fold of the inspector unless it is open. */
export async function unfold(page: Page, ...titles: readonly string[]): Promise<void> {
  for (const title of titles) {
    const head = foldHead(page, title);
    await expect(head).toBeVisible();
    if ((await head.getAttribute('aria-expanded')) === 'false') await head.click();
  }
}

/** Chooses one of a select's options there. */
export async function choose(page: Page, label: string, option: string): Promise<void> {
  await chosen(page).getByRole('combobox', { name: label, exact: true }).click();
  await page.getByRole('option', { name: option, exact: true }).click();
}

/** Shows something on the sheet, or no longer. */
export async function showOnSheet(page: Page, what: string): Promise<void> {
  await page.getByRole('button', { name: 'Show', exact: true }).click();
  await page.getByRole('dialog', { name: 'Show' }).getByRole('button', { name: what, exact: true }).click();
  await page.keyboard.press('Escape');
}

/** Chooses the part that is drawn. */
export async function drawPart(page: Page, part: string): Promise<void> {
  await page.getByRole('button', { name: 'Show', exact: true }).click();
  await page.getByRole('combobox', { name: 'Parts that are drawn' }).click();
  await page.getByRole('option', { name: part, exact: true }).click();
  await page.keyboard.press('Escape');
}

/** Opens a tool of the sheet's menu of work, or closes it. */
export async function work(page: Page, tool: string): Promise<void> {
  await page
    .locator('button[aria-haspopup=menu]')
    .filter({ hasText: /^(Work|Patterns|Fill the gaps|Target|Perform)$/ })
    .click();
  await page.getByRole('menu').getByText(tool, { exact: true }).click();
  await expect(page.getByRole('menu')).toBeHidden();
}
