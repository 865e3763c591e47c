import fc from 'fast-check';
import { resolve, soundingOver } from '../pattern/resolve.ts';
import { documentOf, type SongDocument } from '../song/document.ts';
import type { Layer, Slot } from '../song/records.ts';
import { hit, pattern, section, smallSong, song } from '../testing/songs.ts';
import { compile } from '../timeline/compile.ts';
import { cutSlot } from './cut-slot.ts';

const BEAT = 960;

/** A song of one section of these slots, with a groove of so many beats that has a hit on each. */
function songOf(beats: number, slots: Slot[]): SongDocument {
  const own = Object.fromEntries(
    Array.from({ length: beats }, (_, i) => [`h${i}`, hit(i % 2 ? 'hat' : 'kick', i * BEAT + (i % 3) * 60)]),
  );
  return documentOf([
    ...Object.values(smallSong().records),
    pattern('odd', { length: beats * BEAT, own, accents: [{ at: BEAT, amount: 30 }] }),
    section('verse', slots),
    song({ form: [{ id: 'o', section: 'verse', times: 1, silencedVoices: [] }] }),
  ]);
}

const heard = (document: SongDocument) =>
  compile(document, { kind: 'song' }).events.map(
    ({ tick, voice, velocity, length }) => `${tick} ${voice} ${velocity} ${length}`,
  );

const ticks = (most: number) => fc.nat(most * 8).map((eighth) => eighth * (BEAT / 8));

test('a slot that is cut anywhere sounds as before, with what was said of its single hits', () => {
  fc.assert(
    fc.property(
      fc.record({
        beats: fc.integer({ min: 1, max: 7 }),
        length: fc.integer({ min: 2, max: 16 }),
        cut: ticks(16),
        from: ticks(4),
        to: ticks(16),
        start: ticks(7),
        silenced: fc.nat(30),
        changed: fc.nat(30),
        own: ticks(8),
        times: fc.constantFrom(
          undefined,
          'first' as const,
          'last' as const,
          { every: 2, from: 0 },
          { every: 3, from: 2 },
        ),
      }),
      ({ beats, length, cut, from, to, start, silenced, changed, own, times }) => {
        const slotLength = length * BEAT;
        fc.pre(cut > 0 && cut < slotLength && from < slotLength && to > from && to <= slotLength);
        const plain = songOf(beats, []);
        const played = soundingOver(resolve(plain, 'odd'), to - from, start);
        const idOf = (i: number) => played[i % Math.max(1, played.length)]?.id ?? 'none';
        const layer: Layer = {
          pattern: 'odd',
          from,
          to,
          ...(start ? { start } : {}),
          ...(times ? { times } : {}),
          silencedVoices: [],
          own: own < to - from ? { mine: hit('snare', own) } : {},
          silenced: [idOf(silenced)],
          changed: { [idOf(changed)]: { velocity: 7 } },
        };
        const slot: Slot = { id: 's', length: slotLength, layers: [layer] };
        const whole = songOf(beats, [slot]);
        const halves = songOf(beats, [...cutSlot(whole, slot, cut, 't')]);
        expect(heard(halves).sort()).toEqual(heard(whole).sort());
      },
    ),
    { seed: 61, numRuns: 300 },
  );
});
