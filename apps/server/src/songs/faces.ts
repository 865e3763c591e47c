import type { SongRecord } from '@plucky/core/song';
import type { MadeRow } from './made-song.ts';
import type { SongEntity } from './song.entity.ts';

/** A song that was made by a worker, its records as texts. */
export interface NewSong extends SongFace {
  readonly rows: readonly MadeRow[];
  /** Figures of the fold of a MIDI file. */
  readonly folded?: object;
}

/** Facts of a song in lists. */
export type SongFace = Pick<
  SongEntity,
  'id' | 'name' | 'tempo' | 'meter' | 'bars' | 'keyName' | 'revision' | 'updatedAt'
>;

export interface SongRevision {
  readonly revision: number;
}

export interface SongContents extends SongRevision {
  readonly records: readonly SongRecord[];
}

/** A kept revision: what made it and when, and how many changes it stands for. */
export interface Revision extends SongRevision {
  readonly label: string;
  readonly at: string;
  readonly covers: number;
}
