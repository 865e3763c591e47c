// Written by `npm run api-types` from the server's OpenAPI document.

import type { ShelfPattern, SongRecord, SparseUpdates } from '@plucky/core/song';
export interface paths {
  readonly '/api/exports/{exportId}': {
    readonly parameters: {
      readonly query?: never;
      readonly header?: never;
      readonly path?: never;
      readonly cookie?: never;
    };
    readonly get: operations['ExportsController_find'];
    readonly put?: never;
    readonly post?: never;
    readonly delete: operations['ExportsController_cancel'];
    readonly options?: never;
    readonly head?: never;
    readonly patch?: never;
    readonly trace?: never;
  };
  readonly '/api/exports/{exportId}.zip': {
    readonly parameters: {
      readonly query?: never;
      readonly header?: never;
      readonly path?: never;
      readonly cookie?: never;
    };
    readonly get: operations['ExportsController_zip'];
    readonly put?: never;
    readonly post?: never;
    readonly delete?: never;
    readonly options?: never;
    readonly head?: never;
    readonly patch?: never;
    readonly trace?: never;
  };
  readonly '/api/exports/{exportId}/regions/{regionId}.mid': {
    readonly parameters: {
      readonly query?: never;
      readonly header?: never;
      readonly path?: never;
      readonly cookie?: never;
    };
    readonly get: operations['ExportsController_region'];
    readonly put?: never;
    readonly post?: never;
    readonly delete?: never;
    readonly options?: never;
    readonly head?: never;
    readonly patch?: never;
    readonly trace?: never;
  };
  readonly '/api/health': {
    readonly parameters: {
      readonly query?: never;
      readonly header?: never;
      readonly path?: never;
      readonly cookie?: never;
    };
    readonly get: operations['HealthController_health'];
    readonly put?: never;
    readonly post?: never;
    readonly delete?: never;
    readonly options?: never;
    readonly head?: never;
    readonly patch?: never;
    readonly trace?: never;
  };
  readonly '/api/imports': {
    readonly parameters: {
      readonly query?: never;
      readonly header?: never;
      readonly path?: never;
      readonly cookie?: never;
    };
    readonly get?: never;
    readonly put?: never;
    readonly post: operations['ImportsController_take'];
    readonly delete?: never;
    readonly options?: never;
    readonly head?: never;
    readonly patch?: never;
    readonly trace?: never;
  };
  readonly '/api/imports/{importId}': {
    readonly parameters: {
      readonly query?: never;
      readonly header?: never;
      readonly path?: never;
      readonly cookie?: never;
    };
    readonly get?: never;
    readonly put?: never;
    readonly post?: never;
    readonly delete: operations['ImportsController_end'];
    readonly options?: never;
    readonly head?: never;
    readonly patch?: never;
    readonly trace?: never;
  };
  readonly '/api/shelf': {
    readonly parameters: {
      readonly query?: never;
      readonly header?: never;
      readonly path?: never;
      readonly cookie?: never;
    };
    readonly get: operations['ShelfController_list'];
    readonly put?: never;
    readonly post: operations['ShelfController_add'];
    readonly delete?: never;
    readonly options?: never;
    readonly head?: never;
    readonly patch?: never;
    readonly trace?: never;
  };
  readonly '/api/shelf/{id}': {
    readonly parameters: {
      readonly query?: never;
      readonly header?: never;
      readonly path?: never;
      readonly cookie?: never;
    };
    readonly get?: never;
    readonly put?: never;
    readonly post?: never;
    readonly delete: operations['ShelfController_remove'];
    readonly options?: never;
    readonly head?: never;
    readonly patch?: never;
    readonly trace?: never;
  };
  readonly '/api/songs': {
    readonly parameters: {
      readonly query?: never;
      readonly header?: never;
      readonly path?: never;
      readonly cookie?: never;
    };
    readonly get: operations['SongsController_list'];
    readonly put?: never;
    readonly post: operations['SongsController_create'];
    readonly delete?: never;
    readonly options?: never;
    readonly head?: never;
    readonly patch?: never;
    readonly trace?: never;
  };
  readonly '/api/songs/{id}': {
    readonly parameters: {
      readonly query?: never;
      readonly header?: never;
      readonly path?: never;
      readonly cookie?: never;
    };
    readonly get: operations['SongsController_contents'];
    readonly put?: never;
    readonly post?: never;
    readonly delete: operations['SongsController_remove'];
    readonly options?: never;
    readonly head?: never;
    readonly patch?: never;
    readonly trace?: never;
  };
  readonly '/api/songs/{id}/changes': {
    readonly parameters: {
      readonly query?: never;
      readonly header?: never;
      readonly path?: never;
      readonly cookie?: never;
    };
    readonly get?: never;
    readonly put?: never;
    readonly post: operations['SongsController_change'];
    readonly delete?: never;
    readonly options?: never;
    readonly head?: never;
    readonly patch?: never;
    readonly trace?: never;
  };
  readonly '/api/songs/{id}/events': {
    readonly parameters: {
      readonly query?: never;
      readonly header?: never;
      readonly path?: never;
      readonly cookie?: never;
    };
    readonly get: operations['SongsController_events'];
    readonly put?: never;
    readonly post?: never;
    readonly delete?: never;
    readonly options?: never;
    readonly head?: never;
    readonly patch?: never;
    readonly trace?: never;
  };
  readonly '/api/songs/{id}/exports': {
    readonly parameters: {
      readonly query?: never;
      readonly header?: never;
      readonly path?: never;
      readonly cookie?: never;
    };
    readonly get: operations['ExportsController_kept'];
    readonly put?: never;
    readonly post: operations['ExportsController_create'];
    readonly delete?: never;
    readonly options?: never;
    readonly head?: never;
    readonly patch?: never;
    readonly trace?: never;
  };
  readonly '/api/songs/{id}/file': {
    readonly parameters: {
      readonly query?: never;
      readonly header?: never;
      readonly path?: never;
      readonly cookie?: never;
    };
    readonly get: operations['SongsController_file'];
    readonly put?: never;
    readonly post?: never;
    readonly delete?: never;
    readonly options?: never;
    readonly head?: never;
    readonly patch?: never;
    readonly trace?: never;
  };
  readonly '/api/songs/{id}/here': {
    readonly parameters: {
      readonly query?: never;
      readonly header?: never;
      readonly path?: never;
      readonly cookie?: never;
    };
    readonly get?: never;
    readonly put?: never;
    readonly post: operations['SongsController_here'];
    readonly delete?: never;
    readonly options?: never;
    readonly head?: never;
    readonly patch?: never;
    readonly trace?: never;
  };
  readonly '/api/songs/{id}/history': {
    readonly parameters: {
      readonly query?: never;
      readonly header?: never;
      readonly path?: never;
      readonly cookie?: never;
    };
    readonly get: operations['SongsController_history'];
    readonly put?: never;
    readonly post?: never;
    readonly delete?: never;
    readonly options?: never;
    readonly head?: never;
    readonly patch?: never;
    readonly trace?: never;
  };
  readonly '/api/songs/{id}/history/{revision}': {
    readonly parameters: {
      readonly query?: never;
      readonly header?: never;
      readonly path?: never;
      readonly cookie?: never;
    };
    readonly get: operations['SongsController_look'];
    readonly put?: never;
    readonly post?: never;
    readonly delete?: never;
    readonly options?: never;
    readonly head?: never;
    readonly patch?: never;
    readonly trace?: never;
  };
  readonly '/api/songs/{id}/restore': {
    readonly parameters: {
      readonly query?: never;
      readonly header?: never;
      readonly path?: never;
      readonly cookie?: never;
    };
    readonly get?: never;
    readonly put?: never;
    readonly post: operations['SongsController_restore'];
    readonly delete?: never;
    readonly options?: never;
    readonly head?: never;
    readonly patch?: never;
    readonly trace?: never;
  };
  readonly '/api/songs/{id}/revert': {
    readonly parameters: {
      readonly query?: never;
      readonly header?: never;
      readonly path?: never;
      readonly cookie?: never;
    };
    readonly get?: never;
    readonly put?: never;
    readonly post: operations['SongsController_revert'];
    readonly delete?: never;
    readonly options?: never;
    readonly head?: never;
    readonly patch?: never;
    readonly trace?: never;
  };
  readonly '/api/songs/bin': {
    readonly parameters: {
      readonly query?: never;
      readonly header?: never;
      readonly path?: never;
      readonly cookie?: never;
    };
    readonly get: operations['SongsController_bin'];
    readonly put?: never;
    readonly post?: never;
    readonly delete?: never;
    readonly options?: never;
    readonly head?: never;
    readonly patch?: never;
    readonly trace?: never;
  };
  readonly '/api/songs/file': {
    readonly parameters: {
      readonly query?: never;
      readonly header?: never;
      readonly path?: never;
      readonly cookie?: never;
    };
    readonly get?: never;
    readonly put?: never;
    readonly post: operations['SongsController_take'];
    readonly delete?: never;
    readonly options?: never;
    readonly head?: never;
    readonly patch?: never;
    readonly trace?: never;
  };
}
export type webhooks = Record<string, never>;
export interface components {
  schemas: {
    readonly ChangeDto: {
      /** @description New records. */
      readonly added: readonly SongRecord[];
      /** @description Ids of records that are gone. */
      readonly removed: readonly string[];
      /**
       * SparseUpdates
       * @description By id: the record before and after, each with its kind and what differs. Items of a list that are alike are there by name.
       */
      readonly updated: SparseUpdates;
    };
    readonly ChangesDto: {
      /** @description The revision that the change was made on. */
      readonly base: number;
      /** @description The window that made it, as it is told to others. */
      readonly by?: string;
      /** @description The change, merged with what others have made since its base. */
      readonly change?: components['schemas']['ChangeDto'];
      /**
       * @description The format of the records, where it is not the newest.
       * @default 19
       */
      readonly format?: number;
      /** @description A name of the save: a repeated one gets the first answer. */
      readonly id?: string;
      readonly label: string;
      /** @description Without a change: whole records to put. Their base must be the newest. */
      readonly put?: readonly SongRecord[];
      /** @description Without a change: ids of records to remove. */
      readonly remove?: readonly string[];
    };
    readonly DistanceDto: {
      /** @description Edits that patterns and slots keep. */
      readonly edits: number;
      /** @description Mean, in ms. */
      readonly ms: number;
      /** @description Mean. */
      readonly velocity: number;
      /** @description Largest, in ms. */
      readonly worstMs: number;
      /** @description Largest. */
      readonly worstVelocity: number;
    };
    readonly EarlierRegionDto: {
      readonly bars: number;
      /** @description What reading it back showed to differ. */
      readonly differences: readonly string[];
      readonly exportId: string;
      readonly file: string;
      /** @description The number of its hand-off. */
      readonly handOff: number;
      readonly hits: number;
      /** @description The same from export to export. */
      readonly id: string;
      /** @enum {string} */
      readonly kind: 'song' | 'section' | 'slot' | 'pattern';
      readonly name: string;
      readonly sha256: string;
      /** @description From 1; null for a pattern, which belongs anywhere. */
      readonly startBar: number | null;
      /**
       * @description Beside the last export that held it; otherwise where only how it is written has changed.
       * @enum {string}
       */
      readonly state: 'new' | 'changed' | 'otherwise' | 'same';
    };
    readonly ErrorDto: {
      readonly error: string;
      /** @description What was wrong and what was kept, for a person to read. */
      readonly message: string;
      /** @description The byte at which reading a file stopped. */
      readonly offset?: number;
      readonly problems?: readonly components['schemas']['ProblemDto'][];
      /** @description The revision that a stale base lost against. */
      readonly revision?: number;
      readonly statusCode: number;
      /**
       * @description What is wrong with the storage, where that is why.
       * @enum {string}
       */
      readonly trouble?: 'full' | 'read-only' | 'locked' | 'damaged' | 'no memory' | 'broken';
    };
    readonly EventDto: {
      /** @description The window that made it; empty where none said so. */
      readonly by: string;
      readonly change: components['schemas']['ChangeDto'];
      /** @description What made it, in words. */
      readonly label: string;
      /** @description Takes back what it has put in place of the edits of others. */
      readonly overwritten?: components['schemas']['ChangeDto'];
      readonly revision: number;
    };
    readonly ExportDto: {
      /**
       * @description Accents become: velocity (Velocity), pressure (Key pressure), both (Both)
       * @enum {string}
       */
      readonly accents?: 'velocity' | 'pressure' | 'both';
      /**
       * @description A hit that its group chokes: ring (Left to the receiver), cut (Ends as heard here)
       * @enum {string}
       */
      readonly chokes?: 'ring' | 'cut';
      /** @description Chord names: false (Stay here), true (As texts at their place) */
      readonly chords?: boolean;
      /** @description A cue for each slot, in the song’s file: false (None), true (A track of cues) */
      readonly cueTrack?: boolean;
      /** @enum {string} */
      readonly drumMap?: 'voice' | 'general' | 'rising' | 'own';
      /**
       * @description Tracks of a file: 1 (Beside one another (format 1)), 0 (All in one (format 0))
       * @enum {number}
       */
      readonly format?: 1 | 0;
      /**
       * @description Glides of notes leave as: overlap (Overlapping notes), bend (Pitch bend)
       * @enum {string}
       */
      readonly glides?: 'overlap' | 'bend';
      /**
       * @description Levels of the kit mix: stay (Stay here), velocity (Scale velocities)
       * @enum {string}
       */
      readonly levels?: 'stay' | 'velocity';
      /** @description A template of {nn}, {song}, {kind}, {name} and {bars}. */
      readonly names?: string;
      /** @description The regions that leave, by id. Without it what is empty or not played stays. */
      readonly only?: readonly string[];
      /** @description The name of the map of one’s own. */
      readonly ownMap?: string;
      /** @description Maps of one’s own by name: the note of each voice, by id. */
      readonly ownMaps?: {
        readonly [key: string]: {
          readonly [key: string]: number;
        };
      };
      /** @description Files begin: false (On their first bar), true (A beat early, with a pick-up) */
      readonly pickUp?: boolean;
      /**
       * @description Resolution, ticks a quarter note: 480 (480), 960 (960)
       * @enum {number}
       */
      readonly ppq?: 480 | 960;
      /** @description Send program changes: false (No), true (By a program change) */
      readonly programs?: boolean;
      readonly regions: readonly ('song' | 'section' | 'slot' | 'pattern')[];
      /**
       * @description Release velocity: none (None (64)), struck (As struck)
       * @enum {string}
       */
      readonly release?: 'none' | 'struck';
      /** @description The rows that stay, by id. */
      readonly stay?: readonly string[];
      /**
       * @description Swells leave: apart (On a note below the drums), crash (As the second crash (57)), stay (Not at all)
       * @enum {string}
       */
      readonly swells?: 'apart' | 'crash' | 'stay';
      /**
       * @description Timing: heard (Swing and feel baked in), grid (Straight grid)
       * @enum {string}
       */
      readonly timing?: 'heard' | 'grid';
      /**
       * @description Tracks: part (One per part), voice (One per drum)
       * @enum {string}
       */
      readonly tracks?: 'part' | 'voice';
    };
    readonly ExportResultDto: {
      /** Format: date-time */
      readonly at: string;
      /** @description What earlier hand-offs brought and this one does not replace. */
      readonly earlier: readonly components['schemas']['EarlierRegionDto'][];
      readonly exportId: string;
      /** @description Counted from 1 for each song. */
      readonly number: number;
      readonly options: components['schemas']['ExportDto'];
      readonly regions: readonly components['schemas']['RegionFaceDto'][];
      /** @description The revision of the song that left. */
      readonly revision: number;
      /** @enum {string} */
      readonly state: 'done';
      readonly verified: components['schemas']['VerifiedDto'];
    };
    readonly FailedExportDto: {
      readonly exportId: string;
      /** @description Why, for a person to read. */
      readonly message: string;
      /** @enum {string} */
      readonly state: 'failed';
    };
    readonly FoldedDto: {
      /** @description Hits, tempos and bars of the file that are otherwise when the song is played out and compared; hits without a drum are not among them. */
      readonly differences: number;
      /** @description Of groove plus feel: how far the song is from the file; only notes that are missing or too many differ. */
      readonly distance?: components['schemas']['DistanceDto'];
      readonly hits: number;
      /** @description Controllers, bends, pressure and programs that the song says as the file does. */
      readonly messages: number;
      /** @description Those of the folded tracks, and of channels without notes, that it does not say. */
      readonly messagesLeft: number;
      /** @description Hits without a drum. */
      readonly notPlaced: number;
      /** @description Hits without a drum, by note. */
      readonly notPlacedBy: readonly components['schemas']['NotPlacedDto'][];
      /** @description Bars that begin or are counted otherwise in the song. */
      readonly otherMeters: readonly components['schemas']['OtherMeterDto'][];
      /** @description Tempos of the file that the song has not just so. */
      readonly otherTempos: readonly components['schemas']['OtherTempoDto'][];
      readonly patterns: number;
      readonly placed: number;
    };
    readonly HealthDto: {
      /** @description What is wrong, for a person to read. */
      readonly message?: string;
      /**
       * Format: date-time
       * @description Since when.
       */
      readonly since?: string;
      /** @enum {string} */
      readonly status: 'ok' | 'not ok';
      /** @description What is wrong with the storage. */
      readonly trouble?: string;
      readonly version: string;
    };
    readonly ImportDto: {
      readonly bars?: number;
      readonly format?: number;
      readonly importId: string;
      /** @enum {string} */
      readonly kind: 'midi' | 'song';
      readonly meter?: string;
      readonly name: string;
      /** @description Ticks per quarter note. */
      readonly ppq?: number;
      /** @description Quarter notes a minute at its start. */
      readonly tempo?: number;
      readonly tracks?: readonly components['schemas']['ImportedTrackDto'][];
    };
    readonly ImportedTrackDto: {
      readonly channel: number;
      readonly highest: number;
      readonly index: number;
      readonly lowest: number;
      readonly name: string;
      readonly notes: number;
      /**
       * @description What is suggested to make of it.
       * @enum {string}
       */
      readonly use: 'fold' | 'notes' | 'reference' | 'none';
    };
    readonly KeptExportDto: {
      /** Format: date-time */
      readonly at: string;
      readonly exportId: string;
      /** @description How many files left. */
      readonly files: number;
      /** @description Counted from 1 for each song. */
      readonly number: number;
      readonly options: components['schemas']['ExportDto'];
      /** @description The revision of the song that left. */
      readonly revision: number;
    };
    readonly KeptExportsDto: {
      /** @description The latest first. */
      readonly exports: readonly components['schemas']['KeptExportDto'][];
      /** @description How many of a song are kept. */
      readonly most: number;
    };
    readonly NewSongAnswerDto: {
      /** @description Of the whole song, repeats included. */
      readonly bars: number;
      /** @description What folding a MIDI file came to. */
      readonly folded?: components['schemas']['FoldedDto'];
      readonly id: string;
      /** @example F minor */
      readonly keyName: string;
      /** @example 7/8 (2+2+3) */
      readonly meter: string;
      readonly name: string;
      /** @description The song, its parts, voices, patterns, sections and imported parts. */
      readonly records: readonly SongRecord[];
      readonly revision: number;
      /** @description Quarter notes a minute. */
      readonly tempo: number;
      /** Format: date-time */
      readonly updatedAt: string;
    };
    readonly NewSongDto: {
      /**
       * @description "blank", "demo:<id>", "starter:<id>", "song:<id>" or "import:<importId>"
       * @default blank
       */
      readonly from?: string;
      /**
       * @description Of an import: every note as it was, or patterns of what is meant, early, late and loud by drum and place.
       * @default exact
       * @enum {string}
       */
      readonly how?: 'exact' | 'groove plus feel';
      readonly name?: string;
      /** @description Of an import: drums by MIDI note, where they are not as suggested; "" leaves a note out. */
      readonly noteMap?: {
        readonly [key: string]: string;
      };
      /** @description Of an import: what is made of its tracks, where it is not as suggested. */
      readonly tracks?: readonly components['schemas']['TrackUseDto'][];
    };
    readonly NotPlacedDto: {
      /** @description Counted from 1. */
      readonly bars: readonly number[];
      readonly count: number;
      /** @description A MIDI note, 0..127. */
      readonly note: number;
    };
    readonly OtherMeterDto: {
      /** @description Counted from 1. */
      readonly bar: number;
      /**
       * @description In the file.
       * @example 7/8
       */
      readonly meter: string;
    };
    readonly OtherTempoDto: {
      /** @description Counted from 1. */
      readonly bar: number;
      /** @description Quarter notes a minute, in the file. */
      readonly tempo: number;
    };
    readonly PresenceDto: {
      /**
       * @description The pattern or section that is worked on.
       * @default
       */
      readonly at?: string;
      /**
       * @description It says that it is gone.
       * @default false
       */
      readonly gone?: boolean;
      /** @default  */
      readonly name?: string;
      /** @default  */
      readonly room?: string;
      /** @description The id that the window has given itself. */
      readonly window: string;
    };
    readonly ProblemDto: {
      readonly message: string;
      /** @description The record and field, joined by dots. */
      readonly path: string;
    };
    readonly QueuedExportDto: {
      /** @description How many exports come before it. */
      readonly ahead: number;
      readonly exportId: string;
      /** @enum {string} */
      readonly state: 'queued';
    };
    readonly RegionFaceDto: {
      readonly bars: number;
      /** @description What reading it back showed to differ. */
      readonly differences: readonly string[];
      readonly file: string;
      readonly hits: number;
      /** @description The same from export to export. */
      readonly id: string;
      /** @enum {string} */
      readonly kind: 'song' | 'section' | 'slot' | 'pattern';
      readonly name: string;
      readonly sha256: string;
      /** @description From 1; null for a pattern, which belongs anywhere. */
      readonly startBar: number | null;
      /**
       * @description Beside the last export that held it; otherwise where only how it is written has changed.
       * @enum {string}
       */
      readonly state: 'new' | 'changed' | 'otherwise' | 'same';
    };
    readonly RevertDto: {
      /** @description The revision to go back to. */
      readonly revision: number;
    };
    readonly RevisionDto: {
      /** Format: date-time */
      readonly at: string;
      /** @description How many changes it stands for, since older ones are thinned. */
      readonly covers: number;
      /** @description What made it, in words. */
      readonly label: string;
      readonly revision: number;
    };
    readonly RunningExportDto: {
      /** @description How much of it is done. */
      readonly done: number;
      readonly exportId: string;
      /** @enum {string} */
      readonly state: 'running';
    };
    readonly SaveAnswerDto: {
      /** @description Of a merged one: every change since its base, itself the last; null where not all are known any more. */
      readonly changes?: readonly components['schemas']['EventDto'][] | null;
      /** @description What of it had no place any more and was not done. */
      readonly left?: components['schemas']['ChangeDto'];
      /** @description It was brought to what others had changed, or reached more than was asked for. */
      readonly merged?: boolean;
      /** @description Takes back what it has put in place of the edits of others. */
      readonly overwritten?: components['schemas']['ChangeDto'];
      readonly revision: number;
    };
    readonly ShelfDto: {
      /**
       * ShelfPattern
       * @description A pattern with its voices and hits.
       */
      readonly pattern: ShelfPattern;
    };
    readonly ShelfFollowerDto: {
      /**
       * ShelfPattern
       * @description A pattern with its voices and hits.
       */
      readonly pattern: ShelfPattern;
      /** @enum {string} */
      readonly role: 'groove' | 'variation' | 'fill' | 'build-up' | 'break' | 'ending';
    };
    readonly ShelfItemDto: {
      /** @description Its variation and its fill, which follow it. */
      readonly followers: readonly components['schemas']['ShelfFollowerDto'][];
      readonly id: string;
      readonly own: boolean;
      /**
       * ShelfPattern
       * @description A pattern with its voices and hits.
       */
      readonly pattern: ShelfPattern;
      /** @description How it goes, in a word of the trade; only of those that come along. */
      readonly style?: string;
    };
    readonly SongContentsDto: {
      /** @description The song, its parts, voices, patterns, sections and imported parts. */
      readonly records: readonly SongRecord[];
      readonly revision: number;
    };
    readonly SongFaceDto: {
      /** @description Of the whole song, repeats included. */
      readonly bars: number;
      readonly id: string;
      /** @example F minor */
      readonly keyName: string;
      /** @example 7/8 (2+2+3) */
      readonly meter: string;
      readonly name: string;
      readonly revision: number;
      /** @description Quarter notes a minute. */
      readonly tempo: number;
      /** Format: date-time */
      readonly updatedAt: string;
    };
    readonly SongFileDto: {
      /** @description The format of the records. */
      readonly format: number;
      /** @enum {string} */
      readonly kind: 'plucky-verse-song';
      /** @description All that the song is made of. */
      readonly records: readonly SongRecord[];
    };
    readonly SongRevisionDto: {
      readonly revision: number;
    };
    readonly TrackUseDto: {
      readonly index: number;
      /** @enum {string} */
      readonly use: 'fold' | 'notes' | 'reference' | 'none';
    };
    readonly VerifiedDto: {
      readonly differences: number;
      /** @description Events that were read back and compared. */
      readonly events: number;
    };
  };
  responses: never;
  parameters: never;
  requestBodies: never;
  headers: never;
  pathItems: never;
}
export type $defs = Record<string, never>;
export interface operations {
  readonly ExportsController_find: {
    readonly parameters: {
      readonly query?: never;
      readonly header?: never;
      readonly path: {
        readonly exportId: string;
      };
      readonly cookie?: never;
    };
    readonly requestBody?: never;
    readonly responses: {
      readonly 200: {
        headers: {
          readonly [name: string]: unknown;
        };
        content: {
          readonly 'application/json':
            | components['schemas']['ExportResultDto']
            | components['schemas']['QueuedExportDto']
            | components['schemas']['RunningExportDto']
            | components['schemas']['FailedExportDto'];
        };
      };
    };
  };
  readonly ExportsController_cancel: {
    readonly parameters: {
      readonly query?: never;
      readonly header?: never;
      readonly path: {
        readonly exportId: string;
      };
      readonly cookie?: never;
    };
    readonly requestBody?: never;
    readonly responses: {
      readonly 204: {
        headers: {
          readonly [name: string]: unknown;
        };
        content?: never;
      };
    };
  };
  readonly ExportsController_zip: {
    readonly parameters: {
      readonly query?: {
        readonly only?: 'changed';
        /** @description With the files of earlier hand-offs that it does not replace. */
        readonly with?: 'earlier';
      };
      readonly header?: never;
      readonly path: {
        readonly exportId: string;
      };
      readonly cookie?: never;
    };
    readonly requestBody?: never;
    readonly responses: {
      /** @description The files in a zip. */
      readonly 200: {
        headers: {
          readonly [name: string]: unknown;
        };
        content: {
          readonly 'application/zip': string;
        };
      };
    };
  };
  readonly ExportsController_region: {
    readonly parameters: {
      readonly query?: never;
      readonly header?: never;
      readonly path: {
        readonly exportId: string;
        readonly regionId: string;
      };
      readonly cookie?: never;
    };
    readonly requestBody?: never;
    readonly responses: {
      /** @description A MIDI file. */
      readonly 200: {
        headers: {
          readonly [name: string]: unknown;
        };
        content: {
          readonly 'audio/midi': string;
        };
      };
    };
  };
  readonly HealthController_health: {
    readonly parameters: {
      readonly query?: never;
      readonly header?: never;
      readonly path?: never;
      readonly cookie?: never;
    };
    readonly requestBody?: never;
    readonly responses: {
      readonly 200: {
        headers: {
          readonly [name: string]: unknown;
        };
        content: {
          readonly 'application/json': components['schemas']['HealthDto'];
        };
      };
    };
  };
  readonly ImportsController_take: {
    readonly parameters: {
      readonly query?: never;
      readonly header?: never;
      readonly path?: never;
      readonly cookie?: never;
    };
    readonly requestBody: {
      readonly content: {
        readonly 'multipart/form-data': {
          /** Format: binary */
          readonly file?: string;
        };
      };
    };
    readonly responses: {
      readonly 201: {
        headers: {
          readonly [name: string]: unknown;
        };
        content: {
          readonly 'application/json': components['schemas']['ImportDto'];
        };
      };
    };
  };
  readonly ImportsController_end: {
    readonly parameters: {
      readonly query?: never;
      readonly header?: never;
      readonly path: {
        readonly importId: string;
      };
      readonly cookie?: never;
    };
    readonly requestBody?: never;
    readonly responses: {
      readonly 204: {
        headers: {
          readonly [name: string]: unknown;
        };
        content?: never;
      };
    };
  };
  readonly ShelfController_list: {
    readonly parameters: {
      readonly query?: never;
      readonly header?: never;
      readonly path?: never;
      readonly cookie?: never;
    };
    readonly requestBody?: never;
    readonly responses: {
      readonly 200: {
        headers: {
          readonly [name: string]: unknown;
        };
        content: {
          readonly 'application/json': readonly components['schemas']['ShelfItemDto'][];
        };
      };
    };
  };
  readonly ShelfController_add: {
    readonly parameters: {
      readonly query?: never;
      readonly header?: never;
      readonly path?: never;
      readonly cookie?: never;
    };
    readonly requestBody: {
      readonly content: {
        readonly 'application/json': components['schemas']['ShelfDto'];
      };
    };
    readonly responses: {
      readonly 201: {
        headers: {
          readonly [name: string]: unknown;
        };
        content: {
          readonly 'application/json': components['schemas']['ShelfItemDto'];
        };
      };
    };
  };
  readonly ShelfController_remove: {
    readonly parameters: {
      readonly query?: never;
      readonly header?: never;
      readonly path: {
        readonly id: string;
      };
      readonly cookie?: never;
    };
    readonly requestBody?: never;
    readonly responses: {
      readonly 204: {
        headers: {
          readonly [name: string]: unknown;
        };
        content?: never;
      };
    };
  };
  readonly SongsController_list: {
    readonly parameters: {
      readonly query?: never;
      readonly header?: never;
      readonly path?: never;
      readonly cookie?: never;
    };
    readonly requestBody?: never;
    readonly responses: {
      readonly 200: {
        headers: {
          readonly [name: string]: unknown;
        };
        content: {
          readonly 'application/json': readonly components['schemas']['SongFaceDto'][];
        };
      };
    };
  };
  readonly SongsController_create: {
    readonly parameters: {
      readonly query?: never;
      readonly header?: never;
      readonly path?: never;
      readonly cookie?: never;
    };
    readonly requestBody: {
      readonly content: {
        readonly 'application/json': components['schemas']['NewSongDto'];
      };
    };
    readonly responses: {
      readonly 201: {
        headers: {
          readonly [name: string]: unknown;
        };
        content: {
          readonly 'application/json': components['schemas']['NewSongAnswerDto'];
        };
      };
    };
  };
  readonly SongsController_contents: {
    readonly parameters: {
      readonly query?: never;
      readonly header?: never;
      readonly path: {
        readonly id: string;
      };
      readonly cookie?: never;
    };
    readonly requestBody?: never;
    readonly responses: {
      readonly 200: {
        headers: {
          readonly [name: string]: unknown;
        };
        content: {
          readonly 'application/json': components['schemas']['SongContentsDto'];
        };
      };
    };
  };
  readonly SongsController_remove: {
    readonly parameters: {
      readonly query?: never;
      readonly header?: never;
      readonly path: {
        readonly id: string;
      };
      readonly cookie?: never;
    };
    readonly requestBody?: never;
    readonly responses: {
      readonly 204: {
        headers: {
          readonly [name: string]: unknown;
        };
        content?: never;
      };
    };
  };
  readonly SongsController_change: {
    readonly parameters: {
      readonly query?: never;
      readonly header?: never;
      readonly path: {
        readonly id: string;
      };
      readonly cookie?: never;
    };
    readonly requestBody: {
      readonly content: {
        readonly 'application/json': components['schemas']['ChangesDto'];
      };
    };
    readonly responses: {
      readonly 200: {
        headers: {
          readonly [name: string]: unknown;
        };
        content: {
          readonly 'application/json': components['schemas']['SaveAnswerDto'];
        };
      };
    };
  };
  readonly SongsController_events: {
    readonly parameters: {
      readonly query?: {
        /** @description The same, for the first time. */
        readonly since?: string;
      };
      readonly header: {
        readonly 'last-event-id': string;
        /** @description The last revision that was seen. */
        readonly 'Last-Event-ID'?: string;
      };
      readonly path: {
        readonly id: string;
      };
      readonly cookie?: never;
    };
    readonly requestBody?: never;
    readonly responses: {
      readonly 200: {
        headers: {
          readonly [name: string]: unknown;
        };
        content: {
          readonly 'text/event-stream': string;
        };
      };
    };
  };
  readonly ExportsController_kept: {
    readonly parameters: {
      readonly query?: never;
      readonly header?: never;
      readonly path: {
        readonly id: string;
      };
      readonly cookie?: never;
    };
    readonly requestBody?: never;
    readonly responses: {
      readonly 200: {
        headers: {
          readonly [name: string]: unknown;
        };
        content: {
          readonly 'application/json': components['schemas']['KeptExportsDto'];
        };
      };
    };
  };
  readonly ExportsController_create: {
    readonly parameters: {
      readonly query?: never;
      readonly header?: {
        /** @description "respond-async" to be answered at once */
        readonly Prefer?: string;
      };
      readonly path: {
        readonly id: string;
      };
      readonly cookie?: never;
    };
    readonly requestBody: {
      readonly content: {
        readonly 'application/json': components['schemas']['ExportDto'];
      };
    };
    readonly responses: {
      readonly 201: {
        headers: {
          readonly [name: string]: unknown;
        };
        content: {
          readonly 'application/json': components['schemas']['ExportResultDto'];
        };
      };
      /** @description Asked for asynchronously. */
      readonly 202: {
        headers: {
          readonly [name: string]: unknown;
        };
        content: {
          readonly 'application/json':
            | components['schemas']['ExportResultDto']
            | components['schemas']['QueuedExportDto']
            | components['schemas']['RunningExportDto']
            | components['schemas']['FailedExportDto'];
        };
      };
    };
  };
  readonly SongsController_file: {
    readonly parameters: {
      readonly query?: never;
      readonly header?: never;
      readonly path: {
        readonly id: string;
      };
      readonly cookie?: never;
    };
    readonly requestBody?: never;
    readonly responses: {
      readonly 200: {
        headers: {
          readonly [name: string]: unknown;
        };
        content: {
          readonly 'application/json': components['schemas']['SongFileDto'];
        };
      };
    };
  };
  readonly SongsController_here: {
    readonly parameters: {
      readonly query?: never;
      readonly header?: never;
      readonly path: {
        readonly id: string;
      };
      readonly cookie?: never;
    };
    readonly requestBody: {
      readonly content: {
        readonly 'application/json': components['schemas']['PresenceDto'];
      };
    };
    readonly responses: {
      readonly 204: {
        headers: {
          readonly [name: string]: unknown;
        };
        content?: never;
      };
    };
  };
  readonly SongsController_history: {
    readonly parameters: {
      readonly query?: never;
      readonly header?: never;
      readonly path: {
        readonly id: string;
      };
      readonly cookie?: never;
    };
    readonly requestBody?: never;
    readonly responses: {
      readonly 200: {
        headers: {
          readonly [name: string]: unknown;
        };
        content: {
          readonly 'application/json': readonly components['schemas']['RevisionDto'][];
        };
      };
    };
  };
  readonly SongsController_look: {
    readonly parameters: {
      readonly query?: never;
      readonly header?: never;
      readonly path: {
        readonly id: string;
        readonly revision: number;
      };
      readonly cookie?: never;
    };
    readonly requestBody?: never;
    readonly responses: {
      readonly 200: {
        headers: {
          readonly [name: string]: unknown;
        };
        content: {
          readonly 'application/json': components['schemas']['SongContentsDto'];
        };
      };
    };
  };
  readonly SongsController_restore: {
    readonly parameters: {
      readonly query?: never;
      readonly header?: never;
      readonly path: {
        readonly id: string;
      };
      readonly cookie?: never;
    };
    readonly requestBody?: never;
    readonly responses: {
      readonly 204: {
        headers: {
          readonly [name: string]: unknown;
        };
        content?: never;
      };
    };
  };
  readonly SongsController_revert: {
    readonly parameters: {
      readonly query?: never;
      readonly header?: never;
      readonly path: {
        readonly id: string;
      };
      readonly cookie?: never;
    };
    readonly requestBody: {
      readonly content: {
        readonly 'application/json': components['schemas']['RevertDto'];
      };
    };
    readonly responses: {
      readonly 200: {
        headers: {
          readonly [name: string]: unknown;
        };
        content: {
          readonly 'application/json': components['schemas']['SongRevisionDto'];
        };
      };
    };
  };
  readonly SongsController_bin: {
    readonly parameters: {
      readonly query?: never;
      readonly header?: never;
      readonly path?: never;
      readonly cookie?: never;
    };
    readonly requestBody?: never;
    readonly responses: {
      readonly 200: {
        headers: {
          readonly [name: string]: unknown;
        };
        content: {
          readonly 'application/json': readonly components['schemas']['SongFaceDto'][];
        };
      };
    };
  };
  readonly SongsController_take: {
    readonly parameters: {
      readonly query?: never;
      readonly header?: never;
      readonly path?: never;
      readonly cookie?: never;
    };
    readonly requestBody: {
      readonly content: {
        readonly 'application/json': components['schemas']['SongFileDto'];
      };
    };
    readonly responses: {
      readonly 201: {
        headers: {
          readonly [name: string]: unknown;
        };
        content: {
          readonly 'application/json': components['schemas']['NewSongAnswerDto'];
        };
      };
    };
  };
}
