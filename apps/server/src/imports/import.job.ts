import {
  type ArrivedFile,
  arrivedFile,
  countLeft,
  distanceFrom,
  fold,
  type FoldOptions,
  foldWork,
  type How,
  isFolded,
  type NoteMap,
  suggestedMap,
  unfold,
  type Use,
} from '@plucky/core/fold';
import { MidiFormatError } from '@plucky/core/midi';
import { DRUM_NAMES, DRUMS } from '@plucky/core/pattern';
import { InvalidSongError } from '@plucky/core/song';
import { counted, figure, meterName, tempoAt } from '@plucky/core/time';
import { job, JobRefused } from '../jobs/job.ts';
import { type MadeSong, madeSong } from '../songs/made-song.ts';
import { songIn } from '../songs/read-song.job.ts';

/** A file that was sent: its name, and what it holds. */
export interface SentFile {
  readonly name: string;
  readonly bytes: Uint8Array;
}

/** Reads a file that was sent, to be told what it is. */
export interface ReadImportWish {
  readonly sent: SentFile;
}

/** A track of a file, and what is suggested to make of it. */
export interface ImportedTrack {
  readonly index: number;
  readonly name: string;
  /** 0..15. */
  readonly channel: number;
  readonly notes: number;
  readonly lowest: number;
  readonly highest: number;
  readonly use: Use;
}

export type ImportFacts =
  | {
      readonly kind: 'midi';
      readonly name: string;
      readonly format: number;
      readonly ppq: number;
      readonly bars: number;
      readonly tempo: number;
      readonly meter: string;
      readonly tracks: readonly ImportedTrack[];
    }
  | { readonly kind: 'song'; readonly name: string };

/** Facts of a file, or the reason against it, with the byte at which reading stopped. */
export type ReadImportDone =
  | { readonly is: 'read'; readonly facts: ImportFacts; readonly isLong: boolean }
  | { readonly is: 'refused'; readonly message: string; readonly offset: number };

export const readImport = job<ReadImportWish, ReadImportDone>('read import', 'imports', ({ sent }) => {
  if (!isMidi(sent)) return { is: 'read', facts: { kind: 'song', name: songNameIn(sent) }, isLong: false };
  try {
    const file = arrivedFile(sent.bytes, sent.name);
    const work = foldWork(file);
    if (work > MOST_WORK)
      throw new JobRefused(
        422,
        `${sent.name} would take too long to fold: ${counted(file.bars.length, 'bar')} and ${figure(notesIn(file))} notes. Nothing was made; send fewer bars or tracks at once.`,
      );
    return { is: 'read', facts: factsOf(file), isLong: work > SHORT_WORK };
  } catch (error) {
    if (!(error instanceof MidiFormatError)) throw error;
    return {
      is: 'refused',
      message: `${sent.name}: ${error.message}. Nothing was made.`,
      offset: error.offset,
    };
  }
});

/** The most work of a fold, and the most of a short one, by `foldWork`. */
const [MOST_WORK, SHORT_WORK] = [4_000_000_000, 20_000_000];

const notesIn = ({ tracks }: ArrivedFile) => tracks.reduce((sum, { notes }) => sum + notes.length, 0);

/** True for a file that begins or is named as MIDI files are. */
function isMidi({ name, bytes }: SentFile): boolean {
  return /\.midi?$/i.test(name) || new TextDecoder('latin1').decode(bytes.subarray(0, 4)) === 'MThd';
}

function songNameIn({ name, bytes }: SentFile): string {
  try {
    return songIn(bytes).face.name;
  } catch (error) {
    if (!(error instanceof InvalidSongError || error instanceof JobRefused)) throw error;
    throw new JobRefused(
      422,
      `${name} is neither a MIDI file nor a song file. ${error.message} Nothing was made.`,
    );
  }
}

function factsOf(file: ArrivedFile): ImportFacts {
  const [first] = file.bars;
  return {
    kind: 'midi',
    name: file.name,
    format: file.format,
    ppq: file.ppq,
    bars: file.bars.length,
    tempo: tempoAt(file.tempos, 0),
    meter: first ? meterName(first.meter) : '4/4',
    tracks: file.tracks.map(({ name, channel, notes, lowest, highest, use }, index) => ({
      index,
      name,
      channel,
      notes: notes.length,
      lowest,
      highest,
      use,
    })),
  };
}

/** Folds a file that was sent into a song. */
export interface FoldImportWish {
  readonly sent: SentFile;
  readonly name: string | null;
  readonly seed: number;
  /** Uses of tracks by their index, where they differ from the suggested ones. */
  readonly uses: readonly { readonly index: number; readonly use: Use }[];
  readonly how: How;
  /** Drums by MIDI note, called by their names or ids, where they are not as suggested. */
  readonly noteMap: Readonly<Record<string, string>>;
}

export interface FoldImportDone {
  readonly song: MadeSong;
  readonly folded: {
    readonly hits: number;
    readonly placed: number;
    readonly notPlaced: number;
    readonly notPlacedBy: readonly {
      readonly note: number;
      readonly count: number;
      readonly bars: readonly number[];
    }[];
    readonly patterns: number;
    readonly differences: number;
    readonly messages: number;
    readonly messagesLeft: number;
    readonly otherTempos: readonly { readonly bar: number; readonly tempo: number }[];
    readonly otherMeters: readonly { readonly bar: number; readonly meter: string }[];
    readonly distance?: {
      readonly ms: number;
      readonly worstMs: number;
      readonly velocity: number;
      readonly worstVelocity: number;
      readonly edits: number;
    };
  };
}

export const foldImport = job<FoldImportWish, FoldImportDone>(
  'fold import',
  'imports',
  (wish, { progress }) => {
    const file = arrivedFile(wish.sent.bytes, wish.sent.name);
    const uses = new Map(file.tracks.map(({ id, use }) => [id, use]));
    for (const { index, use } of wish.uses) {
      const track = file.tracks[index];
      if (!track) throw new JobRefused(400, `The file has no track ${index}. Nothing was made.`);
      uses.set(track.id, use);
    }
    const options: FoldOptions = {
      name: wish.name ?? file.name,
      seed: wish.seed,
      uses: Object.fromEntries(uses),
      noteMap: { ...suggestedMap(file), ...mapOf(wish.noteMap) },
      tolerance: null,
      how: wish.how,
      swing: null,
    };
    const { document, hits, notPlaced } = fold(file, options, progress);
    const unfolded = unfold(document, file, options);
    const { tempos, meters, messages } = unfolded;
    const sent = file.tracks
      .filter(({ id }) => isFolded(options.uses[id]))
      .reduce((sum, track) => sum + track.messages.length + countLeft(track.left), file.adrift);
    const distance = wish.how === 'groove plus feel' ? distanceFrom(document, file, options) : null;
    const { missing, extra } = distance ?? unfolded;
    const left = notPlaced.reduce((sum, one) => sum + one.hits, 0);
    const records = Object.values(document.records);
    const patterns = records.filter(({ kind }) => kind === 'pattern').length;
    const differences = Math.max(missing, extra) + tempos.length + meters.length;
    const named = notPlaced.map(({ note, hits: count, bars }) => ({ note, count, bars }));
    const otherMeters = meters.map(({ bar, meter }) => ({ bar, meter: meterName(meter) }));
    const song = madeSong(document);
    return {
      song,
      folded: {
        hits,
        placed: hits - left,
        notPlaced: left,
        notPlacedBy: named,
        patterns,
        differences,
        messages,
        messagesLeft: sent - messages,
        otherTempos: tempos,
        otherMeters,
        ...(distance
          ? {
              distance: {
                ms: distance.ms.mean,
                worstMs: distance.ms.worst,
                velocity: distance.velocity.mean,
                worstVelocity: distance.velocity.worst,
                edits: distance.edits,
              },
            }
          : {}),
      },
    };
  },
);

function mapOf(said: FoldImportWish['noteMap']): NoteMap {
  return Object.fromEntries(
    Object.entries(said).map(([note, called]) => {
      const drum = DRUM_NAMES.find((one) => one === called || DRUMS[one].name === called);
      if (!drum && called) throw new JobRefused(400, `There is no drum ${called}. Nothing was made.`);
      return [Number(note), drum ?? null];
    }),
  );
}
