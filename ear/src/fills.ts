import { fillCandidates, USUAL_FILL } from '@plucky/core/make';
import { feelOf, gridOf, heardPlace, resolve, soundingOf } from '@plucky/core/pattern';
import { documentOf, type FillRecipe, indexOf, type SongDocument } from '@plucky/core/song';
import { barTicks, pulses, ticksToMs } from '@plucky/core/time';
import { GROOVE } from './grooves.ts';
import { hasAir, type Heard, heardFill, onsetsShared, rhythmOf, strokesShared, voiceOf } from './heard.ts';
import { canPlay, type Struck } from './limbs.ts';

/** Lengths of fills, with the fewest rhythms among twelve. */
export const SPANS = {
  '1 beat': { least: 5, ticks: (beat: number, _bar: number) => beat },
  '2 beats': { least: 7, ticks: (beat: number, _bar: number) => 2 * beat },
  '1 bar': { least: 9, ticks: (_beat: number, bar: number) => bar },
  '2 bars': { least: 10, ticks: (_beat: number, bar: number) => 2 * bar },
} as const;

/** A length of fills. */
export type Span = keyof typeof SPANS;

/** Figures of twelve fills that are shown together. */
export interface FillFigures {
  readonly shown: number;
  readonly rhythms: number;
  readonly kinds: number;
  readonly airy: number;
  /** Pairs that share over four fifths of their onsets and over half of their strokes. */
  readonly alike: number;
  readonly playable: number;
  /** Fills that core passes and the strict check refuses. */
  readonly refused: number;
  /** Fills that end weaker than they were, whisper before the downbeat, do not rise, or strike a drum twice at the seam. */
  readonly weakEnds: number;
  readonly ghostly: number;
  readonly flat: number;
  readonly seams: number;
}

/** The first pulse of a bar, in ticks: what a drummer counts as a beat. */
export function beatOf(document: SongDocument): number {
  const { meter } = indexOf(document).song;
  return pulses(meter)[1] ?? barTicks(meter);
}

/** The last pulse of a bar, in ticks. */
function lastBeatOf(document: SongDocument): number {
  const { meter } = indexOf(document).song;
  return barTicks(meter) - (pulses(meter).at(-1) ?? 0);
}

/** The same song at another tempo. */
export function atTempo(document: SongDocument, tempo: number): SongDocument {
  return documentOf([...Object.values(document.records), { ...indexOf(document).song, tempo }]);
}

/** Twelve fills of the usual recipe over a groove, measured; null where the recipe is refused. */
export function fillFigures(
  document: SongDocument,
  groove: string,
  span: Span,
  seed: number,
  fields: Partial<FillRecipe> = {},
): FillFigures {
  const { song } = indexOf(document);
  const takeOver = SPANS[span].ticks(beatOf(document), barTicks(song.meter));
  const recipe = { ...USUAL_FILL, travel: 'anywhere' as const, takeOver, seed, ...fields };
  const made = fillCandidates(document, groove, recipe, 12);
  if ('reason' in made) throw new Error(made.reason);
  const fills = made.fills.map((one) => heardFill(document, one));
  const pairs = fills.flatMap((a, i) => fills.slice(i + 1).map((b) => [a, b] as const));
  const passed = fills.filter(({ candidate }) => candidate.conflicts.length === 0);
  return {
    shown: fills.length,
    rhythms: new Set(fills.map(rhythmOf)).size,
    kinds: new Set(fills.map(({ candidate }) => candidate.pattern.madeBy?.cells?.kind)).size,
    airy: fills.filter(hasAir).length,
    alike: pairs.filter(([a, b]) => onsetsShared(a, b) > 0.8 && strokesShared(a, b) > 0.5).length,
    playable: passed.length,
    refused: passed.filter((one) => !canPlay(struckIn(document, one))).length,
    weakEnds: fills.filter((one) => endsWeak(one, lastBeatOf(document))).length,
    ghostly: fills.filter(({ own, length }) =>
      own.some((hit) => hit.at >= length - 240 && hit.velocity <= 45),
    ).length,
    flat: fills.filter(isFlat).length,
    seams: fills.filter((one) => strikesTwice(document, groove, one)).length,
  };
}

/** The strokes of a fill and its landing as a drummer meets them; percussion is another player's. */
function struckIn(document: SongDocument, { all, from, length, candidate }: Heard): Struck[] {
  const { song, voicesOf } = indexOf(document);
  const resolved = resolve(document, GROOVE);
  const feel = feelOf(document, resolved);
  const strokes = all
    .filter((hit) => hit.at >= from)
    .map((hit) => {
      const voice = voiceOf(document, hit.voice);
      const heard = heardPlace(hit.at, hit, voice, gridOf(resolved, voice), feel);
      return {
        ms: ticksToMs(heard, song.tempo),
        voice,
        graced: hit.flam !== undefined && hit.flam !== null,
      };
    });
  const kit = voicesOf(resolved.pattern.part);
  const { to = 0, strokes: over = [] } = candidate.pattern.madeBy?.over ?? {};
  const kick = kit.find(({ limb }) => limb === 'right foot');
  const after = [
    ...over.map(({ at, voice }) => ({ at, voice: voiceOf(document, voice) })),
    ...[kit.find(({ sound }) => sound === 'crash'), over.length ? undefined : kick].flatMap((voice) =>
      voice ? [{ at: to, voice }] : [],
    ),
  ];
  return [
    ...strokes,
    ...after.map(({ at, voice }) => ({ ms: ticksToMs(length + at, song.tempo), voice, graced: false })),
  ].filter(({ voice }) => voice.family !== 'percussion');
}

/** In a fill that reaches the last beat its loudest stroke there is at least the loudest of the rest less 5. */
function endsWeak({ own, length }: Heard, beat: number): boolean {
  const loudest = (some: readonly { velocity: number }[]) => Math.max(0, ...some.map((one) => one.velocity));
  const end = own.filter(({ at }) => at >= length - beat);
  const rest = own.filter(({ at }) => at < length - beat);
  return end.length > 0 && rest.length > 0 && loudest(end) < loudest(rest) - 5;
}

/** A rise that is not heard: the loudest of the last third is no louder than the loudest of the first. */
function isFlat({ own, from, length }: Heard): boolean {
  const third = (length - from) / 3;
  const loudest = (low: number, high: number) =>
    Math.max(0, ...own.filter(({ at }) => at >= low && at < high).map(({ velocity }) => velocity));
  const [first, last] = [loudest(from, from + third), loudest(length - third, length)];
  return first > 0 && last > 0 && last < first + 4;
}

/** A drum struck within 60 ms on both sides of the seam. */
function strikesTwice(document: SongDocument, groove: string, { own, from, length }: Heard): boolean {
  const { song } = indexOf(document);
  const resolved = resolve(document, groove);
  const shift = length - resolved.pattern.length;
  const before = soundingOf(resolved).map((hit) => ({ ...hit, at: hit.at + shift }));
  return before.some(
    (hit) =>
      hit.at < from &&
      own.some((one) => one.voice === hit.voice && ticksToMs(one.at - hit.at, song.tempo) < 60),
  );
}
