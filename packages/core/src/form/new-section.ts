import type { Id } from '../names.ts';
import { freeName } from '../names.ts';
import { resolve } from '../pattern/resolve.ts';
import { indexOf, type SongDocument } from '../song/document.ts';
import { plainLayer } from '../song/layers.ts';
import type { Layer, Section, SectionRole, Slot } from '../song/records.ts';
import { barTicks } from '../time/meter.ts';
import { sectionMeter } from './stretches.ts';

/** What sections of each role are called until someone calls them otherwise. */
export const SECTION_NAMES: Readonly<Record<SectionRole, string>> = {
  intro: 'Intro',
  verse: 'Verse',
  'build-up': 'Build-up',
  chorus: 'Chorus',
  break: 'Break',
  outro: 'Outro',
};

/** A new section of one phrase that plays the first pattern of each part that has any hits. */
export function newSection(
  document: SongDocument,
  role: SectionRole,
  ids: { readonly section: Id; readonly slot: Id },
): Pick<Section, 'id' | 'name' | 'role' | 'slots'> {
  const { song, sections } = indexOf(document);
  const name = freeName(
    SECTION_NAMES[role],
    sections.map((section) => section.name),
  );
  const length = barTicks(song.meter) * song.phraseBars;
  return { id: ids.section, name, role, slots: [{ id: ids.slot, length, layers: firstLayers(document) }] };
}

/** A slot of one phrase like the one before it, or with the first patterns where there is none. */
export function newSlot(
  document: SongDocument,
  section: Section,
  id: Id,
  like: Slot | undefined = section.slots.at(-1),
): Slot {
  const { song } = indexOf(document);
  const length = barTicks(sectionMeter(document, section)) * song.phraseBars;
  return { id, length, layers: like?.layers ?? firstLayers(document) };
}

/** The first pattern with hits of each part, as layers. */
function firstLayers(document: SongDocument): Layer[] {
  const { parts, patternsOf } = indexOf(document);
  return parts.flatMap((part) => {
    const first = patternsOf(part.id).find((pattern) => resolve(document, pattern.id).hits.length > 0);
    return first ? [plainLayer(first.id)] : [];
  });
}
