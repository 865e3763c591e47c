import { expect, type Page } from '@playwright/test';
import { choose, expectHits, newSong, openDemo, openFold, press, rows, spot } from './page.ts';
import { test } from './test.ts';

interface Point {
  readonly x: number;
  readonly y: number;
}

/** Drags from one point to another, with keys held if any are named. */
async function drag(
  page: Page,
  from: Point,
  to: Point,
  ...keys: ('Alt' | 'Shift' | 'Control')[]
): Promise<void> {
  for (const key of keys) await page.keyboard.down(key);
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  await page.mouse.move((from.x + to.x) / 2, (from.y + to.y) / 2, { steps: 3 });
  await page.mouse.move(to.x, to.y, { steps: 3 });
  await page.mouse.up();
  for (const key of keys) await page.keyboard.up(key);
}

const caret = (page: Page) => page.getByRole('status', { name: 'Caret' });
const title = (page: Page) => page.getByRole('region', { name: 'Chosen hits' });

/** The softest and the loudest velocity of the chosen hits. */
async function velocityRange(page: Page): Promise<readonly [number, number]> {
  const range = /(\d+) to (\d+)/.exec((await title(page).textContent()) ?? '');
  return [Number(range?.[1] ?? NaN), Number(range?.[2] ?? NaN)];
}

/** Velocities of the hits of the song's main pattern, in order, as saved. */
async function velocitiesOf(page: Page): Promise<readonly number[]> {
  const id = new URL(page.url()).pathname.split('/')[2] ?? '';
  const { records } = (await (await page.request.get(`/api/songs/${id}`)).json()) as {
    records: { id: string; own?: Record<string, { at: number; velocity: number }> }[];
  };
  const own = Object.values(records.find((one) => one.id === 'main')?.own ?? {});
  return own.sort((a, b) => a.at - b.at).map(({ velocity }) => velocity);
}

test('a swipe adds a run, a box chooses, a line leads velocities, and each is one undo', async ({ page }) => {
  await newSong(page);
  await drag(page, await spot(page, 'Closed hat', 0), await spot(page, 'Closed hat', 3600));
  await expectHits(page, 16);
  await expect(title(page)).toContainText('16 hits chosen');

  await page.keyboard.press('Escape');
  const [first, last] = [await spot(page, 'Open hat', 1800), await spot(page, 'Closed hat', 4000)];
  await drag(page, first, last, 'Shift');
  await expect(title(page)).toContainText('8 hits chosen');

  const base = await spot(page, 'Closed hat', 1920);
  await drag(page, { x: base.x - 12, y: base.y + 8 }, { x: last.x - 12, y: base.y - 12 }, 'Shift', 'Alt');
  await expect.poll(async () => (await velocityRange(page))[0]).toBeLessThan(65);
  await expect.poll(async () => (await velocityRange(page))[1]).toBeGreaterThan(80);

  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expectHits(page, 0);
});

test('a line over a row of 32 hits, none of them chosen, leads them up and down again in one drag', async ({
  page,
}) => {
  await newSong(page);
  await drag(page, await spot(page, 'Closed hat', 0), await spot(page, 'Closed hat', 7440));
  await expectHits(page, 32);
  await page.keyboard.press('Escape');
  const [left, middle, right] = [
    await spot(page, 'Closed hat', 0),
    await spot(page, 'Closed hat', 3840),
    await spot(page, 'Closed hat', 7440),
  ];
  await page.keyboard.down('Shift');
  await page.keyboard.down('Alt');
  await page.mouse.move(left.x, left.y + 8);
  await page.mouse.down();
  await page.mouse.move(middle.x, middle.y - 14, { steps: 8 });
  await page.mouse.move(right.x, right.y + 8, { steps: 8 });
  await page.mouse.up();
  await page.keyboard.up('Alt');
  await page.keyboard.up('Shift');
  await expect
    .poll(async () => {
      const shown = await velocitiesOf(page);
      return (
        shown.length === 32 &&
        Math.max(...shown.slice(14, 18)) - Math.max(shown[1] ?? 127, shown[30] ?? 127) > 30
      );
    })
    .toBe(true);
  await page.keyboard.press('Control+z');
  await expect.poll(async () => new Set(await velocitiesOf(page)).size).toBe(1);
});

test('with Ctrl a stem that is not chosen goes to another row alone, and a press adds it to what is chosen', async ({
  page,
}) => {
  await newSong(page);
  await press(page, 'Kick', 0);
  await press(page, 'Snare', 960);
  await press(page, 'Kick', 1920);
  const [snare, rim] = [await spot(page, 'Snare', 960), await spot(page, 'Rim', 960)];
  await drag(page, snare, { x: snare.x, y: rim.y }, 'Control');
  await expect(page.locator('g[data-row="rim"]')).toHaveAttribute('data-hits', '1');
  await expect(page.locator('g[data-row="kick"]')).toHaveAttribute('data-hits', '2');
  await expect(caret(page)).toBeAttached();
  await page.keyboard.down('Control');
  const kick = await spot(page, 'Kick', 0);
  await page.mouse.click(kick.x, kick.y);
  await page.keyboard.up('Control');
  await expect(title(page)).toContainText('2 hits chosen');
});

test('dragging one of several chosen stems scales all their velocities in proportion', async ({ page }) => {
  await newSong(page);
  await press(page, 'Snare', 0, 960);
  await page.keyboard.press('Shift+ArrowDown');
  await page.keyboard.press('Shift+ArrowDown');
  await page.keyboard.press('Control+a');
  await expect(title(page)).toContainText('84 to 96');
  const from = await spot(page, 'Snare', 0);
  await drag(page, from, { x: from.x, y: from.y + 70 });
  await expect(title(page)).toContainText('42 to 48');
});

test('with Alt a stem moves off the grid, and is early or late by what is left', async ({ page }) => {
  await newSong(page);
  await press(page, 'Snare', 960);
  const from = await spot(page, 'Snare', 960);
  const to = await spot(page, 'Snare', 1060);
  await drag(page, from, { x: to.x, y: from.y }, 'Alt');
  await expect(caret(page)).toHaveText(/^Snare, bar 1, beat 2,/);
  // 100 ticks are 52 ms at 120; the mouse stands on whole pixels.
  const late = page.getByRole('slider', { name: 'Early / late', exact: true });
  await expect.poll(async () => Number(await late.inputValue())).toBeGreaterThanOrEqual(44);
  expect(Number(await late.inputValue())).toBeLessThanOrEqual(60);
  await page.keyboard.press('q');
  await expect.poll(async () => Number(await late.inputValue())).toBe(0);
});

test('copy, cut, paste into another pattern, duplicate', async ({ page }) => {
  await newSong(page);
  await press(page, 'Kick', 0, 480);
  await press(page, 'Snare', 960);
  await page.keyboard.press('Control+Shift+A');
  await page.keyboard.press('d');
  await expectHits(page, 6);
  await page.keyboard.press('Control+z');
  await expectHits(page, 3);
  await page.keyboard.press('Control+Shift+A');
  await page.keyboard.press('Control+c');
  await page.getByRole('button', { name: 'New drums pattern' }).click();
  await expectHits(page, 0);
  await rows(page).focus();
  await page.keyboard.press('Control+v');
  await expectHits(page, 3);
  await page.keyboard.press('Control+x');
  await expectHits(page, 0);
  // Pasted at the caret: what would lie beyond the end stays out.
  await page.keyboard.press('End');
  await page.keyboard.press('Control+v');
  await expectHits(page, 1);
});

test('rolls and flams by key, set in words, and drawn stroke by stroke', async ({ page }) => {
  await newSong(page);
  await press(page, 'Snare', 960);
  await page.keyboard.press('r');
  await page.keyboard.press('r');
  await expect(page.getByRole('button', { name: 'Roll of 3' })).toBeVisible();
  await choose(page, 'Strokes', '8 hits');
  await expect(page.getByRole('button', { name: 'Roll of 8' })).toBeVisible();
  await choose(page, 'Strokes', 'at the rate of 32nds');
  await choose(page, 'Over', '4 steps of the row');
  await expect(page.getByRole('button', { name: 'Roll of 8' })).toBeVisible();
  await rows(page).focus();
  await page.keyboard.press('g');
  await page.keyboard.press('g');
  await expect(page.getByRole('button', { name: 'Drag' })).toBeVisible();
  const strokes = await page.locator('g[data-row="snare"] path[stroke-width="1.2"]').getAttribute('d');
  // Seven more strokes of the roll and two grace strokes.
  expect(strokes?.match(/M/g)).toHaveLength(9);
});

test('rows together: chosen with Ctrl, gridded, shifted with wrap, cleared; the pattern is cleared by another command', async ({
  page,
}) => {
  await newSong(page);
  await press(page, 'Kick', 0);
  await press(page, 'Snare', 960);
  await press(page, 'Closed hat', 480);
  await page.getByRole('button', { name: /^Row Kick/ }).click();
  await page.getByRole('button', { name: /^Row Snare/ }).click({ modifiers: ['Control'] });
  await expect(page.getByRole('region', { name: '2 rows together' })).toBeVisible();
  await choose(page, 'Grid in this pattern', '8th triplets');
  for (const row of ['Kick', 'Snare'])
    await expect(page.getByRole('button', { name: `Row ${row}` })).toContainText('8th triplets');
  await page.getByRole('button', { name: 'Shift earlier' }).click();
  await page.getByRole('button', { name: /^Row Kick/ }).click();
  await rows(page).focus();
  await page.keyboard.press('End');
  await expect(caret(page)).toHaveText('Kick, bar 2, beat 4½ +160, velocity 96, own');
  await page.getByRole('button', { name: /^Row Kick/ }).click();
  await page.getByRole('button', { name: /^Row Snare/ }).click({ modifiers: ['Control'] });
  await page.getByRole('button', { name: 'Clear these rows' }).click();
  await expectHits(page, 1);
  await openFold(page, 'Pattern');
  await page.getByRole('button', { name: 'Clear the pattern' }).click();
  await expectHits(page, 0);
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expectHits(page, 3);
});

test('a meter of its own draws its groups, doubling copies, and a shorter length hides only', async ({
  page,
}) => {
  await newSong(page);
  await press(page, 'Kick', 0, 960);
  await page.keyboard.press('Escape');
  await openFold(page, 'Pattern');
  await choose(page, 'Meter', '7/8 (3+2+2)');
  await choose(page, 'Length of the pattern', '1 bar');
  await expectHits(page, 2);
  await page.getByRole('button', { name: 'Double' }).click();
  await expectHits(page, 4);
  await choose(page, 'Length of the pattern', '1 beat');
  await expectHits(page, 1);
  await choose(page, 'Length of the pattern', '2 bars');
  await expectHits(page, 4);
});

test('a velocity slider dragged to its end and back keeps the proportions of what is chosen', async ({
  page,
}) => {
  await openDemo(page, 'Paper Lanterns');
  await page.getByRole('button', { name: 'Row Closed hat' }).click();
  await rows(page).press('Control+a');
  const slider = page.getByRole('slider', { name: 'Velocity', exact: true });
  await expect(title(page)).toContainText('35 to 98');
  const box = await slider.locator('xpath=ancestor::span[contains(@class,"MuiSlider-root")]').boundingBox();
  if (!box) throw new Error('no slider');
  const at = (share: number): Point => ({ x: box.x + share * box.width, y: box.y + box.height / 2 });
  await page.mouse.move(at(0.56).x, at(0.56).y);
  await page.mouse.down();
  await page.mouse.move(at(0).x, at(0).y, { steps: 4 });
  await expect(title(page)).toContainText('Velocity1Early');
  await page.mouse.move(at(0.56).x, at(0.56).y, { steps: 4 });
  await page.mouse.up();
  // A pixel of the slider is half a velocity step, and each hit is rounded by itself.
  const off = async () => {
    const [low, high] = await velocityRange(page);
    return Math.max(Math.abs(low - 35) - 2, Math.abs(high - 98) - 3);
  };
  await expect.poll(off).toBeLessThanOrEqual(0);
  await page.keyboard.press('Control+z');
  await expect(title(page)).toContainText('35 to 98');
});

test('a press on one of several leaves that one, Ctrl adds and takes away, and a drag takes all of them', async ({
  page,
}) => {
  await newSong(page);
  await drag(page, await spot(page, 'Snare', 0), await spot(page, 'Snare', 1680));
  await expect(title(page)).toContainText('8 hits chosen');
  const [first, second] = [await spot(page, 'Snare', 0), await spot(page, 'Snare', 240)];
  await drag(page, first, { x: first.x, y: first.y - 30 });
  await expect(title(page)).toContainText('8 hits chosen');
  await page.mouse.click(second.x, second.y);
  await expect(title(page)).toContainText('Hit at bar 1, beat 1¼');
  await page.keyboard.down('Control');
  await page.mouse.click(first.x, first.y);
  await expect(title(page)).toContainText('2 hits chosen');
  await page.mouse.click(second.x, second.y);
  await expect(title(page)).toContainText('Hit at bar 1, beat 1');
  await page.keyboard.up('Control');
  await expectHits(page, 8);
});

test('a press in the rows takes the keys away from a name', async ({ page }) => {
  await newSong(page);
  const name = page.getByRole('textbox', { name: 'Name of the song' });
  await name.focus();
  await press(page, 'Snare', 960);
  await page.keyboard.press('g');
  await expect(page.getByRole('button', { name: 'Flam' })).toHaveAttribute('aria-pressed', 'true');
  await expect(name).toHaveValue('Untitled song');
});

test('what is chosen over several rows is shaped together, and one step goes back to all rows', async ({
  page,
}) => {
  await newSong(page);
  await drag(page, await spot(page, 'Closed hat', 0), await spot(page, 'Closed hat', 1680));
  await press(page, 'Snare', 960);
  await press(page, 'Kick', 0);
  await page.keyboard.press('Control+Shift+A');
  await page.keyboard.press('s');
  const panel = page.getByRole('complementary', { name: 'Rules' });
  await expect(panel).toContainText('On 10 hits on 3 rows');
  await panel.getByRole('button', { name: /^Velocity ramp/ }).click();
  await expect(panel.getByRole('status', { name: 'What the rule does' })).toHaveText('9 changed.');
  await panel.getByRole('button', { name: 'All rows' }).click();
  await expect(panel).toContainText('On all rows');
});

test('values are typed, what is like a hit is chosen, and a drum goes to its kin and back', async ({
  page,
}) => {
  await newSong(page);
  await drag(page, await spot(page, 'Snare', 0), await spot(page, 'Snare', 7440));
  await expect(title(page)).toContainText('32 hits chosen');
  await openFold(page, 'Choose alike', 'Length, pan, tuning');
  await title(page).getByRole('button', { name: 'every other' }).click();
  await expect(title(page)).toContainText('16 hits chosen');
  const velocity = page.getByRole('slider', { name: 'Velocity', exact: true });
  await velocity.focus();
  await page.keyboard.press('Enter');
  await page.getByRole('textbox', { name: 'Velocity, typed' }).fill('41');
  await page.keyboard.press('Enter');
  await expect(velocity).toHaveValue('41');
  await press(page, 'Snare', 480);
  await title(page).getByRole('button', { name: 'the same velocity' }).click();
  await expect(title(page)).toContainText('16 hits chosen');
  await press(page, 'Snare', 480);
  await title(page).getByRole('button', { name: 'the same place in the bar' }).click();
  await expect(title(page)).toContainText('2 hits chosen');
  await rows(page).focus();
  await page.keyboard.press('j');
  await expect(page.locator('g[data-row="rim"]')).toHaveAttribute('data-hits', '2');
  await page.keyboard.press('j');
  await expect(page.locator('g[data-row="rim"]')).toHaveAttribute('data-hits', '0');

  await press(page, 'Snare', 720);
  await page.getByRole('textbox', { name: 'Place' }).fill('1.2.2+30');
  await page.keyboard.press('Enter');
  await expect(title(page)).toContainText('Hit at bar 1, beat 2¼ +30');
  await page.getByRole('textbox', { name: 'Length' }).fill('1/12');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('textbox', { name: 'Length' })).toHaveValue('1/12');
  await page.getByRole('textbox', { name: 'Length' }).fill('soon');
  await page.keyboard.press('Enter');
  await expect(page.getByText('“soon” is no length.')).toBeVisible();
  await expect(page.getByRole('textbox', { name: 'Length' })).toHaveValue('1/12');
});

test('rows are looked at from closer by keys and the wheel, about the caret, and fit again', async ({
  page,
}) => {
  await newSong(page);
  await press(page, 'Snare', 3840);
  const width = async () => (await rows(page).boundingBox())?.width ?? 0;
  const fit = await width();
  await page.keyboard.press('z');
  await page.keyboard.press('z');
  await expect.poll(width).toBeCloseTo(4 * fit, -1);
  await expect(page.locator('g[data-row="snare"] path').first()).toBeInViewport();
  await page.keyboard.press('End');
  await expect(caret(page)).toHaveText(/^Snare, bar 2, beat 4¾/);
  const box = await page.locator('path[data-caret]').boundingBox();
  expect(box?.x).toBeLessThan(1280);
  await page.keyboard.press('0');
  await expect.poll(width).toBeCloseTo(fit, -1);
  const { x, y } = await spot(page, 'Snare', 3840);
  await page.mouse.move(x, y);
  await page.keyboard.down('Control');
  await page.mouse.wheel(0, -240);
  await page.keyboard.up('Control');
  await expect.poll(width).toBeCloseTo(2 * fit, -1);
  await page.getByRole('button', { name: 'Fit' }).click();
  await expect.poll(width).toBeCloseTo(fit, -1);
});
