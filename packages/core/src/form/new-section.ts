import { resolve } from '../pattern/index.ts';
import {
  freeName,
  type Id,
  indexOf,
  isEndRole,
  type Layer,
  layersOf,
  mainLayer,
  plainLayer,
  type Section,
  type SectionRole,
  type Slot,
  type SongDocument,
} from '../song/index.ts';
import { barTicks } from '../time/index.ts';
import { sectionMeter } from './bars.ts';

/** Usual names of sections, by role. */
export const SECTION_NAMES: Readonly<Record<SectionRole, string>> = {
  intro: 'Intro',
  verse: 'Verse',
  'pre-chorus': 'Pre-chorus',
  'build-up': 'Build-up',
  chorus: 'Chorus',
  bridge: 'Bridge',
  interlude: 'Interlude',
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

/**
 * A slot of one phrase that plays the groove of a section: what each part plays through `like`, or where that is an end only
 * through the nearest slot before it, or after it, or the first pattern of the part where the section has no slot.
 */
export function newSlot(
  document: SongDocument,
  section: Section,
  id: Id,
  like: Slot | undefined = section.slots.at(-1),
): Slot {
  const { song, parts } = indexOf(document);
  const length = barTicks(sectionMeter(document, section)) * song.phraseBars;
  if (!like) return { id, length, layers: firstLayers(document) };
  const at = section.slots.indexOf(like);
  const nearest = [...section.slots.slice(0, at + 1).reverse(), ...section.slots.slice(at + 1)];
  const layers = parts.flatMap((part) => grooveOf(document, nearest, part.id) ?? []);
  return { id, length, layers };
}

/** The layer by which the first of some slots that has more than an end plays a part, through the whole of a slot. */
function grooveOf(document: SongDocument, slots: readonly Slot[], part: Id): Layer | null {
  const { pattern } = indexOf(document);
  const [first] = slots;
  // A part that rests in the slot before goes on resting.
  if (!first || !layersOf(document, first, part).here.length) return null;
  for (const slot of slots) {
    const main = mainLayer(document, slot, part);
    if (main && !isEndRole(pattern(main.pattern)?.role))
      return { ...plainLayer(main.pattern), silencedVoices: main.silencedVoices };
  }
  return null;
}

/** The first pattern with hits of each part, as layers. */
function firstLayers(document: SongDocument): Layer[] {
  const { parts, patternsOf } = indexOf(document);
  return parts.flatMap((part) => {
    const first = patternsOf(part.id).find((pattern) => resolve(document, pattern.id).hits.length > 0);
    return first ? [plainLayer(first.id)] : [];
  });
}
