import { sectionStretches, songStretches, soundsIn, type Stretch } from '../../form/index.ts';
import {
  clampVelocity,
  type Landing,
  type Opening,
  type ResolvedHit,
  type SongDocument,
  type SongIndex,
} from '../../song/index.ts';
import { cacheBy, gridTicks, PPQ } from '../../time/index.ts';
import { intensityAt } from '../intensity/curve.ts';
import { specialOf } from '../intensity/special.ts';
import type { NoteEvent } from './events.ts';

/** The stretch before each but the first. */
const beforeCache = cacheBy((document: SongDocument): ReadonlyMap<string, Stretch> => {
  const all = songStretches(document);
  return new Map(
    all.flatMap((one, i): [string, Stretch][] => {
      const previous = all[i - 1];
      return previous ? [[keyOf(one), previous]] : [];
    }),
  );
});

/** The stretch that is played before one, also when it is of another section. */
function stretchBefore(document: SongDocument, stretch: Stretch): Stretch | undefined {
  if (!stretch.occurrence) {
    const all = sectionStretches(document, stretch.section);
    return all[all.findIndex((one) => one.slot.id === stretch.slot.id) - 1];
  }
  return beforeCache(document).get(keyOf(stretch));
}

function keyOf({ occurrence, repeat, slot }: Stretch): string {
  return `${occurrence?.id} ${repeat} ${slot.id}`;
}

/**
 * What is struck on the first beat of a stretch: what the slot before it lands with, and what its section opens with, each
 * row once. Left out is what does not sound in this round, or whose row is silent in the occurrence.
 */
export function landingsAt(document: SongDocument, stretch: Stretch): readonly (Landing | Opening)[] {
  const previous = stretchBefore(document, stretch);
  const landing = previous?.slot.landing;
  const { opening } = stretch.section;
  const isOpened = opening && stretch.inSection === 0 && sounds(opening, stretch);
  const landed = landing && !landing.swell && sounds(landing, previous) ? [landing] : [];
  const opened = isOpened && landed.every(({ voice }) => voice !== opening.voice) ? [opening] : [];
  return [...landed, ...opened].filter(({ voice }) => !stretch.occurrence?.silencedVoices.includes(voice));
}

/** True for a landing or an opening that sounds in this round of its section. */
function sounds({ times }: Landing | Opening, { repeat, occurrence }: Stretch): boolean {
  return times === undefined || soundsIn(times, repeat, occurrence?.times ?? 1);
}

/** Length of a landing, in ticks. */
const RINGS = PPQ * 2;

/** The hit that marks the start of a stretch, at the drive of its place. */
export function landedEvents(
  index: SongIndex,
  stretch: Stretch,
  { voice, velocity }: Landing | Opening,
  tick: number,
  end: number,
): NoteEvent[] {
  const drive = intensityAt(stretch.occurrence?.drive, specialOf(stretch)?.at ?? 0);
  const length = Math.max(1, Math.min(RINGS, end - tick));
  return strike(index, stretch, voice, (velocity * drive) / 100, { tick, length, hit: 'landing' });
}

/**
 * The swell up to the end of a stretch that begins at `start`: one note whose end is the barline, shorter where it would
 * begin before the scope; none where its slot has none in this round.
 */
export function swellEvents(index: SongIndex, stretch: Stretch, start: number): NoteEvent[] {
  const { landing, length } = stretch.slot;
  if (!landing?.swell || !sounds(landing, stretch)) return [];
  if (stretch.occurrence?.silencedVoices.includes(landing.voice)) return [];
  const special = specialOf(stretch);
  const drive = intensityAt(stretch.occurrence?.drive, (special?.at ?? 0) + length);
  const end = start + length;
  const tick = Math.max(0, end - landing.swell);
  return strike(index, stretch, landing.voice, (landing.velocity * drive) / 100, {
    tick,
    length: end - tick,
    hit: 'swell',
  });
}

function strike(
  index: SongIndex,
  { occurrence, repeat, section, slot }: Stretch,
  id: string,
  wanted: number,
  { tick, length, hit }: { readonly tick: number; readonly length: number; readonly hit: string },
): NoteEvent[] {
  const voice = index.voice(id);
  const part = voice && index.part(voice.part);
  if (!voice || !part) return [];
  const velocity = clampVelocity(wanted);
  return [
    {
      tick,
      part: part.id,
      voice: id,
      lane: null,
      channel: part.channel,
      note: voice.note,
      velocity,
      plainVelocity: velocity,
      grace: false,
      accent: 0,
      step: gridTicks(voice.grid),
      length,
      pan: 0,
      tune: 0,
      stopsAt: null,
      glide: null,
      from: {
        occurrence: occurrence?.id ?? null,
        repeat,
        section: section.id,
        slot: slot.id,
        pattern: slot.layers[0]?.pattern ?? '',
        hit,
      },
    },
  ];
}

/** True for a hit that a landing replaces: a hat of the same part on the first place. */
export function givesWay(
  index: SongIndex,
  hit: ResolvedHit,
  inSlot: number,
  landing: Landing | Opening,
): boolean {
  const [voice, lands] = [index.voice(hit.voice), index.voice(landing.voice)];
  return voice?.family === 'hat' && voice.limb === 'hand' && voice.part === lands?.part && inSlot < PPQ / 16;
}
