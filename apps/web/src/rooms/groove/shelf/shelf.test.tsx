import { addNotesPart, resolve, shelfPatternOf } from '@plucky/core/pattern';
import { apply, documentOf, indexOf, isChange, type SongDocument, withRecord } from '@plucky/core/song';
import { blankSong } from '@plucky/songs';
import { DEMO_SONGS } from '@plucky/songs/library';
import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { api, type ShelfItem } from '../../../api/client.ts';
import { showBeside } from '../../../testing/render.tsx';
import { ShelfPanel } from './ShelfPanel.tsx';

jest.mock('../../../audio/player.ts', () => ({ thePlayer: () => ({ isPlaying: true }) }));

const lanterns = DEMO_SONGS['paper-lanterns']?.() ?? blankSong('none', 1);

/** A song of nothing but a bass, which plays on every beat of two bars. */
function bassAlone(): SongDocument {
  const blank = blankSong('Low song', 1);
  const outcome = addNotesPart(blank, 'bass', { part: 'bass', voice: 'low', pattern: 'line' });
  if (!isChange(outcome)) throw new Error('No bass.');
  const { document } = apply(blank, outcome);
  const { song, pattern } = indexOf(document);
  const line = pattern('line');
  if (!line) throw new Error('No line.');
  const own = Object.fromEntries(
    Array.from({ length: 8 }, (_, i) => [
      `n${i}`,
      { voice: 'low', at: i * 960, velocity: 90, length: 400, offsetMs: 0, pitch: 0 },
    ]),
  );
  const kept = Object.values(document.records).filter(
    (record) => record.id === 'bass' || ('part' in record && record.part === 'bass'),
  );
  return withRecord(documentOf([{ ...song, form: [] }, ...kept]), { ...line, own });
}

const grooves = ['main', 'drop'].flatMap((id): ShelfItem[] =>
  indexOf(lanterns).pattern(id)
    ? [{ id, own: false, style: '', pattern: shelfPatternOf(lanterns, id), followers: [] }]
    : [],
);

test('a groove is taken with the drums that a song lacks, and grooves are ranked by the onsets of its bass that they meet', async () => {
  jest.spyOn(api, 'shelf').mockResolvedValue(grooves);
  const { document, undo } = showBeside(bassAlone(), 'line', (view) => <ShelfPanel view={view} />);
  await userEvent.click(screen.getByRole('button', { name: 'Grooves' }));
  await userEvent.click(screen.getByRole('button', { name: /^Most onsets of Bass.* line met first$/ }));
  const options = await screen.findAllByRole('option');
  const shares = options.map((one) => {
    const [, met = '0', onsets = '1'] = /(\d+) of (\d+) onsets met/.exec(one.textContent) ?? [];
    return Number(met) / Number(onsets);
  });
  expect(shares[0]).toBeGreaterThan(0);
  expect(shares).toEqual([...shares].sort((a, b) => b - a));
  const [first] = options;
  if (!first) throw new Error('No groove.');
  await userEvent.click(first);
  await userEvent.click(
    within(screen.getByRole('listbox')).getByRole('button', { name: 'Take it, with drums' }),
  );
  const index = indexOf(document());
  expect(index.parts.map(({ type }) => type)).toEqual(['drums', 'notes']);
  const drums = index.parts[0]?.id ?? '';
  const taken = index.patternsOf(drums);
  // The part has what was taken and nothing else.
  expect(taken).toHaveLength(1);
  expect(resolve(document(), taken[0]?.id ?? '').hits.length).toBeGreaterThan(8);
  undo();
  expect(indexOf(document()).parts.map(({ type }) => type)).toEqual(['notes']);
});
