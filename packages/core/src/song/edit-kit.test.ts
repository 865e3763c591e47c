import { after, KICK, layer, pattern, section, smallSong, voice } from '../testing/songs.ts';
import { apply } from './apply.ts';
import { documentOf, indexOf, serialize } from './document.ts';
import {
  addVoice,
  chooseKit,
  editVoices,
  hitsOfVoice,
  moveVoice,
  removeVoice,
  sharedNotes,
} from './edit-kit.ts';
import { isChange } from './outcome.ts';

const names = (document: ReturnType<typeof smallSong>) =>
  indexOf(document)
    .voicesOf('drums')
    .map((one) => one.id);

test('a voice is added below, moved, and changed together with others', () => {
  const document = smallSong();
  const added = after(document, addVoice(document, voice('bell', 56)));
  expect(names(added).at(-1)).toBe('bell');
  const moved = after(added, moveVoice(added, 'bell', 0));
  expect(names(moved)[0]).toBe('bell');
  expect(moveVoice(moved, 'bell', 0)).toBeNull();
  const late = after(
    moved,
    editVoices(moved, ['bell', 'kick'], () => ({ offsetMs: 8 }), 'late'),
  );
  expect(['bell', 'kick'].map((id) => indexOf(late).voice(id)?.offsetMs)).toEqual([8, 8]);
  expect(editVoices(late, ['bell'], () => ({ offsetMs: 8 }), 'late')).toBeNull();
  expect(addVoice(document, KICK)).toMatchObject({ reason: expect.any(String) as string });
});

test('removing a voice takes all that names it along, and undoing brings every byte back', () => {
  const base = smallSong();
  const document = documentOf([
    ...Object.values(base.records),
    pattern('shaped', {
      parent: 'main',
      shapes: [
        { id: 'a', rule: 'keep', voices: ['hat', 'kick'] },
        { id: 'b', rule: 'revoice', voice: 'hat', onto: 'tom' },
        { id: 'c', rule: 'thin', voices: ['hat'], keep: 50 },
      ],
      grids: { hat: 6 },
      changed: { s1: { voice: 'hat' } },
    }),
    section('other', [
      { id: 'x', length: 3840, layers: [layer('main', { silencedVoices: ['hat', 'kick'] })] },
    ]),
  ]);
  expect(hitsOfVoice(document, 'hat')).toBe(1);
  const outcome = removeVoice(document, 'hat');
  if (!isChange(outcome)) throw new Error('refused');
  const { document: next, inverse } = apply(document, outcome);
  const shaped = indexOf(next).pattern('shaped');
  expect(shaped?.shapes).toEqual([{ id: 'a', rule: 'keep', voices: ['kick'] }]);
  expect([shaped?.grids, shaped?.changed]).toEqual([{}, {}]);
  expect(indexOf(next).section('other')?.slots[0]?.layers[0]?.silencedVoices).toEqual(['kick']);
  expect(serialize(apply(next, inverse).document)).toBe(serialize(document));
});

test('the last voice of a part stays', () => {
  let document = smallSong();
  for (const id of names(document).slice(1)) document = after(document, removeVoice(document, id));
  expect(removeVoice(document, names(document)[0] ?? '')).toEqual({
    reason: 'A part keeps at least one row.',
  });
});

test('voices that share a note are named', () => {
  const document = after(
    smallSong(),
    editVoices(smallSong(), ['hat'], () => ({ note: 46 }), 'note'),
  );
  expect(sharedNotes(smallSong(), 'drums')).toEqual([]);
  expect(sharedNotes(document, 'drums').map((group) => group.map((one) => one.id))).toEqual([
    ['hat', 'open'],
  ]);
});

test('each kit keeps its own notes', () => {
  const usual = (one: { id: string }) => (indexOf(smallSong()).voice(one.id) ?? KICK).note;
  const custom = after(
    smallSong(),
    editVoices(smallSong(), ['kick'], () => ({ note: 35 }), 'note'),
  );
  const tin = after(custom, chooseKit(custom, 'drums', 'tin', 'room', usual));
  expect(indexOf(tin).voice('kick')?.note).toBe(36);
  const back = after(tin, chooseKit(tin, 'drums', 'room', 'room', usual));
  expect(indexOf(back).voice('kick')?.note).toBe(35);
  expect(chooseKit(back, 'drums', 'room', 'room', usual)).toBeNull();
});
