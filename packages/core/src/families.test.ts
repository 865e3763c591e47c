import fc from 'fast-check';
import { attach, followersOf, makeIndependent, removePattern, resolve, soundingOf } from './pattern/index.ts';
import { compile } from './play/index.ts';
import {
  documentOf,
  type Id,
  indexOf,
  isChange,
  type Outcome,
  serialize,
  type SongDocument,
} from './song/index.ts';
import { dice, runEdits } from './testing/random-edits.ts';
import { after } from './testing/songs.ts';
import { tries } from './testing/tries.ts';

const edits = fc.array(dice, { minLength: 20, maxLength: 60 });
const patternsOf = (document: SongDocument) => indexOf(document).patternsOf('drums');
const afterAny = (document: SongDocument, outcome: Outcome) =>
  isChange(outcome) ? after(document, outcome) : document;

/** The notes that a pattern plays, without the ids of its hits. */
function heard(document: SongDocument, id: Id): string[] {
  return soundingOf(resolve(document, id))
    .map(({ id: _, origin: __, pan = 0, roll = null, flam = null, ...hit }) =>
      JSON.stringify([
        ...[hit.at, hit.voice, hit.pitch, hit.velocity, hit.length, hit.offsetMs],
        ...[pan, roll, flam],
      ]),
    )
    .sort();
}

/** The song's notes as they are played, without where they come from and which free channel moves them. */
function notes(document: SongDocument): string[] {
  return compile(document, { kind: 'song' }).events.map(
    ({ tick, note, velocity, length, channel, lane, pan }) =>
      JSON.stringify([tick, note, velocity, length, lane ? 'lane' : channel, pan]),
  );
}

/** So many edits, those named at their places and a plain one everywhere else. */
function walk(length: number, named: Readonly<Record<number, readonly [number, number, number]>>) {
  return Array.from({ length }, (_, i) => {
    const [edit, a, b] = named[i] ?? [0, 0, 0];
    return { edit, a, b };
  });
}

test('resolving is deterministic: a fresh copy of a song resolves to the same hits, under the same ids', () => {
  fc.assert(
    fc.property(edits, (rolls) => {
      const { document } = runEdits(rolls);
      const copy = documentOf(JSON.parse(JSON.stringify(Object.values(document.records))));
      for (const { id } of patternsOf(document))
        expect(resolve(copy, id).hits).toEqual(resolve(document, id).hits);
    }),
    tries(40, 501),
  );
});

test('making a pattern independent changes nothing that is heard of it or of what follows it', () => {
  fc.assert(
    fc.property(edits, fc.nat(), (rolls, which) => {
      const { document } = runEdits(rolls);
      const all = patternsOf(document);
      const id = all[which % all.length]?.id ?? 'main';
      const next = afterAny(document, makeIndependent(document, id));
      expect(resolve(next, id).pattern.parent).toBeUndefined();
      for (const one of all) expect(heard(next, one.id)).toEqual(heard(document, one.id));
      expect(notes(next)).toEqual(notes(document));
    }),
    tries(60, 502),
  );
});

test('following another pattern and then nothing again is the identity, but for what hits are called', () => {
  let attached = 0;
  fc.assert(
    fc.property(edits, fc.nat(), fc.nat(), (rolls, which, target) => {
      const { document } = runEdits(rolls);
      const all = patternsOf(document);
      const id = all[which % all.length]?.id ?? 'main';
      const free = afterAny(document, makeIndependent(document, id));
      const others = patternsOf(free).filter(
        (one) => one.id !== id && !followersOf(free, id).some((follower) => follower.id === one.id),
      );
      const parent = others[target % Math.max(1, others.length)]?.id;
      if (!parent) return;
      const following = after(free, attach(free, id, parent));
      attached++;
      for (const one of all) expect(heard(following, one.id)).toEqual(heard(free, one.id));
      const again = after(following, makeIndependent(following, id));
      for (const one of all) expect(heard(again, one.id)).toEqual(heard(free, one.id));
      const bare = (document: SongDocument) => {
        const { pattern } = resolve(document, id);
        const own = Object.values(pattern.own)
          .map((hit) =>
            JSON.stringify(
              Object.entries(hit)
                .filter(([, value]) => value)
                .sort(),
            ),
          )
          .sort();
        return { own, silenced: pattern.silenced.length, shapes: pattern.shapes, length: pattern.length };
      };
      expect(bare(again).own).toEqual(bare(free).own);
    }),
    {
      ...tries(80, 503),
      examples: [
        // A hit that is gone and whose name comes back; a hit of a follower whose name another one gets.
        [
          walk(21, { 0: [219, 0, 0], 3: [121, 0, 0], 9: [27, 5094, 3], 17: [586, 7, 0], 18: [0, 5147, 0] }),
          15,
          0,
        ],
        [
          walk(22, { 0: [219, 0, 0], 1: [473, 0, 0], 4: [122, 6260, 0], 9: [0, 0, 7], 10: [27, 4321, 3] }),
          15,
          0,
        ],
      ],
    },
  );
  expect(attached).toBeGreaterThan(40);
});

test('re-attaching to the pattern that it was freed from gives the very record back, where nothing was shaped', () => {
  const { document } = runEdits([]);
  const free = after(document, makeIndependent(document, 'variation'));
  const again = after(free, attach(free, 'variation', 'main'));
  expect(resolve(again, 'variation').hits).toEqual(resolve(document, 'variation').hits);
  const once = serialize(free);
  expect(serialize(after(again, makeIndependent(again, 'variation')))).toBe(once);
});

test('deleting a parent after its followers were made independent changes nothing audible', () => {
  let deleted = 0;
  fc.assert(
    fc.property(edits, fc.nat(), (rolls, which) => {
      const { document } = runEdits(rolls);
      const followed = patternsOf(document).filter((one) => indexOf(document).followersOf(one.id).length);
      const id = followed[which % Math.max(1, followed.length)]?.id;
      if (!id) return;
      const rest = patternsOf(document).filter((one) => one.id !== id);
      const next = after(
        document,
        removePattern(document, id, { followers: 'independent', slots: 'silent' }),
      );
      deleted++;
      for (const one of rest) expect(heard(next, one.id)).toEqual(heard(document, one.id));
      const played = (song: SongDocument) =>
        compile(song, { kind: 'song' }).events.filter((event) => event.from.pattern !== id);
      const left = new Set(played(next).map((event) => `${event.tick} ${event.note} ${event.from.pattern}`));
      for (const event of played(document))
        expect(left.has(`${event.tick} ${event.note} ${event.from.pattern}`)).toBe(true);
    }),
    tries(80, 504),
  );
  expect(deleted).toBeGreaterThan(20);
});
