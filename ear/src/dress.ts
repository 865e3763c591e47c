import { occurrencePlaces, phraseEnds } from '@plucky/core/form';
import { placeDress, planDress } from '@plucky/core/plan';
import { compile } from '@plucky/core/play';
import {
  apply,
  documentOf,
  indexOf,
  isChange,
  type Section,
  SECTION_ROLES,
  type SongDocument,
} from '@plucky/core/song';
import { barTicks, randomFrom, seedFrom } from '@plucky/core/time';
import { GROOVE, GROOVES } from './grooves.ts';

/** Figures of the ends that are planned for a song. */
export interface DressFigures {
  /** Bars with strokes before and none after. */
  readonly emptied: number;
  /** Ends of sections, and how many of them are fills, or fills and drop-outs. */
  readonly strong: number;
  readonly fills: number;
  readonly drops: number;
  /** Bare ends that are not planned and do not say why. */
  readonly silent: number;
  /** Turn-arounds at ends of sections. */
  readonly light: number;
}

/** A song over a groove of the shelf, with a form drawn from a seed: two to six sections of one to three phrases. */
export function randomSong(seed: number): SongDocument {
  const random = randomFrom(seedFrom('a song to dress', seed));
  const names = Object.keys(GROOVES);
  const base = GROOVES[random.choose(names)];
  if (!base) throw new RangeError('There is no groove.');
  const { song } = indexOf(base);
  const bar = barTicks(song.meter);
  const sections = Array.from({ length: random.whole(2, 6) }, (_, i): Section => ({
    id: `s${i}`,
    kind: 'section',
    name: `Section ${i + 1}`,
    role: random.choose(SECTION_ROLES),
    slots: Array.from({ length: random.whole(1, 3) }, (_, j) => ({
      id: `s${i}-${j}`,
      length: bar * random.choose([2, 4, 4, 8]),
      layers: [{ pattern: GROOVE, silencedVoices: [], own: {}, silenced: [], changed: {} }],
    })),
  }));
  const form = sections.map(({ id }) => ({ id: `o-${id}`, section: id, times: 1, silencedVoices: [] }));
  return documentOf([...Object.values(base.records), ...sections, { ...song, form }]);
}

/** The ends that a seed plans for a song, measured. */
export function dressFigures(document: SongDocument, seed: number): DressFigures {
  const plan = planDress(document, seed);
  const outcome = placeDress(document, plan);
  const after = isChange(outcome) ? apply(document, outcome).document : document;
  const before = barsOf(document);
  const left = barsOf(after);
  const last = plan.at(-1);
  const strong = plan.filter((one) => one.isStrong && one !== last && one.option);
  const planned = new Set(plan.map(({ key }) => key));
  const bare = phraseEnds(document).filter(({ isBare }) => isBare);
  return {
    emptied: [...before].filter((bar) => !left.has(bar)).length,
    strong: strong.length,
    fills: strong.filter(({ option }) => option?.kind === 'fill').length,
    drops: strong.filter(({ option }) => option?.kind === 'drop-out').length,
    silent:
      bare.filter(({ section, end }) => !planned.has(`${section.id}-${end}`)).length +
      plan.filter(({ option, why }) => !option && why === null).length,
    light: strong.filter(({ option }) => option?.kind === 'turn-around').length,
  };
}

/** The bars of a song that have a stroke of drums, from 0. */
function barsOf(document: SongDocument): ReadonlySet<number> {
  const bar = barTicks(indexOf(document).song.meter);
  const last = occurrencePlaces(document).at(-1);
  const length = (last?.start ?? 0) + (last?.length ?? 0);
  const { events } = compile(document, { kind: 'song' });
  return new Set(events.flatMap(({ tick }) => (tick < length ? [Math.floor(tick / bar)] : [])));
}
