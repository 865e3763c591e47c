import { type Browser, chromium, type LaunchOptions, type Page } from '@playwright/test';
import { type Figure, median } from './measure.js';

const EDITS = 40;

/** From a key press that changes a whole row to the painted picture that shows it, beside one in which nothing changed. */
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
    // All hits of the snare row change with each edit: the most that one key press can do here.
    await page.getByRole('button', { name: 'Row Snare' }).click();
    await page.getByRole('application').press('Control+a');
    const times = await page.evaluate(async (edits) => {
      // From the start of a frame, so that no waiting for the screen is counted, to the first task after it is painted.
      const frame = (work: () => void) =>
        new Promise<number>((done) =>
          requestAnimationFrame(() => {
            const { port1, port2 } = new MessageChannel();
            const start = performance.now();
            port1.onmessage = () => done(performance.now() - start);
            work();
            port2.postMessage(null);
          }),
        );
      const rest = () => new Promise<void>((done) => setTimeout(done, 120));
      const press = (key: string) =>
        document.dispatchEvent(
          new KeyboardEvent('keydown', { key, code: key, shiftKey: true, bubbles: true, cancelable: true }),
        );
      const edited: number[] = [];
      const idle: number[] = [];
      for (let i = 0; i < edits; i++) {
        await rest();
        edited.push(await frame(() => press(i % 2 ? 'ArrowUp' : 'ArrowDown')));
        await rest();
        idle.push(await frame(() => undefined));
      }
      return { edited, idle };
    }, EDITS);
    const [edited, idle] = [median(times.edited), median(times.idle)];
    return [
      await editToOther(browser, address),
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

/** From a press in one window to when another window of the same browser shows what it changed. */
async function editToOther(browser: Browser, address: string): Promise<Figure> {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  await page.goto(address);
  await page.getByRole('button', { name: 'New song' }).click();
  const rows = page.getByRole('application');
  await rows.focus();
  const other = await context.newPage();
  await other.goto(page.url());
  await other.getByRole('application').waitFor();
  await page.getByText('Open in 2 windows').waitFor();
  const times: number[] = [];
  for (let i = 0; i < EDITS; i++) {
    const start = performance.now();
    // A hit at the caret, taken away by the next press but one.
    await rows.press(i % 2 ? 'Delete' : 'a');
    await showsHits(other, i % 2 ? 0 : 1);
    times.push(performance.now() - start);
  }
  await context.close();
  return { name: 'edit to other window', unit: 'ms', median: median(times), runs: EDITS, ratio: {} };
}

/** Waits until a window shows so many hits. */
function showsHits(page: Page, count: number): Promise<void> {
  return page.evaluate(
    (wanted) =>
      new Promise<void>((done) => {
        const look = () => {
          const rows = [...document.querySelectorAll<SVGElement>('g[data-hits]')];
          const shown = rows.reduce((sum, row) => sum + Number(row.dataset['hits']), 0);
          if (shown === wanted) done();
          else setTimeout(look, 1);
        };
        look();
      }),
    count,
  );
}
