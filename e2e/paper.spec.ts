import { expect, test } from '@playwright/test';
import { goTo, openDemo } from './page.ts';

test('the whole sheet is printed, whatever is in view, and nothing else', async ({ page }) => {
  await openDemo(page, 'Paper Lanterns');
  await page.getByRole('button', { name: 'Dark', exact: true }).click();
  await goTo(page, 'Sheet');
  await page.getByRole('button', { name: 'Work', exact: true }).click();
  await expect(page.getByRole('menuitem', { name: 'Print…' })).toBeVisible();
  await page.keyboard.press('Escape');
  const lines = page.locator('.printed .row');
  await expect(lines).toHaveCount(0);
  for (const format of ['A4', 'Letter']) {
    const pdf = await page.pdf({ format, printBackground: true });
    const pages = pdf.toString('latin1').match(/\/Type\s*\/Page\b/g) ?? [];
    expect(pages.length).toBeGreaterThan(1);
    expect(pages.length).toBeLessThan(6);
  }
  // The page as the browser prints it.
  await page.emulateMedia({ media: 'print' });
  await page.evaluate(() => window.dispatchEvent(new Event('beforeprint')));
  await expect(lines).toHaveCount(18);
  await expect(page.locator('.printed h2')).toHaveCount(8);
  await expect(page.getByRole('contentinfo', { name: 'Transport' })).toBeHidden();
  const ink = await page.locator('.printed').evaluate((element) => getComputedStyle(element).color);
  expect(ink).toBe('rgb(38, 32, 48)');
  await page.evaluate(() => window.dispatchEvent(new Event('afterprint')));
  await expect(lines).toHaveCount(0);
});
