import { expect, type Page } from '@playwright/test';
import { type MidiEvent, parseMidi } from 'midi-file';
import { choose, exportAll, goTo, newSong, openDemo, press, saved } from './page.ts';
import { foldHead, unfold } from './sheet-page.ts';
import { test } from './test.ts';

const button = (page: Page, name: string | RegExp) => page.getByRole('button', { name, exact: true });
const point = (page: Page, name: string) => page.getByRole('slider', { name, exact: true });

async function make(page: Page, what: string): Promise<void> {
  await goTo(page, 'Fills');
  await button(page, what).click();
}

/** The tracks of a file by another reader: each by its name, with absolute places in ticks. */
function tracksOf(bytes: Uint8Array | undefined): Map<string, { tick: number; event: MidiEvent }[]> {
  if (!bytes) throw new Error('no such file');
  return new Map(
    parseMidi(bytes).tracks.map((track) => {
      let tick = 0;
      const events = track.map((event) => ({ tick: (tick += event.deltaTime), event }));
      const name = track.find((event) => event.type === 'trackName');
      return [name?.type === 'trackName' ? name.text : '', events];
    }),
  );
}

/** Records to which values the sounds that play are told to bend, and the filters to move. */
async function listenToMoves(page: Page): Promise<() => Promise<{ bends: number[]; cutoffs: number[] }>> {
  await page.addInitScript(() => {
    const moves = { bends: [] as number[], cutoffs: [] as number[] };
    Object.assign(window, { moves });
    const params = new WeakMap<AudioParam, number[]>();
    const watch = (holder: object, name: string, into: number[]) => {
      const own = Object.getOwnPropertyDescriptor(holder, name);
      Object.defineProperty(holder, name, {
        get(this: unknown) {
          const param = own?.get?.call(this) as AudioParam;
          params.set(param, into);
          return param;
        },
      });
    };
    watch(AudioBufferSourceNode.prototype, 'detune', moves.bends);
    watch(BiquadFilterNode.prototype, 'frequency', moves.cutoffs);
    type Set = (value: number, at: number) => AudioParam;
    const set = Object.getOwnPropertyDescriptor(AudioParam.prototype, 'setValueAtTime')?.value as Set;
    AudioParam.prototype.setValueAtTime = function (value: number, at: number) {
      params.get(this)?.push(value);
      return set.call(this, value, at);
    };
  });
  return () =>
    page.evaluate(() => (window as unknown as { moves: { bends: number[]; cutoffs: number[] } }).moves);
}

test('build-ups are compared by number in context, a curve is dragged and bent, and one is heard as it moves', async ({
  page,
}) => {
  const moves = await listenToMoves(page);
  await openDemo(page, 'Paper Lanterns');
  await make(page, 'Build-up');
  await expect(page.getByLabel('What plays')).toHaveText('Slow boil in context, looping');
  await page.keyboard.press('2');
  await expect(page.getByLabel('Figures of the build-up')).toHaveText(
    '4 bars into Chorus 1 · 60 hits, up to 8 a beat, the next falls exactly on the landing',
  );
  await expect(page.getByRole('timer', { name: 'Place' })).toHaveText(/^bar 2/, { timeout: 15_000 });
  await page.keyboard.press('Escape');
  // By mouse: the end of the velocities goes down, the middle along, and the bend is pulled.
  const drag = async (name: string, dx: number, dy: number) => {
    const box = await point(page, name).boundingBox();
    if (!box) throw new Error(`${name} is not drawn.`);
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    await page.mouse.move(x, y);
    await page.mouse.down();
    await page.mouse.move(x + dx, y + dy, { steps: 4 });
    await page.mouse.up();
  };
  const valueOf = async (name: string) => Number(await point(page, name).getAttribute('aria-valuenow'));
  const before = await valueOf('Velocity at the end');
  await drag('Velocity at the end', 0, 20);
  expect(await valueOf('Velocity at the end')).toBeLessThan(before);
  await drag('Velocity in the middle', 150, -10);
  await drag('Velocity bend', 0, 14);
  expect(await valueOf('Velocity bend')).toBeGreaterThan(10);
  // A step less by doubling comes where the end is nearer to it: 8, 7, 6, 5 and then 4.
  for (let i = 0; i < 3; i++) await point(page, 'Speed at the end').press('ArrowDown');
  await expect(page.getByText(/^1 to 4 hits a beat/)).toBeVisible();
  // A step is dragged to another beat.
  const step = await point(page, 'Step 2').getAttribute('aria-valuetext');
  await drag('Step 2', 90, 0);
  await expect(point(page, 'Step 2')).not.toHaveAttribute('aria-valuetext', step ?? '');
  // The first one bends and opens while it is heard.
  await page.keyboard.press('1');
  await expect
    .poll(async () => (await moves()).bends.some((cents) => cents > 300), { timeout: 30_000 })
    .toBe(true);
  const { cutoffs } = await moves();
  expect(Math.max(...cutoffs) / Math.min(...cutoffs)).toBeGreaterThan(4);
});

test('from an empty song: a build-up is placed, leaves on a track of its own and reads back', async ({
  page,
}) => {
  await newSong(page);
  await press(page, 'Kick', 0, 1920, 3840, 5760);
  await press(page, 'Snare', 960, 2880);
  await goTo(page, 'Sheet');
  for (const role of ['New verse', 'New chorus']) {
    await page.getByRole('button', { name: 'Add section' }).first().click();
    await page.getByRole('menuitem', { name: role }).click();
    await choose(page, 'Drums', 'Main groove');
  }
  await make(page, 'Build-up');
  await choose(page, 'Begin a draft from', /^Up an octave/);
  await button(page, 'Filter').click();
  await choose(page, 'Place it', 'End of Verse');
  await page.getByRole('button', { name: 'Crash on 1', exact: true }).click();
  await button(page, 'Place').click();
  await expect(page.getByText('Placed: End of Verse.')).toBeVisible();
  await saved(page);
  await goTo(page, 'Sheet');
  await expect(page.getByRole('button', { name: /^Slot 1 of Verse: .*Up an octave/ })).toBeVisible();

  const files = await exportAll(page);
  const song = Object.entries(files).find(([name]) => name.includes('Untitled'))?.[1];
  const tracks = tracksOf(song);
  const own = tracks.get('Drums: Up an octave') ?? [];
  const notes = own.filter(({ event }) => event.type === 'noteOn');
  // Two bars of 8ths, 16ths, 32nds over 8 beats: 16/3 + 32/3 + 64/3 by the even places of each stretch.
  expect(notes).toHaveLength(38);
  expect(notes.every(({ event }) => 'channel' in event && event.channel !== 9)).toBe(true);
  const bends = own.flatMap(({ tick, event }) => (event.type === 'pitchBend' ? [[tick, event.value]] : []));
  expect(bends[0]).toEqual([2 * 3840, 0]);
  expect(bends.at(-1)).toEqual([4 * 3840, 0]);
  expect(Math.max(...bends.map(([, value]) => value ?? 0))).toBeGreaterThan(8000);
  const filter = own.flatMap(({ tick, event }) =>
    event.type === 'controller' && event.controllerType === 74 ? [[tick, event.value]] : [],
  );
  expect(filter[0]).toEqual([2 * 3840, 24]);
  expect(filter.at(-1)?.[1]).toBe(127);
  const crash = (tracks.get('Drums') ?? []).find(
    ({ tick, event }) => event.type === 'noteOn' && event.noteNumber === 49 && tick === 4 * 3840,
  );
  expect(crash).toBeDefined();
});

test('a drop-out by its rows, and an ending that slows: placed, seen on the sheet, left as a tempo map', async ({
  page,
}) => {
  await openDemo(page, 'Paper Lanterns');
  await make(page, 'Drop-out');
  const end = page.getByRole('group', { name: 'The end of the groove' });
  await end.getByRole('button', { name: 'Shaker' }).click();
  await expect(end.getByRole('img', { name: 'Shaker: 0 sound, 16 silent' })).toBeVisible();
  await button(page, 'With a few hits').click();
  await page.keyboard.press('1');
  await expect(page.getByLabel('What plays')).toHaveText('The drop-out in context, looping');
  await expect(button(page, 'Stop').first()).toBeVisible();
  await page.keyboard.press('Escape');
  await choose(page, 'Place it', 'Every 8 bars of Verse 1');
  await page.getByRole('button', { name: /^Place \d×$/ }).click();
  await expect(page.getByText('Placed: Every 8 bars of Verse 1.')).toBeVisible();

  await make(page, 'Ending');
  await page
    .getByRole('region', { name: 'Slows down over the last' })
    .getByRole('button', { name: '2 bars' })
    .click();
  await point(page, 'Down to').press('Home');
  await expect(page.getByText('20 % · 26 bpm')).toBeVisible();
  await choose(page, 'Place it', 'End of Outro');
  await button(page, 'Place').click();
  await expect(page.getByText('Placed: End of Outro.')).toBeVisible();
  await saved(page);

  await goTo(page, 'Sheet');
  await page.getByRole('button', { name: /^Slot \d+ of Outro: .*Main groove ending/ }).click();
  await expect(foldHead(page, 'How it ends')).toContainText('slows over 2 bars');
  await unfold(page, 'How it ends');
  await expect(page.getByRole('combobox', { name: 'Slows down over the last' })).toHaveText('2 bars');
  const files = await exportAll(page);
  const song = Object.entries(files).find(([name]) => name.includes('Paper Lanterns'))?.[1];
  const [conductor] = tracksOf(song).values();
  const tempos = (conductor ?? []).flatMap(({ tick, event }) =>
    event.type === 'setTempo' ? [[tick, Math.round(60_000_000 / event.microsecondsPerBeat)]] : [],
  );
  expect(tempos).toHaveLength(1 + 32);
  expect(tempos.at(-1)).toEqual([72 * 3840 - 240, 26]);

  await goTo(page, 'Sheet');
  await choose(page, 'Slows down over the last', 'none');
  await expect(page.getByText('20 % · 26 bpm')).toHaveCount(0);
});

const openBuild = (page: Page) =>
  page
    .getByRole('complementary', { name: 'Patterns' })
    .getByRole('button', { name: /^River rising/ })
    .first()
    .click();

test('a build-up of the song is reworked as a draft, and follows everywhere it is played', async ({
  page,
}) => {
  await openDemo(page, 'Seven Herons');
  await openBuild(page);
  await goTo(page, 'Fills');
  await expect(page.getByRole('textbox', { name: 'Name of the build-up' })).toHaveValue('River rising');
  await button(page, 'By doubling').click();
  await button(page, 'Change River rising').click();
  await saved(page);
  await page.reload();
  await goTo(page, 'Groove');
  await openBuild(page);
  await goTo(page, 'Fills');
  await expect(button(page, 'By doubling')).toHaveAttribute('aria-pressed', 'true');
});
