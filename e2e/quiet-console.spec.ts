import { expect, test } from '@playwright/test';
import { goTo, openDemo, rows } from './page.ts';

test('no room logs an error or asks for what the content policy refuses', async ({ page }) => {
  const said: string[] = [];
  page.on('console', (message) => {
    if (message.type() === 'error') said.push(message.text());
  });
  page.on('pageerror', (error) => said.push(error.message));
  await page.addInitScript(() =>
    document.addEventListener('securitypolicyviolation', (event) =>
      console.error(`refused: ${event.violatedDirective} ${event.sourceFile}:${event.lineNumber}`),
    ),
  );
  await page.goto('/');
  await expect(page.getByRole('article').first()).toBeVisible();
  await openDemo(page, 'Paper Lanterns');
  await expect(rows(page)).toBeVisible();
  await page.getByRole('button', { name: 'Make a fill' }).click();
  await expect(page.getByRole('button', { name: /^Fill 12:/ })).toBeVisible();
  await goTo(page, 'Sheet');
  await expect(page.getByRole('button', { name: /^Slot 1 of/ }).first()).toBeVisible();
  await goTo(page, 'Hand-off');
  await expect(page.getByRole('button', { name: /^Export/ })).toBeVisible();
  expect(said).toEqual([]);
});
