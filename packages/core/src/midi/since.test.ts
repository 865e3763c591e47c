import fc from 'fast-check';
import { changeHits, removeHits } from '../pattern/index.ts';
import { editSong, type ExportOptions, type SongDocument } from '../song/index.ts';
import { dice, runEdits } from '../testing/random-edits.ts';
import { after, smallSong } from '../testing/songs.ts';
import { tries } from '../testing/tries.ts';
import { exportOptions } from './read-options.ts';
import { leavingRegions } from './region-list.ts';
import { exportRegions } from './regions.ts';
import { handedOff, sinceHandOff } from './since.ts';

const OPTIONS = exportOptions({ regions: ['song', 'section', 'slot', 'pattern'] });

const since = (now: SongDocument, before: SongDocument, options: ExportOptions = OPTIONS) => {
  const handOff = handedOff(before, OPTIONS);
  return new Map(
    leavingRegions(now, options).map((region) => [region.id, sinceHandOff(now, region, options, handOff)]),
  );
};
const inState = (all: ReturnType<typeof since>, state: string) =>
  [...all].flatMap(([id, one]) => (one.state === state ? [id] : []));

test('what has become of hits is told by row, pattern and bar', () => {
  const document = smallSong();
  const softer = after(
    document,
    changeHits(document, 'main', ['k1'], () => ({ velocity: 7 })),
  );
  expect(since(softer, document).get('pattern.main')).toEqual({
    state: 'changed',
    changes: [{ how: 'softer', voice: 'kick', pattern: 'main', hits: 1, bar: 1 }],
  });
  const moved = after(
    document,
    changeHits(document, 'main', ['k1'], () => ({ at: 240 })),
  );
  expect(since(moved, document).get('pattern.main')).toMatchObject({ changes: [{ how: 'moved', hits: 1 }] });
  const gone = after(document, removeHits(document, 'main', ['k1']));
  expect(since(gone, document).get('song')).toMatchObject({
    // Once in each bar of the groove, and in what follows it.
    changes: [
      { how: 'gone', voice: 'kick', pattern: 'main' },
      { how: 'gone', voice: 'kick', pattern: 'variation' },
    ],
  });
});

test('other options write otherwise and change nothing, and only where they are written at all', () => {
  const document = smallSong();
  const coarse = since(document, document, { ...OPTIONS, ppq: 480 });
  expect(inState(coarse, 'otherwise')).toEqual([...coarse.keys()]);
  // Cues stand in the song's own file only.
  expect(inState(since(document, document, { ...OPTIONS, cueTrack: true }), 'otherwise')).toEqual(['song']);
  const renamed = after(document, editSong(document, { name: 'Another' }, 'rename'));
  expect(inState(since(renamed, document), 'otherwise')).toEqual(['song']);
  const faster = after(document, editSong(document, { tempo: 140 }, 'tempo'));
  expect(inState(since(faster, document), 'changed')).toEqual([...coarse.keys()]);
  expect(since(faster, document).get('song')).toEqual({ state: 'changed', changes: [] });
});

test('after any edits exactly those regions are told as changed that leave in other bytes', () => {
  fc.assert(
    fc.property(
      fc.array(dice, { minLength: 5, maxLength: 25 }),
      fc.array(dice, { minLength: 1, maxLength: 3 }),
      (rolls, more) => {
        const { document: before } = runEdits(rolls);
        const { document: now } = runEdits([...rolls, ...more]);
        const bytes = (document: SongDocument) =>
          new Map(exportRegions(document, OPTIONS).map((region) => [region.id, region.bytes.join()]));
        const [then, today] = [bytes(before), bytes(now)];
        for (const [id, { state }] of since(now, before)) {
          const was = then.get(id);
          const isSame = was === today.get(id);
          expect([id, state === 'same']).toEqual([id, isSame]);
          expect([id, state === 'new']).toEqual([id, was === undefined]);
        }
      },
    ),
    tries(25, 1302),
  );
});
