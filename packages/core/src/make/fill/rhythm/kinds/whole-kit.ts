import type { Voice } from '../../../../song/index.ts';
import { gridTicks } from '../../../../time/index.ts';
import { LOUDEST_GHOST, SOFTEST_GHOST } from '../../cells/cell.ts';
import { type Beat, onsetsIn } from '../beats.ts';
import { drumsAlong, type FillContext, type FillStroke } from '../context.ts';
import { phraseOf } from '../phrase.ts';
import { accented, footed, handAt, handStroke, plain, type PlayKind } from './kind.ts';

/** Hands and foot in turn, never together: hand-hand-foot and its longer kin. */
const LINEAR = ['RLF', 'RLFF', 'RLRF', 'RLRLF', 'RFLF', 'RLRLFF'] as const;

/** Hands and foot in turn, never together. */
export const linear: PlayKind = (context, random) => {
  const { kick, snare, recipe } = context;
  if (!kick || !snare || recipe.feet === 'none') return null;
  const beats = phraseOf(context, random, { busy: Math.max(0.75, recipe.busy / 100) });
  const onsets = onsetsIn(beats);
  const drums = drumsAlong(context, onsets, random);
  const sticking = random.choose(LINEAR);
  const onHat = context.closedHat && random.chance(0.35) ? context.closedHat : null;
  const strokes = onsets.map(({ at }, i): FillStroke => {
    const by = sticking.charAt(i % sticking.length);
    if (by === 'F') return { at, by, voice: kick.id, velocity: footed(context, at) };
    const isFirst = i % sticking.length === 0;
    if (by === 'R')
      return handStroke(
        (isFirst ? drums[i] : onHat) ?? drums[i] ?? snare,
        at,
        'R',
        (isFirst ? accented : plain)(context, at),
      );
    return handStroke(snare, at, 'L', onHat ? accented(context, at) : plain(context, at));
  });
  return strokes.some(({ by }) => by === 'F') ? { beats, strokes } : null;
};

/** Stabs of the foot and the hands together, with air between. */
export const stabs: PlayKind = (context, random) => {
  const { kick, snare, crash } = context;
  if (!kick || !snare) return null;
  const beats = phraseOf(context, random, {
    busy: Math.min(0.34, context.recipe.busy / 100),
    isMeant: isOpen,
  });
  const onsets = onsetsIn(beats);
  if (onsets.length < 2 || onsets.some(({ at }, i) => at - (onsets[i - 1]?.at ?? -Infinity) < 240))
    return null;
  const right = crash && random.chance(0.6) ? crash : snare;
  const both = right === crash && random.chance(0.4);
  const strokes = onsets.flatMap(({ at }): FillStroke[] => [
    handStroke(right, at, 'R', accented(context, at)),
    ...(both ? [handStroke(snare, at, 'L', accented(context, at))] : []),
    { at, by: 'F', voice: kick.id, velocity: accented(context, at) },
  ]);
  return { beats, strokes };
};

/** Cells of one or two strokes that are not next to each other. */
function isOpen(cell: string): boolean {
  return !cell.includes('xx');
}

/** The open hat, closed on the next place, with snare between. */
export const hatBarks: PlayKind = (context, random) => {
  const { openHat, closedHat, snare, kick } = context;
  if (!openHat || !closedHat || !snare) return null;
  const beats = phraseOf(context, random, { busy: Math.min(0.75, context.recipe.busy / 100) });
  const onsets = onsetsIn(beats);
  const barks = new Set<number>();
  onsets.forEach(({ at, step }, i) => {
    const next = onsets[i + 1];
    const isApart = next !== undefined && next.at - at >= 240 && !barks.has(i - 1);
    if (isApart && (step === 2 || random.chance(0.25))) barks.add(i);
  });
  if (!barks.size) return null;
  let hand = 0;
  const strokes = onsets.flatMap(({ at }, i): FillStroke[] => {
    if (barks.has(i)) {
      const foot: FillStroke[] = kick ? [{ at, by: 'F', voice: kick.id, velocity: footed(context, at) }] : [];
      return [handStroke(openHat, at, 'R', accented(context, at)), ...foot];
    }
    if (barks.has(i - 1))
      return [
        handStroke(closedHat, at, 'R', plain(context, at)),
        handStroke(snare, at, 'L', accented(context, at)),
      ];
    return [
      handStroke(
        snare,
        at,
        handAt(hand++),
        random.chance(0.4) ? random.whole(SOFTEST_GHOST, LOUDEST_GHOST) : plain(context, at),
      ),
    ];
  });
  return { beats, strokes };
};

/** Half the time of the groove: few strokes, low drums, drags into what stands out. */
export const halfTimeDrag: PlayKind = (context, random) => {
  const { snare, drums, kick } = context;
  const low = drums.at(-1);
  if (!snare || !low) return null;
  const beats = phraseOf(context, random, {
    busy: Math.min(0.36, context.recipe.busy / 100),
    isMeant: (cell) => isOpen(cell) && cell.startsWith('x'),
  });
  const onsets = onsetsIn(beats);
  if (onsets.length < 2) return null;
  const strokes = onsets.flatMap(({ at, step, beat }, i): FillStroke[] => {
    const isBack = beat % 2 === 1 && step === 0;
    const isFree = i === 0 || at - (onsets[i - 1]?.at ?? 0) >= 480;
    const velocity = (step === 0 ? accented : plain)(context, at);
    const hand = handStroke(
      isBack ? snare : low,
      at,
      handAt(i),
      velocity,
      isFree && step === 0 ? 'drag' : undefined,
    );
    return kick && !isBack && step === 0
      ? [hand, { at, by: 'F', voice: kick.id, velocity: footed(context, at) }]
      : [hand];
  });
  return { beats, strokes };
};

/** The groove's backbeat goes on, with decorations between. */
export const backbeatKept: PlayKind = (context, random) => {
  const { backbeats, snare } = context;
  if (!snare || !backbeats.length) return null;
  const beats = phraseOf(context, random, { busy: Math.min(0.6, context.recipe.busy / 100) });
  const isFree = (at: number) => backbeats.every((one) => Math.abs(one.at - at) >= 240);
  const onsets = onsetsIn(beats);
  const drums = drumsAlong(context, onsets, random);
  const decorations = onsets.flatMap(({ at }, i): FillStroke[] => {
    if (!isFree(at)) return [];
    const drum = drums[i] ?? snare;
    const isGhost = drum === snare;
    const velocity = isGhost ? random.whole(SOFTEST_GHOST, LOUDEST_GHOST) : plain(context, at);
    return [handStroke(drum, at, handAt(i), velocity)];
  });
  if (!decorations.length) return null;
  const kept = backbeats.map(({ at, voice, velocity }): FillStroke => ({ at, by: 'L', voice, velocity }));
  const strokes = [...decorations, ...kept];
  return { beats: withPlaces(beats, strokes), strokes };
};

/** The beats with a stroke where there is one, so that their cells say what is played. */
function withPlaces(beats: readonly Beat[], strokes: readonly FillStroke[]): readonly Beat[] {
  const places = new Set(strokes.map(({ at }) => at));
  return beats.map((beat) => ({
    ...beat,
    cell: Array.from(beat.cell, (_, i) =>
      places.has(beat.start + i * gridTicks(beat.grid)) ? 'x' : '.',
    ).join(''),
  }));
}

/** Two hands together on two drums, the foot between them. */
export const bothHands: PlayKind = (context, random) => {
  const { drums, snare, kick } = context;
  if (!snare || drums.length < 2) return null;
  const beats = phraseOf(context, random, {
    busy: Math.min(0.5, context.recipe.busy / 100),
    isMeant: isOpen,
  });
  const onsets = onsetsIn(beats);
  const along = drumsAlong(context, onsets, random);
  const hands = onsets.flatMap(({ at }, i): FillStroke[] => {
    const [right, left] = pairOf(along[i] ?? snare, snare, drums);
    return [
      handStroke(right, at, 'R', accented(context, at)),
      handStroke(left, at, 'L', accented(context, at)),
    ];
  });
  const feet = kick && random.chance(0.6) ? between(context, beats, kick) : [];
  const strokes = [...hands, ...feet];
  return { beats: withPlaces(beats, strokes), strokes };
};

function pairOf(drum: Voice, snare: Voice, drums: readonly Voice[]): readonly [Voice, Voice] {
  return drum === snare ? [drums.at(-1) ?? drum, snare] : [drum, snare];
}

/** A stroke of the foot on the step after each of the hands that is free. */
function between(context: FillContext, beats: readonly Beat[], kick: Voice): FillStroke[] {
  return beats.flatMap(({ start, grid, cell }) => {
    if (gridTicks(grid) < 240) return [];
    return Array.from(cell).flatMap((one, i): FillStroke[] => {
      const isNext = one === '.' && cell.charAt(i - 1) === 'x' && cell.charAt(i + 1) !== '';
      const at = start + i * gridTicks(grid);
      return isNext ? [{ at, by: 'F', voice: kick.id, velocity: footed(context, at) }] : [];
    });
  });
}

/** A stop on the first place, silence, and a pick-up before the downbeat. */
export const stop: PlayKind = (context, random) => {
  const { kick, crash, snare, drums, from, to } = context;
  if (!snare || !kick) return null;
  const beats = phraseOf(context, random, { busy: 0.3 });
  const step = gridTicks(beats.at(-1)?.grid ?? 4);
  const room = Math.floor((to - from) / step);
  if (room < 6) return null;
  const ups = random.choose(
    [[1], [2], [1, 2], [1, 3], [1, 2, 3], [2, 3], [1, 4]].filter((steps) => Math.max(...steps) <= room / 2),
  );
  const onFirst = random.choose([0, 0, 2]);
  const at = from + onFirst * step;
  const first: FillStroke[] = [
    handStroke(crash && random.chance(0.4) ? crash : snare, at, 'R', accented(context, at)),
    { at, by: 'F', voice: kick.id, velocity: accented(context, at) },
  ];
  const drum = random.chance(0.5) ? snare : random.choose(drums);
  const pickUp = ups
    .map((nth) => to - nth * step)
    .sort((a, b) => a - b)
    .map((place, i) => handStroke(drum, place, handAt(i), accented(context, place)));
  const strokes = [...first, ...pickUp];
  return { beats: withPlaces(beats, strokes), strokes };
};
