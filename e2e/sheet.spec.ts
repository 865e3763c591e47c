import { expect, type Page } from '@playwright/test';
import { choose as chooseAnywhere, goTo, openDemo } from './page.ts';
import { choose, chosen, drawPart, showOnSheet, slot, unfold } from './sheet-page.ts';
import { test } from './test.ts';

const silent = (page: Page) => page.getByRole('region', { name: 'Silent in this slot only' });

test('another groove under a fill keeps the fill, and a slot is called after what was chosen', async ({
  page,
}) => {
  await openDemo(page, 'Paper Lanterns');
  await goTo(page, 'Sheet');
  await slot(page, 2, 'Verse 1').click();
  await page.keyboard.press('j');
  await expect(slot(page, 2, 'Verse 1')).toHaveAccessibleName(/Main groove.*Turn-around/);
  await choose(page, 'Drums', 'Verse lift');
  await expect(slot(page, 2, 'Verse 1')).toHaveAccessibleName(/Verse lift.*Turn-around/);
  await expect(chosen(page).getByText('Verse lift', { exact: true }).first()).toBeVisible();
  await unfold(page, 'Silent here');
  // Silent in this slot is silent in every layer, so that the choice stays pressed.
  await silent(page).getByRole('button', { name: 'Kick', exact: true }).click();
  await expect(silent(page).getByRole('button', { name: 'Kick', exact: true })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  await silent(page).getByRole('button', { name: 'Kick', exact: true }).click();
  await expect(slot(page, 2, 'Verse 1')).toHaveAccessibleName(/fill$/);
  // Shorter than its fill: said, hidden, and back with the length.
  await page.keyboard.press('-');
  await page.keyboard.press('-');
  await page.keyboard.press('-');
  await expect(slot(page, 2, 'Verse 1')).toHaveAccessibleName(/fill$/);
  await page.keyboard.press('Control+ArrowLeft');
  await expect(page.getByText('Turn-around: no room in so short a slot')).toBeVisible();
  await expect(slot(page, 2, 'Verse 1')).not.toHaveAccessibleName(/fill$/);
  await page.keyboard.press('Control+ArrowRight');
  await expect(slot(page, 2, 'Verse 1')).toHaveAccessibleName(/fill$/);
});

test('several slots are chosen by keys and pointer, changed together, copied, pasted and undone', async ({
  page,
}) => {
  await openDemo(page, 'Paper Lanterns');
  await goTo(page, 'Sheet');
  await slot(page, 1, 'Verse 1').click();
  await page.keyboard.press('Shift+ArrowRight');
  await expect(chosen(page).getByText('2 slots chosen')).toBeVisible();
  await slot(page, 4, 'Verse 1').click({ modifiers: ['Shift'] });
  await expect(chosen(page).getByText('4 slots chosen')).toBeVisible();
  await slot(page, 3, 'Verse 1').click({ modifiers: ['ControlOrMeta'] });
  await expect(chosen(page).getByText('3 slots chosen')).toBeVisible();
  // A box from beside the slots chooses those that it meets.
  const [first, second] = [
    await slot(page, 1, 'Intro').boundingBox(),
    await slot(page, 3, 'Intro').boundingBox(),
  ];
  if (!first || !second) throw new Error('The intro is not on the page.');
  await page.mouse.move(first.x - 12, first.y + 4);
  await page.mouse.down();
  await page.mouse.move(first.x + first.width / 2, second.y + 8, { steps: 5 });
  await page.mouse.up();
  await expect(chosen(page).getByText('2 slots chosen')).toBeVisible();
  await slot(page, 1, 'Verse 1').click();
  for (const n of [2, 4]) await slot(page, n, 'Verse 1').click({ modifiers: ['ControlOrMeta'] });
  await expect(chosen(page).getByText('3 slots chosen')).toBeVisible();
  await choose(page, 'Drums', 'Chorus open');
  for (const n of [1, 2, 4]) await expect(slot(page, n, 'Verse 1')).toHaveAccessibleName(/Chorus open/);
  await expect(slot(page, 3, 'Verse 1')).toHaveAccessibleName(/Turn-around/);
  await page.keyboard.press('Control+c');
  await slot(page, 1, 'Build-up').click();
  await page.keyboard.press('Control+v');
  await expect(page.getByRole('region', { name: 'Build-up' }).first().getByText('15 bars')).toBeVisible();
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(slot(page, 1, 'Verse 1')).toHaveAccessibleName(/Main groove/);
});

test('a pattern is laid into the chosen slots from its miniature by one press, and its label shows there and on regions', async ({
  page,
}) => {
  await openDemo(page, 'Paper Lanterns');
  await page.getByRole('button', { name: 'More about Main groove' }).click();
  await page.getByRole('textbox', { name: 'Label' }).fill('busy');
  await page.getByRole('textbox', { name: 'Label' }).press('Enter');
  await goTo(page, 'Sheet');
  await slot(page, 4, 'Verse 1').click();
  await slot(page, 1, 'Chorus 1').click({ modifiers: ['ControlOrMeta'] });
  await page.keyboard.press('h');
  const patterns = page.getByRole('complementary', { name: 'Patterns' });
  await patterns.getByRole('button', { name: /^Main groove/ }).click();
  for (const one of [slot(page, 4, 'Verse 1'), slot(page, 1, 'Chorus 1')])
    await expect(one).toHaveAccessibleName(/: Main groove *busy/);
  await expect(patterns.getByRole('button', { name: /^Main groove/ })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  await patterns.getByRole('button', { name: /^Chorus bass/ }).click();
  await expect(slot(page, 4, 'Verse 1')).toHaveAccessibleName(/Main groove *busy \+ Chorus bass/);
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(slot(page, 1, 'Chorus 1')).toHaveAccessibleName(/: Chorus open/);
  await page.keyboard.press('h');
  await expect(chosen(page).getByText('2 slots chosen')).toBeVisible();
  await goTo(page, 'Hand-off');
  await page.getByRole('button', { name: 'One per pattern' }).click();
  await expect(page.getByRole('row', { name: /pattern.*Main groove busy/i })).toBeVisible();
});

test('a section that is played twice says so, and can differ in one place only', async ({ page }) => {
  await openDemo(page, 'Paper Lanterns');
  await goTo(page, 'Sheet');
  await slot(page, 1, 'Build-up').click();
  await expect(chosen(page).getByText('a change here is heard in all').first()).toBeVisible();
  await chosen(page).getByRole('button', { name: 'Only this time' }).first().click();
  await expect(chosen(page).getByText('a change here is heard in all')).toHaveCount(0);
  await page.keyboard.press('x');
  await expect(
    page.getByRole('region', { name: 'Build-up 2' }).getByRole('button', { name: /^Slot 2/ }),
  ).toBeVisible();
  await expect(page.getByRole('button', { name: /^Slot 2 of Build-up:/ })).toHaveCount(0);
});

test('the song from above tells how its phrases end, and a press in it goes to the bar', async ({ page }) => {
  await openDemo(page, 'Paper Lanterns');
  await goTo(page, 'Sheet');
  await showOnSheet(page, 'Energy');
  const course = page.getByRole('region', { name: 'Energy' });
  await expect(course.getByText(/^6 of 18 phrases have no fill/)).toBeVisible();
  await expect(course.getByText(/Every chorus is louder than what comes before it/)).toBeVisible();
  const chart = await course.locator('svg').first().boundingBox();
  if (!chart) throw new Error('There is no chart.');
  // Bar 40 of 72 is in the second verse.
  await page.mouse.click(chart.x + (chart.width * 40) / 72, chart.y + chart.height / 2);
  await expect(page.getByRole('option', { name: 'Verse 2', exact: true })).toHaveAttribute(
    'aria-selected',
    'true',
  );
  // A chorus that is thinned out falls, and says so.
  await slot(page, 1, 'Chorus 2').click();
  await page.keyboard.press('Control+a');
  await choose(page, 'Drums', 'Drop to pulse');
  await expect(course.getByText(/^Sags, bars/)).toBeVisible();
});

test('one part alone is drawn, a layer’s stretch is dragged by its ends, and two sections are laid over each other', async ({
  page,
}) => {
  await openDemo(page, 'Paper Lanterns');
  await goTo(page, 'Sheet');
  const first = page.getByRole('button', { name: /^Slot 1 of Verse 1/ }).first();
  await expect(first).toHaveAccessibleName(/Main groove \+ Bass line/);
  await drawPart(page, 'Bass');
  await expect(first).toHaveAccessibleName(/: Bass line ?,/);
  await drawPart(page, 'All parts');
  await first.click();
  await unfold(page, 'Layers');
  await page.getByRole('button', { name: 'Set the layer Crash on the one' }).click();
  const end = page.getByRole('slider', { name: 'The stretch ends' });
  await expect(end).toHaveAttribute('aria-valuetext', 'bar 2, beat 1');
  await end.focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowRight');
  await expect(page.getByText('1 bar 1 beat at bar 1, beat 1')).toBeVisible();
  await page.keyboard.press('Control+z');
  await showOnSheet(page, 'Energy');
  await chooseAnywhere(page, 'Laid over Verse 1, bar 9', 'Lay over: Chorus 1, bar 29');
  await expect(page.getByText(/hits a beat, .* loud \(dashed\) · farthest apart in the/)).toBeVisible();
});

test('the map shows the whole song; a press brings that place into view, and the frame is dragged back', async ({
  page,
}) => {
  await openDemo(page, 'Paper Lanterns');
  await goTo(page, 'Sheet');
  const map = page.getByRole('img', { name: 'Map of the song: 8 sections over 72 bars' });
  const box = await map.boundingBox();
  if (!box) throw new Error('no map');
  const outro = page.getByRole('button', { name: /^Slot 1 of Outro/ });
  const intro = page.getByRole('button', { name: /^Slot 1 of Intro/ });
  await expect(outro).not.toBeInViewport();
  const y = box.y + box.height / 2;
  await page.mouse.click(box.x + box.width * 0.98, y);
  await expect(outro).toBeInViewport();
  await expect(intro).not.toBeInViewport();
  await page.mouse.move(box.x + box.width * 0.8, y);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width * 0.4, y, { steps: 4 });
  await page.mouse.move(box.x + 2, y, { steps: 4 });
  await page.mouse.up();
  await expect(intro).toBeInViewport();
  await expect(outro).not.toBeInViewport();
});

test('what is added, repeated or gone to by keys comes into view', async ({ page }) => {
  await openDemo(page, 'Paper Lanterns');
  await goTo(page, 'Sheet');
  await page.getByRole('button', { name: 'Add section' }).click();
  await page.getByRole('menuitem', { name: 'New outro' }).click();
  const added = page.getByRole('button', { name: /^Slot 1 of Outro 2/ });
  await expect(added).toBeInViewport();
  for (let i = 0; i < 9; i++) await page.keyboard.press('ArrowUp');
  await expect(page.getByRole('button', { name: /^Slot 1 of Intro/ })).toBeInViewport();
  await expect(added).not.toBeInViewport();
});

test('a phrase without a fill opens fills in place: heard under the focus, and one press places', async ({
  page,
}) => {
  await openDemo(page, 'Paper Lanterns');
  await goTo(page, 'Sheet');
  const gaps = page.getByRole('region', { name: 'Verse 1' }).getByRole('button', { name: '+ fill' });
  await expect(gaps).toHaveCount(2);
  await gaps.first().click();
  const dialog = page.getByRole('dialog', { name: 'A fill for this phrase' });
  const offers = dialog.getByRole('button', { name: /^Place / });
  await expect(offers).toHaveCount(6);
  await offers.nth(2).focus();
  const name = /^Place (.*)$/.exec((await offers.nth(2).getAttribute('aria-label')) ?? '')?.[1] ?? '';
  await expect(page.getByLabel('What plays')).toHaveText(`Bar 12 with ${name}`);
  await offers.nth(2).press('Enter');
  await expect(dialog).toBeHidden();
  await expect(gaps).toHaveCount(1);
  await gaps.first().click();
  await dialog.getByRole('button', { name: 'In Fills…' }).click();
  await expect(
    page.getByRole('listbox', { name: 'Ends of phrases' }).getByRole('option', { selected: true }),
  ).toHaveAccessibleName(/^end of phrase 3 of Verse 1/);
});
