import type { SongDocument } from '@plucky/core/song';
import { songFrom } from '@plucky/songs';
import { STARTERS } from '@plucky/songs/library';

/** The main groove of each song that begins with a starter. */
export const GROOVE = 'main';

/** A song for each groove of the shelf, by its name, at its own tempo and in its own meter. */
export const GROOVES: Readonly<Record<string, SongDocument>> = Object.fromEntries(
  Object.entries(STARTERS)
    .filter(([, { pattern }]) => pattern.type === 'drums')
    .map(([name, { pattern }]) => [name, songFrom(pattern, pattern.name, 1)]),
);

/** The names of the grooves in 4/4. */
export const IN_FOUR: readonly string[] = Object.entries(STARTERS)
  .filter(
    ([
      ,
      {
        pattern: { type, meter },
      },
    ]) => type === 'drums' && meter.beats === 4 && meter.unit === 4,
  )
  .map(([name]) => name);
