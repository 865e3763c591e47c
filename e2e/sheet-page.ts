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
