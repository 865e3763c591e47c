import { marksRound, sectionStretches, songStretches, type Stretch } from '../../form/index.ts';
import { heardPlace, ON_TIME } from '../../pattern/index.ts';
import {
  clampVelocity,
  indexOf,
  isDrummers,
  type Landing,
  MOST_OVER,
  type Opening,
  type OverTheBar,
  type ResolvedHit,
  type SongDocument,
  type SongIndex,
} from '../../song/index.ts';
import { cacheBy, gridTicks, PPQ, tempoAt } from '../../time/index.ts';
import { intensityAt } from '../intensity/curve.ts';
import { specialOf } from '../intensity/special.ts';
import type { NoteEvent, Standing, Timing } from './events.ts';

function keyOf({ occurrence, repeat, slot }: Stretch): string {
  return `${occurrence?.id} ${repeat} ${slot.id}`;
}

/** A landing or an opening in a stretch of the song. */
export interface Landed {
  readonly mark: Landing | Opening;
  /** From the bar line on which it stands to the start of the stretch, in ticks. */
  readonly since: number;
}

/**
 * Landings and openings in a stretch: of the slot before it and of its section, each row once, and of a fill before that which
 * still plays over the bar line. Left out is what does not sound in this round, or whose row is silent in the occurrence.
 */
export function landingsAt(document: SongDocument, stretch: Stretch): readonly Landed[] {
  const landed = landedInto(document, stretch);
  const { opening } = stretch.section;
  const isOpened = opening && stretch.inSection === 0 && marksRound(opening, stretch);
  const opens = isOpened && landed.every(({ mark }) => mark.voice !== opening.voice);
  const silent = new Set(stretch.occurrence?.silencedVoices);
  return [...landed, ...(opens ? [{ mark: opening, since: 0 }] : [])].filter(({ mark }) =>
    [mark, ...(overOf(mark)?.strokes ?? [])].some(({ voice }) => !silent.has(voice)),
  );
}

/** Landings that reach a stretch, also those of slots of another section. */
function landedInto(document: SongDocument, stretch: Stretch): readonly Landed[] {
  if (stretch.occurrence) return landedCache(document).get(keyOf(stretch)) ?? [];
  const all = sectionStretches(document, stretch.section);
  return landedBefore(
    all,
    all.findIndex((one) => one.slot.id === stretch.slot.id),
  );
}

/** Landings that reach each stretch of the song, by its key. */
const landedCache = cacheBy((document: SongDocument): ReadonlyMap<string, readonly Landed[]> => {
  const all = songStretches(document);
  return new Map(all.map((one, i) => [keyOf(one), landedBefore(all, i)]));
});

/** Landings of the slots before one of some stretches that reach it, the nearest first. */
function landedBefore(all: readonly Stretch[], at: number): readonly Landed[] {
  const out: Landed[] = [];
  let since = 0;
  for (let i = at - 1; i >= 0 && since <= MOST_OVER; i--) {
    const before = all[i];
    if (!before) break;
    const { landing, length } = before.slot;
    const reaches = landing && (overOf(landing)?.to ?? (landing.swell ? -1 : 0)) >= since;
    if (reaches && marksRound(landing, before)) out.push({ mark: landing, since });
    since += length;
  }
  return out;
}

/** Length of a landing, in ticks. */
const RINGS = PPQ * 2;

/** The end of a fill that goes on over the bar line; null for a landing on it. */
function overOf(landing: Landing | Opening): OverTheBar | null {
  return ('over' in landing && landing.over) || null;
}

/**
 * The hits that mark the start of a stretch which begins at `start`, at the drive of their places: the landing, and before it
 * what a fill plays over the bar line, as far as the stretch and its occurrence let it.
 */
export function landedEvents(
  document: SongDocument,
  stretch: Stretch,
  { mark, since }: Landed,
  { start, end, tempos }: Standing,
  timing: Timing,
): NoteEvent[] {
  const index = indexOf(document);
  const over = overOf(mark);
  const isSwell = 'swell' in mark && mark.swell !== undefined;
  const hits = [...(over?.strokes ?? []), ...(isSwell ? [] : [{ ...mark, at: over?.to ?? 0 }])];
  return hits.flatMap(({ at: afterLine, voice: id, velocity }) => {
    const voice = index.voice(id);
    const at = afterLine - since;
    if (!voice || at < 0 || at >= stretch.slot.length || stretch.occurrence?.silencedVoices.includes(id))
      return [];
    const drive = intensityAt(stretch.occurrence?.drive, (specialOf(stretch)?.at ?? 0) + at);
    const feel = { tempo: tempoAt(tempos, start + at), meter: stretch.meter, swing: index.song.swing };
    const heard =
      timing === 'heard' && over ? heardPlace(afterLine, ON_TIME, voice, voice.grid, feel) - since : at;
    const tick = Math.min(end - 1, start + Math.round(heard));
    const length = Math.max(1, Math.min(RINGS, end - tick));
    return strike(index, stretch, id, (velocity * drive) / 100, {
      tick,
      length,
      hit: `landing${afterLine ? ` ${afterLine}` : ''}`,
    });
  });
}

/**
 * The swell up to the end of a stretch that begins at `start`: one note whose end is the barline, shorter where it would
 * begin before the scope; none where its slot has none in this round.
 */
export function swellEvents(index: SongIndex, stretch: Stretch, start: number): NoteEvent[] {
  const { landing, length } = stretch.slot;
  if (!landing?.swell || !marksRound(landing, stretch)) return [];
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
      uncut: length,
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

/** Nearness of a hit that is at the same place, in ticks. */
const NEAR = PPQ / 16;

/**
 * True for a hit that a landing replaces: a hat of the same part where it strikes, or what it strikes itself. While a fill goes
 * on over the bar line all of the drummer's hands give way, and a foot that has a part in it.
 */
export function givesWay(
  index: SongIndex,
  hit: ResolvedHit,
  inSlot: number,
  { mark, since }: Landed,
): boolean {
  const over = overOf(mark);
  const to = over?.to ?? 0;
  const afterLine = since + inSlot;
  if (afterLine >= to + NEAR) return false;
  const [voice, lands] = [index.voice(hit.voice), index.voice(mark.voice)];
  if (!voice || voice.part !== lands?.part) return false;
  const isAtEnd = afterLine > to - NEAR;
  const isPlayed = over?.strokes.some(({ voice: row, at }) => row === voice.id && (at === to) === isAtEnd);
  if (isAtEnd)
    return (
      isPlayed === true ||
      (voice.family === 'hat' && voice.limb === 'hand' && (!over || lands.limb === 'hand'))
    );
  return isDrummers(voice) && (voice.limb === 'hand' || isPlayed === true);
}
