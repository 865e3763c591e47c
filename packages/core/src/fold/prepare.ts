import { NOTE_CHANNELS } from '../pattern/index.ts';
import { freeName, LIMITS, type Part, type Song, type Swing, type Voice } from '../song/index.ts';
import { tempoAt } from '../time/index.ts';
import { type ArrivedFile, type ArrivedTrack, isFolded } from './arrived.ts';
import { usualMeter } from './bar-meters.ts';
import { type Distinct, distinctOf } from './classes.ts';
import { type KeptTempos, keptTempos } from './kept-tempos.ts';
import { type KnownStarts, knownStarts } from './known-starts.ts';
import { type Units, unitsOf } from './units.ts';
import { drumVoices, type NoteMap, noteVoice, type Voiced } from './voices.ts';

/** Bars of a phrase. */
export const PHRASE = 4;

/** Ways in which a file is folded. */
export const HOWS = ['exact', 'groove plus feel'] as const;
/** Way in which a file is folded. */
export type How = (typeof HOWS)[number];

/** Options of a fold. */
export interface FoldOptions {
  readonly name: string;
  readonly seed: number;
  /** Use of each track, by its id; a track without one is left out. */
  readonly uses: Readonly<Record<string, ArrivedTrack['use']>>;
  /** Which drum each note of drums is; null leaves it out. */
  readonly noteMap: NoteMap;
  /** Difference that tells kinds of bars apart, as a share of their hits; null for the one with the shortest description. */
  readonly tolerance: number | null;
  /**
   * `exact`, as where absent: every note as it was. `groove plus feel`: patterns of what is meant, early, late, long and loud by
   * drum and place; see `evened`.
   */
  readonly how?: How;
  /** The song's swing, what is off it being early or late; null for none. */
  readonly swing: Swing | null;
  /** Start of the ids of what is made, so that a song that has other things can take it; none where absent. */
  readonly prefix?: string;
}

/** A track that is folded, with what does not depend on the tolerance. */
export interface Prepared {
  readonly track: ArrivedTrack;
  readonly part: Part;
  readonly voiced: Voiced;
  readonly units: Units;
  readonly distinct: readonly Distinct[];
}

/** The tracks of a file that are folded: those that are to be, as many as a slot can have layers. */
export function foldedTracks({ tracks }: ArrivedFile, uses: FoldOptions['uses']): readonly ArrivedTrack[] {
  return tracks.filter(({ id }) => isFolded(uses[id])).slice(0, LIMITS.layers);
}

/** Outline of a file, known before its notes are looked at: starts of sections, meters and tempos. */
export type Outline = KnownStarts & KeptTempos;

export function outlineOf(file: ArrivedFile): Outline {
  const known = knownStarts(file);
  return { ...known, ...keptTempos(file, known) };
}

/** Makes parts and voices of the tracks that are folded, and lays their notes on grids. */
export function prepare(
  file: ArrivedFile,
  { uses, noteMap, swing, how = 'exact', prefix = '' }: FoldOptions,
  { meters, tempos }: Outline = outlineOf(file),
): Prepared[] {
  const channels = new Set<number>();
  const names: string[] = [];
  return foldedTracks(file, uses).map((track, order): Prepared => {
    const drums = uses[track.id] === 'fold';
    const channel = channelFor(track.channel, channels);
    channels.add(channel);
    const name = freeName(track.name, names);
    names.push(name);
    const part: Part = {
      id: `${prefix}part-${order + 1}`,
      kind: 'part',
      name,
      type: drums ? 'drums' : 'notes',
      channel,
      order,
    };
    const voiced = drums ? drumVoices(part, track, noteMap, order === 0 && !prefix) : noteVoice(part, track);
    const placed = track.notes.filter(({ note }) => voiced.has(note));
    const units = unitsOf(placed, file.bars, { tempos, swing, meters, how }, !drums);
    return { track, part, voiced, units, distinct: distinctOf(units.units.map(({ content }) => content)) };
  });
}

/** The channel that is wanted, or the first that no other part has. */
function channelFor(wanted: number, taken: ReadonlySet<number>): number {
  return [wanted, ...NOTE_CHANNELS].find((one) => !taken.has(one)) ?? wanted;
}

/** Voices on the grids that most of their bars have. */
export function voicesOn({ voices, rowOf }: Voiced, { grids }: Units): Voice[] {
  const byVoice = new Map([...grids].map(([row, grid]) => [rowOf(row).voice, grid]));
  return voices.map((voice) => ({ ...voice, grid: byVoice.get(voice.id) ?? voice.grid }));
}

/** The song record of a file, its form still empty: its tempo, key and usual meter. */
export function songOf(file: ArrivedFile, { name, seed, swing }: FoldOptions): Song {
  return {
    id: 'song',
    kind: 'song',
    name,
    tempo: tempoAt(file.tempos, 0),
    meter: usualMeter(file.bars),
    key: file.key ?? { tonic: 'C', scale: 'minor' },
    swing: swing ?? { amount: 50, unit: 16 },
    phraseBars: PHRASE,
    seed,
    form: [],
  };
}
