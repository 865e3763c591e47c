import { chromium, type LaunchOptions, type Page } from '@playwright/test';
import { type Figure, median, p95 } from './measure.js';
import { longSong, madeSong } from './songs-made.js';

const RUNS = 20;

/** From a press on the sheet to the painted picture, of 72 and of 1,000 bars, each beside a frame in which nothing changed. */
export async function sheetFigures(address: string, launch: LaunchOptions): Promise<Figure[]> {
  const browser = await chromium.launch(launch);
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    const { id: short } = await madeSong(address);
    const { id: long } = await longSong(address);
    return [
      ...(await figuresOf(page, address, short, '72 bars')),
      ...(await figuresOf(page, address, long, '1000 bars')),
    ];
  } finally {
    await browser.close();
  }
}

async function figuresOf(page: Page, address: string, id: string, size: string): Promise<Figure[]> {
  const open: number[] = [];
  for (let i = 0; i < 5; i++) {
    await page.goto(`${address}/songs/${id}/groove`);
    await page.getByRole('application').waitFor();
    const link = page.getByRole('navigation', { name: 'Rooms' }).getByRole('link', { name: 'Sheet' });
    await link.waitFor();
    // Scripts that the page loads for later rooms at rest are not counted.
    await page.waitForFunction(() =>
      performance.getEntriesByType('resource').some(({ name }) => name.includes('/HandOffRoom')),
    );
    await page.waitForTimeout(1000);
    open.push(await openSheet(page));
  }
  const times = await page.evaluate(
    async ({ runs }) => {
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
      const rest = () => new Promise<void>((done) => setTimeout(done, 250));
      const press = (key: string, held: KeyboardEventInit = {}) =>
        document.dispatchEvent(
          new KeyboardEvent('keydown', { key, code: key, bubbles: true, cancelable: true, ...held }),
        );
      const button = (name: string) =>
        [...document.querySelectorAll('aside button')].find((one) => one.textContent === name) as
          HTMLElement | undefined;
      const out: Record<'choose' | 'silence' | 'resize' | 'scroll' | 'idle', number[]> = {
        choose: [],
        silence: [],
        resize: [],
        scroll: [],
        idle: [],
      };
      const sheet = document.querySelector('section[aria-label="Sheet"]');
      press('ArrowRight');
      await rest();
      for (let i = 0; i < runs; i++) {
        out.choose.push(await frame(() => press(i % 2 ? 'ArrowLeft' : 'ArrowRight')));
        await rest();
        out.silence.push(await frame(() => button('Kick')?.click()));
        await rest();
        out.resize.push(await frame(() => press(i % 2 ? '[' : ']')));
        await rest();
        out.scroll.push(await frame(() => sheet?.scrollBy(0, i % 2 ? -120 : 120)));
        await rest();
        out.idle.push(await frame(() => undefined));
        await rest();
      }
      return out;
    },
    { runs: RUNS },
  );
  const play = await playFigures(page);
  const idle = median(times.idle);
  const figure = (name: string, values: readonly number[], runs: number): Figure => ({
    name: `sheet ${name} ${size}`,
    unit: 'ms',
    median: median(values),
    runs,
    ratio: { 'idle frame': median(values) / idle, 'its own p95': median(values) / p95(values) },
  });
  return [
    figure('choose', times.choose, RUNS),
    figure('silence', times.silence, RUNS),
    figure('resize', times.resize, RUNS),
    figure('scroll', times.scroll, RUNS),
    figure('open', open, 5),
    figure('play to first sound', play, play.length),
  ];
}

/** From the press on play to the first sound that is told to start, in ms. */
function playFigures(page: Page): Promise<number[]> {
  return page.evaluate(async () => {
    const rest = () => new Promise<void>((done) => setTimeout(done, 700));
    const space = () =>
      document.dispatchEvent(
        new KeyboardEvent('keydown', { key: ' ', code: 'Space', bubbles: true, cancelable: true }),
      );
    const { prototype } = AudioBufferSourceNode;
    type Start = (when?: number, ...more: number[]) => void;
    const start = Object.getOwnPropertyDescriptor(prototype, 'start')?.value as Start;
    let told: (sounds: number) => void = () => undefined;
    prototype.start = function (when = 0, ...more: number[]) {
      told(performance.now() + Math.max(0, when - this.context.currentTime) * 1000);
      start.call(this, when, ...more);
    };
    const out: number[] = [];
    for (let i = 0; i < 6; i++) {
      const pressed = performance.now();
      const first = new Promise<number>((done) => (told = done));
      space();
      out.push((await first) - pressed);
      await rest();
      space();
      await rest();
    }
    prototype.start = start;
    // The first one waits for the browser to open its sound, once.
    return out.slice(1);
  });
}

/** From the press on the room's name to the painted sheet. */
function openSheet(page: Page): Promise<number> {
  return page.evaluate(
    () =>
      new Promise<number>((done) => {
        const link = [...document.querySelectorAll<HTMLElement>('nav a')].find(
          (one) => one.textContent === 'Sheet',
        );
        const start = performance.now();
        const look = () => {
          if (document.querySelector('section[aria-label="Sheet"] button[aria-pressed]'))
            done(performance.now() - start);
          else requestAnimationFrame(look);
        };
        link?.click();
        look();
      }),
  );
}
