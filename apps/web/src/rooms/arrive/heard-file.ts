import { layFiles, rackFor, readMidi, receivedTimeline } from '@plucky/core/midi';
import { sliceTimeline } from '@plucky/core/play';
import { optionsOfSong, type SongDocument } from '@plucky/core/song';
import { PPQ } from '@plucky/core/time';
import { playAlone } from '../../audio/play-alone.ts';
import type { Arrival } from './arrival.ts';

/** The file as it is, by the sounds of the fold where their channels and notes meet. */
export function ofFile({ bytes, file }: Arrival, document: SongDocument) {
  const laid = layFiles([
    { id: file.name, name: file.name, kind: null, start: 0, early: 0, midi: readMidi(bytes) },
  ]);
  const rack = rackFor(laid, document, optionsOfSong({}));
  return { document: rack.document, timeline: receivedTimeline(laid, rack) };
}

/** Length for which a note is heard by itself: two bars of 4/4, in ticks. */
const HEARD = 8 * PPQ;

/** Plays one note of a file from where it comes first, by the sound that the fold gives it. */
export function hearNote(arrival: Arrival, document: SongDocument, note: number): void {
  const { document: rack, timeline } = ofFile(arrival, document);
  const own = timeline.events.filter((event) => event.note === note);
  const first = own[0]?.tick ?? 0;
  const slice = sliceTimeline({ ...timeline, events: own }, first, first + HEARD);
  const alone = { ...slice, controls: [] };
  void playAlone({ document: rack, timeline: alone, loops: false, origin: null });
}
