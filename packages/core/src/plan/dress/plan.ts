import {
  inBars,
  occurrencePlaces,
  type PhraseEnd,
  phraseEnds,
  placeAt,
  sectionLength,
  sectionMeter,
} from '../../form/index.ts';
import {
  apply,
  changeBetween,
  changeSetOf,
  type Id,
  indexOf,
  isChange,
  isEndRole,
  mainLayer,
  type Outcome,
  type Pattern,
  type SectionRole,
  type SongDocument,
  stretchOf,
  withRecord,
} from '../../song/index.ts';
import { barTicks, counted, randomFrom, seedFrom } from '../../time/index.ts';
import { type DressOption, dressOptions } from './options.ts';

/** Plan of a bare phrase end. */
export interface PlannedEnd {
  /** Names the end for as long as its section stands. */
  readonly key: string;
  /** The first occurrence that plays it, and which phrase of it ends there. */
  readonly occurrence: Id;
  readonly phrase: number;
  readonly section: Id;
  readonly sectionName: string;
  /** End of the phrase, in ticks from its section's start and from that of the song. */
  readonly end: number;
  readonly inSong: number;
  /** The bar of the song in which what is planned begins, from 1. */
  readonly bar: number;
  /** True where its section ends as well. */
  readonly isStrong: boolean;
  /** The earlier section of the same role whose end it is like, by name. */
  readonly like: string | null;
  /** Null where the end was asked to stay bare, or where nothing fits it. */
  readonly option: DressOption | null;
  /** All that fits, from the likeliest down. */
  readonly options: readonly DressOption[];
  /** Reason why nothing fits, in words; null where something does. */
  readonly why: string | null;
}

/** A phrase end, by the occurrence that it is in and which phrase of it. */
export type EndAt = Pick<PhraseEnd, 'occurrence' | 'phrase'>;

/** Choices at ends, by key: how often another pattern was asked for, or that the end is left bare. */
export type DressChoices = Readonly<Record<string, number | 'bare'>>;

/**
 * A plan for the bare phrase ends of the form, each that is played several times once: light inside a section, strong at
 * its end and stronger into a chorus than into a verse, an ending at the end of the song, never what stands at the end
 * before it, of the kind that the same role had elsewhere but not equal to it. The rest is drawn from the seed. Ends that are
 * not bare are not in it; one that nothing fits says why. With `only` the plan is for that end alone.
 */
export function planDress(
  document: SongDocument,
  seed: number,
  choices: DressChoices = {},
  only?: EndAt,
): readonly PlannedEnd[] {
  const places = new Map(occurrencePlaces(document).map((place) => [place.occurrence.id, place]));
  const known = new Map<Id, Offered>();
  const offeredFor = (groove: Id) => {
    const made = known.get(groove) ?? offered(document, groove, seed);
    known.set(groove, made);
    return made;
  };
  const planned = new Map<string, PlannedEnd>();
  const uses = new Map<Id, number>();
  const before = new Map<string, { readonly option: DressOption; readonly section: string }>();
  let previous: Id | null = null;
  const ends = phraseEnds(document);
  for (const [i, phraseEnd] of ends.entries()) {
    const { section, occurrence, phrase, end } = phraseEnd;
    const key = `${section.id}-${end}`;
    const again = planned.get(key);
    const place = places.get(occurrence);
    const isMeant = !only || (occurrence === only.occurrence && phrase === only.phrase);
    if (!phraseEnd.isBare || again || !place || !isMeant) {
      previous = again?.option?.pattern.id ?? endPattern(document, phraseEnd) ?? previous;
      continue;
    }
    const isStrong = end === sectionLength(section);
    const alike = before.get(roleKey(section.role, isStrong));
    const groove = grooveAt(document, phraseEnd);
    const next = ends[i + 1];
    const isLast = next === undefined;
    const isBlocked = isLast && isPlayedElsewhere(document, phraseEnd);
    const offer = groove === undefined || isBlocked ? null : offeredFor(groove);
    const wanted = offer?.options.filter(isWanted(isStrong, isLast)) ?? [];
    const options = offer ? fitting(phraseEnd, wanted, offer.document) : [];
    const why = options.length ? null : reasonFor(groove, isBlocked, wanted.length > 0);
    const beside = [previous, next && !next.isBare ? endPattern(document, next) : null];
    const leadsHigh = isStrong && next !== undefined && HIGH.has(next.section.role);
    const wish = { seed, key, isStrong, leadsHigh, beside, uses, alike: alike?.option ?? null };
    const ranked = rankOptions(options, wish);
    const choice = choices[key] ?? 0;
    const option = choice === 'bare' ? null : (ranked[choice % Math.max(1, ranked.length)] ?? null);
    const start = end - (option?.pattern.length ?? barTicks(sectionMeter(document, section)));
    planned.set(key, {
      key,
      occurrence,
      phrase,
      section: section.id,
      sectionName: section.name,
      end,
      inSong: place.start + end,
      bar: Math.floor(inBars(document, place, start)),
      isStrong,
      like:
        alike && alike.section !== section.name && alike.option.kind === option?.kind ? alike.section : null,
      option,
      options: ranked,
      why,
    });
    if (!option) continue;
    previous = option.pattern.id;
    uses.set(previous, (uses.get(previous) ?? 0) + 1);
    before.set(roleKey(section.role, isStrong), { option, section: section.name });
  }
  return [...planned.values()];
}

/** Roles that a section leads up to. */
const HIGH: ReadonlySet<SectionRole> = new Set(['chorus', 'build-up', 'pre-chorus']);

/** Tells what suits an end: an ending at the last one of the song and nowhere else, and nothing light at a section's end. */
function isWanted(isStrong: boolean, isLast: boolean) {
  return ({ kind, strength }: DressOption) =>
    isLast ? kind === 'ending' : kind !== 'ending' && (!isStrong || strength === 'strong');
}

/** True for a section that the form plays more than once, so that an ending of it would stop within the song. */
function isPlayedElsewhere(document: SongDocument, { section }: PhraseEnd): boolean {
  const { form } = indexOf(document).song;
  return form.filter((one) => one.section === section.id).reduce((sum, { times }) => sum + times, 0) > 1;
}

/** Reason why nothing is planned at an end. */
function reasonFor(groove: Id | undefined, isElsewhere: boolean, isOffered: boolean): string {
  if (groove === undefined) return 'no drums play there';
  if (isElsewhere) return 'the song ends here, and the section is played elsewhere too';
  return isOffered ? 'its phrase is too short for what fits' : 'nothing that is made of its groove fits';
}

function roleKey(role: SectionRole, isStrong: boolean): string {
  return `${role} ${isStrong}`;
}

/** The groove that a drum part plays at a phrase end. */
function grooveAt(document: SongDocument, { slot }: PhraseEnd): Id | undefined {
  for (const part of indexOf(document).parts) {
    const layer = part.type === 'drums' ? mainLayer(document, slot, part.id) : undefined;
    if (layer) return layer.pattern;
  }
  return undefined;
}

/** Pattern at an end that is not bare. */
function endPattern(document: SongDocument, { slot }: PhraseEnd): Id | undefined {
  const { pattern } = indexOf(document);
  return slot.layers.find(
    (layer) => stretchOf(layer, slot.length)?.to === slot.length && isEndRole(pattern(layer.pattern)?.role),
  )?.pattern;
}

/** Patterns for the ends of a groove, and the song with all of them, to be placed on trial. */
interface Offered {
  readonly options: readonly DressOption[];
  readonly document: SongDocument;
}

function offered(document: SongDocument, groove: Id, seed: number): Offered {
  const options = dressOptions(document, groove, seed);
  return { options, document: options.map(({ pattern }) => pattern).reduce(withRecord, document) };
}

/** Those options that can be placed at an end. */
function fitting(
  { section, end }: PhraseEnd,
  options: readonly DressOption[],
  document: SongDocument,
): readonly DressOption[] {
  return options.filter(({ pattern }) =>
    isChange(placeAt(document, section.id, end - pattern.length, pattern.id, PLACING)),
  );
}

const PLACING = { how: 'replace', landing: null } as const;

interface Wish {
  readonly seed: number;
  readonly key: string;
  readonly isStrong: boolean;
  /** True at the end of a section that leads into a chorus or a build-up. */
  readonly leadsHigh: boolean;
  /** Patterns at the end before, and at the one after where that is not bare. */
  readonly beside: readonly (Id | null | undefined)[];
  readonly uses: ReadonlyMap<Id, number>;
  /** Pattern at such an end of another section of the same role. */
  readonly alike: DressOption | null;
}

/**
 * Points beside a drawn 0 to 1: for the right strength, the kind of the same role elsewhere, a new pattern, and at the ends of
 * sections for the length that suits what follows and for a fill.
 */
const POINTS = { strength: 3, alike: 1.5, used: 0.8, force: 1.2, fill: 0.4 } as const;

/** Options from the likeliest down; what stands at the ends beside is not among them while there is another. */
function rankOptions(options: readonly DressOption[], wish: Wish): readonly DressOption[] {
  const others = options.filter(({ pattern }) => !wish.beside.includes(pattern.id));
  const points = ({ pattern, strength, kind, isLong }: DressOption) =>
    (wish.isStrong && kind === 'fill' ? POINTS.fill : 0) +
    (wish.isStrong && isLong === wish.leadsHigh ? POINTS.force : 0) +
    (strength === (wish.isStrong ? 'strong' : 'light') ? POINTS.strength : 0) +
    (wish.alike?.kind === kind && wish.alike.pattern.id !== pattern.id ? POINTS.alike : 0) -
    (wish.uses.get(pattern.id) ?? 0) * POINTS.used +
    randomFrom(seedFrom('dress', wish.seed, wish.key, pattern.id)).next();
  return (others.length ? others : options)
    .map((option) => ({ option, points: points(option) }))
    .sort((a, b) => b.points - a.points)
    .map(({ option }) => option);
}

/** The song with a plan laid in, and so one step to undo; `null` where everything is left bare. */
export function placeDress(document: SongDocument, plan: readonly PlannedEnd[]): Outcome {
  const taken = plan.flatMap(({ option, section, end }) => (option ? [{ ...option, section, end }] : []));
  if (!taken.length) return null;
  const added = new Map<Id, Pattern>();
  for (const { pattern } of taken)
    if (!Object.hasOwn(document.records, pattern.id)) added.set(pattern.id, pattern);
  let next = [...added.values()].reduce(withRecord, document);
  // From the last one back, so that what a cut changes lies behind what is still to come.
  for (const { pattern, section, end } of [...taken].sort((a, b) => b.end - a.end)) {
    const outcome = placeAt(next, section, end - pattern.length, pattern.id, PLACING);
    if (isChange(outcome)) next = apply(next, outcome).document;
    else if (outcome) return outcome;
  }
  return changeSetOf(changeBetween(document, next), `dress ${counted(taken.length, 'phrase end')}`);
}
