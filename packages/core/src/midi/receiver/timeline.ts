import { chokeEvents, inOrder, type NoteEvent, type Timeline } from '../../play/index.ts';
import { indexOf } from '../../song/index.ts';
import type { Laid } from './laid.ts';
import type { Rack } from './rack.ts';

/** Timeline of a receiver: the notes of its files by the sounds of a song, `rate` times as fast as the files say. */
export function receivedTimeline(laid: Laid, { document, voiceOf }: Rack, rate = 1): Timeline {
  const { length, lead, meters } = laid;
  const events = laid.tracks.flatMap(({ id, channel, isCues, clips }) => {
    if (isCues) return [];
    const lane = clips.some(({ moves }) => moves.length) ? id : null;
    return clips.flatMap((clip) =>
      clip.notes.map((one): NoteEvent => ({
        ...one,
        part: id,
        voice: voiceOf(id, one.note).id,
        lane,
        channel,
        plainVelocity: one.velocity,
        grace: false,
        accent: 0,
        step: one.length,
        uncut: one.length,
        tune: 0,
        stopsAt: null,
        glide: null,
        from: { occurrence: null, repeat: 0, section: null, slot: null, pattern: clip.file, hit: '' },
      })),
    );
  });
  events.sort((a, b) => a.tick - b.tick);
  const controls = laid.tracks.flatMap(({ id, channel, clips }) =>
    clips.flatMap(({ moves }) => moves.map((move) => ({ ...move, lane: id, channel }))),
  );
  return {
    length,
    lead,
    meters,
    tempos: laid.tempos.map(({ tick, tempo }) => ({ tick, tempo: tempo * rate })),
    markers: laid.places.map(({ start, name }) => ({ tick: start, name })),
    chords: [],
    events: chokeEvents(events, (voice) => indexOf(document).voice(voice)?.choke ?? null),
    controls: inOrder(controls),
    messages: [],
    merged: [],
    dropped: 0,
  };
}
