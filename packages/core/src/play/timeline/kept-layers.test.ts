import fc from 'fast-check';
import { type Scope, withFollowers } from '../../form/index.ts';
import { apply, indexOf, isChange, type SongDocument } from '../../song/index.ts';
import { type Dice, dice, editFrom } from '../../testing/random-edits.ts';
import { smallSong } from '../../testing/songs.ts';
import { tries } from '../../testing/tries.ts';
import { compile } from './compile.ts';

/** The same song of which nothing was worked out before. */
const anew = (document: SongDocument) => structuredClone(document);

function scopesOf(document: SongDocument): Scope[] {
  const { song, sections } = indexOf(document);
  return [
    { kind: 'song' },
    ...sections.map(({ id }): Scope => ({ kind: 'section', section: id })),
    ...song.form.map(({ id }): Scope => ({ kind: 'occurrence', occurrence: id })),
    { kind: 'song' },
  ];
}

function edited(document: SongDocument, roll: Dice): SongDocument {
  const outcome = withFollowers(document, editFrom(document, roll));
  return isChange(outcome) ? apply(document, outcome).document : document;
}

test('what is worked out after an edit is what would be worked out from nothing, wherever it is looked at', () => {
  fc.assert(
    fc.property(fc.array(dice, { minLength: 4, maxLength: 20 }), (rolls) => {
      let document = smallSong({ swing: { amount: 58, unit: 16 } });
      for (const roll of rolls) {
        document = edited(document, roll);
        for (const scope of scopesOf(document))
          for (const timing of ['heard', 'grid'] as const)
            expect(compile(document, scope, { timing })).toEqual(compile(anew(document), scope, { timing }));
      }
    }),
    tries(10, 12),
  );
});

test('what another place of the form plays is not worked out again', () => {
  const document = smallSong({});
  const before = compile(document, { kind: 'song' });
  const { song } = indexOf(document);
  const [first] = song.form;
  if (!first) throw new Error('The small song has a form.');
  const longer = { ...song, form: [...song.form, { ...first, id: 'again' }] };
  const after = compile({ records: { ...document.records, [song.id]: longer } }, { kind: 'song' });
  const known = new Set(after.events.map(({ from }) => from));
  const last = before.events.at(-1)?.from.slot;
  // The last slot rang no further than the song's end.
  const others = before.events.filter(({ from }) => from.slot !== last);
  expect(others.length).toBeGreaterThan(0);
  expect(others.every(({ from }) => known.has(from))).toBe(true);
});
