import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { expect, type Page, test } from '@playwright/test';
import { goTo, openDemo, openFold } from './page.ts';

const engraver = createRequire(import.meta.url).resolve(
  'opensheetmusicdisplay/build/opensheetmusicdisplay.min.js',
);

/** Reading of a score by another program: its numbers of bars and notes, and whether it draws them. */
async function engraved(page: Page, xml: string): Promise<{ bars: number; notes: number; drawn: number }> {
  const paper = await page.context().newPage();
  await paper.setContent('<div id="paper" style="width: 1100px"></div>');
  await paper.addScriptTag({ path: engraver });
  const found = await paper.evaluate(async (text) => {
    interface Engraver {
      load(of: string): Promise<unknown>;
      render(): void;
      readonly Sheet: {
        readonly SourceMeasures: readonly {
          readonly VerticalSourceStaffEntryContainers: readonly {
            readonly StaffEntries: readonly ({
              readonly VoiceEntries: readonly {
                readonly IsGrace: boolean;
                readonly Notes: readonly { isRest(): boolean }[];
              }[];
            } | null)[];
          }[];
        }[];
      };
    }
    const made = (
      window as unknown as {
        readonly opensheetmusicdisplay: {
          readonly OpenSheetMusicDisplay: new (id: string, options: object) => Engraver;
        };
      }
    ).opensheetmusicdisplay;
    const osmd = new made.OpenSheetMusicDisplay('paper', { backend: 'svg', autoResize: false });
    await osmd.load(text);
    osmd.render();
    const notes = osmd.Sheet.SourceMeasures.flatMap((bar) => bar.VerticalSourceStaffEntryContainers)
      .flatMap((one) => one.StaffEntries)
      .flatMap((entry) => entry?.VoiceEntries ?? [])
      .filter((entry) => !entry.IsGrace)
      .flatMap((entry) => entry.Notes)
      .filter((note) => !note.isRest());
    return {
      bars: osmd.Sheet.SourceMeasures.length,
      notes: notes.length,
      drawn: document.querySelectorAll('.vf-stavenote').length,
    };
  }, xml);
  if (process.env['SCORE_PICTURE'])
    await paper.screenshot({ path: process.env['SCORE_PICTURE'], fullPage: true });
  await paper.close();
  return found;
}

/** Numbers of bars and notes of a score, by its text. */
function said(xml: string): { bars: number; notes: number } {
  const notes = xml.match(/<note>.*?<\/note>/gs) ?? [];
  return {
    bars: (xml.match(/<measure /g) ?? []).length,
    notes: notes.filter((note) => !note.includes('<rest') && !note.includes('<grace')).length,
  };
}

async function save(page: Page, what: string): Promise<{ name: string; xml: string }> {
  await goTo(page, 'Hand-off');
  await openFold(page, 'Other files');
  await page.getByRole('button', { name: 'A score…' }).press('Enter');
  const dialog = page.getByRole('dialog', { name: 'A score' });
  const field = dialog.getByRole('combobox', { name: 'What is written' });
  if ((await field.inputValue()) !== what) {
    await field.fill(what);
    await page.getByRole('option', { name: what, exact: true }).first().click();
  }
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    dialog.getByRole('button', { name: 'Save as MusicXML' }).press('Enter'),
  ]);
  await page.keyboard.press('Escape');
  return { name: download.suggestedFilename(), xml: readFileSync(await download.path(), 'utf8') };
}

test('a pattern, a section and the song are written as scores that an engraver reads and draws', async ({
  page,
}) => {
  await openDemo(page, 'Paper Lanterns');
  const pattern = await save(page, 'Main groove');
  expect(pattern.name).toBe('Paper Lanterns, Main groove.musicxml');
  for (const [what, parts] of [
    ['Main groove', 1],
    ['Verse 1', 2],
    ['Paper Lanterns', 2],
  ] as const) {
    const { xml } = await save(page, what);
    const { bars, notes } = said(xml);
    const found = await engraved(page, xml);
    expect(found.bars).toBe(bars / parts);
    expect(found.notes).toBe(notes);
    expect(found.drawn).toBeGreaterThan(10);
  }
});

test('a waltz and a song in seven are read and drawn too', async ({ page }) => {
  for (const demo of ['Salt Waltz', 'Seven Herons']) {
    await openDemo(page, demo);
    const { xml } = await save(page, demo);
    const found = await engraved(page, xml);
    expect(found.notes).toBe(said(xml).notes);
    expect(found.drawn).toBeGreaterThan(50);
  }
});
