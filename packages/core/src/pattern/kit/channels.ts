import { indexOf, type SongDocument } from '../../song/index.ts';

// The sixteen MIDI channels, 0..15, are given out for a song as a whole: to its parts as they say, one to cues, the rest to lanes.

/** The channel that General MIDI keeps for drums. */
export const DRUM_CHANNEL = 9;
/** Usual channel of cues, unless a part has it. */
const USUAL_CUES = 15;

/** The channels that no part has and that are not kept for drums, the lowest first. */
function freeChannels(document: SongDocument): readonly number[] {
  const taken = new Set([DRUM_CHANNEL, ...indexOf(document).parts.map((part) => part.channel)]);
  return Array.from({ length: 16 }, (_, i) => i).filter((channel) => !taken.has(channel));
}

/** The channel of a song's cues: the last, or the last that no part has; that of a part where parts have them all. */
export function cueChannel(document: SongDocument): number {
  return freeChannels(document).at(-1) ?? USUAL_CUES;
}

/** The channels that lanes can have. */
export function laneChannels(document: SongDocument): readonly number[] {
  return freeChannels(document).slice(0, -1);
}
