import type { Timeline } from '../../play/index.ts';
import { type ExportOptions, indexOf, keySignature, type SongDocument } from '../../song/index.ts';
import type { MidiEvent } from '../bytes/format.ts';
import type { MidiNote } from '../bytes/format.ts';
import { chordTexts } from '../chord-texts.ts';
import { cuesOf } from '../cues.ts';
import { type ExportedNote, inFile, microsecondsAt, trackGroups } from '../tracks.ts';

/** A note that a file should hold, with who plays it. */
export interface MeantNote extends MidiNote {
  readonly who: string;
}

/** Meant content of a track: its notes, and everything else in words. */
export interface MeantTrack {
  readonly name: string;
  readonly notes: readonly MeantNote[];
  readonly says: readonly string[];
}

/** Meant content of a file, as it follows from the timeline. */
export interface MeantFile {
  readonly format: number;
  readonly ppq: number;
  /** In ticks of the file, of every track. */
  readonly length: number;
  readonly tracks: readonly MeantTrack[];
}

/** Meant content of a timeline's file, told without the writer. */
export function meantFile(
  document: SongDocument,
  name: string,
  timeline: Timeline,
  notes: readonly ExportedNote[],
  options: ExportOptions,
  withCues: boolean,
): MeantFile {
  const scale = inFile(options);
  const tracks = [conductor(document, name, timeline, options, scale)];
  for (const { title, notes: own, moves } of trackGroups(document, timeline, notes, options)) {
    tracks.push({
      name: title,
      notes: own.map((note) => ({
        ...note,
        release: options.release === 'struck' ? note.velocity : 64,
        who: whoPlays(document, note),
      })),
      says: [nameSaid(title), ...own.flatMap(pressuresSaid), ...moves.flatMap(moveSaid)],
    });
  }
  if (withCues) tracks.push(cues(document, timeline, options));
  return {
    format: options.format,
    ppq: options.ppq,
    length: scale(timeline.length),
    tracks: joined(tracks, options),
  };
}

/** In format 0 everything is on one track, which has the name of the first. */
function joined(tracks: readonly MeantTrack[], { format }: ExportOptions): readonly MeantTrack[] {
  const [first, ...others] = tracks;
  if (format === 1 || !first) return tracks;
  const says = others.flatMap((track) => track.says.filter((one) => one !== nameSaid(track.name)));
  return [{ ...first, notes: tracks.flatMap((track) => track.notes), says: [...first.says, ...says] }];
}

function conductor(
  document: SongDocument,
  name: string,
  { tempos, meters, markers, chords }: Timeline,
  options: ExportOptions,
  scale: (tick: number) => number,
): MeantTrack {
  const { sharps, minor } = keySignature(indexOf(document).song.key);
  const says = [
    nameSaid(name),
    `key ${(sharps + 256) % 256} ${minor ? 1 : 0} at 0`,
    ...tempos.map(({ tick, tempo }) => `tempo ${microsecondsAt(tempo)} µs at ${scale(tick)}`),
    ...meters.map(
      ({ tick, meter }) =>
        `meter ${meter.beats}/${meter.unit}, 24 clocks a click, 8 32nds a quarter at ${scale(tick)}`,
    ),
    ...markers.map((marker) => `text 6 “${inUtf8(marker.name)}” at ${scale(marker.tick)}`),
    ...chordTexts(document, { chords }, options).map(
      ({ tick, text }) => `text 1 “${inUtf8(text)}” at ${scale(tick)}`,
    ),
  ];
  return { name, notes: [], says };
}

function cues(document: SongDocument, { lead }: Timeline, options: ExportOptions): MeantTrack {
  const all = cuesOf(document, lead, inFile(options));
  return {
    name: 'Cues',
    notes: all.map((cue) => ({ ...cue, velocity: 100, who: `the cue of ${cue.name}` })),
    says: [nameSaid('Cues'), ...all.map(({ tick, name }) => `text 7 “${inUtf8(name)}” at ${tick}`)],
  };
}

const nameSaid = (name: string) => `text 3 “${inUtf8(name)}” at 0`;

/** Text as UTF-8 can hold it: half a pair of surrogates stands for no character. */
function inUtf8(text: string): string {
  return text.replaceAll(/\p{Surrogate}/gu, '\ufffd');
}

function whoPlays(document: SongDocument, { voice, part }: ExportedNote): string {
  const index = indexOf(document);
  return index.voice(voice)?.name ?? index.part(part)?.name ?? voice;
}

function pressuresSaid({ channel, note, tick, pressure }: ExportedNote): string[] {
  if (!pressure) return [];
  const said = (value: number, at: number) => `channel ${channel}: pressure ${note} = ${value} at ${at}`;
  return [said(pressure.value, tick), said(0, pressure.until)];
}

function moveSaid(event: MidiEvent): string[] {
  if (event.type === 'pitchBend') return [`channel ${event.channel}: bend ${event.value} at ${event.tick}`];
  if (event.type === 'controller')
    return [`channel ${event.channel}: controller ${event.number} = ${event.value} at ${event.tick}`];
  if (event.type === 'channelPressure')
    return [`channel ${event.channel}: pressure ${event.value} at ${event.tick}`];
  if (event.type === 'program') return [`channel ${event.channel}: program ${event.number} at ${event.tick}`];
  return [];
}
