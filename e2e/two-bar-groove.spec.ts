import { expect, type Page } from '@playwright/test';
import { goTo, newSong, rows, saved, spot } from './page.ts';
import { test } from './test.ts';

interface Hit {
  readonly voice: string;
  readonly at: number;
  readonly velocity: number;
}

interface Groove {
  readonly hits: readonly Hit[];
  readonly accents: readonly number[];
}

/** The main groove of a song as the server has it; it follows nothing, so that its own hits are all that it plays. */
async function mainGroove(page: Page, song: string): Promise<Groove> {
  const { records } = (await (await page.request.get(`/api/songs/${song}`)).json()) as {
    records: {
      id: string;
      own?: Record<string, Hit>;
      silenced?: string[];
      accents?: { at: number }[];
      length?: number;
    }[];
  };
  const main = records.find((record) => record.id === 'main');
  const hits = Object.entries(main?.own ?? {})
    .filter(([id, hit]) => !main?.silenced?.includes(id) && hit.at < (main?.length ?? 0))
    .map(([, hit]) => hit)
    .sort((a, b) => a.at - b.at || (a.voice < b.voice ? -1 : 1));
  return { hits, accents: (main?.accents ?? []).map((one) => one.at).sort((a, b) => a - b) };
}

async function demoGroove(page: Page): Promise<Groove> {
  const songs = (await (await page.request.get('/api/songs')).json()) as { id: string; name: string }[];
  const demo = songs.find((song) => song.name === 'Paper Lanterns');
  return mainGroove(page, demo?.id ?? '');
}

function songOf(page: Page): string {
  return /songs\/([^/]+)/.exec(page.url())?.[1] ?? '';
}

const places = (groove: Groove) => groove.hits.map((hit) => `${hit.at} ${hit.voice}`);

/** A mouse that counts: a press, a drag and a choice in a menu are one action each. */
class Mouse {
  count = 0;
  readonly #page: Page;
  constructor(page: Page) {
    this.#page = page;
  }

  async press(name: string | RegExp, role: 'button' | 'option' | 'combobox' = 'button'): Promise<void> {
    this.count++;
    await this.#page
      .getByRole(role, { name, exact: typeof name === 'string' })
      .first()
      .click();
  }

  /** Adds a hit with a velocity, by a press that is dragged up or down. */
  async add(row: string, tick: number, velocity: number, length: number): Promise<void> {
    const { x, y } = await spot(this.#page, row, tick, length);
    await this.drag({ x, y }, { x, y: y + (96 - velocity) / 0.8 });
  }

  async move(row: string, from: number, to: number, length: number): Promise<void> {
    await this.drag(await spot(this.#page, row, from, length), await spot(this.#page, row, to, length));
  }

  async drag(from: { x: number; y: number }, to: { x: number; y: number }): Promise<void> {
    this.count++;
    await this.#page.mouse.move(from.x, from.y);
    await this.#page.mouse.down();
    await this.#page.mouse.move((from.x + to.x) / 2, (from.y + to.y) / 2, { steps: 3 });
    await this.#page.mouse.move(to.x, to.y, { steps: 3 });
    await this.#page.mouse.up();
  }

  /** Takes a hit out: it is chosen by a press and removed by a key. */
  async remove(row: string, tick: number, length: number): Promise<void> {
    this.count += 2;
    const { x, y } = await spot(this.#page, row, tick, length);
    await this.#page.mouse.click(x, y);
    await this.#page.keyboard.press('Delete');
  }

  async slide(name: string, value: number, low: number, high: number): Promise<void> {
    this.count++;
    const slider = this.#page.getByRole('slider', { name });
    const box = await slider.locator('xpath=ancestor::span[contains(@class,"MuiSlider-root")]').boundingBox();
    if (!box) throw new Error(`no slider ${name}`);
    await this.#page.mouse.click(box.x + ((value - low) / (high - low)) * box.width, box.y + box.height / 2);
  }

  async accent(tick: number, length: number): Promise<void> {
    this.count++;
    const { x } = await spot(this.#page, 'Kick', tick, length);
    const lane = await this.#page.getByRole('img', { name: /^Accents/ }).boundingBox();
    if (!lane) throw new Error('no accent lane');
    await this.#page.mouse.click(x, lane.y + 14);
  }
}

test('the two-bar groove of the demo is built by mouse, hits, velocities and accents, in under 60 actions', async ({
  page,
}) => {
  const wanted = await demoGroove(page);
  await newSong(page);
  const mouse = new Mouse(page);
  const [bar, two] = [3840, 7680];
  await mouse.press('Length of the pattern', 'combobox');
  await mouse.press('1 bar', 'option');
  for (const [step, velocity] of [
    [0, 123],
    [6, 98],
    [10, 110],
  ] as const)
    await mouse.add('Kick', step * 240, velocity, bar);
  for (const [step, velocity] of [
    [4, 123],
    [7, 35],
    [9, 35],
    [12, 123],
  ] as const)
    await mouse.add('Snare', step * 240, velocity, bar);
  await mouse.add('Rim', 10 * 240, 60, bar);
  for (const [step, velocity] of [
    [2, 98],
    [4, 48],
    [6, 85],
    [8, 35],
    [10, 98],
    [12, 48],
    [14, 85],
  ] as const)
    await mouse.add('Closed hat', step * 240, velocity, bar);
  for (const at of [0, 960, 2880]) await mouse.accent(at, bar);
  // A run along the shaker's row, then strong and weak strokes for it.
  await mouse.move('Shaker', 0, 3600, bar);
  await mouse.press('Rules');
  await mouse.press(/^Strong and weak/);
  await mouse.slide('Strong', 73, 1, 127);
  await mouse.slide('Weak', 36, 1, 127);
  await mouse.press('Take it');
  await mouse.press('Close Rules');
  await mouse.press('Double');
  // Hits that only the second bar has.
  await mouse.move('Kick', bar + 6 * 240, bar + 7 * 240, two);
  await mouse.move('Snare', bar + 9 * 240, bar + 14 * 240, two);
  await mouse.move('Snare', bar + 7 * 240, bar + 15 * 240, two);
  await mouse.move('Rim', bar + 10 * 240, bar + 7 * 240, two);
  await mouse.move('Closed hat', bar + 12 * 240, bar + 11 * 240, two);
  await mouse.add('Open hat', bar + 14 * 240, 85, two);
  await mouse.remove('Closed hat', bar + 14 * 240, two);
  // A row of its own for the wood block, in triplets.
  await mouse.press('Kit…');
  await mouse.press('Add a row', 'combobox');
  await mouse.press('Wood block', 'option');
  await mouse.press('Close The kit');
  await mouse.press('Grid in this pattern', 'combobox');
  await mouse.press('8th triplets', 'option');
  await mouse.add('Wood block', 1600, 73, two);
  await mouse.add('Wood block', bar + 2240, 85, two);
  await saved(page);

  const built = await mainGroove(page, songOf(page));
  expect(places(built)).toEqual(places(wanted));
  expect(built.accents).toEqual(wanted.accents);
  built.hits.forEach((hit, i) =>
    expect(Math.abs(hit.velocity - (wanted.hits[i]?.velocity ?? 0))).toBeLessThanOrEqual(15),
  );
  console.log(`      two-bar groove by mouse: ${mouse.count} actions for ${built.hits.length} hits`);
  expect(mouse.count).toBeLessThan(60);
});

test('the same by keyboard, every hit and accent in place and ghost notes soft, in under 90 key presses', async ({
  page,
}) => {
  const wanted = await demoGroove(page);
  await newSong(page);
  let count = 0;
  const keys = async (line: string) => {
    for (const key of line.split(' ')) {
      await page.keyboard.press(
        key
          .replace('>', 'ArrowRight')
          .replace('<', 'ArrowLeft')
          .replace('^', 'ArrowUp')
          .replace('_', 'ArrowDown'),
      );
      count++;
    }
  };
  await keys('-');
  // Kick on 1, the a of 2 and the and of 3; the snare, its ghosts, and the rim.
  await keys('a Shift+X Control+Shift+> > > a Control+Shift+> a');
  await keys('^ ^ ^ ^ Home Control+Shift+> a Shift+X > > > Shift+A > > Shift+A > > > a Shift+X');
  await keys('^ < < a');
  // The shaker on every 16th, the hat on the 8ths but the first.
  await keys('^ ^ Home w ^ Shift+N > w n');
  // The wood block's row, its grid, its hit.
  await keys('y');
  await expect(page.getByRole('combobox', { name: 'Add a row' })).toBeFocused();
  await keys('Enter');
  await expect(page.getByRole('option', { name: 'Wood block' })).toBeVisible();
  await keys('w Enter Escape n n');
  await expect(page.getByRole('button', { name: 'Row Wood block' })).toContainText('8th triplets');
  await keys('> > > a');
  await keys('Shift+d');
  // Hits that only the second bar has, from the lowest row up.
  await keys('Control+Shift+> Control+Shift+> Control+Shift+> Control+Shift+> Shift+> Shift+>');
  await keys('^ < < < Shift+>');
  await keys('Control+Shift+^ Alt+Shift+> Alt+Shift+> Control+Shift+< < < Alt+Shift+> Shift+>');
  await keys('Control+Shift+^ Control+Shift+< Shift+< Shift+< Shift+<');
  await keys('Control+Shift+^ Control+Shift+^ Control+Shift+> > Shift+<');
  await keys('> > > Delete ^ a');
  await saved(page);

  const built = await mainGroove(page, songOf(page));
  expect(places(built)).toEqual(places(wanted));
  expect(built.accents).toEqual(wanted.accents);
  const soft = (groove: Groove) =>
    groove.hits.filter((hit) => hit.voice === 'snare').map((hit) => hit.velocity < 60);
  expect(soft(built)).toEqual(soft(wanted));
  console.log(`      two-bar groove by keyboard: ${count} key presses for ${built.hits.length} hits`);
  expect(count).toBeLessThan(90);
  await goTo(page, 'Groove');
  await expect(rows(page)).toBeVisible();
});
