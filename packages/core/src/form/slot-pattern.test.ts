import fc from 'fast-check';
import {
  addHits,
  changeHits,
  removeHits,
  resolve,
  setPatternLength,
  toggleSilenced,
} from '../pattern/index.ts';
import { indexOf, type SongDocument, withRecord } from '../song/index.ts';
import { dice, runEdits } from '../testing/random-edits.ts';
import { after, hit, smallSong } from '../testing/songs.ts';
import { tries } from '../testing/tries.ts';
import { toggleSlotVoice } from './edit-slots.ts';
import { playedSlot } from './going-on.ts';
import { resolveLayer } from './layer.ts';
import { IN_SLOT, intoSlot, withSlotPattern } from './slot-pattern.ts';

const at = { section: 'verse', slot: 'a', layer: 0 };

function shownIn(document: SongDocument, where = at): SongDocument {
  const made = withSlotPattern(document, where);
  if (!made) throw new Error('Nothing to show.');
  return made;
}

function layerOf(document: SongDocument) {
  return indexOf(document).section('verse')?.slots[0]?.layers[0];
}

test('a layer is shown as what it plays, whatever was edited before', () => {
  fc.assert(
    fc.property(fc.array(dice, { maxLength: 25 }), (rolls) => {
      const { document } = runEdits(rolls);
      const section = indexOf(document).section('verse');
      section?.slots.forEach((slot) => {
        const played = playedSlot(document, section, slot);
        played.layers.forEach((layer, i) => {
          const made = withSlotPattern(document, { section: 'verse', slot: slot.id, layer: i });
          if (!made || layer.level !== undefined) return;
          const sounding = (hits: readonly { id: string; origin: string; at: number; voice: string }[]) =>
            hits.filter(({ origin }) => origin !== 'silenced').map((one) => [one.id, one.at, one.voice]);
          expect(sounding(resolve(made, IN_SLOT).hits)).toEqual(
            sounding(resolveLayer(document, played, layer).hits),
          );
        });
      });
    }),
    tries(80, 5),
  );
});

test('hits that are added, silenced and taken away are so in this slot only', () => {
  const document = smallSong();
  const more = { id: 'more', ...hit('kick', 4560) };
  const added = after(document, intoSlot(document, at, addHits(shownIn(document), IN_SLOT, [more])));
  expect(layerOf(added)?.own).toMatchObject({ more: { at: 4560 } });
  expect(indexOf(added).pattern('main')).toBe(indexOf(document).pattern('main'));
  const second =
    resolve(shownIn(added), IN_SLOT).hits.find((one) => one.voice === 'hat' && one.at > 3840)?.id ?? '';
  const quiet = after(added, intoSlot(added, at, toggleSilenced(shownIn(added), IN_SLOT, [second])));
  expect(layerOf(quiet)?.silenced).toEqual([second]);
  const gone = after(quiet, intoSlot(quiet, at, removeHits(shownIn(quiet), IN_SLOT, ['more'])));
  expect(layerOf(gone)?.own).toEqual({});
});

test('what is about more than hits is refused, and rows that are silent here are shown silent', () => {
  const document = after(smallSong(), toggleSlotVoice(smallSong(), [at], 'hat'));
  const shown = shownIn(document);
  expect(intoSlot(document, at, setPatternLength(shown, IN_SLOT, 3840))).toMatchObject({
    reason: expect.stringContaining('only hits') as string,
  });
  expect(
    resolve(shown, IN_SLOT)
      .hits.filter((one) => one.voice === 'hat')
      .every((one) => one.origin === 'silenced'),
  ).toBe(true);
  expect(withSlotPattern(document, { ...at, slot: 'gone' })).toBeNull();
  expect(intoSlot(document, at, null)).toBeNull();
});

test('a hit that sounds in some rounds only is shown silent in the others, stays so through edits, and sounds once brought back', () => {
  const document = after(
    smallSong(),
    changeHits(smallSong(), 'main', ['k1'], () => ({ times: 'first' })),
  );
  const kicks = (song: SongDocument) =>
    resolve(shownIn(song), IN_SLOT)
      .hits.filter((one) => one.id.startsWith('k1'))
      .map((one) => one.origin === 'silenced');
  expect(kicks(document)).toEqual([false, true]);
  const more = { id: 'more', ...hit('kick', 4560) };
  const added = after(document, intoSlot(document, at, addHits(shownIn(document), IN_SLOT, [more])));
  expect([kicks(added), layerOf(added)?.silenced]).toEqual([[false, true], []]);
  const woken = after(added, intoSlot(added, at, toggleSilenced(shownIn(added), IN_SLOT, ['k1~3840'])));
  expect([kicks(woken), layerOf(woken)?.silenced]).toEqual([[false, false], []]);
  const quiet = after(woken, intoSlot(woken, at, toggleSilenced(shownIn(woken), IN_SLOT, ['k1'])));
  expect([kicks(quiet), layerOf(quiet)?.silenced]).toEqual([[true, false], ['k1']]);
});

test('a layer that sounds in some rounds is shown silent in the others, where only hits of the slot can be added', () => {
  const slots = indexOf(smallSong()).section('verse');
  if (!slots) throw new Error('The small song has a verse.');
  const [slot, ...rest] = slots.slots;
  const [layer] = slot?.layers ?? [];
  if (!slot || !layer) throw new Error('It begins with a layer.');
  const first = { ...slot, layers: [{ ...layer, times: 'first' as const }] };
  const document = withRecord(smallSong(), { ...slots, slots: [first, ...rest] });
  const shown = shownIn(document);
  const hits = resolve(shown, IN_SLOT).hits;
  const later = hits.filter((one) => one.at >= 3840);
  expect(later.length).toBeGreaterThan(0);
  expect(later.every(({ origin }) => origin === 'silenced')).toBe(true);
  const back = toggleSilenced(shown, IN_SLOT, [later[0]?.id ?? '']);
  expect(intoSlot(document, at, back)).toMatchObject({ reason: /silent in this round/ });
  const added = addHits(shown, IN_SLOT, [{ id: 'mine', ...hit('tom', 4800) }]);
  const played = layerOf(after(document, intoSlot(document, at, added)));
  expect(played).toMatchObject({ own: { mine: { voice: 'tom', at: 4800 } }, silenced: [], times: 'first' });
});
