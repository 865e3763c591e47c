import { resolve } from '../pattern/index.ts';
import {
  freeId,
  type Id,
  indexOf,
  inTurn,
  isChange,
  type Outcome,
  type PatternRole,
  plainLayer,
  plays,
  type Section,
  type SongDocument,
} from '../song/index.ts';
import { barTicks, counted } from '../time/index.ts';
import { type PhraseEnd, phraseEnds } from './bare-ends.ts';
import { sectionBars } from './bars.ts';
import { addSection } from './edit-form.ts';
import { newSection } from './new-section.ts';
import { endsForEvery, placeAt, placeAtEnd, placeEvery, placeInSlot, type Placing } from './place-fill.ts';
import { inBars, occurrencePlaces } from './stretches.ts';

/** Bars between fills that are placed all through a section. */
const EVERY = [2, 4, 8] as const;

/** Somewhere in the song that a pattern can be placed. */
export interface PlaceInSong {
  readonly key: string;
  readonly name: string;
  /** Kind of the place, by which places are grouped. */
  readonly kind: 'slot' | 'slots' | 'end' | 'phrase' | 'start' | 'every' | 'bar' | 'first';
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
 * Places for a pattern in the song: at the ends of the chosen slots or of the last of them, at the end or the start of each
 * section, at the end of each phrase, all through a section, or from a bar of the song on, counted from 1. A song without
 * sections has one place, in a first section that is made for it.
 */
export function placesIn(document: SongDocument, chosen: readonly SlotAt[]): readonly PlaceInSong[] {
  const { sections, song } = indexOf(document);
  if (!song.form.length) return [firstPlace(document)];
  const inForm = [...new Set(song.form.map((one) => one.section))].flatMap(
    (id) => sections.find((section) => section.id === id) ?? [],
  );
  return [
    ...chosenPlaces(document, chosen),
    ...inForm.map((section) =>
      single('end', `end ${section.id}`, `End of ${section.name}`, section, (now, fill, placing) =>
        placeAtEnd(now, section.id, fill, placing),
      ),
    ),
    ...phrasePlaces(document),
    ...inForm.map((section) =>
      single('start', `start ${section.id}`, `Start of ${section.name}`, section, (now, fill, placing) =>
        placeAt(now, section.id, 0, fill, placing),
      ),
    ),
    ...inForm.flatMap((section) => EVERY.map((bars) => everyPlace(section, bars))),
    ...barPlaces(document),
  ];
}

/** The end of a first section, which is made with the groove of what is placed. */
function firstPlace(document: SongDocument): PlaceInSong {
  const isTaken = (id: Id) => Object.hasOwn(document.records, id);
  const ids = { section: freeId('first-section', isTaken), slot: freeId('first-slot', isTaken) };
  const section: Section = { kind: 'section', ...newSection(document, 'verse', ids) };
  return single('first', 'first', `A first section, ${section.name}`, section, (now, fill, placing) => {
    const { pattern } = indexOf(now);
    const groove = pattern(pattern(fill)?.parent ?? '');
    const [slot] = section.slots;
    if (!slot || !groove) return { reason: 'It follows no groove that a first section could play.' };
    const others = slot.layers.filter((layer) => pattern(layer.pattern)?.part !== groove.part);
    const slots = [{ ...slot, layers: [plainLayer(groove.id), ...others] }];
    const occurrence = freeId('first-occurrence', (id) => id === section.id || isTaken(id));
    return inTurn(now, `make ${section.name} with it`, [
      (before) => addSection(before, { ...section, slots }, occurrence),
      (before) => placeAtEnd(before, section.id, fill, placing),
    ]);
  });
}

/** The key of the place at the end of a phrase. */
export function phraseKey({ occurrence, phrase }: Pick<PhraseEnd, 'occurrence' | 'phrase'>): string {
  return `phrase ${occurrence} ${phrase}`;
}

/** The end of each phrase of the form, told with its bar of the song. */
function phrasePlaces(document: SongDocument): PlaceInSong[] {
  const places = occurrencePlaces(document);
  return phraseEnds(document).flatMap((one) => {
    const { section, phrase, end } = one;
    const place = places.find(({ occurrence }) => occurrence.id === one.occurrence);
    if (!place) return [];
    const bar = Math.floor(inBars(document, place, end - 1));
    const name = `Bar ${bar}: end of phrase ${phrase + 1} of ${section.name}`;
    return single('phrase', phraseKey(one), name, section, (now, fill, placing) =>
      placeAt(now, section.id, end - resolve(now, fill).pattern.length, fill, placing),
    );
  });
}

/** A slot that is chosen, with the bar of the song in which it ends. */
interface ChosenSlot {
  readonly section: Section;
  readonly slot: Id;
  readonly bar: number;
}

/** Places at the ends of chosen slots, each told with its bar. */
function chosenPlaces(document: SongDocument, chosen: readonly SlotAt[]): PlaceInSong[] {
  const places = occurrencePlaces(document);
  const found = chosen.flatMap(({ occurrence, slot }): ChosenSlot[] => {
    const place = places.find((one) => one.occurrence.id === occurrence);
    const at = place?.section.slots.findIndex((one) => one.id === slot) ?? -1;
    if (!place || at < 0) return [];
    const end = place.section.slots.slice(0, at + 1).reduce((sum, { length }) => sum + length, 0);
    return [{ section: place.section, slot, bar: Math.floor(inBars(document, place, end - 1)) }];
  });
  // A slot of a section that is played again is the same slot.
  const all = [...new Map(found.map((one) => [`${one.section.id} ${one.slot}`, one])).values()];
  const last = all.at(-1);
  if (!last) return [];
  const { section, slot, bar } = last;
  const put = (now: SongDocument, one: ChosenSlot, fill: Id, placing: Placing) =>
    placeInSlot(now, one.section.id, one.slot, fill, placing);
  const name = all.length > 1 ? 'End of the last chosen slot' : 'End of the chosen slot';
  const one = single(
    'slot',
    `slot ${slot}`,
    `${name}: bar ${bar} of the song`,
    section,
    (now, fill, placing) => put(now, last, fill, placing),
  );
  if (all.length < 2) return [one];
  const open = (now: SongDocument, fill: Id, placing: Placing) =>
    all.filter((each) => isChange(put(now, each, fill, placing)));
  const ends: PlaceInSong = {
    key: `slots ${all.map((each) => each.slot).join(' ')}`,
    name: `Ends of the ${all.length} chosen slots: bars ${barsInWords(all)}`,
    kind: 'slots',
    section: all[0]?.section ?? section,
    place: (now, fills, placing) => {
      const [first] = fills;
      if (first === undefined) return null;
      const here = open(now, first, placing);
      if (!here.length) return { reason: 'None of the chosen slots has room for it.' };
      return inTurn(
        now,
        `place ${counted(here.length, 'fill')}`,
        here.map((each, i) => (then) => put(then, each, fills[i % fills.length] ?? first, placing)),
      );
    },
    count: (now, fill, placing) => open(now, fill, placing).length,
  };
  return [ends, one];
}

/** Most bars that a place names one by one. */
const MOST_NAMED = 4;

function barsInWords(slots: readonly ChosenSlot[]): string {
  const bars = slots.map(({ bar }) => bar);
  return bars.length > MOST_NAMED ? `${bars.slice(0, MOST_NAMED).join(', ')} …` : bars.join(', ');
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
    const whole = sectionBars(document, section).filter(({ length, meter }) => length === barTicks(meter));
    const times = often.get(section.id) ?? 1;
    const everywhere = times > 1 ? `, in all ${counted(times, 'round')} of it` : '';
    return whole.map(({ start }, i) =>
      single(
        'bar',
        `bar ${occurrence.id} ${i}`,
        `From bar ${firstBar + i}: bar ${i + 1} of ${section.name}${everywhere}`,
        section,
        (now, fill, placing) => placeAt(now, section.id, start, fill, placing),
      ),
    );
  });
}

/** The places with the likeliest for what is made of a groove first: the chosen slots, then where such a thing usually goes. */
export function likeliestFirst(
  document: SongDocument,
  places: readonly PlaceInSong[],
  made: PatternRole,
  groove: Id | null = null,
): readonly PlaceInSong[] {
  const key = `end ${likeliest(document, made, groove)}`;
  const isChosen = ({ kind }: PlaceInSong) => kind === 'slot' || kind === 'slots';
  const rank = (one: PlaceInSong) => (isChosen(one) ? 0 : one.key === key ? 1 : 2);
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
