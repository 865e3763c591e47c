import {
  type Id,
  indexOf,
  type Outcome,
  type PatternRole,
  plays,
  type Section,
  type SongDocument,
} from '../song/index.ts';
import { barTicks, counted } from '../time/index.ts';
import { endsForEvery, placeAt, placeAtEnd, placeEvery, placeInSlot, type Placing } from './place-fill.ts';
import { occurrencePlaces, sectionLength, sectionMeter } from './stretches.ts';

/** Bars between fills that are placed all through a section. */
const EVERY = [2, 4, 8] as const;

/** Somewhere in the song that a pattern can be placed. */
export interface PlaceInSong {
  readonly key: string;
  readonly name: string;
  /** Kind of the place, by which places are grouped. */
  readonly kind: 'slot' | 'end' | 'start' | 'every' | 'bar';
  readonly section: Section;
  /** Places a fill, or where it comes several times several of one length in turn. */
  readonly place: (now: SongDocument, fills: readonly Id[], placing: Placing) => Outcome;
  /** Number of fills there. */
  readonly count: (now: SongDocument, fill: Id, placing: Placing) => number;
}

/** A slot, and the occurrence of its section that it was chosen in. */
export interface SlotAt {
  readonly occurrence: Id;
  readonly slot: Id;
}

/** A place where one fill goes. */
function single(
  kind: PlaceInSong['kind'],
  key: string,
  name: string,
  section: Section,
  place: (now: SongDocument, fill: Id, placing: Placing) => Outcome,
): PlaceInSong {
  return {
    key,
    name,
    kind,
    section,
    place: (now, [fill], placing) => (fill === undefined ? null : place(now, fill, placing)),
    count: () => 1,
  };
}

/**
 * Where a pattern can be placed: in the chosen slot, at the end or the start of each section, all through one, or from a
 * bar of the song on, counted from 1.
 */
export function placesIn(document: SongDocument, chosen: SlotAt | null): readonly PlaceInSong[] {
  const { sections, song } = indexOf(document);
  const inForm = [...new Set(song.form.map((one) => one.section))].flatMap(
    (id) => sections.find((section) => section.id === id) ?? [],
  );
  const played = song.form.find((one) => one.id === chosen?.occurrence)?.section;
  const withSlot = inForm.find(
    (section) => section.id === played && section.slots.some((slot) => slot.id === chosen?.slot),
  );
  return [
    ...(chosen && withSlot
      ? [
          single(
            'slot',
            `slot ${chosen.slot}`,
            `In the chosen slot of ${withSlot.name}`,
            withSlot,
            (now, fill, placing) => placeInSlot(now, withSlot.id, chosen.slot, fill, placing),
          ),
        ]
      : []),
    ...inForm.map((section) =>
      single('end', `end ${section.id}`, `End of ${section.name}`, section, (now, fill, placing) =>
        placeAtEnd(now, section.id, fill, placing),
      ),
    ),
    ...inForm.map((section) =>
      single('start', `start ${section.id}`, `Start of ${section.name}`, section, (now, fill, placing) =>
        placeAt(now, section.id, 0, fill, placing),
      ),
    ),
    ...inForm.flatMap((section) => EVERY.map((bars) => everyPlace(section, bars))),
    ...barPlaces(document),
  ];
}

function everyPlace(section: Section, bars: number): PlaceInSong {
  return {
    key: `every ${bars} ${section.id}`,
    name: `Every ${bars} bars of ${section.name}`,
    kind: 'every',
    section,
    place: (now, fills, placing) => placeEvery(now, section.id, bars, fills, placing),
    count: (now, fill, placing) => {
      const record = indexOf(now).section(section.id);
      return record ? endsForEvery(now, record, bars, fill, placing).length : 0;
    },
  };
}

/** Each bar of the song; one of a section that comes again is a place in all of its rounds. */
function barPlaces(document: SongDocument): PlaceInSong[] {
  const often = new Map<Id, number>();
  const all = occurrencePlaces(document);
  for (const { section, occurrence } of all)
    often.set(section.id, (often.get(section.id) ?? 0) + occurrence.times);
  return all.flatMap(({ occurrence, section, firstBar }) => {
    const bar = barTicks(sectionMeter(document, section));
    const inSection = Math.floor(sectionLength(section) / bar);
    const times = often.get(section.id) ?? 1;
    const everywhere = times > 1 ? `, in all ${counted(times, 'round')} of it` : '';
    return Array.from({ length: inSection }, (_, i) =>
      single(
        'bar',
        `bar ${occurrence.id} ${i}`,
        `From bar ${firstBar + i}: bar ${i + 1} of ${section.name}${everywhere}`,
        section,
        (now, fill, placing) => placeAt(now, section.id, i * bar, fill, placing),
      ),
    );
  });
}

/** The places with the likeliest for what is made of a groove first: the chosen slot, then where such a thing usually goes. */
export function likeliestFirst(
  document: SongDocument,
  places: readonly PlaceInSong[],
  made: PatternRole,
  groove: Id | null = null,
): readonly PlaceInSong[] {
  const key = `end ${likeliest(document, made, groove)}`;
  const rank = (one: PlaceInSong) => (one.kind === 'slot' ? 0 : one.key === key ? 1 : 2);
  return places.toSorted((a, b) => rank(a) - rank(b));
}

/**
 * The place that was chosen, by its key; else the likeliest for what is made: the chosen slot, the end of what comes
 * before the first chorus for a build-up, of the last section for an ending, of the first one that plays its groove for the
 * rest.
 */
export function placeFor(
  document: SongDocument,
  places: readonly PlaceInSong[],
  made: PatternRole,
  key: string | null,
  groove: Id | null = null,
): PlaceInSong | undefined {
  return places.find((one) => one.key === key) ?? likeliestFirst(document, places, made, groove)[0];
}

function likeliest(document: SongDocument, made: PatternRole, groove: Id | null): Id | undefined {
  const { song, section } = indexOf(document);
  const ids = song.form.map((one) => one.section);
  if (made === 'ending') return ids.at(-1);
  const isPlayed = (id: Id) => section(id)?.slots.some((slot) => groove !== null && plays(slot, groove));
  if (made !== 'build-up') return ids.find(isPlayed) ?? ids[0];
  return ids[ids.findIndex((id) => section(id)?.role === 'chorus') - 1];
}
