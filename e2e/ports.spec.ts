import { expect, type Page, test } from '@playwright/test';
import { openDemo } from './page.ts';

/** Opens the hand-off with simulated ports, and keeps what is sent to them. */
async function openWithPorts(page: Page): Promise<void> {
  await page.addInitScript(() => {
    const sent: unknown[] = [];
    Object.assign(window, { sentToPort: sent });
    window.addEventListener('plucky-midi-sent', (event) => {
      if (event instanceof CustomEvent) sent.push(event.detail);
    });
  });
  await openDemo(page, 'Salt Waltz');
  await page.goto(`${page.url().replace(/groove$/, 'hand-off')}?midi=simulated`);
  await page.getByRole('button', { name: 'MIDI port…' }).click();
}

interface Sent {
  readonly bytes: readonly number[];
  readonly time: number;
  readonly sentAt: number;
}

function sent(page: Page): Promise<readonly Sent[]> {
  return page.evaluate(() => (window as unknown as { readonly sentToPort: readonly Sent[] }).sentToPort);
}

const statuses = (messages: readonly Sent[]) => messages.map(({ bytes }) => bytes[0] ?? 0);

test('it plays to a port with start, clock and notes by the clock of the sound, and stops it', async ({
  page,
}) => {
  await openWithPorts(page);
  const ports = page.getByRole('dialog', { name: 'MIDI ports' });
  await ports.getByRole('button', { name: 'On Simulated port' }).press('Enter');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: 'To Simulated port' })).toBeVisible();
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await expect.poll(async () => (await sent(page)).length).toBeGreaterThan(60);
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
  const messages = await sent(page);
  expect(statuses(messages)[0]).toBe(0xfa);
  expect(statuses(messages).at(-1)).toBe(0xfc);
  const notes = messages.filter(({ bytes: [status = 0] }) => status >= 0x80 && status < 0xa0);
  const on = notes.filter(({ bytes: [status = 0] }) => status >= 0x90);
  expect(on.length).toBeGreaterThan(3);
  // Whatever was begun is ended.
  expect(notes.length).toBe(2 * on.length);
  const clocks = messages.filter(({ bytes: [status] }) => status === 0xf8);
  expect(clocks.length).toBeGreaterThan(24);
});

/** Follows the clock of the simulated keyboard from its choice in the open dialog on. */
async function followKeyboard(page: Page): Promise<void> {
  await page
    .getByRole('dialog', { name: 'MIDI ports' })
    .getByRole('button', { name: 'Simulated keyboard' })
    .press('Enter');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: 'By Simulated keyboard' })).toBeVisible();
}

/** Clocks of a quarter note in 375 ms, from the fourth bar of a waltz on, until the page hears "stop-clock". */
function startClock(page: Page): Promise<void> {
  return page.evaluate(() => {
    const say = (...bytes: number[]) =>
      window.dispatchEvent(new CustomEvent('plucky-midi', { detail: bytes }));
    say(0xf2, 36, 0);
    say(0xfb);
    const running = setInterval(() => say(0xf8), 375 / 24);
    window.addEventListener('stop-clock', () => {
      clearInterval(running);
      say(0xfc);
    });
  });
}

test('another clock starts it, moves it to its place, and stops it', async ({ page }) => {
  await openWithPorts(page);
  await followKeyboard(page);
  await startClock(page);
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible();
  await expect(page.getByRole('timer', { name: 'Place' })).toHaveText(/^bar [4-6], /);
  await page.evaluate(() => window.dispatchEvent(new Event('stop-clock')));
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
});

test('a start that came to nothing is tried again while the other clock runs; a stop here stays', async ({
  page,
}) => {
  await page.route(/render-now/, (route) => route.abort());
  await openWithPorts(page);
  await followKeyboard(page);
  await startClock(page);
  await expect(page.getByText('The sounds could not be loaded.').first()).toBeVisible();
  await page.unroute(/render-now/);
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
  const from = await page.evaluate(() => performance.now());
  await expect.poll(() => page.evaluate(() => performance.now())).toBeGreaterThan(from + 2000);
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
});
