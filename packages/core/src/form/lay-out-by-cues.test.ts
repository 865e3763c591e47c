import fc from 'fast-check';
import { arrivedFile, cueSheetOf } from '../fold/index.ts';
import { exportOptions, exportRegions } from '../midi/index.ts';
import { compile } from '../play/index.ts';
import { apply, indexOf, isChange, type SongDocument } from '../song/index.ts';
import { problemsOf } from '../song/invariants.ts';
import { dice, runEdits } from '../testing/random-edits.ts';
import { layer, section, smallSong } from '../testing/songs.ts';
import { tries } from '../testing/tries.ts';
import { type ArrivedCue, layOutByCues, type SectionMark } from './lay-out-by-cues.ts';

const BAR = 3840;

/** The cues and marks of a song's own file, as they arrive again. */
function left(document: SongDocument, pickUp: boolean) {
  const options = exportOptions({ regions: ['song'], cueTrack: true, pickUp });
  const [region] = exportRegions(document, options, new Set(['song']));
  return cueSheetOf(arrivedFile(region?.bytes ?? new Uint8Array(), 'Song.mid'));
}

const cue = (bar: number, bars: number, name: string): ArrivedCue => ({
  tick: bar * BAR,
  length: bars * BAR,
  name,
});

function laid(
  document: SongDocument,
  cues: readonly ArrivedCue[],
  marks: readonly SectionMark[],
  bars: number,
) {
  const made = layOutByCues(document, cues, marks, bars * BAR);
  return { ...made, document: isChange(made.outcome) ? apply(document, made.outcome).document : document };
}

/** Names of sections with the patterns that their slots are led by, in playing order. */
const formIn = (document: SongDocument) => {
  const { song, section: sectionOf, pattern } = indexOf(document);
  return song.form.map(({ section: id, times }) => {
    const of = sectionOf(id);
    const slots = of?.slots.map(
      ({ length, layers }) => `${pattern(layers[0]?.pattern ?? '')?.name ?? 'rest'} ${length / BAR}`,
    );
    return `${of?.name} x${times}: ${slots?.join(', ')}`;
  });
};

test('cues that left with any song and arrive as they left change nothing', () => {
  let heard = 0;
  fc.assert(
    fc.property(fc.array(dice, { maxLength: 30 }), fc.boolean(), (rolls, pickUp) => {
      const { document } = runEdits(rolls);
      const { cues, marks, end } = left(document, pickUp);
      const { outcome, unnamed } = layOutByCues(document, cues, marks, end);
      expect(unnamed).toEqual([]);
      heard += cues.length;
      const next = isChange(outcome) ? apply(document, outcome).document : document;
      const sounds = (song: SongDocument) =>
        compile(song, { kind: 'song' }).events.map(
          ({ tick, note, velocity }) => `${tick} ${note} ${velocity}`,
        );
      expect(sounds(next)).toEqual(sounds(document));
    }),
    tries(60, 1930),
  );
  expect(heard).toBeGreaterThan(100);
});

test('cues and marks that anybody has drawn lay out a sound song, which plays each where it says', () => {
  const name = fc.constantFrom('main', 'variation', 'fill', 'nothing known', '');
  const some = fc.array(fc.tuple(fc.nat(16 * BAR), fc.integer({ min: 1, max: 3 * BAR }), name), {
    maxLength: 12,
  });
  const marks = fc.array(fc.tuple(fc.nat(16), fc.constantFrom('verse', 'Bridge', 'x')), { maxLength: 4 });
  fc.assert(
    fc.property(fc.array(dice, { maxLength: 12 }), some, marks, (rolls, drawn, marked) => {
      const { document } = runEdits(rolls);
      const cues = drawn
        .map(([tick, length, called]) => ({ tick, length, name: called }))
        .sort((a, b) => a.tick - b.tick);
      const sections = marked.map(([bar, called]) => ({ tick: bar * BAR, name: called }));
      const { outcome } = layOutByCues(document, cues, sections, 20 * BAR);
      if (!isChange(outcome)) return;
      const next = apply(document, outcome).document;
      expect(problemsOf(next)).toEqual([]);
      const total = compile(next, { kind: 'song' }).length;
      expect(total).toBeGreaterThanOrEqual(20 * BAR);
    }),
    tries(150, 1931),
  );
});

test('cues that were moved, drawn and taken away lay out sections anew, with all that plays in the slots that they name', () => {
  const song = smallSong();
  const slots = (id: string, ...patterns: string[]) =>
    section(
      id,
      patterns.map((one, i) => ({ id: `${id}${i}`, length: BAR, layers: [layer(one)] })),
    );
  const { song: record } = indexOf(song);
  const document = apply(song, {
    label: '',
    put: [
      { ...slots('verse', 'main', 'variation'), name: 'Verse' },
      { ...slots('chorus', 'variation'), name: 'Chorus' },
      {
        ...record,
        form: [
          { id: 'a', section: 'verse', times: 1, silencedVoices: ['hat'] },
          { id: 'b', section: 'chorus', times: 1, silencedVoices: [] },
        ],
      },
    ],
    remove: [],
  }).document;
  expect(formIn(document)).toEqual(['Verse x1: main 1, variation 1', 'Chorus x1: variation 1']);
  // The chorus comes first, the verse has its bars the other way round, and is played as it was behind that.
  const moved = laid(
    document,
    [
      cue(0, 1, 'variation'),
      cue(1, 1, 'variation'),
      cue(2, 1, 'main'),
      cue(3, 1, 'main'),
      cue(4, 1, 'variation'),
    ],
    [
      { tick: 0, name: 'Chorus' },
      { tick: BAR, name: 'Verse' },
      { tick: 3 * BAR, name: 'Verse' },
    ],
    5,
  );
  expect(formIn(moved.document)).toEqual([
    'Chorus x1: variation 1',
    'Verse 2 x1: variation 1, main 1',
    'Verse x1: main 1, variation 1',
  ]);
  expect([moved.made, moved.changed, moved.gone]).toEqual([['Verse 2'], [], []]);
  expect(indexOf(moved.document).song.form.map(({ silencedVoices }) => silencedVoices)).toEqual([
    [],
    [],
    ['hat'],
  ]);
  // A name that is none is listed, and its place is a rest; a section that no mark names goes.
  const odd = laid(
    document,
    [cue(0, 1, 'main'), cue(1, 1, 'mian'), cue(2, 2, 'main')],
    [{ tick: 0, name: 'Verse' }],
    4,
  );
  expect(odd.unnamed).toEqual([cue(1, 1, 'mian')]);
  expect(formIn(odd.document)).toEqual(['Verse x1: main 1, rest 1, main 2']);
  expect([odd.made, odd.changed, odd.gone]).toEqual([[], ['Verse'], ['Chorus']]);
});
