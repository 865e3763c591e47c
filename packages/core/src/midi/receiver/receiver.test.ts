import fc from 'fast-check';
import { songStretches } from '../../form/index.ts';
import { compile } from '../../play/index.ts';
import { type ExportOptions, indexOf, type SongDocument } from '../../song/index.ts';
import { dice, runEdits } from '../../testing/random-edits.ts';
import { smallSong } from '../../testing/songs.ts';
import { tries } from '../../testing/tries.ts';
import { leavingTimeline } from '../leaving.ts';
import { exportOptions } from '../read-options.ts';
import type { RegionPlan } from '../region-list.ts';
import { regionTexts } from '../region-texts.ts';
import { exportRegions } from '../regions.ts';
import { exportedNotes } from '../tracks.ts';
import { type GivenFile, receiveFiles } from './files.ts';
import { layFiles } from './laid.ts';
import { rackFor } from './rack.ts';
import { receivedTimeline } from './timeline.ts';

const listing = ({ pickUp }: ExportOptions) => ({ sha256: '', pickUp, handOff: 1 });

/** The files of a song as they are given away, lists and all. */
function handedOff(document: SongDocument, options: ExportOptions) {
  const regions = exportRegions(document, options);
  const listed = regions.map((region) => ({ ...region, ...listing(options) }));
  const texts = regionTexts(document, listed, options);
  const given: GivenFile[] = [
    ...regions,
    ...texts.map(({ file, text }) => ({ file, bytes: new TextEncoder().encode(text) })),
  ];
  return { regions, given };
}

/** The tick of the song at which a region begins. */
function startOf(document: SongDocument, { scope }: RegionPlan): number {
  const found = songStretches(document).find(({ occurrence, repeat, slot }) => {
    if (scope.kind === 'occurrence') return occurrence?.id === scope.occurrence;
    if (scope.kind !== 'slot') return true;
    return occurrence?.id === scope.occurrence && repeat === scope.repeat && slot.id === scope.slot;
  });
  return found?.start ?? 0;
}

test.each(['song', 'section', 'slot'] as const)(
  'what a receiver has on its tracks is what left, each region of kind %s at its place, whatever the options',
  (kind) => {
    let notes = 0;
    fc.assert(
      fc.property(
        fc.array(dice, { maxLength: 16 }),
        fc.record({
          tracks: fc.constantFrom('part' as const, 'voice' as const),
          format: fc.constantFrom(0 as const, 1 as const),
          pickUp: fc.boolean(),
        }),
        (rolls, fields) => {
          const { document } = runEdits(rolls);
          const options = exportOptions({ regions: [kind], ...fields });
          const { regions, given } = handedOff(document, options);
          const { files, song, refused } = receiveFiles(given);
          expect([refused, files.length]).toEqual([[], regions.length]);
          const laid = layFiles(files, song);
          const starts = regions.map((region) => startOf(document, region));
          const meant = regions.flatMap((region, i) => {
            const timeline = leavingTimeline(document, region.scope, options);
            const by = (starts[i] ?? 0) - timeline.lead + laid.lead;
            return exportedNotes(document, timeline, options).map(
              ({ tick, length, channel, note, velocity }) =>
                `${tick + by} ${length} ${channel} ${note} ${velocity}`,
            );
          });
          const there = laid.tracks.flatMap(({ channel, clips }) =>
            clips.flatMap((clip) =>
              clip.notes.map(
                ({ tick, length, note, velocity }) => `${tick} ${length} ${channel} ${note} ${velocity}`,
              ),
            ),
          );
          notes += there.length;
          expect(there.sort()).toEqual(meant.sort());
          expect(laid.places.map(({ name }) => name)).toEqual(
            regions
              .map(({ name }, i) => ({ name, start: starts[i] ?? 0 }))
              .sort((a, b) => a.start - b.start)
              .map(({ name }) => name),
          );
        },
      ),
      tries(60, 13),
    );
    expect(notes).toBeGreaterThan(500);
  },
);

test('the files sound as the song does: the same sounds, tempo and meters, and twice as fast when that is asked for', () => {
  const document = smallSong();
  // The notes of cues are on a track of theirs, and not heard.
  const options = exportOptions({ regions: ['song'], drumMap: 'rising', cueTrack: true });
  const { files, song: counted } = receiveFiles(handedOff(document, options).given);
  const laid = layFiles(files, counted);
  expect(laid.tracks.map(({ isCues }) => isCues)).toEqual([false, true]);
  const rack = rackFor(laid, document, options);
  const heard = receivedTimeline(laid, rack);
  const song = compile(document, { kind: 'song' });
  const soundsOf = (of: SongDocument, { events }: typeof song) =>
    events
      .map(({ tick, voice, velocity }) => `${tick} ${indexOf(of).voice(voice)?.sound} ${velocity}`)
      .sort();
  expect(soundsOf(rack.document, heard)).toEqual(soundsOf(document, song));
  expect([heard.length, heard.tempos, heard.meters.map(({ meter }) => meter.beats)]).toEqual([
    song.length,
    song.tempos,
    song.meters.map(({ meter }) => meter.beats),
  ]);
  expect(receivedTimeline(laid, rack, 2).tempos).toEqual([{ tick: 0, tempo: 240 }]);
});

test('files without a list lie one after another on bar lines, or where they are put; a changed one comes in the same place', () => {
  const { regions } = handedOff(smallSong(), exportOptions({ regions: ['pattern'] }));
  const [first, second] = regions;
  if (!first || !second) throw new Error('no files');
  const { files } = receiveFiles(regions);
  const laid = layFiles(files);
  expect(laid.places.map(({ start }) => start)).toEqual([0, 3840]);
  const put = layFiles(files, null, new Map([[second.file, 1920]]));
  expect(put.places.map(({ file, start }) => [file, start])).toEqual([
    [second.file, 1920],
    [first.file, 7680],
  ]);
  const again = layFiles(receiveFiles([first, { file: second.file, bytes: first.bytes }]).files);
  expect(again.places).toEqual(
    laid.places.map((place) => ({ ...place, name: expect.any(String) as string })),
  );
});

test('what is no MIDI file is refused by name, and the rest is taken', () => {
  const { given } = handedOff(smallSong(), exportOptions({ regions: ['song'] }));
  const broken = { file: 'broken.mid', bytes: new Uint8Array([1, 2, 3]) };
  const { files, refused } = receiveFiles([broken, ...given]);
  expect(files.map(({ id, kind, start }) => [id, kind, start])).toEqual([['song', 'song', 0]]);
  expect(refused).toEqual([{ file: 'broken.mid', why: expect.stringContaining('no MIDI file') as string }]);
  // A list that is none says nothing, and the file is taken as one from anywhere.
  const list = { file: 'regions.json', bytes: new TextEncoder().encode('{"regions": [{"file": 4}]}') };
  const alone = receiveFiles([...given.filter(({ file }) => file.endsWith('.mid')), list]);
  expect(alone.files.map(({ start }) => start)).toEqual([null]);
});
