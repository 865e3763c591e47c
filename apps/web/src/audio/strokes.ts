import { heardMessages } from '@plucky/core/midi';
import { movesOf, type NoteEvent, type Timeline } from '@plucky/core/play';
import { type Id, indexOf, type SongDocument } from '@plucky/core/song';
import { PPQ, secondsAt } from '@plucky/core/time';
import {
  cutoffOf,
  gainOfLevel,
  isHeld,
  isSwell,
  kitOf,
  type Motion,
  type StrokeToRender,
} from '@plucky/sound';
import { heardPan } from './mixer.ts';

/** End of a note, in ticks from the same start as the event: by its choke group, or by its length and the pedal if it is held. */
export function endOf(timeline: Timeline, event: NoteEvent, sound: string): number | null {
  if (event.stopsAt !== null || !isHeld(sound)) return event.stopsAt;
  return heardMessages(timeline).endOf(event.part, event.tick + event.length);
}

/** Time in which a note follows the changes of its lane, in ticks: two quarter notes, or its length if it is longer. */
const FOLLOWS = 2 * PPQ;

/** Movement of a note by the controls of its lane or part, in seconds from its start; null for none. */
export function motionOf(timeline: Timeline, event: NoteEvent): readonly Motion[] | null {
  const { tempos } = timeline;
  const { tick, glide, length } = event;
  const { controls, laneOf } = heardMessages(timeline);
  const moves = movesOf(controls, { lane: laneOf(event), tick, glide }, Math.max(FOLLOWS, length));
  if (!moves) return null;
  const start = secondsAt(tempos, event.tick);
  return moves.map(({ after, pitch, filter, level }) => ({
    after: secondsAt(tempos, event.tick + after) - start,
    pitch,
    cutoff: cutoffOf(filter),
    gain: gainOfLevel(level),
  }));
}

/** A timeline as strokes to render, as the mix has them: silent voices left out, levels, pans and kits as they are set. */
export function strokesFor(
  document: SongDocument,
  timeline: Timeline,
  isHeard: (voice: Id) => boolean,
): StrokeToRender[] {
  const index = indexOf(document);
  const seconds = (tick: number) => secondsAt(timeline.tempos, tick);
  return timeline.events.flatMap((event): StrokeToRender[] => {
    const voice = index.voice(event.voice);
    if (!voice || !isHeard(voice.id)) return [];
    const part = index.part(voice.part);
    const ends = endOf(timeline, event, voice.sound);
    return [
      {
        time: seconds(event.tick),
        ends: ends === null ? null : seconds(ends),
        sound: voice.sound,
        kit: kitOf(part?.kit),
        note: event.note,
        velocity: event.velocity,
        swells: isSwell(voice.sound) ? seconds(event.tick + event.length) - seconds(event.tick) : null,
        level: voice.level / 100,
        pan: Math.min(100, Math.max(-100, heardPan(voice, part) + event.pan)),
        tune: event.tune,
        motion: motionOf(timeline, event),
      },
    ];
  });
}
