import { expect, test } from '@playwright/test';
import { goTo, newSong, press, rows, saved } from './page.ts';

test('where storage is blocked the song opens, is saved, and what closing would lose is said', async ({
  page,
}) => {
  await page.addInitScript(() => {
    const refuse = () => {
      throw new DOMException('Storage is blocked.', 'SecurityError');
    };
    IDBFactory.prototype.open = refuse;
    for (const name of ['localStorage', 'sessionStorage'])
      Object.defineProperty(window, name, { get: refuse });
  });
  await newSong(page);
  await page.route('**/changes', (route) => route.abort());
  await press(page, 'Kick', 0);
  await expect(page.getByRole('alert')).toContainText(
    'This browser has no room for your edits either: leave this page open, they are tried again.',
  );
  await page.unroute('**/changes');
  await saved(page);
  await page.reload();
  await expect(page.locator('g[data-row="kick"]')).toHaveAttribute('data-hits', '1');
});

test('a room whose script does not load says so in its place and comes when it is asked for again', async ({
  page,
}) => {
  await page.route('**/assets/SheetRoom*.js', (route) => route.abort());
  await newSong(page);
  await page.getByRole('navigation', { name: 'Rooms' }).getByRole('link', { name: 'Sheet' }).click();
  await expect(page.getByRole('heading', { name: 'This could not be loaded' })).toBeVisible();
  await page.unroute('**/assets/SheetRoom*.js');
  await page.getByRole('button', { name: 'Try again' }).click();
  await expect(page.getByRole('heading', { name: 'This could not be loaded' })).toBeHidden();
  await expect(page.getByRole('heading', { name: 'No section yet' })).toBeVisible();
});

test('after a newer version is served the page says so, and unsaved edits survive its reload', async ({
  page,
}) => {
  await page.route('**/assets/HandOffRoom*.js', (route) => route.fulfill({ status: 404 }));
  await newSong(page);
  await page.route('**/changes', (route) => route.abort());
  await press(page, 'Kick', 0);
  await expect(page.getByRole('alert')).toContainText('Your edits are kept in this browser');
  // The server's page names other scripts by now.
  await page.route(
    (url) => url.pathname === '/',
    (route) =>
      route.fulfill({
        contentType: 'text/html',
        body: '<script type="module" src="/assets/new.js"></script>',
      }),
  );
  await page.getByRole('navigation', { name: 'Rooms' }).getByRole('link', { name: 'Hand-off' }).click();
  await expect(page.getByRole('heading', { name: 'A newer version is here' })).toBeVisible();
  await page.unrouteAll();
  await page.getByRole('button', { name: 'Reload' }).click();
  await goTo(page, 'Groove');
  await expect(page.locator('g[data-row="kick"]')).toHaveAttribute('data-hits', '1');
  await saved(page);
});

for (const [what, spoil] of [
  [
    'there is no audio device',
    () => {
      (window as { AudioContext: unknown }).AudioContext = function () {
        throw new DOMException('no device', 'NotSupportedError');
      };
    },
  ],
  [
    'the sound never begins',
    () => {
      AudioContext.prototype.resume = () => new Promise(() => undefined);
      Object.defineProperty(BaseAudioContext.prototype, 'state', { get: () => 'suspended' });
      Object.defineProperty(BaseAudioContext.prototype, 'currentTime', { get: () => 0 });
    },
  ],
] as const)
  test(`where ${what} it is said, and the place runs all the same`, async ({ page }) => {
    await page.addInitScript(spoil);
    await newSong(page);
    await press(page, 'Kick', 0);
    await page.keyboard.press('Space');
    await expect(
      page.getByText('No sound: this browser gives no audio device. All else goes on.'),
    ).toBeVisible();
    const place = page.getByText(/^bar \d/);
    const before = await place.textContent();
    await expect(place).not.toHaveText(before ?? '');
    await page.keyboard.press('Space');
    await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
    await saved(page);
  });

test('a device that is taken away while it plays leaves the place running', async ({ page }) => {
  await page.addInitScript(() => {
    const own = Object.getOwnPropertyDescriptor(BaseAudioContext.prototype, 'currentTime');
    let gone: number | null = null;
    Object.defineProperty(BaseAudioContext.prototype, 'currentTime', {
      get(this: BaseAudioContext) {
        return gone ?? (own?.get?.call(this) as number);
      },
    });
    Object.assign(window, { takeDevice: (time: number | null) => (gone = time) });
  });
  await newSong(page);
  await press(page, 'Kick', 0);
  await page.keyboard.press('Space');
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible();
  await page.evaluate(() => (window as unknown as { takeDevice: (time: number) => void }).takeDevice(1));
  const word = page.getByText('No sound: this browser gives no audio device. All else goes on.');
  await expect(word).toBeVisible();
  await page.evaluate(() => (window as unknown as { takeDevice: (time: null) => void }).takeDevice(null));
  await expect(word).toBeHidden();
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible();
});

test('a worker that fails is started again once, and then told', async ({ page }) => {
  await newSong(page);
  await press(page, 'Kick', 0, 960, 1920);
  let [asked, failing] = [0, 1];
  await page.route('**/assets/bounce.worker*.js', (route) => {
    asked++;
    return asked <= failing ? route.abort() : route.continue();
  });
  await page.getByRole('button', { name: 'Bounce…' }).click();
  await expect(page.getByRole('link', { name: 'Save the file' })).toBeVisible();
  expect(asked).toBe(2);
  await page.getByRole('button', { name: 'Close' }).click();
  [asked, failing] = [0, 2];
  await page.getByRole('button', { name: 'Bounce…' }).click();
  await expect(page.getByText(/The sound could not be rendered/)).toBeVisible();
  await page.getByRole('button', { name: 'Cancel' }).click();
  await expect(rows(page)).toBeVisible();
});
