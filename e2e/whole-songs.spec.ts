import { expect, type Page } from '@playwright/test';
import { Hand } from './hand.ts';
import { exportAll, goTo, newSong, openDemo, rows, saved } from './page.ts';
import { slot } from './sheet-page.ts';
import { test } from './test.ts';

const BAR = 3840;
const hits = (page: Page, row: string) => page.locator(`g[data-row="${row}"]`);
const block = (page: Page, section: string) =>
  page.getByRole('listbox', { name: 'Form' }).getByRole('option', { name: section, exact: true });

/** Presses a section in the form, and waits until what can be set is told of it. */
async function chooseSection(hand: Hand, page: Page, name: string): Promise<void> {
  await hand.press(block(page, name));
  await expect(page.getByRole('textbox', { name: 'Name of the section' })).toHaveValue(name);
}

test('a song of 84 bars in four parts is built section by section, in under 160 actions', async ({
  page,
}) => {
  test.setTimeout(150_000);
  const hand = new Hand(page);
  await newSong(page);
  await hand.press('kick and snare');
  await hand.drag('Closed hat', 2 * BAR, 0, 2 * BAR - 480);
  // The bass goes with the kick, keys and a lead with the chords.
  await hand.press(/^Row Kick/);
  await hand.press(/[Bb]ass from this row$/);
  await expect(page.getByRole('textbox', { name: 'Name of the pattern' })).toHaveValue('Bass with kick');
  for (const [part, notes] of [
    ['Keys', ['C4', 'Eb4', 'G4']],
    ['Lead', ['C5', 'G5']],
  ] as const) {
    await hand.choose('Add a part', part);
    await expect(page.getByRole('combobox', { name: 'Over chords' })).toBeVisible();
    for (const [i, note] of notes.entries()) await hand.at(note, 2 * BAR, [i * 960]);
    await hand.choose('Over chords', 'in notes of the chord');
  }
  // A fill of triplets on the snare that gets louder.
  await hand.press(/^Main groove 2 bars/);
  await hand.room('Fills');
  await hand.openFold('By hand');
  await hand.press('From silence');
  await expect(rows(page)).toBeVisible();
  await hand.press(/^Row Snare/);
  await hand.choose('Grid in this pattern', '8th triplets');
  await hand.drag('Snare', BAR, 0, BAR - 320);
  // Over two of the groove, which are silent.
  await expect(hits(page, 'snare')).toHaveAttribute('data-hits', '14');
  await hand.press('Rules');
  await hand.press(/^Velocity ramp/);
  await hand.press('Take it');
  await hand.room('Sheet');
  const add = async (role: string, bars: string) => {
    await hand.press(page.getByRole('button', { name: 'Add section' }).first());
    await hand.press(page.getByRole('menuitem', { name: role }));
    await expect(page.getByRole('menu')).toBeHidden();
    await hand.choose('Length', bars);
  };
  await add('New intro', '8 bars');
  await add('New verse', '16 bars');
  await hand.choose('Drums', /^Main groove/);
  await hand.choose('Bass', /^Bass with kick/);
  await hand.choose('Keys', /^Keys/);
  await hand.unfold('Chords, meter, tempo');
  await hand.write('Chords', 'i VI III VII');
  await add('New build-up', '4 bars');
  await hand.unfold('How it ends');
  await hand.choose('Swells into it over the last', '1 bar');
  await add('New chorus', '16 bars');
  await hand.choose('Bass', /^Bass with kick/);
  await hand.choose('Keys', /^Keys/);
  await hand.choose('Lead', /^Lead/);
  await hand.write('Chords', 'VI VII i i');
  await hand.unfold('Section');
  await hand.unfold('Opens with');
  await hand.choose('Opens with', 'Crash');
  await add('New outro', '8 bars');
  await hand.choose('Next starts with', 'Crash');
  // Verse B follows verse A, with a kick more in its first bar.
  await chooseSection(hand, page, 'Verse');
  await hand.press('Follow it after');
  await hand.press(slot(page, 1, 'Verse 2'));
  await hand.menu('Edit only here');
  await hand.at('Kick', 16 * BAR, [720]);
  await hand.press('To the sheet');
  await expect(slot(page, 1, 'Verse 2')).toHaveAccessibleName(/1 hit more/);
  // It comes after the chorus, which is played again after it.
  await chooseSection(hand, page, 'Verse 2');
  await hand.press('Later');
  await hand.press('Later');
  await hand.press(page.getByRole('button', { name: 'Add section' }).first());
  await hand.press(page.getByRole('menuitem', { name: 'Chorus once more' }));
  await expect(page.getByRole('menu')).toBeHidden();
  // The fill and drops at the ends, as planned.
  await hand.work('Fill the gaps');
  await hand.press(/^Take all/);
  await expect(page.getByText('no fill', { exact: true })).toHaveCount(0);
  await expect(page.getByText('84 bars ·')).toBeVisible();
  await hand.done('a song of 84 bars', 160);
  const files = await exportAll(page);
  expect(Object.keys(files).length).toBeGreaterThanOrEqual(7);
});

test('a song of 200 bars is built from the patterns of the demo, in under 40 actions', async ({ page }) => {
  const hand = new Hand(page);
  await openDemo(page, 'Paper Lanterns');
  await goTo(page, 'Sheet');
  const times = async (section: string, n: number) => {
    await chooseSection(hand, page, section);
    await hand.choose('Repeat', `${n}×`);
  };
  await chooseSection(hand, page, 'Verse 1');
  await hand.press('Follow it after');
  await chooseSection(hand, page, 'Chorus 1');
  await hand.press('Play again after');
  await times('Verse 2', 2);
  await hand.press('Follow it after');
  await times('Chorus 2', 3);
  await times('Intro', 2);
  await times('Verse 3', 2);
  await times('Verse 4', 2);
  await hand.press(slot(page, 1, 'Outro'));
  await hand.choose('Length', '12 bars');
  await hand.work('Fill the gaps');
  await hand.press(/^Take all/);
  await expect(page.getByText(/^2\d\d bars ·/)).toBeVisible();
  await hand.done('a song of 200 bars', 40);
  await saved(page);
});
