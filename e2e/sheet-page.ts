import type { Locator, Page } from '@playwright/test';

/** A slot on the sheet by its number in its section, where that is played first. */
export function slot(page: Page, n: number, section: string): Locator {
  return page.getByRole('button', { name: new RegExp(`^Slot ${n} of ${section}:`) }).first();
}

/** Inspector of the sheet. */
export function chosen(page: Page): Locator {
  return page.getByRole('complementary', { name: 'What is chosen' });
}

/** Chooses one of a select's options there. */
export async function choose(page: Page, label: string, option: string): Promise<void> {
  await chosen(page).getByRole('combobox', { name: label, exact: true }).click();
  await page.getByRole('option', { name: option, exact: true }).click();
}
