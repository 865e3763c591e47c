import { inBars, isTail, occurrencePlaces, type Scope, songStretches, tailOf, usage } from '../form/index.ts';
import { feelOf, resolve, soundingOf } from '../pattern/index.ts';
import {
  type ExportOptions,
  type Id,
  indexOf,
  leadingLayer,
  type Pattern,
  type RegionKind,
  type Slot,
  type SongDocument,
} from '../song/index.ts';
import { barTicks, beatTicks, cacheBy } from '../time/index.ts';

/** A stretch that leaves as one file, with an identity that lasts from export to export. */
export interface RegionPlan {
  readonly id: Id;
  readonly kind: RegionKind;
  readonly name: string;
  /** The label of its pattern, or of the one that its slot is called after; empty for none. */
  readonly label: string;
  readonly scope: Scope;
  /** The bar of the song, from 1, at which it belongs; null for patterns, which belong anywhere. */
  readonly startBar: number | null;
  /** The beat of that bar, from 1; null for patterns. */
  readonly startBeat: number | null;
  /** The same place in ticks from the start of the song. */
  readonly startTick: number | null;
  /** Its length in bars, without a pick-up; a slot may be a part of one. */
  readonly bars: number;
}

/** The regions of the kinds that the options ask for, kind by kind, in song order. Empty stretches are left out. */
export function planRegions(document: SongDocument, options: Pick<ExportOptions, 'regions'>): RegionPlan[] {
  return options.regions.flatMap((kind) => plans[kind](document)).filter((region) => region.bars > 0);
}

/** The regions that leave, of the kinds asked for: those chosen by their ids, or, where none are, those that play something. */
export function leavingRegions(
  document: SongDocument,
  options: Pick<ExportOptions, 'regions'>,
  chosen: ReadonlySet<Id> | null = null,
): RegionPlan[] {
  return planRegions(document, options).filter((region) =>
    chosen ? chosen.has(region.id) : playsSomething(document, region),
  );
}

/** False for an empty region, and for a pattern that no slot plays: by itself it stays. */
export function playsSomething(document: SongDocument, { scope }: RegionPlan): boolean {
  if (scope.kind === 'pattern') {
    const played = usage(document);
    // A song without a form is its patterns.
    return sounds(document, scope.pattern) && (played.size === 0 || played.has(scope.pattern));
  }
  const played = playedCache(document);
  if (scope.kind === 'occurrence') return played.has(scope.occurrence);
  if (scope.kind === 'slot') return played.has(`${scope.occurrence} ${scope.repeat} ${scope.slot}`);
  return played.size > 0;
}

/** The occurrences and their slots that play something. */
const playedCache = cacheBy((document: SongDocument): ReadonlySet<string> => {
  const played = new Set<string>();
  for (const { occurrence, repeat, slot } of songStretches(document)) {
    const isSilent = slot.layers.every(
      ({ pattern, own }) => !sounds(document, pattern) && Object.keys(own).length === 0,
    );
    if (occurrence && !isSilent) played.add(occurrence.id).add(`${occurrence.id} ${repeat} ${slot.id}`);
  }
  return played;
});

function sounds(document: SongDocument, pattern: Id): boolean {
  return soundingOf(resolve(document, pattern)).length > 0;
}

const plans: Readonly<Record<RegionKind, (document: SongDocument) => RegionPlan[]>> = {
  song: (document) => {
    const places = occurrencePlaces(document);
    const bars = places.reduce((sum, place) => sum + place.lasts, tailOf(document) ? 1 : 0);
    return [
      {
        id: 'song',
        kind: 'song',
        name: indexOf(document).song.name,
        label: '',
        scope: { kind: 'song' },
        startBar: 1,
        startBeat: 1,
        startTick: 0,
        bars,
      },
    ];
  },
  section: (document) =>
    occurrencePlaces(document).map(({ occurrence, section, start, firstBar, lasts }) => ({
      id: `section.${occurrence.id}`,
      kind: 'section',
      name: section.name,
      label: '',
      scope: { kind: 'occurrence', occurrence: occurrence.id, tail: true },
      startBar: firstBar,
      startBeat: 1,
      startTick: start,
      bars: lasts + (tailOf(document) === occurrence ? 1 : 0),
    })),
  slot: (document) => {
    const places = new Map(occurrencePlaces(document).map((place) => [place.occurrence, place]));
    return songStretches(document).flatMap((stretch) => {
      const { occurrence, repeat, section, slot, meter } = stretch;
      const place = occurrence && places.get(occurrence);
      if (!place || isTail(stretch)) return [];
      const bar = barTicks(meter);
      const number = section.slots.findIndex((one) => one.id === slot.id) + 1;
      const led = leadingPattern(document, slot);
      const plan: RegionPlan = {
        id: `slot.${occurrence.id}.${repeat}.${slot.id}`,
        kind: 'slot',
        name: `${section.name} ${led?.name ?? `rest ${number}`}`,
        label: led?.label ?? '',
        scope: { kind: 'slot', occurrence: occurrence.id, repeat, slot: slot.id },
        startBar: inBars(document, place, stretch.start - place.start),
        startBeat: 1 + (stretch.counted % bar) / beatTicks(meter),
        startTick: stretch.start,
        bars: slot.length / bar,
      };
      return [plan];
    });
  },
  pattern: (document) => {
    const { parts, patternsOf } = indexOf(document);
    return parts.flatMap((part) =>
      patternsOf(part.id).map((pattern) => ({
        id: `pattern.${pattern.id}`,
        kind: 'pattern' as const,
        name: pattern.name,
        label: pattern.label ?? '',
        scope: { kind: 'pattern' as const, pattern: pattern.id },
        startBar: null,
        startBeat: null,
        startTick: null,
        bars: pattern.length / barTicks(feelOf(document, resolve(document, pattern.id)).meter),
      })),
    );
  },
};

/** A slot is called after what its first part plays through it. */
function leadingPattern(document: SongDocument, slot: Slot): Pattern | undefined {
  const layer = leadingLayer(document, slot);
  return layer && indexOf(document).pattern(layer.pattern);
}
