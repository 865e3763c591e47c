import { DRUM_CHANNEL } from '../pattern/index.ts';
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

/** What of a folded file comes into a song: its parts with their patterns, or its sections behind those of the song too. */
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
  const taken = new Set(parts.map(({ channel }) => channel));
  const lowest = Math.max(0, ...parts.map(({ order }) => order));
  const put: Part[] = [];
  for (const [i, part] of brought.parts.entries()) {
    const channel = channelFor(part, taken);
    if (channel === undefined) return { reason: 'All channels are taken: a song has at most 16 parts.' };
    const name = freeName(part.name, names);
    names.push(name);
    taken.add(channel);
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

/** The channel of a part, or the first that none has; drums go to any, notes not to that of drums. */
function channelFor({ type, channel }: Part, taken: ReadonlySet<number>): number | undefined {
  const others = Array.from({ length: 16 }, (_, i) => i).filter((one) => one !== DRUM_CHANNEL);
  const wanted = type === 'drums' ? [DRUM_CHANNEL, channel, ...others] : [channel, ...others];
  return wanted.find((one) => !taken.has(one) && (type === 'drums' || one !== DRUM_CHANNEL));
}
