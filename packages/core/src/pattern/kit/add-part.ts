import {
  freeId,
  freeName,
  type Id,
  indexOf,
  isChange,
  type Outcome,
  type Part,
  type SongDocument,
} from '../../song/index.ts';
import { barTicks } from '../../time/index.ts';
import { emptyPattern } from '../edit-pattern.ts';
import { DRUM_CHANNEL } from './channels.ts';
import { USUAL_KIT } from './drums.ts';
import { type Instrument, INSTRUMENTS, instrumentVoice } from './instruments.ts';
import { kitVoices } from './voices.ts';

/** MIDI channels, from 0. */
const CHANNELS: readonly number[] = Array.from({ length: 16 }, (_, i) => i);
/** The channels that are not kept for drums, from 0. */
export const NOTE_CHANNELS: readonly number[] = CHANNELS.filter((one) => one !== DRUM_CHANNEL);
/** The refusal of a part for which no channel is left. */
export const NO_CHANNEL = { reason: 'All channels are taken: a song has at most 16 parts.' };

/** The first of some channels that no part has. */
export function freeChannel(parts: readonly Part[], channels: readonly number[]): number | undefined {
  return channels.find((one) => !parts.some(({ channel }) => channel === one));
}

/**
 * Adds a part of notes below the others, on a channel that no other part has, with an empty pattern of two bars to begin
 * in. Refused when no channel is left.
 */
export function addNotesPart(
  document: SongDocument,
  instrument: Instrument,
  ids: { readonly part: Id; readonly voice: Id; readonly pattern: Id },
): Outcome {
  const { parts, song } = indexOf(document);
  const channel = freeChannel(parts, NOTE_CHANNELS);
  if (channel === undefined) return NO_CHANNEL;
  const name = freeName(
    INSTRUMENTS[instrument].name,
    parts.map((part) => part.name),
  );
  const order = Math.max(0, ...parts.map((part) => part.order)) + 1;
  const part: Part = { id: ids.part, kind: 'part', name, type: 'notes', channel, order };
  const pattern = emptyPattern(document, {
    part: ids.part,
    id: ids.pattern,
    name: `${name} line`,
    length: 2 * barTicks(song.meter),
  });
  return {
    label: `add ${name}`,
    put: [part, instrumentVoice(ids.part, ids.voice, instrument), pattern],
    remove: [],
  };
}

/**
 * Adds a part of drums above the others, with the usual kit and an empty main groove of two bars. Refused where the song has
 * drums, and when no channel is left.
 */
export function addDrumsPart(
  document: SongDocument,
  ids: { readonly part: Id; readonly pattern: Id },
): Outcome {
  const { parts, song } = indexOf(document);
  if (parts.some(({ type }) => type === 'drums')) return { reason: 'The song has drums already.' };
  const channel = freeChannel(parts, [DRUM_CHANNEL, ...CHANNELS]);
  if (channel === undefined) return NO_CHANNEL;
  const order = Math.min(0, ...parts.map((part) => part.order)) - 1;
  const part: Part = { id: ids.part, kind: 'part', name: 'Drums', type: 'drums', channel, order };
  const pattern = emptyPattern(document, {
    part: ids.part,
    id: ids.pattern,
    name: 'Main groove',
    length: 2 * barTicks(song.meter),
  });
  const voices = kitVoices(ids.part, USUAL_KIT).map((voice) => ({
    ...voice,
    id: freeId(voice.id, (id) => Object.hasOwn(document.records, id)),
  }));
  return { label: 'add Drums', put: [part, ...voices, pattern], remove: [] };
}

/**
 * Adds the part that a pattern of a type is played by, where the song has none: drums, or a bass for notes. It has no pattern
 * yet. `null` where there is one. Refused when no channel is left.
 */
export function addPartFor(
  document: SongDocument,
  type: Part['type'],
  ids: { readonly part: Id; readonly voice: Id },
): Outcome {
  if (indexOf(document).parts.some((part) => part.type === type)) return null;
  const made = { ...ids, pattern: `${ids.part}-first` };
  const outcome = type === 'drums' ? addDrumsPart(document, made) : addNotesPart(document, 'bass', made);
  if (!isChange(outcome)) return outcome;
  return { ...outcome, put: outcome.put.filter(({ kind }) => kind !== 'pattern') };
}

/** Takes a part away with its rows and patterns. Refused while slots play one of them, and for the last part. */
export function removePart(document: SongDocument, id: Id): Outcome {
  const index = indexOf(document);
  const part = index.part(id);
  if (!part) return null;
  if (index.parts.length < 2) return { reason: 'A song keeps at least one part.' };
  const patterns = index.patternsOf(id);
  const ids = new Set(patterns.map((one) => one.id));
  const slots = index.sections
    .flatMap((section) => section.slots)
    .filter((slot) => slot.layers.some((layer) => ids.has(layer.pattern)));
  if (slots.length) return { reason: `Slots of the song play ${part.name}. Take it out of them first.` };
  const follower = patterns.flatMap((one) => index.rowFollowersOf(one.id))[0];
  if (follower) return { reason: `${follower.name} follows a row of ${part.name}.` };
  const voices = index.voicesOf(id).map((voice) => voice.id);
  const inForm = index.song.form.some(({ silencedVoices }) =>
    silencedVoices.some((one) => voices.includes(one)),
  );
  if (inForm) return { reason: `The form silences rows of ${part.name} somewhere. Let them sound first.` };
  return { label: `remove ${part.name}`, put: [], remove: [...ids, ...voices, id] };
}
