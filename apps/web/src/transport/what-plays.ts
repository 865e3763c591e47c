import {
  type OccurrencePlace,
  occurrencePlaces,
  type Scope,
  sectionLength,
  sectionMeter,
  songStretches,
  songTempos,
} from '@plucky/core/form';
import { resolve } from '@plucky/core/pattern';
import type { Side } from '@plucky/core/plan';
import { barAt, type Timeline, timeMapOf, type TriedTogether, tryTogether } from '@plucky/core/play';
import { type Id, indexOf, plays, type Reference, type SongDocument } from '@plucky/core/song';
import { counted, lengthName, placeName, secondsAt } from '@plucky/core/time';
import type { RoomPath } from '../session/rooms.ts';
import { chosenPlaces, type Loop, type Reach, type Session } from '../session/store.ts';
import { durationName } from './duration.ts';
import type { Preview } from './preview.ts';

/** Target of the play button, with its words. */
export interface WhatPlays {
  readonly document: SongDocument;
  readonly scope: Scope;
  readonly loops: boolean;
  readonly title: string;
  readonly detail: string;
  /** The pattern that goes round, where it is one, alone or with others. */
  readonly pattern?: Id;
  /** Start in the song, in ticks; null outside the form. */
  readonly origin: number | null;
  /** Start of playing, in ticks from the start of the scope. */
  readonly start: number;
  /** The stretch of the scope that goes round by itself, in ticks; null for all of it. */
  readonly cut: Loop | null;
  /** Timeline that is not worked out of the song. */
  readonly timeline?: Timeline | undefined;
  /** A reference that is heard in the place of a part, or beside it. */
  readonly against?: { readonly reference: Reference; readonly part: Id; readonly side: Side } | undefined;
}

/** Fields of the session that decide the target of play. */
export const CHOICES = [
  'pattern',
  'occurrence',
  'occurrences',
  'slot',
  'slots',
  'reach',
  'loops',
  'loop',
  'together',
] as const satisfies readonly (keyof Session)[];
export type Choices = Pick<Session, (typeof CHOICES)[number]>;

/** The reaches that a room offers, with their names. */
export const REACHES: Readonly<
  Record<RoomPath, readonly { readonly reach: Reach; readonly name: string }[]>
> = {
  groove: [
    { reach: 'pattern', name: 'This pattern' },
    { reach: 'section', name: 'In its section' },
    { reach: 'song', name: 'Whole song' },
  ],
  fills: [{ reach: 'pattern', name: 'The groove' }],
  sheet: [
    { reach: 'slot', name: 'Chosen slots' },
    { reach: 'section', name: 'This section' },
    { reach: 'song', name: 'Whole song' },
  ],
  'hand-off': [{ reach: 'song', name: 'Whole song' }],
};

export function reachIn(room: RoomPath, session: Pick<Session, 'reach'>): Reach {
  if (room === 'fills') return 'pattern';
  return room === 'hand-off' ? 'song' : session.reach[room];
}

/** Works out what plays in a room; null when there is nothing to play. */
export function whatPlays(
  document: SongDocument,
  room: RoomPath,
  session: Choices,
  preview: Preview | null,
): WhatPlays | null {
  if (preview) return previewPlays(preview, session);
  const reach = reachIn(room, session);
  if (reach === 'pattern') return patternPlays(document, session);
  const places = occurrencePlaces(document);
  const chosen = room === 'groove' ? placeOfPattern(document, session, places) : chosenPlace(session, places);
  const loops = session.loops[reach];
  if (reach === 'song') return songPlays(document, room === 'sheet' ? chosen : undefined, places, loops);
  if (reach === 'slot') return slotsPlay(document, session, loops);
  const several =
    room === 'sheet' ? places.filter(({ occurrence }) => session.occurrences.includes(occurrence.id)) : [];
  if (several.length > 1) return sectionsPlay(several, document, loops);
  return chosen ? sectionPlays(document, chosen, loops) : null;
}

/** Target of play for a draft: with the other parts on request, as for the chosen pattern. */
function previewPlays(preview: Preview, { together, pattern: like }: Choices): WhatPlays {
  const { playsOnceFrom } = preview;
  const loops = playsOnceFrom === undefined;
  const plain = { ...preview, loops, origin: preview.origin ?? null, start: playsOnceFrom ?? 0, cut: null };
  const { document, scope } = preview;
  if (scope.kind !== 'pattern' || !together) return plain;
  const along = tryTogether(document, scope.pattern, like ?? scope.pattern);
  if (!along) return plain;
  return { ...plain, document: along.document, scope: along.scope, title: withNames(preview.title, along) };
}

function withNames(title: string, along: TriedTogether | null): string {
  const names = along?.along.map((one) => one.name).join(' and ');
  return names ? `${title} with ${names}` : title;
}

function patternPlays(document: SongDocument, { pattern: id, loop, together }: Choices): WhatPlays | null {
  const index = indexOf(document);
  if (id === null || !index.pattern(id)) return null;
  const { pattern, meter: own } = resolve(document, id);
  const meter = own ?? index.song.meter;
  const cut = loop && loop.from < pattern.length ? cutTo(loop, pattern.length) : null;
  const stretch = cut
    ? `${lengthName(cut.to - cut.from, meter)} from ${placeName(cut.from, meter)}`
    : lengthName(pattern.length, meter);
  const along = together ? tryTogether(document, id) : null;
  return {
    document: along?.document ?? document,
    scope: along?.scope ?? { kind: 'pattern', pattern: id },
    pattern: id,
    loops: true,
    title: `${withNames(pattern.name, along)}, looping ${stretch}`,
    detail: cut ? 'O loops the whole pattern again' : 'Space plays, Shift Space from the caret',
    origin: null,
    start: 0,
    cut,
  };
}

/** The loop where it lies within the pattern: the same object, so that nothing is worked out anew, if it all does. */
function cutTo(loop: Loop, length: number): Loop {
  return loop.to <= length ? loop : { ...loop, to: length };
}

function songPlays(
  document: SongDocument,
  from: OccurrencePlace | undefined,
  places: readonly OccurrencePlace[],
  loops: boolean,
): WhatPlays | null {
  const length = places.reduce((sum, place) => sum + place.length, 0);
  if (!length) return null;
  const bars = places.reduce((sum, place) => sum + place.bars, 0);
  const start = from?.start ?? 0;
  return {
    document,
    scope: { kind: 'song' },
    loops,
    title: start && from ? `Whole song, from ${from.section.name}` : 'Whole song, from the start',
    detail: `${counted(bars, 'bar')} · ${durationName(secondsAt(songTempos(document), length))}`,
    origin: 0,
    start,
    cut: null,
  };
}

function sectionPlays(
  document: SongDocument,
  { occurrence, section, start, length }: OccurrencePlace,
  loops: boolean,
): WhatPlays | null {
  if (!length) return null;
  return {
    document,
    scope: { kind: 'occurrence', occurrence: occurrence.id },
    loops,
    title: `${section.name}, ${goes(loops)} ${lengthName(length, sectionMeter(document, section))}`,
    detail:
      occurrence.times > 1
        ? `${occurrence.times} times in a row`
        : `The section ${loops ? 'goes round' : 'plays once'}`,
    origin: start,
    start: 0,
    cut: null,
  };
}

/** A stretch of the form, from the first of several sections to the last. */
function sectionsPlay(
  places: readonly OccurrencePlace[],
  document: SongDocument,
  loops: boolean,
): WhatPlays | null {
  const [first, last] = [places[0], places.at(-1)];
  if (!first || !last) return null;
  const [from, to] = [first.start, last.start + last.length];
  if (to === from) return null;
  return {
    document,
    scope: { kind: 'span', from, to },
    loops,
    title: `${first.section.name} to ${last.section.name}, ${goes(loops)} ${counted(
      places.reduce((sum, { lasts }) => sum + lasts, 0),
      'bar',
    )}`,
    detail: `The ${counted(places.length, 'section')} ${loops ? 'go round' : 'play once'}`,
    origin: from,
    start: 0,
    cut: null,
  };
}

function goes(loops: boolean): string {
  return loops ? 'looping' : 'once,';
}

/** The chosen slot, or the range of the song from the first chosen slot to the last, the first time round. */
function slotsPlay(document: SongDocument, session: Choices, loops: boolean): WhatPlays | null {
  const wanted = new Set(chosenPlaces(session).map(({ occurrence, slot }) => `${occurrence} ${slot}`));
  const found = songStretches(document).filter(
    (one) => one.repeat === 0 && wanted.has(`${one.occurrence?.id} ${one.slot.id}`),
  );
  const [first, last] = [found[0], found.at(-1)];
  if (!first?.occurrence || !last) return null;
  const { occurrence, slot, repeat, meter, start } = first;
  const length = last.start + last.slot.length - start;
  const song = timeMapOf(document, { kind: 'song' });
  const [from, to] = [start, start + length - 1].map((tick) => barAt(song, tick).bar);
  const isOne = first === last;
  return {
    document,
    scope: isOne
      ? { kind: 'slot', occurrence: occurrence.id, repeat, slot: slot.id }
      : { kind: 'span', from: start, to: start + length },
    loops,
    title: isOne
      ? `One slot of ${first.section.name}, ${goes(loops)} ${lengthName(length, meter)}`
      : `Bars ${from} to ${to}, ${goes(loops)} ${lengthName(length, meter)}`,
    detail: isOne ? `From bar ${from} of the song` : `From ${first.section.name} to ${last.section.name}`,
    origin: start,
    start: 0,
    cut: null,
  };
}

function chosenPlace(session: Choices, places: readonly OccurrencePlace[]): OccurrencePlace | undefined {
  return places.find((place) => place.occurrence.id === session.occurrence) ?? places[0];
}

/** The first place of the form that plays the pattern: the chosen one if it does. */
function placeOfPattern(
  document: SongDocument,
  session: Choices,
  places: readonly OccurrencePlace[],
): OccurrencePlace | undefined {
  const { pattern } = session;
  if (pattern === null) return undefined;
  const playing = places.filter(
    ({ section }) => sectionLength(section) > 0 && section.slots.some((slot) => plays(slot, pattern)),
  );
  return playing.find((place) => place.occurrence.id === session.occurrence) ?? playing[0];
}
