import { barTicks, beatTicks, type Grid, gridTicks, pulses } from '../../../../time/index.ts';
import { LOUDEST_GHOST, SOFTEST_GHOST } from '../../cells/cell.ts';
import { type Beat, gridFitting, onsetsIn } from '../beats.ts';
import { drumsAlong, type FillContext, type FillStroke } from '../context.ts';
import { acrossTheBeat, phraseOf } from '../phrase.ts';
import { accented, accentsOf, footed, handAt, handStroke, plain, type PlayKind } from './kind.ts';

/** Singles round the kit: hands in turn, a drum a beat. */
export const singles: PlayKind = (context, random) => {
  const beats = phraseOf(context, random);
  const onsets = onsetsIn(beats);
  const drums = drumsAlong(context, onsets, random);
  const accents = accentsOf(onsets, beats, random);
  const strokes = onsets.flatMap(({ at }, i) => {
    const drum = drums[i];
    return drum ? [handStroke(drum, at, handAt(i), (accents.has(i) ? accented : plain)(context, at))] : [];
  });
  return { beats, strokes };
};

/** The stickings of a paradiddle and of its longer kin; a stroke that begins one stands out. */
const PARADIDDLES = ['RLRRLRLL', 'RLRLRRLRLRLL', 'RLRRLL'] as const;
const ACCENTED: Readonly<Record<(typeof PARADIDDLES)[number], number>> = {
  RLRRLRLL: 4,
  RLRLRRLRLRLL: 6,
  RLRRLL: 6,
};

/** Paradiddles: accents go round the drums, the strokes between are soft on the snare. */
export const paradiddles: PlayKind = (context, random) => {
  const { snare } = context;
  if (!snare) return null;
  const beats = phraseOf(context, random, {
    busy: Math.max(0.85, context.recipe.busy / 100),
    arriving: 'runs in',
  });
  const onsets = onsetsIn(beats);
  const drums = drumsAlong(context, onsets, random);
  const sticking = random.choose(PARADIDDLES);
  const strokes = onsets.map(({ at }, i) => {
    const by = sticking.charAt(i % sticking.length) === 'R' ? 'R' : 'L';
    return i % ACCENTED[sticking] === 0
      ? handStroke(drums[i] ?? snare, at, by, accented(context, at))
      : handStroke(snare, at, by, random.whole(SOFTEST_GHOST, LOUDEST_GHOST));
  });
  return { beats, strokes };
};

/** The fastest tempo at which a 32nd is a bounce of 70 ms. */
const FASTEST_DIDDLES = 105;

/** Doubles on one drum that grow: diddles of 32nds where the tempo leaves room for them, else two 16ths a hand. */
export const doubles: PlayKind = (context, random) => {
  const { tempo, drums, snare } = context;
  const drum = random.chance(0.75) ? snare : random.choose(drums);
  if (!drum) return null;
  const beats = phraseOf(context, random, { busy: Math.max(0.75, context.recipe.busy / 100) });
  if (beats.some(({ grid }) => gridTicks(grid) < gridTicks(6))) return null;
  const onsets = onsetsIn(beats);
  const diddles = tempo <= FASTEST_DIDDLES;
  const everySecond = random.chance(0.5);
  const strokes = onsets.flatMap(({ at, beat }, i): FillStroke[] => {
    const by = diddles ? handAt(i) : handAt(Math.floor(i / 2));
    const isLast = i === onsets.length - 1;
    const grows = Math.round(plain(context, at) * 0.8 + (i / Math.max(1, onsets.length)) * 28);
    const first = handStroke(drum, at, by, isLast ? accented(context, at) : Math.min(127, grows));
    const next = onsets[i + 1]?.at ?? at;
    const half = gridTicks(beats[beat]?.grid ?? 4) / 2;
    // A last stroke, and one before a rest, is single: a roll ends on it.
    const isFine = HALVED[beats[beat]?.grid ?? 4] !== undefined;
    const isDoubled = diddles && isFine && !isLast && next - at === 2 * half && (!everySecond || i % 2 === 1);
    return isDoubled ? [first, handStroke(drum, at + half, by, Math.round(first.velocity * 0.9))] : [first];
  });
  return { beats: diddles ? beats.flatMap(inHalves) : beats, strokes };
};

const HALVED: Readonly<Partial<Record<Grid, Grid>>> = { 4: 8, 3: 6, 2: 4 };

/** A beat on the next finer grid, in two halves where it has more steps than a cell holds. */
function inHalves(beat: Beat): Beat[] {
  const grid = HALVED[beat.grid];
  if (!grid) return [beat];
  const cell = Array.from(beat.cell, (one) => `${one}.`).join('');
  if (cell.length <= 7) return [{ ...beat, grid, cell }];
  const half = Math.ceil(cell.length / 2);
  return [
    { ...beat, grid, cell: cell.slice(0, half) },
    { ...beat, grid, cell: cell.slice(half), start: beat.start + half * gridTicks(grid) },
  ];
}

/** Flams on what stands out, and flam taps: the other strokes are plain. */
export const flams: PlayKind = (context, random) => graced(context, random, 'flam', 0.55);

/** A ruff of three graces leads into what stands out. */
export const ruffs: PlayKind = (context, random) => graced(context, random, 'ruff', 0.5);

function graced(context: FillContext, random: Parameters<PlayKind>[1], grace: 'flam' | 'ruff', busy: number) {
  const beats = phraseOf(context, random, { busy: Math.min(busy, context.recipe.busy / 100) });
  const onsets = onsetsIn(beats);
  const drums = drumsAlong(context, onsets, random);
  const strokes = onsets.flatMap(({ at }, i): FillStroke[] => {
    const drum = drums[i];
    if (!drum) return [];
    // A grace needs the time of a 16th before it and after it.
    const isFree =
      (i === 0 || at - (onsets[i - 1]?.at ?? 0) >= 480) && (onsets[i + 1]?.at ?? Infinity) - at >= 240;
    const isGraced = isFree && (i === 0 || i % 2 === 0 || grace === 'ruff');
    const velocity = (isGraced ? accented : plain)(context, at);
    return [handStroke(drum, at, handAt(i), velocity, isGraced ? grace : undefined)];
  });
  return strokes.some((one) => one.grace) ? { beats, strokes } : null;
}

/** Chatter of ghost notes on the snare with accents between. */
export const ghosts: PlayKind = (context, random) => {
  const { snare } = context;
  if (!snare) return null;
  const beats = phraseOf(context, random);
  const onsets = onsetsIn(beats);
  const accents = accentsOf(onsets, beats, random);
  const drums = drumsAlong(context, onsets, random);
  const onToms = random.chance(0.4);
  const strokes = onsets.map(({ at }, i) =>
    accents.has(i)
      ? handStroke((onToms ? drums[i] : undefined) ?? snare, at, handAt(i), accented(context, at))
      : handStroke(snare, at, handAt(i), random.whole(SOFTEST_GHOST, LOUDEST_GHOST)),
  );
  return accents.size < onsets.length ? { beats, strokes } : null;
};

/** Figures of three steps that go across the beat; `F` is the foot. */
const THREES = ['xxx', 'x.x', 'xx.', 'xxF', 'xFF'] as const;
const FIVES = ['xxxFF', 'xxF.x', 'xx.xF'] as const;

/** Threes across four, the first of each on a drum along the way. */
export const threes: PlayKind = (context, random) => {
  if (context.to - context.from < 4 * gridTicks(4)) return null;
  return across(context, random, random.choose(THREES));
};

/** Most beats of the next bar that a fill goes on over. */
const MOST_BEATS_OVER = 2;

/**
 * Threes or fives that go on over the bar line, up to the beat of the next bar on which a group ends; where none ends there
 * soon, or the fill goes on behind this stretch, over a bar line within it.
 */
export const overTheBar: PlayKind = (context, random) => {
  const { recipe, meter, from, to, length } = context;
  const figure = random.choose([...THREES, ...FIVES]);
  const grid = gridFitting(to - from, [random.choose(recipe.values)]);
  const group = figure.length * gridTicks(grid);
  const beat = beatTicks(meter);
  const isInBeats = pulses(meter).length === meter.beats;
  const beats = Array.from({ length: Math.min(MOST_BEATS_OVER, meter.beats - 1) }, (_, i) => (i + 1) * beat);
  const goesOn = to === length && recipe.gap === 0 && isInBeats;
  // No more of it is after the line than before.
  const over = goesOn
    ? beats.find((ticks) => ticks <= to - from && (to - from + ticks) % group === 0)
    : undefined;
  if (over === undefined) return to - from > barTicks(meter) ? across(context, random, figure) : null;
  const landsAt = to + over;
  const longer = { ...context, recipe: { ...recipe, values: [grid] }, to: landsAt };
  const played = across(longer, random, figure);
  return played && { ...played, landsAt };
};

/** Six even strokes over four beats, three over two, each on the next drum along the way, every other one with the foot. */
export const sixOverFour: PlayKind = (context, random) => {
  const { recipe, from, to, snare, kick } = context;
  const twoBeats = 2 * gridTicks(1);
  if (!snare || to - from < twoBeats || (to - from) % twoBeats !== 0) return null;
  const inTriplets = { ...context, recipe: { ...recipe, values: [TRIPLET_8THS] } };
  const beats = acrossTheBeat(inTriplets, 2, 'x.', random).map((beat) =>
    random.chance(DOUBLED) ? { ...beat, cell: 'xx', letter: 'B' } : beat,
  );
  const onsets = onsetsIn(beats);
  const drums = drumsAlong(context, onsets, random);
  const first = random.whole(0, 1);
  const strokes = onsets.flatMap(({ at, beat, step }, i): FillStroke[] => {
    if (step) return [handStroke(drums[i - 1] ?? snare, at, handAt(i), plain(context, at))];
    const withFoot = kick && recipe.feet !== 'none' && beat % 2 === first;
    const foot: FillStroke[] = withFoot
      ? [{ at, by: 'F', voice: kick.id, velocity: footed(context, at) }]
      : [];
    return [handStroke(drums[i] ?? snare, at, handAt(i), accented(context, at)), ...foot];
  });
  return { beats, strokes };
};

/** Chance that one of the six is struck twice. */
const DOUBLED = 0.3;
/** The grid of 8th triplets. */
const TRIPLET_8THS: Grid = 3;

function across(context: FillContext, random: Parameters<PlayKind>[1], figure: string) {
  const { snare, kick } = context;
  if (!snare || (figure.includes('F') && !kick)) return null;
  const cell = figure.replaceAll('F', 'x');
  const beats = acrossTheBeat(context, figure.length, cell, random);
  const onsets = onsetsIn(beats);
  const drums = drumsAlong(context, onsets, random);
  let hand = 0;
  const strokes = onsets.map(({ at, step, beat }, i): FillStroke => {
    const isFoot = kick && figure.charAt(step) === 'F' && beats[beat]?.cell === cell;
    if (isFoot) return { at, by: 'F', voice: kick.id, velocity: footed(context, at) };
    const by = handAt(hand++);
    return step === 0
      ? handStroke(drums[i] ?? snare, at, by, accented(context, at))
      : handStroke(snare, at, by, plain(context, at));
  });
  return { beats, strokes };
}
