import { indexOf, type SongDocument } from '../song/document.ts';
import type { Outcome } from '../song/outcome.ts';
import type { Id, Pattern } from '../song/records.ts';

/** All patterns that follow this one, directly or by way of others, nearest first. */
export function followersOf(document: SongDocument, pattern: Id): readonly Pattern[] {
  const index = indexOf(document);
  const out: Pattern[] = [];
  let generation = index.followersOf(pattern);
  while (generation.length) {
    out.push(...generation);
    generation = generation.flatMap((one) => index.followersOf(one.id));
  }
  return out;
}

/** Removes a pattern that nothing follows and no slot plays; refused, saying what holds it, otherwise. */
export function removePattern(document: SongDocument, id: Id): Outcome {
  const index = indexOf(document);
  const pattern = index.pattern(id);
  if (!pattern) return null;
  const followers = index.followersOf(id);
  if (followers.length)
    return { reason: `${namesOf(followers)} follow${followers.length === 1 ? 's' : ''} ${pattern.name}.` };
  const players = index.sections.filter((section) =>
    section.slots.some((slot) => slot.layers.some((layer) => layer.pattern === id)),
  );
  if (players.length) return { reason: `${pattern.name} is played in ${namesOf(players)}.` };
  return { label: `remove ${pattern.name}`, put: [], remove: [id] };
}

function namesOf(records: readonly { readonly name: string }[]): string {
  const names = records.map((record) => record.name);
  return names.length > 3 ? `${names.slice(0, 3).join(', ')} and ${names.length - 3} more` : names.join(', ');
}
