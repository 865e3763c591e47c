import { documentOf, indexOf, type SongDocument } from '../song/index.ts';
import { after, layer, section, smallSong } from '../testing/songs.ts';
import { type Carrying, carrySlots } from './carry-slots.ts';

/** A verse a b c and a chorus x y. */
function song(): SongDocument {
  const slots = (ids: string) => Array.from(ids, (id) => ({ id, length: 3840, layers: [layer('main')] }));
  return documentOf([
    ...Object.values(smallSong().records),
    section('verse', slots('abc')),
    section('chorus', slots('xy')),
  ]);
}

const order = (document: SongDocument) =>
  ['verse', 'chorus']
    .map((id) =>
      indexOf(document)
        .section(id)
        ?.slots.map((slot) => slot.id)
        .join(''),
    )
    .join(' ');
const carry = (ids: string, onto: string, carrying: Partial<Carrying>) => {
  const section = 'xy'.includes(onto) ? 'chorus' : 'verse';
  return carrySlots(
    song(),
    'verse',
    Array.from(ids),
    { section, slot: onto },
    {
      ...{ how: 'before', copies: false, idFor: (i) => String(i) },
      ...carrying,
    },
  );
};

test.each([
  ['a', 'c', { how: 'before' }, 'bac xy'],
  ['a', 'c', { how: 'after' }, 'bca xy'],
  ['c', 'a', { how: 'before' }, 'cab xy'],
  ['a', 'c', { how: 'over' }, 'b0 xy'],
  ['ab', 'c', { how: 'after' }, 'cab xy'],
  ['a', 'x', { how: 'after' }, 'bc x0y'],
  ['ab', 'y', { how: 'over' }, 'c x01'],
  ['a', 'c', { how: 'after', copies: true }, 'abc0 xy'],
  ['ac', 'x', { how: 'before', copies: true }, 'abc 01xy'],
  ['b', 'y', { how: 'over', copies: true }, 'abc x0'],
] as const)('%s carried to %s %j is %s', (ids, onto, carrying, expected) => {
  expect(order(after(song(), carry(ids, onto, carrying)))).toBe(expected);
});

test('slots that are laid on one of themselves, or stand there already, stay', () => {
  expect(carry('ab', 'b', { how: 'over' })).toBeNull();
  expect(carry('a', 'b', { how: 'before' })).toBeNull();
  expect(
    carrySlots(
      song(),
      'verse',
      ['a'],
      { section: 'verse', slot: 'gone' },
      { how: 'over', copies: false, idFor: String },
    ),
  ).toMatchObject({ reason: 'That slot is gone.' });
});
