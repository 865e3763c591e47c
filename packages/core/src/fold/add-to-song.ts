import { DRUM_CHANNEL, freeChannel, NO_CHANNEL, NOTE_CHANNELS } from '../pattern/index.ts';
import {
  freeName,
  indexOf,
  omit,
  type Outcome,
  type Part,
  type Pattern,
  type Section,
  type SongDocument,
} from '../song/index.ts';
import { isSameMeter } from '../time/index.ts';

/** Extent of a folded file that comes into a song: its parts with their patterns, or its sections behind those of the song too. */
export type Extent = 'parts' | 'parts and sections';

/**
 * Adds what a file was folded into to a song that has other ids: its parts below the others, on free channels and under free names,
 * with their patterns, which keep the meter of the file. The song keeps its tempo, key and swing, in which the file is to be
 * folded. Refused where not every part finds a channel.
 */
export function addFolded(document: SongDocument, folded: SongDocument, extent: Extent): Outcome {
  const { parts, song } = indexOf(document);
  const brought = indexOf(folded);
  const names = parts.map(({ name }) => name);
  const lowest = Math.max(0, ...parts.map(({ order }) => order));
  const put: Part[] = [];
  for (const [i, part] of brought.parts.entries()) {
    const channel = freeChannel([...parts, ...put], channelsFor(part));
    if (channel === undefined) return NO_CHANNEL;
    const name = freeName(part.name, names);
    names.push(name);
    put.push({ ...part, name, channel, order: lowest + 1 + i });
  }
  if (!put.length) return null;
  const isOtherMeter = !isSameMeter(brought.song.meter, song.meter);
  const meter = isOtherMeter ? { meter: brought.song.meter } : {};
  const patterns = put.flatMap(({ id }) =>
    brought.patternsOf(id).map((one): Pattern => (one.parent ? one : { ...meter, ...one })),
  );
  const sections =
    extent === 'parts'
      ? []
      : brought.sections.map((section): Section => ({ ...meter, ...omit(section, 'tempo') }));
  const form = sections.length ? [{ ...song, form: [...song.form, ...brought.song.form] }] : [];
  return {
    label: `bring in ${put.map(({ name }) => name).join(', ')}`,
    put: [...put, ...put.flatMap(({ id }) => brought.voicesOf(id)), ...patterns, ...sections, ...form],
    remove: [],
  };
}

/** The channels that a part can have, the one that it wants first; notes keep off that of drums. */
function channelsFor({ type, channel }: Part): readonly number[] {
  const others = [channel, ...NOTE_CHANNELS];
  return type === 'drums' ? [DRUM_CHANNEL, ...others] : others.filter((one) => one !== DRUM_CHANNEL);
}
