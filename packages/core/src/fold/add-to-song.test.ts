import fc from 'fast-check';
import { exportOptions, exportRegions } from '../midi/index.ts';
import { compile } from '../play/index.ts';
import { apply, editSong, indexOf, isChange, type SongDocument } from '../song/index.ts';
import { problemsOf } from '../song/invariants.ts';
import { dice, runEdits } from '../testing/random-edits.ts';
import { after, smallSong } from '../testing/songs.ts';
import { tries } from '../testing/tries.ts';
import { addFolded, type Extent } from './add-to-song.ts';
import { arrivedFile } from './arrived.ts';
import { fold } from './fold.ts';
import { suggestedMap } from './note-map.ts';

/** A song's own file, folded for another song. */
function foldedFor(song: SongDocument, from: SongDocument): SongDocument {
  const [region] = exportRegions(from, exportOptions({ regions: ['song'] }), new Set(['song']));
  const file = arrivedFile(region?.bytes ?? new Uint8Array(), 'Brought.mid');
  const uses = Object.fromEntries(file.tracks.map(({ id, use }) => [id, use]));
  const noteMap = Object.fromEntries(
    Object.entries(suggestedMap(file)).map(([note, drum]) => [note, drum ?? 'snare']),
  );
  const { swing, seed } = indexOf(song).song;
  return fold(file, { name: '', seed, uses, noteMap, tolerance: null, swing, prefix: 'in-' }).document;
}

function brought(song: SongDocument, from: SongDocument, extent: Extent): SongDocument {
  const outcome = addFolded(song, foldedFor(song, from), extent);
  return isChange(outcome) ? apply(song, outcome).document : song;
}

/** Notes of parts, each as note and velocity, in order of their numbers. */
const notesOf = (document: SongDocument, isOf: (part: string) => boolean) =>
  compile(document, { kind: 'song' })
    .events.filter(({ part }) => isOf(part))
    .map(({ note, velocity }) => `${note} ${velocity}`)
    .sort();

test('the parts of any file come into any song, which stays sound and plays what it did; with its sections the file plays behind', () => {
  let came = 0;
  fc.assert(
    fc.property(
      fc.array(dice, { maxLength: 12 }),
      fc.array(dice, { maxLength: 12 }),
      fc.constantFrom<Extent>('parts', 'parts and sections'),
      (rolls, others, extent) => {
        const { document: song } = runEdits(rolls);
        const { document: from } = runEdits(others);
        const now = brought(song, from, extent);
        expect(problemsOf(now)).toEqual([]);
        const isNew = (part: string) => part.startsWith('in-');
        expect(notesOf(now, (part) => !isNew(part))).toEqual(notesOf(song, () => true));
        if (now === song) return;
        came++;
        expect(indexOf(now).song.form).toHaveLength(
          indexOf(song).song.form.length +
            (extent === 'parts' ? 0 : indexOf(foldedFor(song, from)).song.form.length),
        );
        const file = notesOf(foldedFor(song, from), () => true);
        expect(notesOf(now, isNew)).toEqual(extent === 'parts' ? [] : file);
      },
    ),
    tries(30, 2012),
  );
  expect(came).toBeGreaterThan(5);
});

test('parts get free names and channels, and patterns of another meter say theirs', () => {
  const waltz = after(
    smallSong(),
    editSong(smallSong(), { meter: { beats: 3, unit: 4, groups: [1, 1, 1] } }, 'meter'),
  );
  const now = brought(waltz, smallSong(), 'parts');
  const { parts, patternsOf } = indexOf(now);
  expect(parts.map(({ name }) => name)).toEqual(['Drums', 'Drums 2']);
  expect(new Set(parts.map(({ channel }) => channel)).size).toBe(2);
  const roots = patternsOf('in-part-1').filter(({ parent }) => !parent);
  expect(roots.length).toBeGreaterThan(0);
  for (const { meter } of roots) expect(meter).toMatchObject({ beats: 4, unit: 4 });
});

test('where not every part finds a channel nothing comes, and it is said', () => {
  let full = smallSong();
  for (let i = 0; i < 15; i++) {
    const outcome = addFolded(full, withPrefix(foldedFor(full, smallSong()), i), 'parts');
    full = after(full, outcome);
  }
  expect(addFolded(full, foldedFor(full, smallSong()), 'parts')).toEqual({
    reason: 'All channels are taken: a song has at most 16 parts.',
  });
});

/** The same with other ids. */
function withPrefix(document: SongDocument, nth: number): SongDocument {
  return JSON.parse(JSON.stringify(document).replaceAll('"in-', `"in${nth}-`)) as SongDocument;
}
