import fc from 'fast-check';
import {
  apply,
  indexOf,
  isChange,
  type Outcome,
  type Section,
  serialize,
  type SongDocument,
} from '../song/index.ts';
import { dice, editFrom, runEdits } from '../testing/random-edits.ts';
import { after as applied, smallSong } from '../testing/songs.ts';
import { tries } from '../testing/tries.ts';
import { addSlots, moveSlots, removeSlots } from './arrange-slots.ts';
import { onlyThisTime, playAsFollower, removeOccurrences } from './edit-form.ts';
import { editSlots } from './edit-section.ts';
import { resizeSlots, setSlotPattern, toggleSlotVoice } from './edit-slots.ts';
import { letSectionGo, withFollowers } from './follow-section.ts';
import { restoreSlot, sectionDifferences } from './section-differences.ts';

const after = (document: SongDocument, outcome: Outcome) =>
  applied(document, withFollowers(document, outcome));
const sectionIn = (document: SongDocument, id: string): Section => {
  const section = indexOf(document).section(id);
  if (!section) throw new Error(`No section ${id}.`);
  return section;
};
const first = { section: 'verse', slot: 'a' };
const second = { section: 'two', slot: 'a' };

/** The small song with a second verse that follows the first. */
function twoVerses(): SongDocument {
  return after(smallSong(), playAsFollower(smallSong(), 'verse', { section: 'two', occurrence: 'o2' }, 'o1'));
}

/** One kick more in the first slot of a section. */
function kickMore(document: SongDocument, at: typeof first): Outcome {
  return editSlots(document, [at], 'a kick more', (slot) => ({
    ...slot,
    layers: slot.layers.map((layer) => ({
      ...layer,
      own: {
        ...layer.own,
        more: { voice: 'kick', at: 720, velocity: 90, length: 120, offsetMs: 0, pitch: 0 },
      },
    })),
  }));
}

test('a change in the first verse reaches the second, but for where the second says otherwise', () => {
  const own = after(twoVerses(), kickMore(twoVerses(), second));
  const changed = [
    (now: SongDocument) => toggleSlotVoice(now, [first], 'hat'),
    (now: SongDocument) => setSlotPattern(now, [{ section: 'verse', slot: 'b' }], 'drums', 'main'),
    (now: SongDocument) => resizeSlots(now, [first], 3840),
  ].reduce((now, make) => after(now, make(now)), own);
  const { slots } = sectionIn(changed, 'two');
  expect(slots[0]).toMatchObject({
    length: 3840,
    layers: [{ silencedVoices: ['hat'], own: { more: { at: 720 } } }],
  });
  expect(slots[1]?.layers[0]?.pattern).toBe('main');
  expect(sectionDifferences(changed, sectionIn(changed, 'two'))).toEqual([
    { slot: 'a', number: 1, isMissing: false, words: ['1 hit more'] },
  ]);
  expect(sectionIn(changed, 'verse').slots[0]?.layers[0]?.own).toEqual({});
});

test('another end of the second verse stays when the end of the first changes, and can be taken back', () => {
  const ended = after(
    twoVerses(),
    setSlotPattern(twoVerses(), [{ section: 'two', slot: 'b' }], 'drums', 'main'),
  );
  const both = after(ended, resizeSlots(ended, [{ section: 'verse', slot: 'b' }], 7680));
  expect(sectionIn(both, 'two').slots[1]).toMatchObject({ length: 7680, layers: [{ pattern: 'main' }] });
  expect(sectionDifferences(both, sectionIn(both, 'two'))[0]?.words).toEqual(['main for variation']);
  const back = after(both, restoreSlot(both, 'two', 'b'));
  expect(sectionIn(back, 'two').slots).toEqual(sectionIn(back, 'verse').slots);
  expect(restoreSlot(back, 'two', 'b')).toBeNull();
});

test('slots that come, go and move in the first verse do so in the second; what is only there stays', () => {
  const slot = (id: string) => ({ id, length: 3840, layers: [] });
  const own = after(twoVerses(), addSlots(twoVerses(), 'two', [slot('mine')], 1));
  const more = after(own, addSlots(own, 'verse', [slot('new')]));
  const order = (document: SongDocument) => sectionIn(document, 'two').slots.map(({ id }) => id);
  expect(order(more)).toEqual(['a', 'mine', 'b', 'new']);
  expect(order(after(more, moveSlots(more, 'verse', ['new'], 0)))).toEqual(['new', 'a', 'mine', 'b']);
  const gone = after(more, removeSlots(more, [{ section: 'verse', slot: 'b' }]));
  expect(order(gone)).toEqual(['a', 'mine', 'new']);
  const left = after(more, removeSlots(more, [{ section: 'two', slot: 'b' }]));
  expect(sectionDifferences(left, sectionIn(left, 'two')).map(({ slot, words }) => [slot, words[0]])).toEqual(
    [
      ['mine', 'only here'],
      ['b', 'left out'],
    ],
  );
  expect(order(after(left, restoreSlot(left, 'two', 'b')))).toEqual(['a', 'b', 'mine', 'new']);
  const kept = after(more, kickMore(more, { section: 'two', slot: 'b' }));
  const without = after(kept, removeSlots(kept, [{ section: 'verse', slot: 'b' }]));
  expect(order(without)).toContain('b');
});

test('a layer that begins elsewhere in the second verse keeps its stretch when the first has it end elsewhere', () => {
  const layerTo = (now: SongDocument, at: typeof first, stretch: { from?: number; to?: number }) =>
    after(
      now,
      editSlots(now, [at], 'another stretch', (slot) => ({
        ...slot,
        layers: slot.layers.map((layer) => ({ ...layer, ...stretch })),
      })),
    );
  const own = layerTo(twoVerses(), second, { from: 3840 });
  const changed = layerTo(own, first, { to: 240 });
  const stretchIn = (id: string) => {
    const layer = sectionIn(changed, id).slots[0]?.layers[0];
    return [layer?.from, layer?.to];
  };
  expect([stretchIn('verse'), stretchIn('two')]).toEqual([
    [undefined, 240],
    [3840, undefined],
  ]);
});

test('a chain of followers takes a change over, and one whose section goes stands on its own', () => {
  const three = after(
    twoVerses(),
    playAsFollower(twoVerses(), 'two', { section: 'three', occurrence: 'o3' }, 'o2'),
  );
  const changed = after(three, toggleSlotVoice(three, [first], 'hat'));
  expect(sectionIn(changed, 'three').slots).toEqual(sectionIn(changed, 'verse').slots);
  const gone = after(changed, removeOccurrences(changed, ['o1']));
  expect(sectionIn(gone, 'two')).not.toHaveProperty('follows');
  expect(sectionIn(gone, 'three').follows).toBe('two');
  const free = after(changed, letSectionGo(changed, 'two'));
  const later = after(free, toggleSlotVoice(free, [first], 'kick'));
  expect(sectionIn(later, 'two').slots).not.toEqual(sectionIn(later, 'verse').slots);
});

test('only this time is a follower, and one edit with all it reaches is one undo', () => {
  const twice = smallSong({
    form: ['o1', 'o2'].map((id) => ({ id, section: 'verse', times: 1, silencedVoices: [] })),
  });
  const document = after(twice, onlyThisTime(twice, 'o2', 'mine'));
  expect(sectionIn(document, 'mine').follows).toBe('verse');
  const outcome = withFollowers(document, toggleSlotVoice(document, [first], 'hat'));
  if (!isChange(outcome)) throw new Error('No change.');
  const { document: next, inverse } = apply(document, outcome);
  expect(sectionIn(next, 'mine').slots).toEqual(sectionIn(next, 'verse').slots);
  expect(serialize(apply(next, inverse).document)).toBe(serialize(document));
});

test('a follower without differences stays like the section it follows, whatever is edited there', () => {
  fc.assert(
    fc.property(fc.array(dice, { maxLength: 10 }), fc.array(dice, { maxLength: 10 }), (before, rolls) => {
      const { document: base } = runEdits(before);
      if (!indexOf(base).section('verse') || indexOf(base).section('two')) return;
      let document = after(base, playAsFollower(base, 'verse', { section: 'two', occurrence: 'last' }));
      for (const one of rolls) {
        const edit = editFrom(document, one);
        // An edit of the follower itself, such as a swap of slots between the two, may make a difference.
        if (!isChange(edit) || edit.put.some(({ id }) => id === 'two')) continue;
        const outcome = withFollowers(document, edit);
        if (isChange(outcome)) document = apply(document, outcome).document;
      }
      const two = indexOf(document).section('two');
      if (two?.follows !== 'verse') return;
      expect(sectionDifferences(document, two)).toEqual([]);
    }),
    tries(60, 21),
  );
});
