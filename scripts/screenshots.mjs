// npm run screenshots: takes the pictures in docs/screenshots from the demo songs, on the current build.
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { URL } from 'node:url';
import { chromium } from '@playwright/test';
import gifenc from 'gifenc';
import { PNG } from 'pngjs';
import { chromiumOptions, root, runScript, startServer } from './run.mjs';

const { applyPalette, GIFEncoder, quantize } = gifenc;

if (runScript('build') !== 0) process.exit(1);
const data = mkdtempSync(join(tmpdir(), 'plucky-shots-'));
const server = await startServer(data);
const browser = await chromium.launch(chromiumOptions);
const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, reducedMotion: 'reduce' });
const songs = await (await fetch(`${server.address}/api/songs`)).json();

async function shoot(name) {
  await page.evaluate(() => document.fonts.ready);
  await page.screenshot({ path: `${root}/docs/screenshots/${name}.png` });
  console.log(`docs/screenshots/${name}.png`);
}
const open = async (name, room) => {
  const song = songs.find((one) => one.name === name);
  await page.goto(`${server.address}/songs/${song.id}/${room}`);
  await page.getByRole('navigation', { name: 'Rooms' }).waitFor();
};
const pattern = (name) =>
  page.getByRole('complementary', { name: 'Patterns' }).getByRole('button', { name }).first();

/** A hat that is added to the main groove, and the slots of the sheet that it reaches, as one moving picture. */
async function movingPicture() {
  const gif = GIFEncoder();
  const frame = async (delay) => {
    const { data, width, height } = PNG.sync.read(await page.screenshot());
    const palette = quantize(data, 128);
    gif.writeFrame(applyPalette(data, palette), width, height, { palette, delay });
  };
  await page.emulateMedia({ reducedMotion: 'no-preference' });
  await page.setViewportSize({ width: 1040, height: 640 });
  await open('Paper Lanterns', 'sheet');
  await page.waitForTimeout(600);
  await frame(1600);
  await page.getByRole('link', { name: 'Groove', exact: true }).click();
  await pattern(/^Main groove/).click();
  const rows = await page.getByRole('application').boundingBox();
  const hat = await page.getByRole('button', { name: /^Row Open hat/ }).boundingBox();
  await frame(1200);
  for (const beat of [1.5, 3.5, 5.5]) {
    await page.mouse.click(rows.x + 12 + (beat / 8) * (rows.width - 24), hat.y + hat.height * 0.7);
    await page.waitForTimeout(250);
    await frame(450);
  }
  await frame(1200);
  await page.getByRole('link', { name: 'Sheet', exact: true }).click();
  await page.locator('.slot.reached').first().waitFor();
  for (let i = 0; i < 5; i++) {
    await frame(180);
    await page.waitForTimeout(120);
  }
  await page.waitForTimeout(1500);
  await frame(2200);
  gif.finish();
  writeFileSync(`${root}/docs/screenshots/one-edit.gif`, gif.bytes());
  console.log('docs/screenshots/one-edit.gif');
  for (let i = 0; i < 3; i++) await page.keyboard.press('Control+z');
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.emulateMedia({ reducedMotion: 'reduce' });
}

try {
  await page.goto(server.address);
  await page.getByRole('article').nth(2).waitFor();
  await page.locator('article svg path').first().waitFor({ state: 'attached' });
  await shoot('songs');

  await open('Paper Lanterns', 'groove');
  await pattern(/^Verse lift \d/).click();
  await page.getByRole('button', { name: 'Row Closed hat' }).click();
  await page.getByRole('application').press('Control+a');
  await shoot('groove');

  await pattern(/^Main groove/).click();
  await page.getByRole('button', { name: 'Make a fill' }).click();
  await page.getByRole('button', { name: /^Fill 12:/ }).waitFor();
  await page.keyboard.press('3');
  await page.getByText('The fill in context, looping').waitFor();
  await page.keyboard.press('Space');
  await page.keyboard.press('w');
  await page.getByRole('button', { name: 'Hands', exact: true }).click();
  await page.keyboard.press('w');
  await shoot('fills');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Build-up', exact: true }).click();
  await page.getByRole('button', { name: 'Level', exact: true }).click();
  await page.getByText('Slow boil in context, looping').waitFor();
  await shoot('build-up');
  await page.getByRole('button', { name: 'Ending', exact: true }).click();
  await page.getByText('The ending in context, looping').waitFor();
  await page.getByRole('button', { name: '2 bars' }).last().click();
  await shoot('ending');
  await page.getByRole('button', { name: 'Fill', exact: true }).click();
  await open('Paper Lanterns', 'groove');

  await pattern(/^Verse lift \d/).click();
  await page.getByRole('button', { name: 'Row Snare' }).click();
  await page.getByRole('button', { name: 'Rules', exact: true }).click();
  await page.getByRole('button', { name: /^Ghost notes/ }).click();
  await page.getByText('Ghost notes, not taken yet').waitFor();
  await shoot('shape');

  await page.keyboard.press('c');
  await page.getByRole('table', { name: 'Differences by row' }).waitFor();
  await shoot('compare');

  await page.keyboard.press('v');
  await page.getByRole('listbox').press('ArrowDown');
  await page.getByRole('listbox').press('ArrowDown');
  await page.getByText('Fewer hats, looping').waitFor();
  await page.keyboard.press('Space');
  await page.getByRole('button', { name: 'Play', exact: true }).waitFor();
  await shoot('vary');

  await page.getByRole('button', { name: /^Close / }).click();
  await page.getByRole('button', { name: 'Shelf…' }).first().click();
  await page.getByRole('listbox').press('End');
  await page.getByText('Tin parade, from the shelf').waitFor();
  await page.keyboard.press('Space');
  await page.getByRole('button', { name: 'Play', exact: true }).waitFor();
  await shoot('shelf');
  await page.getByRole('button', { name: 'Close The shelf' }).click();

  await pattern(/^Main groove/).click();
  await page.getByRole('button', { name: 'Kit mix' }).click();
  await shoot('kit-mix');
  await page.keyboard.press('Escape');

  for (const name of ['Paper Lanterns, slowly', 'Paper Lanterns']) {
    const field = page.getByRole('textbox', { name: 'Name of the song' });
    const kept = page.waitForResponse((answer) => answer.url().endsWith('/changes'));
    await field.fill(name);
    await field.press('Enter');
    await kept;
  }
  await page.getByRole('button', { name: 'History', exact: true }).click();
  await page
    .getByRole('button', { name: /^Rename the song/ })
    .nth(1)
    .click();
  await page.getByRole('region', { name: 'The song as it was' }).waitFor();
  await shoot('history');
  await page.getByRole('button', { name: 'Close', exact: true }).click();

  await open('Seven Herons', 'groove');
  await pattern(/^Low water/).click();
  await shoot('groove-bass-seven-eight');

  await open('Paper Lanterns', 'sheet');
  await page.getByRole('button', { name: /^Slot 3 of Verse 1/ }).click();
  await page.getByRole('region', { name: 'Chosen slot' }).waitFor();
  await shoot('sheet');

  await page.getByRole('button', { name: 'Work', exact: true }).click();
  await page.getByRole('menuitemcheckbox', { name: 'Perform' }).click();
  const bar = (nth) => page.getByRole('timer', { name: 'Place' }).getByText(`bar ${nth},`).waitFor();
  for (const [key, until] of [
    ['2', 3],
    ['4', 5],
    ['0', 6],
    ['q', 8],
  ]) {
    await page.keyboard.press(key);
    await bar(until);
  }
  await page.keyboard.press('Space');
  await page.getByRole('button', { name: 'Take it into the form' }).waitFor();
  await shoot('perform');
  await page.getByRole('button', { name: 'Close', exact: true }).click();

  await open('Salt Waltz', 'sheet');
  await page.getByRole('button', { name: 'Dark', exact: true }).click();
  await page
    .getByRole('button', { name: /^Slot 2 of Verse/ })
    .first()
    .click();
  await page.getByRole('region', { name: 'Chosen slot' }).waitFor();
  await shoot('sheet-dark');
  await page.getByRole('button', { name: 'Light', exact: true }).click();

  await open('Paper Lanterns', 'sheet');
  await page.getByRole('button', { name: '+ fill' }).first().click();
  await page.getByRole('button', { name: 'Others' }).waitFor();
  await shoot('gap');
  await page.keyboard.press('Escape');

  await movingPicture();

  await open('Paper Lanterns', 'hand-off');
  await page.getByRole('button', { name: /^Export 9 MIDI files/ }).click();
  await page.getByRole('status', { name: 'Check' }).waitFor();
  await page.getByRole('button', { name: 'Play the files' }).waitFor();
  await shoot('hand-off');

  const left = page.getByRole('link', { name: /^Download .*bars 1-72/ });
  const file = await page.request.get(new URL(await left.getAttribute('href'), page.url()).href);
  await page.goto(new URL('/', page.url()).href);
  await page
    .getByLabel('Song or MIDI file')
    .setInputFiles({ name: 'old lanterns.mid', mimeType: 'audio/midi', buffer: await file.body() });
  await page.getByRole('status', { name: 'Compared' }).waitFor();
  await shoot('arrive');
} finally {
  await browser.close();
  await server.stop();
  rmSync(data, { recursive: true });
}
