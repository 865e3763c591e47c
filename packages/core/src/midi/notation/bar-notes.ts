import { LOUDEST_GHOST } from '../../make/index.ts';
import type { NoteEvent } from '../../play/index.ts';
import type { Id, Part, Voice } from '../../song/index.ts';
import { PPQ } from '../../time/index.ts';

/** A note of a score as it is to be written. */
export interface ScoreNote {
  readonly voice: Id;
  /** MIDI note 0..127. */
  readonly note: number;
  readonly isAccented: boolean;
  /** A soft stroke of a snare or tom, in parentheses. */
  readonly isGhost: boolean;
  /** Number of grace strokes before it. */
  readonly graces: number;
  /** True for a roll that is too fast to write out. */
  readonly isRoll: boolean;
  /** True for a stroke of a roll as fast that moves in pitch, which is written out. */
  readonly isFast: boolean;
}

/** A note with its place and end, in ticks. */
export interface PlacedNote {
  readonly at: number;
  readonly to: number;
  readonly note: ScoreNote;
}

/** Strokes of one hit that are nearer than this, in ticks, are a roll: a 32nd, beyond which it is no longer written out. */
const ROLL = PPQ / 8;
const FEWEST = 3;

/** The notes of a part as they are to be written, in order: grace strokes with their hit, fast rolls as one note each. */
export function scoreNotes(
  events: readonly NoteEvent[],
  { type }: Pick<Part, 'type'>,
  voiceOf: (id: Id) => Voice | undefined,
): PlacedNote[] {
  const out: PlacedNote[] = [];
  for (const strokes of hitsOf(events)) {
    const main = strokes.filter(({ grace }) => !grace);
    const [first, second] = main;
    if (!first) continue;
    const family = voiceOf(first.voice)?.family;
    const last = main.at(-1) ?? first;
    const gap = second ? (last.tick - first.tick) / (main.length - 1) : 0;
    const isFast = main.length >= FEWEST && gap < ROLL;
    const isRoll = isFast && main.every(({ note }) => note === first.note);
    const written = (event: NoteEvent, graces: number): ScoreNote => ({
      voice: event.voice,
      note: event.note,
      isAccented: event.accent > 0,
      isGhost:
        type === 'drums' &&
        (family === 'snare' || family === 'tom') &&
        event.plainVelocity <= LOUDEST_GHOST &&
        event.accent === 0,
      graces,
      isRoll,
      isFast: isFast && !isRoll,
    });
    const graces = strokes.length - main.length;
    if (isRoll) {
      out.push({ at: first.tick, to: Math.round(last.tick + gap), note: written(first, graces) });
      continue;
    }
    for (const [i, event] of main.entries())
      out.push({ at: event.tick, to: event.tick + event.length, note: written(event, i === 0 ? graces : 0) });
  }
  return out.sort((a, b) => a.at - b.at || a.note.note - b.note.note);
}

/** The strokes of each hit each time it sounds, by the hit that they come from: what is apart by more than a beat is another time. */
function hitsOf(events: readonly NoteEvent[]): NoteEvent[][] {
  const out: NoteEvent[][] = [];
  const open = new Map<string, NoteEvent[]>();
  for (const event of events) {
    const { occurrence, repeat, slot, pattern, hit } = event.from;
    const key = `${occurrence} ${repeat} ${slot} ${pattern} ${hit} ${event.voice}`;
    const strokes = open.get(key);
    const last = strokes?.at(-1);
    if (strokes && last && event.tick - last.tick < PPQ) strokes.push(event);
    else {
      const next = [event];
      open.set(key, next);
      out.push(next);
    }
  }
  return out;
}
