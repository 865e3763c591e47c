import { besideFollowed, curveValue, feelOf, lastPlaceIn, resolve } from '../../pattern/index.ts';
import {
  type BuildRecipe,
  clampVelocity,
  type Control,
  type Hit,
  type Id,
  indexOf,
  LIMITS,
  NO_EDITS,
  type Pattern,
  type Refusal,
  type Shape,
  type SongDocument,
  streamVoices,
  type Voice,
  voicesOfBuild,
} from '../../song/index.ts';
import { beatTicks } from '../../time/index.ts';
import { placesOf } from './speed.ts';

/** The most hits that a build-up has. */
export const MOST_BUILD_HITS = 2000;
/** The most pieces that a chop cuts. */
export const MOST_PIECES = 24;

/** First velocity of a second voice, as a share of its velocity. */
const NEAR_NOTHING = 0.02;

/**
 * A build-up from a recipe, as a pattern that follows the groove that goes on under it: its stream of hits from the start
 * to the silence before the landing, and the controls that move them. The same recipe gives the same build-up.
 * Refused when the voice is gone, when no beat is left to play, for pitch as notes on drums, and for too many hits.
 */
export function buildPattern(
  document: SongDocument,
  groove: Id,
  recipe: BuildRecipe,
  id: Id,
  name: string,
): Pattern | Refusal {
  const index = indexOf(document);
  const resolved = resolve(document, groove);
  const { part } = resolved.pattern;
  const beat = beatTicks(feelOf(document, resolved).meter);
  const trouble = troubleWith(document, part, recipe, beat);
  if (trouble) return { reason: trouble };
  const plays = recipe.lasts - recipe.silence;
  const isPitched = index.part(part)?.type === 'notes';
  const own = besideFollowed(streamHits(recipe, beat, isPitched), resolved.hits);
  if (Object.keys(own).length > MOST_BUILD_HITS)
    return { reason: `A build-up has at most ${MOST_BUILD_HITS} hits. Slow it down or make it shorter.` };
  const controls = controlsFor(recipe, plays);
  return {
    ...NO_EDITS,
    id,
    kind: 'pattern',
    part,
    name,
    role: 'build-up',
    length: recipe.lasts,
    order: lastPlaceIn(document, part),
    parent: groove,
    window: { from: 0 },
    shapes: shapesFor(recipe, index.voicesOf(part)),
    own,
    // A followed build-up's controls are not taken over: this one has its own or none.
    ...(controls.length || resolved.controls.length ? { controls } : {}),
    // A triplet row takes no swing, which would bend the way in which speed is gathered.
    grids: recipe.speed === 'smoothly' ? { [recipe.voice]: 12 } : {},
    // The groove's accents would raise the stream's hits out of its velocity curve.
    ...(recipe.under === 'groove' ? {} : { accents: [] }),
    builtBy: recipe,
  };
}

function troubleWith(document: SongDocument, part: Id, recipe: BuildRecipe, beat: number): string | null {
  const index = indexOf(document);
  for (const id of voicesOfBuild(recipe))
    if (index.voice(id)?.part !== part) return 'The row that this build-up plays on is gone.';
  if (recipe.lasts - recipe.silence < beat)
    return 'A build-up plays for at least one beat before its silence.';
  const { points = [] } = recipe;
  if (points.some(({ at }, i) => at <= (points[i - 1]?.at ?? 0)))
    return 'The points of a speed stand one after another.';
  if (recipe.lasts > LIMITS.pattern) return 'A build-up lasts at most 16 bars of 4/4.';
  if (recipe.pitch && recipe.pitchAs === 'notes' && index.part(part)?.type === 'drums')
    return 'A drum has no notes to rise by; its pitch moves as bend.';
  if (recipe.chop && piecesOf(recipe).length > MOST_PIECES)
    return `A chop cuts at most ${MOST_PIECES} pieces. Take longer ones or fewer beats.`;
  return null;
}

/** The silent pieces of the chop, in ticks. */
function piecesOf({ chop, lasts, silence }: BuildRecipe): { from: number; to: number }[] {
  if (!chop) return [];
  const end = lasts - silence;
  const out: { from: number; to: number }[] = [];
  for (let at = Math.max(0, end - chop.last); at < end; at += chop.piece) {
    const from = at + Math.round((chop.piece * chop.sounds) / 100);
    if (from < end) out.push({ from, to: Math.min(end, at + chop.piece) });
  }
  return out;
}

/** The hits of a recipe by id, within what is left before the silence and between the cuts; places in ticks. */
function streamHits(recipe: BuildRecipe, beat: number, held: boolean): Readonly<Record<Id, Hit>> {
  const plays = recipe.lasts - recipe.silence;
  const { first, second } = placesOf(recipe, plays / beat, beat);
  const silent = piecesOf(recipe);
  const all = [...first, ...second].sort((a, b) => a - b);
  const own: Record<Id, Hit> = {};
  const add = (places: readonly number[], voice: Id, prefix: string, fades: boolean) =>
    places.forEach((at, i) => {
      if (at >= plays || silent.some(({ from, to }) => at >= from && at < to)) return;
      const share = at / plays;
      const cut = Math.min(plays, ...silent.map(({ from }) => (from > at ? from : plays)));
      const next = all.find((other) => other > at) ?? plays;
      const gap = Math.min(next, cut) - at;
      const velocity = curveValue(recipe.velocity, share);
      own[`${prefix}${i + 1}`] = {
        voice,
        at,
        velocity: clampVelocity(fades ? velocity * Math.max(NEAR_NOTHING, share) : velocity),
        length: Math.max(1, Math.floor(held ? gap : gap / 2)),
        offsetMs: 0,
        pitch: recipe.pitch && recipe.pitchAs === 'notes' ? Math.round(curveValue(recipe.pitch, share)) : 0,
      };
    });
  add(first, recipe.voice, 'b', false);
  add(second, recipe.second ?? recipe.voice, 'c', true);
  const stream = { ...own };
  const { doubled, riser, subDrop, velocity, silence } = recipe;
  if (doubled)
    for (const [id, hit] of Object.entries(stream))
      if (hit.voice === recipe.voice && doubled.voice !== recipe.voice)
        own[`d${id}`] = { ...hit, voice: doubled.voice, pitch: hit.pitch + doubled.pitch };
  const once = { velocity: clampVelocity(velocity.end), offsetMs: 0, pitch: 0 };
  if (riser) own['riser'] = { ...once, voice: riser, at: 0, length: plays };
  if (subDrop) {
    const at = silence ? plays : plays - beat;
    own['drop'] = { ...once, voice: subDrop, at, length: recipe.lasts - at };
  }
  return own;
}

function controlsFor(recipe: BuildRecipe, plays: number): Control[] {
  const span = { voices: [...streamVoices(recipe)], from: 0, to: plays };
  const { pitch, pitchAs, filter, level } = recipe;
  return [
    ...(pitch && pitchAs === 'bend' ? [{ ...span, kind: 'pitch' as const, curve: pitch }] : []),
    ...(filter ? [{ ...span, kind: 'filter' as const, curve: filter }] : []),
    ...(level ? [{ ...span, kind: 'level' as const, curve: level }] : []),
  ];
}

/** Silences of the groove under a build-up: the build-up's own rows, rows that do not go on, the cuts, and its end. */
function shapesFor(recipe: BuildRecipe, voices: readonly Voice[]): Shape[] {
  const { under, lasts, silence } = recipe;
  const playsOn = voicesOfBuild(recipe);
  const stops = voices.filter(
    ({ id, family }) =>
      playsOn.includes(id) || under === 'nothing' || (under === 'kick' && family !== 'kick'),
  );
  const everything = { rule: 'silence' as const, voices: null };
  const kicks = voices.filter(({ family }) => family === 'kick').map(({ id }) => id);
  const ends = lasts - silence;
  return [
    ...(stops.length
      ? [{ id: 'under', rule: 'silence' as const, voices: stops.map(({ id }) => id), from: 0, to: lasts }]
      : []),
    ...piecesOf(recipe).map(({ from, to }, i) => ({ ...everything, id: `cut-${i + 1}`, from, to })),
    ...(recipe.kickLeaves && kicks.length
      ? [
          {
            id: 'kick',
            rule: 'silence' as const,
            voices: kicks,
            from: Math.max(0, ends - recipe.kickLeaves),
            to: ends,
          },
        ]
      : []),
    ...(silence ? [{ ...everything, id: 'silence', from: ends, to: lasts }] : []),
  ];
}
