import { type NoteEvent, slidBy, slideSteps, type Timeline } from '../play/index.ts';
import { BEND_AT_REST, type Edits, type ExportOptions, type Id, type SongDocument } from '../song/index.ts';
import { PPQ } from '../time/index.ts';
import type { MidiEvent } from './bytes/format.ts';
import { bendOf, rangeMessage } from './controls.ts';

/** Longest overlap of a gliding note with the next, in ticks: a 32nd, which is enough to be played as tied. */
const OVERLAP = PPQ / 8;
/** The bend range of a part whose notes glide, in semitones, unless one slides farther. */
const USUAL_RANGE = 12;

/** True when any note of a song glides, by its pattern or in a slot. */
export function glideAnywhere({ records }: SongDocument): boolean {
  const inEdits = ({ own, changed }: Edits) =>
    [own, changed].some((hits) => Object.values(hits).some((hit) => hit.glide));
  return Object.values(records).some((record) => {
    if (record.kind === 'pattern') return inEdits(record);
    return record.kind === 'section' && record.slots.some((slot) => slot.layers.some(inEdits));
  });
}

/** True for a glide that leaves as a bend; in a lane that bends already it overlaps instead, since a channel has one bend. */
export function leavesAsBend({ glide, lane }: NoteEvent, { glides }: Pick<ExportOptions, 'glides'>): boolean {
  return glides === 'bend' && glide !== null && glide.by !== 0 && lane === null;
}

/** Length of a note as it leaves, in ticks of the song: into the next one where it glides there by overlap. */
export function leavingLength(event: NoteEvent, options: Pick<ExportOptions, 'glides'>): number {
  const { glide, length } = event;
  if (!glide?.by || leavesAsBend(event, options) || length < glide.until) return length;
  return length + Math.min(OVERLAP, glide.into);
}

/**
 * The bends that a part's notes glide by, in ticks of the file: the range first, then each slide as far as its note sounds,
 * and at rest again where the next note begins. A bend moves every note of the channel that sounds then.
 */
export function glideEvents(
  { events, length }: Timeline,
  part: Id,
  options: Pick<ExportOptions, 'glides'>,
  scale: (tick: number) => number,
): MidiEvent[] {
  if (options.glides !== 'bend') return [];
  const sliding = events.filter((event) => event.part === part && leavesAsBend(event, options));
  const [first] = sliding;
  if (!first) return [];
  const { channel } = first;
  const range = Math.max(USUAL_RANGE, ...sliding.map(({ glide }) => Math.abs(glide?.by ?? 0)));
  const values = new Map<number, number>();
  for (const { tick, glide } of sliding) {
    if (!glide) continue;
    values.set(scale(tick + glide.after), BEND_AT_REST);
    for (const after of slideSteps(glide))
      if (after < glide.until && tick + after < length)
        values.set(scale(tick + after), bendOf(slidBy(glide, after), range));
    values.set(scale(Math.min(length, tick + glide.until)), BEND_AT_REST);
  }
  const out: MidiEvent[] = rangeMessage({ channel, range });
  let said = BEND_AT_REST;
  for (const [tick, value] of [...values].sort(([a], [b]) => a - b)) {
    if (value !== said) out.push({ tick, type: 'pitchBend', channel, value });
    said = value;
  }
  return out;
}
