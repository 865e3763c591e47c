import {
  DRUM_CHANNEL,
  DRUM_NAMES,
  type DrumName,
  DRUMS,
  drumVoice,
  INSTRUMENT_NAMES,
  INSTRUMENTS,
  instrumentVoice,
} from '../../pattern/index.ts';
import { lanesOf } from '../../play/index.ts';
import {
  documentOf,
  type ExportOptions,
  type Id,
  indexOf,
  type Part,
  type SongDocument,
  type Voice,
} from '../../song/index.ts';
import { type DrumMapOptions, drumNotes } from '../drum-notes.ts';
import { strokeChannels } from '../stroke-channels.ts';
import type { Laid, LaidTrack } from './laid.ts';

/** Options by which the drums of a song leave. */
type RackOptions = DrumMapOptions & Pick<ExportOptions, 'tracks'>;

/** The sounds that are set up for what a receiver plays: a song's own where they answer to a channel and note. */
export interface Rack {
  /** The tracks as parts with a voice for each note of drums. */
  readonly document: SongDocument;
  readonly voiceOf: (track: string, note: number) => Voice;
}

/**
 * Sets up sounds for tracks: those of a song, as somebody would who wants it to sound alike, by channel and by the notes that
 * its drums leave with; for what the song has no sound for, General MIDI's drums on channel 10, else its programs.
 */
export function rackFor({ tracks }: Laid, song: SongDocument, options: RackOptions): Rack {
  const soundOf = soundsOf(song, options);
  const { parts } = indexOf(song);
  const voices = new Map<string, Voice>();
  const rackParts: Part[] = tracks.map((track, order) => {
    const notes = [...new Set(track.clips.flatMap((clip) => clip.notes.map(({ note }) => note)))];
    let like: Id | null = null;
    for (const note of notes) {
      const sound = soundOf(track, note);
      like ??= parts.find(({ id }) => id === sound.part)?.id ?? null;
      const id = voiceId(track.id, note);
      voices.set(id, { ...sound, id, part: track.id, note, order: note });
    }
    const part = parts.find(({ id }) => id === like);
    const type = part?.type ?? (track.channel === DRUM_CHANNEL ? 'drums' : 'notes');
    return {
      ...part,
      id: track.id,
      kind: 'part',
      name: track.name,
      type,
      channel: track.channel,
      order,
    };
  });
  const record = { ...indexOf(song).song, form: [] };
  return {
    document: documentOf([record, ...rackParts, ...voices.values()]),
    voiceOf(track, note) {
      const voice = voices.get(voiceId(track, note));
      if (!voice) throw new RangeError(`The track ${track} has no note ${note}.`);
      return voice;
    },
  };
}

function voiceId(track: string, note: number): Id {
  return `${track} ${note}`;
}

/** Sounds for the notes of a track. */
function soundsOf(song: SongDocument, options: RackOptions) {
  const { parts, voicesOf } = indexOf(song);
  const mapped = drumNotes(song, options);
  const lanes = [...lanesOf(song).values()];
  const drums = new Map<string, Voice>();
  const notes = new Map<number, Voice>();
  for (const part of parts) {
    const own = lanes.filter((lane) => lane.part === part.id).map((lane) => lane.channel);
    for (const channel of [...own, part.channel])
      for (const voice of voicesOf(part.id))
        if (part.type === 'notes') notes.set(channel, voice);
        else drums.set(`${channel} ${mapped.get(voice.id) ?? voice.note}`, voice);
  }
  for (const [id, channel] of strokeChannels(song, options)) {
    const voice = indexOf(song).voice(id);
    if (voice) drums.set(`${channel} ${mapped.get(id) ?? voice.note}`, voice);
  }
  return ({ channel, program }: LaidTrack, note: number): Voice =>
    drums.get(`${channel} ${note}`) ?? notes.get(channel) ?? generalSound(channel, program, note);
}

/** The drum of a General MIDI note on the drums' channel, else the instrument whose program is nearest. */
function generalSound(channel: number, program: number | null, note: number): Voice {
  if (channel === DRUM_CHANNEL)
    return drumVoice(
      '',
      nearest(DRUM_NAMES, (name) => DRUMS[name].note - note),
      0,
    );
  const wanted = program ?? INSTRUMENTS.keys.program;
  return instrumentVoice(
    '',
    '',
    nearest(INSTRUMENT_NAMES, (name) => INSTRUMENTS[name].program - wanted),
  );
}

function nearest<T extends DrumName | (typeof INSTRUMENT_NAMES)[number]>(
  names: readonly T[],
  distance: (name: T) => number,
): T {
  return names.reduce((best, name) => (Math.abs(distance(name)) < Math.abs(distance(best)) ? name : best));
}
