import type { CellPlan, Kind, OverTheBar, Voice } from '../../../song/index.ts';
import { beatTicks, counted, type Meter } from '../../../time/index.ts';
import { cellStarts, cellStep } from '../cells/cell.ts';
import type { FillWords } from '../describe.ts';

/** Words of the kinds; the drums that a fill goes over follow. */
const KIND_WORDS: Readonly<Record<Kind, string>> = {
  singles: 'Singles',
  doubles: 'Roll that grows',
  paradiddles: 'Paradiddles',
  linear: 'Linear',
  flams: 'Flams',
  ruffs: 'Ruffs',
  stabs: 'Stabs',
  'hat barks': 'Hat barks',
  'ghost notes': 'Ghosts and accents',
  threes: 'Threes across',
  'over the bar': 'Threes over the bar',
  'half-time drag': 'Half-time drag',
  'backbeat kept': 'Backbeat kept',
  'both hands': 'Both hands',
  'stop and pick-up': 'Stop and pick-up',
  'six over four': 'Six over four',
};

/** Kinds whose drums say themselves. */
const PLAIN: ReadonlySet<Kind> = new Set(['hat barks', 'stop and pick-up']);

/** A fill's kind and drums, its arrival and its number of strokes, in few words. */
export function kindWords(
  plan: CellPlan,
  kind: Kind,
  drums: readonly Voice[],
  voices: readonly Voice[],
  meter: Meter,
  over?: OverTheBar,
): FillWords {
  const starts = cellStarts(plan, 0);
  const strokes = plan.cells.flatMap((cell, i) =>
    cell.strokes.map((one) => ({ ...one, at: (starts[i] ?? 0) + one.step * cellStep(plan, cell) })),
  );
  const hands = strokes.filter(({ by }) => by !== 'F').sort((a, b) => a.at - b.at);
  const end = plan.cells.reduce((sum, cell) => sum + cell.steps * cellStep(plan, cell), 0);
  const way = PLAIN.has(kind) ? '' : wayOver(hands, drums, voices);
  return {
    title: `${nameOf(kind, plan)}${way ? ` ${way}` : ''}`,
    arrival: over
      ? `lands on ${over.to / beatTicks(meter) + 1}`
      : arrival(
          strokes.map(({ at }) => at),
          end,
          meter,
        ),
    make: counted(strokes.length + (over ? over.strokes.length - 1 : 0), 'stroke'),
  };
}

/** Name of a kind; groups over the bar line are named after their size. */
function nameOf(kind: Kind, { cells }: CellPlan): string {
  const isFives = kind === 'over the bar' && cells[0]?.steps === FIVE;
  return isFives ? 'Fives over the bar' : KIND_WORDS[kind];
}

const FIVE = 5;

/** The drums of the hands, as "on the snare" or "down the toms"; nothing where they have no stroke. */
function wayOver(
  hands: readonly { readonly voice: string }[],
  drums: readonly Voice[],
  voices: readonly Voice[],
): string {
  const names = new Map(voices.map((voice) => [voice.id, voice.name.toLowerCase()]));
  const played = [...new Set(hands.map(({ voice }) => voice))];
  const name = (id: string | undefined) => names.get(id ?? '') ?? 'a drum';
  if (!played.length) return '';
  if (played.length === 1) return `on the ${name(played[0])}`;
  if (played.length === 2) {
    const isTom = (id: string) => voices.some((voice) => voice.id === id && voice.family === 'tom');
    const said = played.map((id) => (isTom(id) ? 'tom' : name(id)));
    return played.every(isTom) ? 'on two toms' : `on ${said.join(' and ')}`;
  }
  const places = hands.flatMap(({ voice }) => {
    const at = drums.findIndex((drum) => drum.id === voice);
    return at < 0 ? [] : [at];
  });
  const steps = places.slice(1).map((place, i) => place - (places[i] ?? 0));
  if (steps.every((step) => step >= 0) && steps.some((step) => step > 0)) return 'down the toms';
  if (steps.every((step) => step <= 0) && steps.some((step) => step < 0)) return 'up the toms';
  return 'round the kit';
}

/** Place of the last stroke before the downbeat, in words; places and `end` are in ticks of the fill. */
function arrival(places: readonly number[], end: number, meter: Meter): string {
  const last = Math.max(...places);
  const beat = beatTicks(meter);
  const left = end - last;
  if (left < beat / 2) return 'leads into 1';
  const number = meter.beats - Math.ceil(left / beat) + 1;
  if (left > meter.beats * beat || number < 1) return 'ends early';
  if (left % beat === 0) return `stops on ${number}`;
  return left % beat === beat / 2 ? `stops on ${number} &` : `stops after ${number}`;
}
