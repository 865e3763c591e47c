import { expect } from '@playwright/test';
import { goTo, openDemo, openFold, spot } from './page.ts';
import { choose, chosen, showOnSheet, slot, unfold, work } from './sheet-page.ts';
import { test } from './test.ts';

test('a verse follows another with a kick more, takes its changes over, and lists and takes back what differs', async ({
  page,
}) => {
  await openDemo(page, 'Paper Lanterns');
  await goTo(page, 'Sheet');
  await slot(page, 1, 'Verse 1').click();
  await unfold(page, 'Section');
  await chosen(page).getByRole('button', { name: 'Follow it after' }).click();
  await expect(page.getByText('follows Verse 1', { exact: true })).toBeVisible();
  await slot(page, 1, 'Verse 3').click();
  await chosen(page).getByRole('button', { name: 'More', exact: true }).click();
  await page.getByRole('menuitem', { name: 'Edit only here' }).click();
  await expect(page.getByText('Heard in this slot only')).toBeVisible();
  const { x, y } = await spot(page, 'Kick', 720, 4 * 3840);
  await page.mouse.click(x, y);
  await page.getByRole('button', { name: 'To the sheet' }).click();
  await expect(slot(page, 1, 'Verse 3')).toHaveAccessibleName(/1 hit more/);
  await expect(slot(page, 1, 'Verse 1')).not.toHaveAccessibleName(/more/);
  // A change in the first is heard in the second, but for that.
  await slot(page, 1, 'Verse 1').click();
  await choose(page, 'Drums', 'Chorus open');
  await expect(slot(page, 1, 'Verse 3')).toHaveAccessibleName(/Chorus open.*1 hit more/);
  await slot(page, 1, 'Verse 3').click();
  await chosen(page).getByRole('button', { name: 'Take back slot 1' }).click();
  await expect(chosen(page).getByText('Nothing differs')).toBeVisible();
});

test('density and drive are dragged over the course, drawn at once, and are one undo', async ({ page }) => {
  await openDemo(page, 'Paper Lanterns');
  await goTo(page, 'Sheet');
  await showOnSheet(page, 'Energy');
  await slot(page, 1, 'Verse 1').click();
  const density = page
    .getByRole('region', { name: 'Verse 1' })
    .getByText(/hits \/ beat/)
    .first();
  const before = Number.parseFloat((await density.textContent()) ?? '');
  const point = page.getByRole('slider', { name: 'Density of Verse 1, point 1' });
  const box = await point.boundingBox();
  if (!box) throw new Error('The point is not on the page.');
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2 + 20, { steps: 8 });
  await page.mouse.up();
  await expect.poll(async () => Number(await point.getAttribute('aria-valuenow'))).toBeLessThan(60);
  await expect
    .poll(async () => Number.parseFloat((await density.textContent()) ?? ''))
    .toBeLessThan(before - 1);
  await page.keyboard.press('Control+z');
  await expect(point).toHaveAttribute('aria-valuenow', '100');
  await expect.poll(async () => Number.parseFloat((await density.textContent()) ?? '')).toBe(before);
  await point.focus();
  await page.keyboard.press('ArrowUp');
  await expect(point).toHaveAttribute('aria-valuenow', '105');
});

test('a curve is drawn over several sections as one line, freehand or straight, each as one undo', async ({
  page,
}) => {
  await openDemo(page, 'Paper Lanterns');
  await goTo(page, 'Sheet');
  await showOnSheet(page, 'Energy');
  const pane = await page.getByTestId('curve drawing').boundingBox();
  if (!pane) throw new Error('The course is not on the page.');
  const points = page.getByRole('slider', { name: /^Density of/ });
  const of = (section: string) =>
    page.getByRole('slider', { name: new RegExp(`^Density of ${section}, point`) });
  const draw = async (...path: readonly (readonly [number, number])[]) => {
    const [first, ...others] = path.map(
      ([x, y]) => [pane.x + x * pane.width, pane.y + y * pane.height] as const,
    );
    await page.mouse.move(...(first ?? [0, 0]));
    await page.mouse.down();
    for (const to of others) await page.mouse.move(...to, { steps: 6 });
    await page.mouse.up();
  };
  await draw([0.02, 0.9], [0.4, 0.6], [0.5, 0.7], [0.95, 0.2]);
  for (const section of ['Intro', 'Verse 1', 'Chorus 1', 'Verse 2', 'Outro'])
    await expect(of(section).first()).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(points).toHaveCount(0);
  await page.keyboard.down('Control');
  await draw([0.02, 0.6], [0.3, 0.9], [0.5, 0.6]);
  await page.keyboard.up('Control');
  // Straight: level from where it began, over its last section up to where it ended.
  await expect(of('Intro').first()).toBeVisible();
  const values = await Promise.all(
    (await of('Verse 1').all()).map((one) => one.getAttribute('aria-valuenow')),
  );
  expect(values.length).toBe(2);
  expect(new Set(values).size).toBe(1);
  await expect(of('Chorus 2')).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(points).toHaveCount(0);
});

test('the gaps are planned to be filled, heard in its place, and is one step', async ({ page }) => {
  await openDemo(page, 'Paper Lanterns');
  await goTo(page, 'Sheet');
  await work(page, 'Fill the gaps');
  const panel = page.getByRole('complementary', { name: 'Fill the gaps' });
  await expect(panel.getByRole('heading')).toHaveText('6 of 18 phrases have no fill');
  const first = panel.getByRole('listitem').first();
  const name = await first.locator('p').first().textContent();
  await first.getByRole('button', { name: /^Another/ }).click();
  await expect(first.locator('p').first()).not.toHaveText(name ?? '');
  await first.getByRole('button', { name: /^Hear/ }).click();
  await expect(page.getByLabel('What plays')).toHaveText(/with the plan$/);
  await first.getByRole('button', { name: /^Stop/ }).click();
  await first.getByRole('button', { name: /^Skip/ }).click();
  await panel.getByRole('button', { name: 'Take all 5' }).click();
  await expect(page.getByRole('button', { name: '+ fill' })).toHaveCount(1);
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: '+ fill' })).toHaveCount(6);
});

test('a section that is pressed while the song plays comes at the next bar, and the transport tells what sounds', async ({
  page,
}) => {
  await openDemo(page, 'Paper Lanterns');
  await goTo(page, 'Sheet');
  await page.keyboard.press('Space');
  const sounds = page.getByRole('status', { name: 'What sounds' });
  await expect(sounds).toHaveText('Intro');
  await page.getByRole('option', { name: 'Chorus 1', exact: true }).click();
  await expect(sounds).toHaveText('Chorus 1', { timeout: 15_000 });
  await expect(page.getByRole('timer', { name: 'Place' })).toHaveText(/^bar (29|3\d), /);
  await page.keyboard.press('Space');
});

test('a swell and an opening are set on the sheet, and notes go with chords', async ({ page }) => {
  await openDemo(page, 'Paper Lanterns');
  await goTo(page, 'Sheet');
  await slot(page, 1, 'Build-up').click();
  await unfold(page, 'How it ends');
  await choose(page, 'Swells into it over the last', '1 bar');
  await expect(slot(page, 1, 'Build-up')).toHaveAccessibleName(/swells/);
  await unfold(page, 'Section', 'Opens with');
  await choose(page, 'Opens with', 'Crash');
  await choose(page, 'Opens so', 'the first time only');
  await slot(page, 1, 'Verse 1').click();
  await unfold(page, 'Chords, meter, tempo');
  await chosen(page).getByLabel('Chords', { exact: true }).fill('i VI Ab X');
  await page.keyboard.press('Enter');
  await expect(page.getByText('“X” is no chord')).toBeVisible();
  await chosen(page).getByLabel('Chords', { exact: true }).fill('i VI');
  await page.keyboard.press('Enter');
  await expect(slot(page, 1, 'Verse 1')).toHaveAccessibleName(/Fm – Db/);
  // A chart of a line is spread over all slots of the section.
  await unfold(page, 'Chords of the section');
  await page.getByRole('textbox', { name: 'Chords of the section' }).fill('Fm | Db Eb | % | Cm');
  await page.keyboard.press('Enter');
  await expect(slot(page, 1, 'Verse 1')).toHaveAccessibleName(/Fm – Db – Eb – Db – Eb – Cm/);
  await expect(slot(page, 2, 'Verse 1')).toHaveAccessibleName(/Fm/);
  await goTo(page, 'Hand-off');
  await openFold(page, 'Rows and notes');
  await expect(page.getByText('A swell is one note, 23, up to the barline.', { exact: false })).toBeVisible();
});

test('a stretch of the form over several sections is repeated, moved, copied, looped, compared and taken out', async ({
  page,
}) => {
  await openDemo(page, 'Paper Lanterns');
  await goTo(page, 'Sheet');
  const form = page.getByRole('listbox', { name: 'Form' });
  const block = (name: string) => form.getByRole('option', { name, exact: true }).first();
  const names = () => form.getByRole('option').allTextContents();
  const before = await names();
  await block('Build-up').click();
  await block('Chorus 1').click({ modifiers: ['Shift'] });
  const chosen = page.getByRole('region', { name: 'Chosen sections' });
  await expect(chosen.getByText('2 sections chosen')).toBeVisible();
  await expect(chosen.getByText('Build-up to Chorus 1 · bars 25 to 36')).toBeVisible();
  await chosen.getByRole('button', { name: 'Loop them' }).click();
  await expect(page.getByLabel('What plays', { exact: true })).toHaveText(
    'Build-up to Chorus 1, looping 12 bars',
  );
  await showOnSheet(page, 'Energy');
  await page.getByRole('combobox', { name: 'Laid over Build-up to Chorus 1, bar 25' }).click();
  await page.getByRole('option', { name: 'Lay over: Build-up to Chorus 2, bar 53' }).click();
  await expect(page.getByText(/Build-up to Chorus 2, bar 53: [\d.]+ hits a beat/)).toBeVisible();
  await showOnSheet(page, 'Energy');
  // Once more, by a key; what is new is chosen.
  await form.getByRole('option', { selected: true }).first().focus();
  await page.keyboard.press('d');
  await expect.poll(names).toEqual(before.toSpliced(4, 0, 'Build-up', 'Chorus 1'));
  await expect(form.getByRole('option', { selected: true })).toHaveText(['Build-up', 'Chorus 1']);
  await page.keyboard.press('Control+Shift+ArrowLeft');
  await expect.poll(names).toEqual(before.toSpliced(3, 0, 'Build-up', 'Chorus 1'));
  await page.keyboard.press('Delete');
  await expect.poll(names).toEqual(before);
  for (let i = 0; i < 3; i++) await page.keyboard.press('Control+z');
  await expect.poll(names).toEqual(before);
  // Copies are carried with Ctrl; one more section is chosen by a key.
  await block('Verse 1').click();
  await page.keyboard.press('Shift+ArrowUp');
  await expect(chosen.getByText('Intro to Verse 1 · bars 1 to 24')).toBeVisible();
  const [from, onto] = [await block('Intro').boundingBox(), await block('Outro').boundingBox()];
  if (!from || !onto) throw new Error('The form is not on the page.');
  await page.keyboard.down('Control');
  await page.mouse.move(from.x + 20, from.y + 12);
  await page.mouse.down();
  await page.mouse.move(onto.x + onto.width - 8, onto.y + 12, { steps: 8 });
  await page.mouse.move(onto.x + onto.width - 10, onto.y + 14);
  await expect(page.getByText('Copy 2 sections after Outro')).toBeVisible();
  await page.mouse.up();
  await page.keyboard.up('Control');
  await expect.poll(names).toEqual([...before, 'Intro', 'Verse 1']);
  // Closer up, the band is scrolled and the chosen stay in sight.
  await page.keyboard.press('z');
  await expect(form.getByRole('option', { name: 'Verse 1', exact: true }).last()).toBeInViewport();
  await expect(block('Intro')).not.toBeInViewport();
});
