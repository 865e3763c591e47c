import {
  barTicks,
  counted,
  type Id,
  indexOf,
  lengthName,
  type OccurrencePlace,
  occurrencePlaces,
  placeName,
  plays,
  resolve,
  type Scope,
  secondsAt,
  sectionLength,
  sectionMeter,
  type SongDocument,
  songStretches,
  tempoMapOf,
  type TriedTogether,
  tryTogether,
} from '@plucky/core';
import { durationName } from '../audio/player.ts';
import type { RoomPath } from '../session/rooms.ts';
import type { Loop, Reach, Session } from '../session/store.ts';
import type { Preview } from './preview.ts';

/** What the play button plays, and how it says so. */
export interface WhatPlays {
  readonly document: SongDocument;
  readonly scope: Scope;
  readonly loops: boolean;
  readonly title: string;
  readonly detail: string;
  /** The pattern that goes round, where it is one, alone or with others. */
  readonly pattern?: Id;
  /** Where in the song it starts, in ticks; null for what stands outside the form. */
  readonly origin: number | null;
  /** Where playing starts, in ticks from the start of the scope. */
  readonly start: number;
  /** The stretch of the scope that goes round by itself, in ticks; null for all of it. */
  readonly cut: Loop | null;
}

/** What of the session decides what plays. */
export type Choices = Pick<Session, 'pattern' | 'occurrence' | 'slot' | 'reach' | 'loop' | 'together'>;

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
    { reach: 'slot', name: 'This slot' },
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
  if (reach === 'song') return songPlays(document, room === 'sheet' ? chosen : undefined, places);
  if (reach === 'slot') return slotPlays(document, session);
  return chosen ? sectionPlays(document, chosen) : null;
}

/** What is tried: a pattern with the others too, on request, as the chosen one would have them. */
function previewPlays(preview: Preview, { together, pattern: like }: Choices): WhatPlays {
  const plain = { ...preview, loops: true, origin: null, start: 0, cut: null };
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
    detail: cut ? 'O lets the whole pattern go round again' : 'Switching patterns keeps the place in the bar',
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
): WhatPlays | null {
  const length = places.reduce((sum, place) => sum + place.length, 0);
  if (!length) return null;
  const bars = places.reduce((sum, place) => sum + place.bars, 0);
  const start = from?.start ?? 0;
  const tempos = tempoMapOf(songStretches(document), 0, indexOf(document).song.tempo);
  return {
    document,
    scope: { kind: 'song' },
    loops: false,
    title: start && from ? `Whole song, from ${from.section.name}` : 'Whole song, from the start',
    detail: `${counted(bars, 'bar')} · ${durationName(secondsAt(tempos, length))}`,
    origin: 0,
    start,
    cut: null,
  };
}

function sectionPlays(
  document: SongDocument,
  { occurrence, section, start, length }: OccurrencePlace,
): WhatPlays | null {
  if (!length) return null;
  return {
    document,
    scope: { kind: 'occurrence', occurrence: occurrence.id },
    loops: true,
    title: `${section.name}, looping ${lengthName(length, sectionMeter(document, section))}`,
    detail: occurrence.times > 1 ? `${occurrence.times} times in a row` : 'The section goes round',
    origin: start,
    start: 0,
    cut: null,
  };
}

function slotPlays(document: SongDocument, { slot: chosen }: Choices): WhatPlays | null {
  const stretch = songStretches(document).find(
    (one) => one.occurrence?.id === chosen?.occurrence && one.slot.id === chosen?.slot,
  );
  if (!stretch?.occurrence) return null;
  return {
    document,
    scope: { kind: 'slot', occurrence: stretch.occurrence.id, repeat: stretch.repeat, slot: stretch.slot.id },
    loops: true,
    title: `One slot of ${stretch.section.name}, looping ${lengthName(stretch.slot.length, stretch.meter)}`,
    detail: `From bar ${Math.floor(stretch.inSection / barTicks(stretch.meter)) + 1} of the section`,
    origin: stretch.start,
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
