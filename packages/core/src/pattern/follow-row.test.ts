import { reachOf } from '../form/index.ts';
import { compile } from '../play/index.ts';
import { indexOf, removeVoice, type SongDocument } from '../song/index.ts';
import { after, hit, smallSong } from '../testing/songs.ts';
import { addHits, changeHits, removeHits, toggleSilenced } from './edit-hits.ts';
import { attach, makeIndependent } from './follow.ts';
import { followRow, rootPitch, setFromRow } from './follow-row.ts';
import { keepShapes } from './kept-rules.ts';
import { addNotesPart, removePart } from './kit/add-part.ts';
import { INSTRUMENT_NAMES, INSTRUMENTS } from './kit/instruments.ts';
import { holdsOf, removePattern } from './remove.ts';
import { resolve, soundingOf } from './resolve.ts';

const BASS = { part: 'bass-part', voice: 'bass', pattern: 'bass-line' };

/** The small song with a bass that follows the kick of its main groove. */
function withBass(longest: number | null = null): SongDocument {
  const song = after(smallSong(), addNotesPart(smallSong(), 'bass', BASS));
  return after(song, followRow(song, 'main', 'kick', 'bass-part', 'doubles', longest));
}

const notes = (document: SongDocument) =>
  soundingOf(resolve(document, 'doubles')).map(({ at, length, velocity, pitch }) => ({
    at,
    length,
    velocity,
    pitch,
  }));
const kicks = (document: SongDocument) =>
  soundingOf(resolve(document, 'main')).filter((one) => one.voice === 'kick');

test('a bass follows a drum row: on its hits, as hard, each held to the next one, at the root', () => {
  const document = withBass();
  const { length } = resolve(document, 'main').pattern;
  const root = rootPitch(36, indexOf(document).song.key);
  const at = kicks(document).map((one) => one.at);
  expect(notes(document)).toEqual(
    kicks(document).map((one, i) => ({
      at: one.at,
      length: (at[i + 1] ?? length) - one.at,
      velocity: one.velocity,
      pitch: root,
    })),
  );
  expect(notes(withBass(120)).every((one) => one.length === 120)).toBe(true);
  expect(compile(document, { kind: 'pattern', pattern: 'doubles' }).events).toHaveLength(at.length);
});

test('it follows the row when that changes, and what was changed of it stays changed', () => {
  let document = withBass();
  const [first] = soundingOf(resolve(document, 'doubles'));
  document = after(
    document,
    changeHits(document, 'doubles', [first?.id ?? ''], () => ({ pitch: 7 })),
  );
  document = after(document, addHits(document, 'main', [{ id: 'new', ...hit('kick', 3600) }]));
  expect(notes(document).map((one) => one.at)).toEqual(kicks(document).map((one) => one.at));
  expect(notes(document)[0]?.pitch).toBe(7);
  document = after(document, toggleSilenced(document, 'main', ['new']));
  expect(notes(document).some((one) => one.at === 3600)).toBe(false);
  document = after(document, removeHits(document, 'doubles', [first?.id ?? '']));
  expect(notes(document)).toHaveLength(kicks(document).length - 1);
  expect(reachOf(document, 'main').patterns.map((one) => one.id)).toContain('doubles');
});

test('it is let go with its notes as its own, also when the drums are removed or it follows something else', () => {
  const document = withBass();
  const before = notes(document);
  const free = after(document, makeIndependent(document, 'doubles'));
  expect(resolve(free, 'doubles').pattern.fromRow).toBeUndefined();
  expect(notes(free)).toEqual(before);
  expect(holdsOf(document, 'main').rowFollowers.map((one) => one.id)).toEqual(['doubles']);
  const gone = after(
    document,
    removePattern(document, 'main', { followers: 'independent', slots: 'silent' }),
  );
  expect(notes(gone)).toEqual(before);
  const other = after(document, attach(document, 'doubles', 'bass-line'));
  expect(resolve(other, 'doubles').pattern).toMatchObject({ parent: 'bass-line' });
  expect(notes(other)).toEqual(before);
  expect(removeVoice(document, 'kick')).toEqual({
    reason: 'Bass with kick follows kick. Let it follow nothing first.',
  });
});

test('rules are kept for what the row gives, and run again when it changes', () => {
  let document = withBass();
  document = after(
    document,
    keepShapes(document, 'doubles', [{ id: 'half', rule: 'scale', voices: ['bass'], percent: 50 }]),
  );
  document = after(document, addHits(document, 'main', [{ id: 'new', ...hit('kick', 3600), velocity: 100 }]));
  expect(notes(document).find((one) => one.at === 3600)?.velocity).toBe(50);
  const free = after(document, makeIndependent(document, 'doubles'));
  expect(notes(free)).toEqual(notes(document));
});

test('how it follows can be changed', () => {
  const document = withBass();
  const higher = after(document, setFromRow(document, 'doubles', { pitch: 12, longest: 240 }));
  expect(notes(higher).every((one) => one.pitch === 12 && one.length <= 240)).toBe(true);
  expect(setFromRow(higher, 'doubles', { pitch: 12 })).toBeNull();
  expect(setFromRow(higher, 'main', { pitch: 12 })).toBeNull();
  expect(followRow(document, 'main', 'kick', 'drums', 'no', null)).toHaveProperty('reason');
});

test('parts of notes get channels of their own, sixteen parts at the most, and go while nothing plays them', () => {
  let document = smallSong();
  for (let i = 0; i < 15; i++) {
    const instrument = INSTRUMENT_NAMES[i % INSTRUMENT_NAMES.length] ?? 'bass';
    document = after(
      document,
      addNotesPart(document, instrument, { part: `p${i}`, voice: `v${i}`, pattern: `l${i}` }),
    );
  }
  const { parts } = indexOf(document);
  expect(new Set(parts.map((part) => part.channel)).size).toBe(16);
  expect(new Set(parts.map((part) => part.name)).size).toBe(16);
  expect(addNotesPart(document, 'bass', BASS)).toHaveProperty('reason');
  expect(Object.values(INSTRUMENTS).every(({ note }) => note >= 0 && note <= 127)).toBe(true);
  const without = after(document, removePart(document, 'p3'));
  expect(indexOf(without).parts).toHaveLength(15);
  expect(without.records['v3'] ?? without.records['l3']).toBeUndefined();
  expect(removePart(document, 'drums')).toHaveProperty('reason');
});
