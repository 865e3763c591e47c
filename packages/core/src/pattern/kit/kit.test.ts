import { apply, documentOf, indexOf, isChange, type SongDocument } from '../../song/index.ts';
import { after, hit, pattern, smallSong, song, voice } from '../../testing/songs.ts';
import { resolve } from '../resolve.ts';
import { addDrum } from './add-drum.ts';
import { addDrumsPart } from './add-part.ts';
import type { DrumName } from './drums.ts';
import { kinOf, toKin } from './kin.ts';
import { drumVoice } from './voices.ts';

/** A part with these drums, and a pattern that plays the first of them. */
function kitOf(...drums: DrumName[]): SongDocument {
  const others = Object.values(smallSong().records).filter(
    ({ kind }) => kind !== 'voice' && kind !== 'pattern' && kind !== 'section',
  );
  const voices = drums.map((drum, order) => drumVoice('drums', drum, order));
  const [first = 'kick'] = drums;
  const plays = pattern('p', { own: { a: hit(first, 0), b: hit(first, 960) } });
  return documentOf(
    [...others, ...voices, plays].map((one) => (one.kind === 'song' ? { ...one, form: [] } : one)),
  );
}

const rowsOf = (document: SongDocument) => resolve(document, 'p').hits.map((one) => one.voice);

test('a hit goes to the next stroke of its drum and comes back', () => {
  let document = kitOf('snare', 'rim', 'kick');
  document = after(document, toKin(document, 'p', ['a']));
  expect(rowsOf(document).sort()).toEqual(['rim', 'snare']);
  document = after(document, toKin(document, 'p', ['a']));
  expect(rowsOf(document)).toEqual(['snare', 'snare']);
});

test('the ride goes round over edge and bell, past what the kit has not', () => {
  const all = kitOf('ride', 'ride-edge', 'ride-bell');
  const names = ['ride', 'ride-edge', 'ride-bell'].map((id) => {
    const voice = indexOf(all).voice(id);
    return voice && kinOf(all, voice)?.id;
  });
  expect(names).toEqual(['ride-edge', 'ride-bell', 'ride']);
  const two = kitOf('ride', 'ride-bell');
  expect(rowsOf(after(two, toKin(two, 'p', ['a', 'b'])))).toEqual(['ride-bell', 'ride-bell']);
});

test('without kin in the kit the reason names what could be added', () => {
  expect(toKin(kitOf('snare', 'kick'), 'p', ['a'])).toEqual({
    reason: 'Snare has no kin in this kit. Add rim to it first.',
  });
  expect(toKin(kitOf('kick'), 'p', ['a'])).toEqual({ reason: 'Kick has no other stroke to go to.' });
  expect(toKin(kitOf('kick'), 'p', ['gone'])).toBeNull();
});

test('a second drum of a kind gets a name, an id and a note that no other drum has', () => {
  let document = kitOf('clap', 'kick');
  for (let i = 0; i < 2; i++) {
    const { outcome } = addDrum(document, 'drums', 'clap');
    if (!isChange(outcome)) throw new Error('refused');
    document = apply(document, outcome).document;
  }
  const voices = indexOf(document).voicesOf('drums');
  expect(voices.map(({ name }) => name)).toEqual(['Clap', 'Kick', 'Clap 2', 'Clap 3']);
  expect(new Set(voices.map(({ note }) => note)).size).toBe(4);
  expect(new Set(voices.map(({ id }) => id)).size).toBe(4);
});

test('a song without drums gets them once: the usual kit on its channel, with ids that nothing has', () => {
  const base = documentOf([
    song(),
    { id: 'bass', kind: 'part', name: 'Bass', type: 'notes', channel: 0, order: 0 },
    voice('kick', 36, { part: 'bass', family: 'note' }),
    pattern('line', { part: 'bass' }),
  ]);
  const next = after(base, addDrumsPart(base, { part: 'drums', pattern: 'groove' }));
  const index = indexOf(next);
  expect(index.parts.map(({ name, channel }) => [name, channel])).toEqual([
    ['Drums', 9],
    ['Bass', 0],
  ]);
  expect(index.voice('kick')?.part).toBe('bass');
  expect(index.voicesOf('drums').map(({ name }) => name)).toContain('Kick');
  expect(index.pattern('groove')).toMatchObject({ part: 'drums', role: 'groove' });
  expect(addDrumsPart(next, { part: 'more', pattern: 'more-groove' })).toMatchObject({
    reason: 'The song has drums already.',
  });
});
