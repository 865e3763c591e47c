import { chromium, type LaunchOptions } from '@playwright/test';
import { median, type Figure } from './measure.js';

const EDITS = 40;

/** From a key press that adds or changes a hit to the picture that shows it, beside a picture in which nothing changed. */
export async function pageFigures(address: string, launch: LaunchOptions): Promise<Figure[]> {
  const browser = await chromium.launch(launch);
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.goto(address);
    await page.getByRole('button', { name: 'Open Seven Herons' }).click();
    await page
      .getByRole('complementary', { name: 'Patterns' })
      .getByRole('button', { name: /^River rising/ })
      .click();
    await page.getByRole('application').focus();
    const times = await page.evaluate(async (edits) => {
      const painted = () => new Promise<void>((done) => requestAnimationFrame(() => setTimeout(done, 0)));
      const press = (key: string, shiftKey = false) =>
        window.dispatchEvent(
          new KeyboardEvent('keydown', { key, shiftKey, bubbles: true, cancelable: true }),
        );
      const edited: number[] = [];
      const idle: number[] = [];
      for (let i = 0; i < edits; i++) {
        await painted();
        let start = performance.now();
        press('ArrowUp', true);
        await painted();
        edited.push(performance.now() - start);
        await painted();
        start = performance.now();
        await painted();
        idle.push(performance.now() - start);
        press('ArrowRight');
      }
      return { edited, idle };
    }, EDITS);
    const [edited, idle] = [median(times.edited), median(times.idle)];
    return [
      {
        name: 'edit to paint',
        unit: 'ms',
        median: edited,
        runs: EDITS,
        ratio: { 'idle frame': edited / idle },
      },
    ];
  } finally {
    await browser.close();
  }
}
