import { chromium, type LaunchOptions, type Page } from '@playwright/test';
import { type Figure, median, p95 } from './measure.js';

/** Time of playing, in ms. */
const PLAYS = 6000;
const CLOCK = 0xf8;

interface Sent {
  readonly bytes: readonly number[];
  readonly time: number;
  readonly sentAt: number;
}

/** Jitter of the clock on a port while the page works, beside the distance of clocks. */
export async function portFigures(address: string, launch: LaunchOptions): Promise<Figure[]> {
  const browser = await chromium.launch(launch);
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    const sent = await playedTo(page, address);
    const clocks = sent.filter(({ bytes: [status] }) => status === CLOCK).map(({ time }) => time);
    const off = offLine(clocks);
    const first = clocks[0] ?? 0;
    const apart = ((clocks.at(-1) ?? first) - first) / Math.max(1, clocks.length - 1);
    const late = sent.filter(({ time, sentAt }) => sentAt > time).length;
    return [
      {
        name: 'port jitter',
        unit: 'ms',
        median: median(off),
        runs: clocks.length,
        ratio: {
          'its own p95': median(off) / p95(off),
          'the time between clocks': median(off) / apart,
          'messages, those sent too late': late / sent.length,
        },
      },
    ];
  } finally {
    await browser.close();
  }
}

async function playedTo(page: Page, address: string): Promise<readonly Sent[]> {
  const made = await page.request.post(`${address}/api/songs`, { data: { from: 'demo:paper-lanterns' } });
  const { id } = (await made.json()) as { id: string };
  await page.addInitScript(() => {
    const sent: unknown[] = [];
    Object.assign(window, { sentToPort: sent });
    window.addEventListener('plucky-midi-sent', (event) => {
      if (event instanceof CustomEvent) sent.push(event.detail);
    });
  });
  await page.goto(`${address}/songs/${id}/hand-off?midi=simulated`);
  await page.getByRole('button', { name: 'MIDI port…' }).click();
  await page.getByRole('button', { name: 'On Simulated port' }).click();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await page.waitForTimeout(PLAYS);
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
  return page.evaluate(() => (window as unknown as { readonly sentToPort: readonly Sent[] }).sentToPort);
}

/** Distance of each time from the straight line through all of them (least squares), in ms. */
function offLine(times: readonly number[]): number[] {
  const n = times.length;
  const meanIndex = (n - 1) / 2;
  const mean = times.reduce((sum, time) => sum + time, 0) / n;
  const shared = times.reduce((sum, time, i) => sum + (i - meanIndex) * (time - mean), 0);
  const spread = times.reduce((sum, _, i) => sum + (i - meanIndex) ** 2, 0);
  return times.map((time, i) => Math.abs(time - mean - (shared / spread) * (i - meanIndex)));
}
