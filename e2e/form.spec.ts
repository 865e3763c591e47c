import { expect } from '@playwright/test';
import { goTo, openDemo, spot } from './page.ts';
import { choose, chosen, slot } from './sheet-page.ts';
import { test } from './test.ts';

test('a verse follows another with a kick more, takes its changes over, and lists and takes back what differs', async ({
  page,
}) => {
  await openDemo(page, 'Paper Lanterns');
  await goTo(page, 'Sheet');
  await slot(page, 1, 'Verse 1').click();
  await chosen(page).getByRole('button', { name: 'Follow it after' }).click();
  await expect(page.getByText('follows Verse 1', { exact: true })).toBeVisible();
  await slot(page, 1, 'Verse 3').click();
  await chosen(page).getByRole('button', { name: 'Edit only here' }).click();
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
  await page.getByRole('button', { name: 'Course' }).click();
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

test('dress plans every bare end, is heard in its place, and is one step', async ({ page }) => {
  await openDemo(page, 'Paper Lanterns');
  await goTo(page, 'Sheet');
  await page.getByRole('button', { name: 'Dress', exact: true }).click();
  const panel = page.getByRole('complementary', { name: 'Dress' });
  await expect(panel.getByRole('heading')).toHaveText('6 of 18 phrase ends are bare');
  const first = panel.getByRole('listitem').first();
  const name = await first.locator('p').first().textContent();
  await first.getByRole('button', { name: /^Another/ }).click();
  await expect(first.locator('p').first()).not.toHaveText(name ?? '');
  await first.getByRole('button', { name: /^Hear/ }).click();
  await expect(page.getByLabel('What plays')).toHaveText(/with the plan$/);
  await first.getByRole('button', { name: /^Stop/ }).click();
  await first.getByRole('button', { name: /^Leave/ }).click();
  await panel.getByRole('button', { name: 'Take all 5' }).click();
  await expect(page.getByText('bare end', { exact: true })).toHaveCount(1);
  await page.keyboard.press('Control+z');
  await expect(page.getByText('bare end', { exact: true })).toHaveCount(6);
});

test('a section that is pressed while the song plays comes at the next bar, and the transport tells what sounds', async ({
  page,
}) => {
  await openDemo(page, 'Paper Lanterns');
  await goTo(page, 'Sheet');
  await page.keyboard.press('Space');
  const sounds = page.getByRole('status', { name: 'What sounds' });
  await expect(sounds).toHaveText('Intro');
  await page.getByRole('button', { name: 'Chorus 1', exact: true }).click();
  await expect(sounds).toHaveText('Chorus 1', { timeout: 15_000 });
  await expect(page.getByRole('timer', { name: 'Place' })).toHaveText(/^bar (29|3\d) /);
  await page.keyboard.press('Space');
});

test('a swell and an opening are set on the sheet, and notes go with chords', async ({ page }) => {
  await openDemo(page, 'Paper Lanterns');
  await goTo(page, 'Sheet');
  await slot(page, 1, 'Build-up').click();
  await choose(page, 'Swells into it over the last', '1 bar');
  await expect(slot(page, 1, 'Build-up')).toHaveAccessibleName(/swells/);
  await choose(page, 'Opens with', 'Crash');
  await choose(page, 'Opens so', 'the first time only');
  await slot(page, 1, 'Verse 1').click();
  await chosen(page).getByLabel('Chords', { exact: true }).fill('i VI Ab X');
  await page.keyboard.press('Enter');
  await expect(page.getByText('“X” is no chord')).toBeVisible();
  await chosen(page).getByLabel('Chords', { exact: true }).fill('i VI');
  await page.keyboard.press('Enter');
  await expect(slot(page, 1, 'Verse 1')).toHaveAccessibleName(/Fm – Db/);
  // A chart of a line is spread over all slots of the section.
  await page.getByLabel('Chords of the section').fill('Fm | Db Eb | % | Cm');
  await page.keyboard.press('Enter');
  await expect(slot(page, 1, 'Verse 1')).toHaveAccessibleName(/Fm – Db – Eb – Db – Eb – Cm/);
  await expect(slot(page, 2, 'Verse 1')).toHaveAccessibleName(/Fm/);
  await goTo(page, 'Hand-off');
  await expect(page.getByText('A swell leaves as one note')).toBeVisible();
});
