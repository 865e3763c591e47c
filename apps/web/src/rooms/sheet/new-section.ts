import {
  barTicks,
  indexOf,
  plainLayer,
  resolve,
  type Layer,
  type Section,
  type SectionRole,
  type SongDocument,
} from '@plucky/core';
import { freshId } from '../../shared/fresh-id.ts';

export const ROLE_NAMES: Readonly<Record<SectionRole, string>> = {
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
): Pick<Section, 'id' | 'name' | 'role' | 'slots'> {
  const { song, sections } = indexOf(document);
  const taken = new Set(sections.map((section) => section.name));
  let name = ROLE_NAMES[role];
  for (let n = 2; taken.has(name); n++) name = `${ROLE_NAMES[role]} ${n}`;
  const length = barTicks(song.meter) * song.phraseBars;
  return { id: freshId(), name, role, slots: [{ id: freshId(), length, layers: firstLayers(document) }] };
}

export function firstLayers(document: SongDocument): Layer[] {
  const { parts, patternsOf } = indexOf(document);
  return parts.flatMap((part) => {
    const first = patternsOf(part.id).find((pattern) => resolve(document, pattern.id).hits.length > 0);
    return first ? [plainLayer(first.id)] : [];
  });
}
