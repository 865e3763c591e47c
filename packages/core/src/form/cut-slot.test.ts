import fc from 'fast-check';
import { resolve, soundingOver } from '../pattern/index.ts';
import { compile } from '../play/index.ts';
import {
  documentOf,
  type Layer,
  plainLayer,
  type Slot,
  type SongDocument,
  type Times,
  withRecord,
} from '../song/index.ts';
import { hit, pattern, section, smallSong, song } from '../testing/songs.ts';
import { tries } from '../testing/tries.ts';
import { cutSlot } from './cut-slot.ts';

const BEAT = 960;
const BAR = 4 * BEAT;

/** A song of one section of these slots, with a humanised groove of so many beats that has a hit on each, the second in some rounds. */
function songOf(beats: number, slots: Slot[], times?: Times): SongDocument {
  const own = Object.fromEntries(
    Array.from({ length: beats }, (_, i) => [
      `h${i}`,
      hit(i % 2 ? 'hat' : 'kick', i * BEAT + (i % 3) * 60, times && i === 1 ? { times } : {}),
    ]),
  );
  return documentOf([
    ...Object.values(smallSong().records),
    pattern('odd', {
      length: beats * BEAT,
      own,
      accents: [{ at: BEAT, amount: 30 }],
      humanise: { ms: 12, velocity: 9, seed: 4 },
    }),
    section('verse', slots),
    song({ form: [{ id: 'o', section: 'verse', times: 1, silencedVoices: [] }] }),
  ]);
}

const heard = (document: SongDocument) =>
  compile(document, { kind: 'song' }).events.map(
    ({ tick, voice, velocity, length }) => `${tick} ${voice} ${velocity} ${length}`,
  );

const someTimes = fc.constantFrom<Times | undefined>(
  undefined,
  'first',
  'last',
  { every: 2, from: 0 },
  { every: 3, from: 2 },
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
        times: someTimes,
        ofHit: someTimes,
        ofOwn: someTimes,
        again: ticks(16),
      }),
      ({ beats, length, cut, from, to, start, silenced, changed, own, times, ofHit, ofOwn, again }) => {
        const slotLength = length * BEAT;
        fc.pre(cut > 0 && cut < slotLength && from < slotLength && to > from && to <= slotLength);
        const plain = songOf(beats, [], ofHit);
        const played = soundingOver(resolve(plain, 'odd'), to - from, start);
        const idOf = (i: number) => played[i % Math.max(1, played.length)]?.id ?? 'none';
        const layer: Layer = {
          pattern: 'odd',
          from,
          to,
          ...(start ? { start } : {}),
          ...(times ? { times } : {}),
          silencedVoices: [],
          own: own < to - from ? { mine: hit('snare', own, ofOwn ? { times: ofOwn } : {}) } : {},
          silenced: [idOf(silenced)],
          changed: { [idOf(changed)]: { velocity: 7, ...(changed % 3 ? {} : { times: 'last' as const }) } },
        };
        const slot: Slot = { id: 's', length: slotLength, layers: [layer] };
        const whole = songOf(beats, [slot], ofHit);
        const [first, second] = cutSlot(whole, slot, cut, 't');
        const halves = songOf(beats, [first, second], ofHit);
        expect(heard(halves).sort()).toEqual(heard(whole).sort());
        if (again <= 0 || again >= second.length) return;
        const thirds = songOf(beats, [first, ...cutSlot(halves, second, again, 'u')], ofHit);
        expect(heard(thirds).sort()).toEqual(heard(whole).sort());
      },
    ),
    tries(300, 61),
  );
});

test('a slot that is cut at a bar line sounds as before under curves of density and drive', () => {
  const percent = fc.integer({ min: 0, max: 200 });
  fc.assert(
    fc.property(
      fc.constantFrom('odd', 'main', 'variation'),
      fc.integer({ min: 1, max: 5 }),
      fc.integer({ min: 1, max: 3 }),
      fc.tuple(percent, percent),
      percent,
      (of, beats, cut, [from, to], drive) => {
        const slot: Slot = { id: 's', length: 4 * BAR, layers: [plainLayer(of)] };
        const special = {
          density: [
            { at: 0, percent: from },
            { at: 4 * BAR, percent: to },
          ],
          drive: [{ at: BAR, percent: drive }],
        };
        const played = (slots: Slot[]) => {
          const form = [{ id: 'o', section: 'verse', times: 2, silencedVoices: [], ...special }];
          return heard(withRecord(songOf(beats, slots), song({ form })));
        };
        const whole = songOf(beats, [slot]);
        expect(played([...cutSlot(whole, slot, cut * BAR, 't')])).toEqual(played([slot]));
      },
    ),
    tries(200, 8),
  );
});
