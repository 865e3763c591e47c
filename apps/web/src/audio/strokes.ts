import { indexOf, ticksToMs, type Id, type NoteEvent, type SongDocument, type Timeline } from '@plucky/core';
import { isHeld, kitOf, type StrokeToRender } from '@plucky/sound';
import { heardPan } from './mixer.ts';

/** When a note is ended, in ticks from the same start as the event: by its choke group, or by its length if it is held. */
export function endOf(event: NoteEvent, sound: string): number | null {
  return event.stopsAt ?? (isHeld(sound) ? event.tick + event.length : null);
}

/** A timeline as strokes to render, as the mix has them: silent voices left out, levels, pans and kits as they are set. */
export function strokesFor(
  document: SongDocument,
  timeline: Timeline,
  isHeard: (voice: Id) => boolean,
): StrokeToRender[] {
  const index = indexOf(document);
  const seconds = (tick: number) => ticksToMs(tick, timeline.tempo) / 1000;
  return timeline.events.flatMap((event): StrokeToRender[] => {
    const voice = index.voice(event.voice);
    if (!voice || !isHeard(voice.id)) return [];
    const part = index.part(voice.part);
    const ends = endOf(event, voice.sound);
    return [
      {
        time: seconds(event.tick),
        ends: ends === null ? null : seconds(ends),
        sound: voice.sound,
        kit: kitOf(part?.kit),
        note: event.note,
        velocity: event.velocity,
        level: voice.level / 100,
        pan: Math.min(100, Math.max(-100, heardPan(voice, part) + event.pan)),
        tune: event.tune,
      },
    ];
  });
}
