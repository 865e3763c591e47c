import { type BrowserContext, test as each } from '@playwright/test';

/**
 * Tests whose pages share a browser context, worker by worker: what the page is made of is fetched and compiled once. What a
 * page has stored is cleared after each. Tests that cut the network, or look at more than one window, take Playwright's own.
 */
export const test = each.extend<object, { shared: BrowserContext }>({
  shared: [
    async ({ browser }, use, { project }) => {
      const { baseURL = '', viewport, acceptDownloads = true } = project.use;
      const context = await browser.newContext({
        baseURL,
        acceptDownloads,
        ...(viewport === undefined ? {} : { viewport }),
      });
      await use(context);
      await context.close();
    },
    { scope: 'worker' },
  ],
  page: async ({ shared }, use) => {
    const page = await shared.newPage();
    await use(page);
    const origin = new URL(page.url()).origin;
    const devtools = await shared.newCDPSession(page);
    await page.goto('about:blank');
    await devtools.send('Storage.clearDataForOrigin', { origin, storageTypes: 'local_storage,indexeddb' });
    await page.close();
  },
});
