import AxeBuilder from '@axe-core/playwright';
import { expect, type Page, test } from '@playwright/test';
import { goTo, openDemo, openFold, rows } from './page.ts';
import { showOnSheet, unfold, work } from './sheet-page.ts';

/** Rules of WCAG 2.2 AA, by the checker's names. */
const RULES = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'];

/** Checks the page, or what a selector names of it where the rest has been checked before. */
async function expectNoViolation(page: Page, where: string, within?: string): Promise<void> {
  // Colours on their way from one to another are no colours of ours.
  await expect
    .poll(() =>
      page.evaluate(
        () =>
          document.getAnimations().filter((one) => one.effect?.getComputedTiming().endTime !== Infinity)
            .length,
      ),
    )
    .toBe(0);
  const checked = new AxeBuilder({ page }).options({ resultTypes: ['violations'] }).withTags(RULES);
  const { violations } = await (within === undefined ? checked : checked.include(within)).analyze();
  const found = violations.flatMap(({ id, nodes }) =>
    nodes.map(({ html }) => `${id}: ${html.slice(0, 160)}`),
  );
  expect(found, where).toEqual([]);
}

/** The tools beside the rows: the key that opens each, and what it is called. */
const PANELS = [
  ['v', 'Vary'],
  ['e', 'Links'],
  ['c', 'Compare'],
  ['s', 'Rules'],
  ['h', 'Shelf'],
  ['y', 'Kit'],
] as const;

/** In `npm run prove` all is looked at in both themes; in `npm test` half of it in each. */
const proves = process.env['PROVE_SEED'] !== undefined;

/** A test that is left to the proof. */
const none: (title: string, body: Parameters<typeof test>[2]) => void = () => undefined;

for (const colorScheme of ['light', 'dark'] as const)
  test.describe(`on the ${colorScheme} page`, () => {
    test.use({ colorScheme, reducedMotion: 'reduce' });
    // Each page is gone through as a whole, some twenty times.
    test.slow();

    const first = proves || colorScheme === 'light' ? test : none;
    first(
      'the songs, the groove room and everything that opens in it keep to WCAG 2.2 AA',
      async ({ page }) => {
        await page.goto('/');
        await expect(page.getByRole('article').first()).toBeVisible();
        await expectNoViolation(page, 'songs');
        await page.getByRole('button', { name: 'From a starter groove…' }).click();
        await expect(page.getByRole('menu')).toBeVisible();
        await expectNoViolation(page, 'starters', '[role=menu]');
        await page.keyboard.press('Escape');
        await openDemo(page, 'Paper Lanterns');
        await expectNoViolation(page, 'groove');
        await rows(page).press('Control+a');
        await expect(page.getByRole('complementary', { name: 'What is chosen' })).toBeVisible();
        await expectNoViolation(page, 'chosen hits', 'aside[aria-label="What is chosen"]');
        for (const [key, name] of PANELS) {
          await page.keyboard.press('Escape');
          await page.keyboard.press(key);
          await expect(page.getByRole('complementary', { name })).toBeVisible();
          await expectNoViolation(page, name, `aside[aria-label="${name}"]`);
        }
        await page.keyboard.press('Escape');
        await rows(page).focus();
        await page.keyboard.press('Shift+PageDown');
        await expect(page.getByRole('complementary', { name: 'Several patterns' })).toBeVisible();
        await expectNoViolation(page, 'several patterns', 'aside[aria-label="Several patterns"]');
        await page.keyboard.press('Escape');
        await page.getByRole('button', { name: 'Reference…' }).click();
        await expect(page.getByRole('complementary', { name: 'Reference' })).toBeVisible();
        await expectNoViolation(page, 'reference', 'aside[aria-label="Reference"]');
        await page.keyboard.press('Escape');
        await page.getByRole('button', { name: /^Row Kick/ }).click();
        await page.getByRole('button', { name: 'Bass from this row' }).click();
        await page.getByRole('button', { name: 'Notes…' }).click();
        await expect(page.getByRole('menu')).toBeVisible();
        await expectNoViolation(page, 'notes', '[role=menu]');
        await page.getByRole('menuitem', { name: 'All twelve notes' }).click();
        await expectNoViolation(page, 'a bass from a row', 'section[aria-label="Rows"]');
        await page.getByRole('button', { name: 'Kit mix' }).click();
        await expect(page.getByRole('dialog', { name: 'Kit mix' })).toBeVisible();
        await expectNoViolation(page, 'kit mix', '[role=dialog]');
        await page.keyboard.press('Escape');
        for (const name of ['Tempo', 'Meter', 'Key', 'Swing']) {
          await page.getByRole('button', { name: new RegExp(`^${name}:`) }).click();
          await expect(page.getByRole('dialog', { name })).toBeVisible();
          await expectNoViolation(page, name, '[role=dialog]');
          await page.keyboard.press('Escape');
          await expect(page.getByRole('dialog', { name })).toBeHidden();
        }
        for (const name of ['History', 'Bring in a MIDI file', 'All keys']) {
          await page.getByRole('button', { name, exact: true }).click();
          await expect(page.getByRole('dialog')).toBeVisible();
          await expectNoViolation(page, name, '[role=dialog]');
          await page.keyboard.press('Escape');
          await expect(page.getByRole('dialog')).toBeHidden();
        }
      },
    );

    const second = proves || colorScheme === 'dark' ? test : none;
    second('the drafts, the sheet and the hand-off keep to it too', async ({ page }) => {
      await openDemo(page, 'Paper Lanterns');
      await goTo(page, 'Fills');
      await expect(page.getByRole('button', { name: /^Fill 12/ })).toBeVisible();
      await page.keyboard.press('1');
      await expect(page.getByRole('button', { name: /^Fill 1 ?:/ })).toHaveAttribute('aria-pressed', 'true');
      await expectNoViolation(page, 'fills');
      await page.keyboard.press('w');
      await openFold(page, 'Recipe', 'Figures', 'Travel', 'Order and seed');
      await expectNoViolation(page, 'recipe and drawer');
      await page.keyboard.press('w');
      await page.getByRole('combobox', { name: 'Place it' }).click();
      await expect(page.getByRole('listbox', { name: 'Place it' })).toBeVisible();
      await expectNoViolation(page, 'places', '[role=listbox]');
      await page.keyboard.press('Escape');
      for (const make of ['Build-up', 'Drop-out', 'Ending']) {
        const choice = page.getByRole('button', { name: make, exact: true }).first();
        await choice.click();
        await expect(choice).toHaveAttribute('aria-pressed', 'true');
        await expectNoViolation(page, make);
      }
      await goTo(page, 'Sheet');
      await page
        .getByRole('button', { name: /^Slot 1 of/ })
        .first()
        .click();
      await showOnSheet(page, 'Energy');
      await expect(page.getByText(/phrases have no fill/)).toBeVisible();
      await expectNoViolation(page, 'folds', 'aside[aria-label="What is chosen"]');
      await unfold(
        page,
        'How it ends',
        'Silent here',
        'Layers',
        'Chords, meter, tempo',
        'Section',
        'Only here',
      );
      await page
        .getByRole('button', { name: /^Set the layer/ })
        .first()
        .click();
      await expectNoViolation(page, 'sheet');
      await work(page, 'Target');
      await expect(page.getByRole('complementary', { name: 'Target' })).toBeVisible();
      await expectNoViolation(page, 'target', 'aside[aria-label="Target"]');
      await goTo(page, 'Hand-off');
      await expect(page.getByRole('button', { name: /Hand off|Export/ }).first()).toBeVisible();
      await openFold(page, 'Rows and notes', 'Files', 'Other files');
      await expectNoViolation(page, 'hand-off');
      for (const [button, name] of [
        ['MIDI port…', 'MIDI ports'],
        ['A score…', 'A score'],
        ['A map of your own…', 'Drum map'],
      ] as const) {
        await page.getByRole('button', { name: button }).click();
        await expect(page.getByRole('dialog', { name })).toBeVisible();
        await expectNoViolation(page, name, '[role=dialog]');
        await page.keyboard.press('Escape');
        await expect(page.getByRole('dialog', { name })).toBeHidden();
      }
      await page.getByRole('button', { name: /^Export \d+ MIDI files$/ }).click();
      await expect(page.getByRole('button', { name: 'Play the files' })).toBeVisible();
      await expectNoViolation(page, 'receiver', 'section[aria-label="Receiver"]');
      // The hand-off arrives again.
      const song = page.getByRole('link', { name: /^Download .*bars 1-72/ });
      const file = await page.request.get((await song.getAttribute('href')) ?? '');
      await page.goto('/');
      await page
        .getByLabel('Song or MIDI file')
        .setInputFiles({ name: 'lanterns.mid', mimeType: 'audio/midi', buffer: await file.body() });
      await expect(page.getByRole('status', { name: 'Compared' })).toBeVisible();
      await expectNoViolation(page, 'a file arrives');
    });
  });
