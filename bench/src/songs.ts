import { compile } from '@plucky/core/play';
import { documentOf, indexOf, type Pattern, type SongDocument } from '@plucky/core/song';
import { DEMO_SONGS } from '@plucky/songs/library';

/** Number of patterns that follow the main groove in a family, and length of their chains. */
export const FOLLOWERS = 200;
const DEPTH = 6;

/** Paper Lanterns with its form played on until `enough` is reached. */
export function longSong(enough: (song: SongDocument) => boolean): SongDocument {
  const base = DEMO_SONGS['paper-lanterns']?.();
  if (!base) throw new Error('There is no such demo song.');
  const { song } = indexOf(base);
  let document = base;
  for (let round = 1; !enough(document); round++) {
    const more = Array.from({ length: round }, (_, i) =>
      song.form.map((occurrence) => ({ ...occurrence, id: `${occurrence.id}-${i}` })),
    );
    document = documentOf([
      ...Object.values(base.records),
      { ...song, form: [...song.form, ...more.flat()] },
    ]);
  }
  return document;
}

export const hitsOf = (document: SongDocument) => compile(document, { kind: 'song' }).events.length;

/** Followers in chains below the main groove, each with an edit of its own. */
export function family(): SongDocument {
  const base = DEMO_SONGS['paper-lanterns']?.();
  const main = base && indexOf(base).pattern('main');
  if (!base || !main) throw new Error('There is no main groove.');
  const followers = Array.from({ length: FOLLOWERS }, (_, i): Pattern => {
    const parent = i % DEPTH === 0 ? 'main' : `follower-${i - 1}`;
    const id = `follower-${i}`;
    const own = {
      [`own-${i}`]: {
        voice: 'kick',
        at: (i * 240) % main.length,
        velocity: 90,
        length: 120,
        offsetMs: 0,
        pitch: 0,
      },
    };
    return { ...main, id, name: id, role: 'variation', parent, own, window: { from: 0 } };
  });
  return documentOf([...Object.values(base.records), ...followers]);
}

/** Gives the document with its main groove edited anew each time, so that nothing below it is still known. */
export function touching(): (document: SongDocument) => SongDocument {
  const other = otherVelocity();
  return (document) => {
    const main = indexOf(document).pattern('main');
    const hit = main?.own['kick-1'];
    if (!main || !hit) throw new Error('There is no first kick.');
    const edited = { ...main, own: { ...main.own, 'kick-1': { ...hit, velocity: other() } } };
    return { records: { ...document.records, main: edited } };
  };
}

/** Gives the document with another level in the first layer of its first slot each time. */
export function levelling(): (document: SongDocument) => SongDocument {
  const other = otherVelocity();
  return (document) => {
    const [section] = indexOf(document).sections;
    const [slot, ...slots] = section?.slots ?? [];
    const [layer, ...layers] = slot?.layers ?? [];
    if (!section || !slot || !layer) throw new Error('The song begins without a slot.');
    const first = { ...slot, layers: [{ ...layer, level: other() }, ...layers] };
    return { records: { ...document.records, [section.id]: { ...section, slots: [first, ...slots] } } };
  };
}

function otherVelocity(): () => number {
  let velocity = 1;
  return () => (velocity = (velocity % 126) + 1);
}
