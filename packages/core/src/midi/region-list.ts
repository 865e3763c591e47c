import { occurrencePlaces, type Scope, songStretches } from '../form/stretches.ts';
import type { Id } from '../names.ts';
import { resolve } from '../pattern/resolve.ts';
import { indexOf, type SongDocument } from '../song/document.ts';
import { barTicks } from '../time/meter.ts';
import type { ExportOptions, RegionKind } from './options.ts';

/** A stretch that leaves as one file, with an identity that lasts from export to export. */
export interface RegionPlan {
  readonly id: Id;
  readonly kind: RegionKind;
  readonly name: string;
  readonly scope: Scope;
  /** The bar of the song, from 1, at which it belongs; null for patterns, which belong anywhere. */
  readonly startBar: number | null;
  /** Its length in bars; a slot may be a part of one. */
  readonly bars: number;
}

/** The regions that the options ask for, kind by kind, in song order. Empty stretches are left out. */
export function planRegions(document: SongDocument, options: Pick<ExportOptions, 'regions'>): RegionPlan[] {
  return options.regions.flatMap((kind) => plans[kind](document)).filter((region) => region.bars > 0);
}

const plans: Readonly<Record<RegionKind, (document: SongDocument) => RegionPlan[]>> = {
  song: (document) => {
    const places = occurrencePlaces(document);
    const bars = places.reduce((sum, place) => sum + place.bars, 0);
    return [
      {
        id: 'song',
        kind: 'song',
        name: indexOf(document).song.name,
        scope: { kind: 'song' },
        startBar: 1,
        bars,
      },
    ];
  },
  section: (document) =>
    occurrencePlaces(document).map(({ occurrence, section, firstBar, bars }) => ({
      id: `section.${occurrence.id}`,
      kind: 'section',
      name: section.name,
      scope: { kind: 'occurrence', occurrence: occurrence.id },
      startBar: firstBar,
      bars,
    })),
  slot: (document) => {
    let startBar = 1;
    return songStretches(document).flatMap(({ occurrence, repeat, section, slot, meter }) => {
      if (!occurrence) return [];
      const bars = slot.length / barTicks(meter);
      const number = section.slots.indexOf(slot) + 1;
      const plan: RegionPlan = {
        id: `slot.${occurrence.id}.${repeat}.${slot.id}`,
        kind: 'slot',
        name: `${section.name} ${
          slotName(
            document,
            slot.layers.map((layer) => layer.pattern),
          ) ?? `rest ${number}`
        }`,
        scope: { kind: 'slot', occurrence: occurrence.id, repeat, slot: slot.id },
        startBar,
        bars,
      };
      startBar += bars;
      return [plan];
    });
  },
  pattern: (document) => {
    const { song, parts, patternsOf } = indexOf(document);
    return parts.flatMap((part) =>
      patternsOf(part.id).map((pattern) => ({
        id: `pattern.${pattern.id}`,
        kind: 'pattern' as const,
        name: pattern.name,
        scope: { kind: 'pattern' as const, pattern: pattern.id },
        startBar: null,
        bars: pattern.length / barTicks(resolve(document, pattern.id).meter ?? song.meter),
      })),
    );
  },
};

/** A slot is called after what its first part plays. */
function slotName(document: SongDocument, patterns: readonly Id[]): string | undefined {
  const [first] = patterns;
  return first === undefined ? undefined : indexOf(document).pattern(first)?.name;
}
