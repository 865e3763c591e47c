import {
  addLayer,
  addSection,
  addSlots,
  carrySlots,
  consolidateSlots,
  cutSlotAt,
  duplicateSlots,
  editOccurrence,
  IN_SLOT,
  intoSlot,
  joinChosen,
  letMessagesGo,
  letSectionGo,
  mergeLayers,
  mergePatterns,
  moveOccurrences,
  moveSlots,
  onlyThisTime,
  placeAt,
  placeAtEnd,
  placeEvery,
  playAgain,
  playAsFollower,
  playOnceMore,
  removeLayer,
  removeOccurrences,
  removeSlots,
  renameSection,
  replaceSlots,
  resizeSlots,
  restoreSlot,
  setChords,
  setLanding,
  setLayer,
  setOpening,
  setSectionChords,
  setSectionMeter,
  setSectionRole,
  setSectionTempo,
  setSlotMeter,
  setSlotPattern,
  setSlotTempo,
  setSlowing,
  setTempoMap,
  setTimes,
  splitPattern,
  swapSlots,
  toggleSlotVoice,
  typeChords,
  withSlotPattern,
} from '../../form/index.ts';
import { addHits, removeHits, resolve } from '../../pattern/index.ts';
import {
  type Id,
  indexOf,
  type Messages,
  type Outcome,
  plainLayer,
  QUALITY_NAMES,
  SECTION_ROLES,
  type SongDocument,
  TONICS,
} from '../../song/index.ts';
import { meter } from '../../time/index.ts';
import { messagesBy } from '../messages.ts';
import { hit } from '../songs.ts';
import type { Edits } from './roll.ts';

const idsOf = (items: readonly { readonly id: Id }[]): readonly Id[] => items.map(({ id }) => id);

/** The edits of the room `form`. */
/** A tempo of its own from a roll, or none. */
const tempoFrom = (a: number, b: number) =>
  a % 4 ? { to: 20 + (a % 380), ...(b % 2 ? { over: 1 + b } : {}) } : null;

export const FORM_EDITS: Edits = {
  splitPattern: ({ document, id, a, b }) =>
    splitPattern(document, id, a % 2 ? 'voice' : 'family', (key) => `p${b}${key}`),
  mergePatterns: ({ document, id, other, a, b }) =>
    mergePatterns(document, [id, other], a % 2 ? 'together' : 'in a row', { id: `m${b}`, name: 'Merged' }),
  mergeLayers: ({ document, slot, b }) =>
    slot ? mergeLayers(document, 'verse', slot.id, 'drums', { id: `l${b}`, name: 'Layers' }) : null,
  consolidateSlots: ({ document, pair, b }) =>
    consolidateSlots(document, 'verse', pair, () => ({ id: `j${b}`, name: 'Joined' })),
  joinChosen: ({ document, pair }) => joinChosen(document, 'verse', pair),
  cutSlotAt: ({ document, slots, slot, b }) =>
    slot && slots.every(({ id: taken }) => taken !== `c${b}`)
      ? cutSlotAt(document, { section: 'verse', slot: slot.id }, 480 * (1 + (b % 7)), `c${b}`)
      : null,
  duplicateSlots: ({ document, pair, a, b }) =>
    duplicateSlots(document, 'verse', pair, (i) => `d${a}-${b}-${i}`),
  moveSlots: ({ document, pair, b }) => moveSlots(document, 'verse', pair, b % 5),
  removeSlots: ({ document, slots, pair }) =>
    slots.length > 4
      ? removeSlots(
          document,
          pair.map((one) => ({ section: 'verse', slot: one })),
        )
      : null,
  resizeSlots: ({ document, slot, b }) =>
    slot ? resizeSlots(document, [{ section: 'verse', slot: slot.id }], 960 * (1 + (b % 24))) : null,
  toggleSlotVoice: ({ document, slot, row }) =>
    slot ? toggleSlotVoice(document, [{ section: 'verse', slot: slot.id }], row) : null,
  setSlotPattern: ({ document, other, slot }) =>
    slot ? setSlotPattern(document, [{ section: 'verse', slot: slot.id }], 'drums', other) : null,
  setLayer: ({ document, slot, a, b }) =>
    slot
      ? setLayer(document, { section: 'verse', slot: slot.id }, 0, {
          start: a % 3 ? 'on' : (b * 60) % 3840,
          level: 1 + (a % 200),
          times: b % 4 ? undefined : a % 2 ? 'last' : { every: 2, from: a % 3 },
        })
      : null,
  addLayer: ({ document, other, slot, row, a, b }) =>
    slot && slot.layers.length < 6
      ? addLayer(document, [{ section: 'verse', slot: slot.id }], {
          ...plainLayer(other),
          ...(b % 2 ? { from: Math.floor(slot.length / 2) } : {}),
          silencedVoices: a % 3 ? [row] : [],
        })
      : null,
  placeAt: ({ document, other, row, a, b }) =>
    placeAt(document, 'verse', 240 * (b % 64), other, {
      how: a % 3 ? 'replace' : 'layer',
      landing: a % 2 ? { voice: row, velocity: 90 } : null,
    }),
  placeEvery: ({ document, id, other, a, b }) =>
    placeEvery(document, 'verse', 1 + (a % 4), [other, id], {
      how: 'replace',
      landing: null,
      over: b % 2 === 0,
    }),
  placeAtEnd: ({ document, other, a }) =>
    placeAtEnd(document, 'verse', other, { how: a % 2 ? 'replace' : 'layer', landing: null }),
  setSlowing: ({ document, slot, a, b }) =>
    slot ? setSlowing(document, 'verse', slot.id, a % 3 ? { over: 1 + b, to: 20 + (a % 81) } : null) : null,
  setSectionTempo: ({ document, a, b }) => setSectionTempo(document, 'verse', tempoFrom(a, b)),
  setSlotTempo: ({ document, slot, a, b }) =>
    slot ? setSlotTempo(document, [{ section: 'verse', slot: slot.id }], tempoFrom(a, b)) : null,
  setSectionMeter: ({ document, a, b }) =>
    setSectionMeter(
      document,
      'verse',
      a % 3 ? { beats: 3 + (a % 2), unit: b % 2 ? 4 : 8, groups: a % 2 ? [2, 2] : [3] } : null,
    ),
  setSlotMeter: ({ document, slot, a, b }) =>
    slot
      ? setSlotMeter(
          document,
          [{ section: 'verse', slot: slot.id }],
          a % 3 ? meter(1 + (b % 7), a % 2 ? 4 : 8) : null,
        )
      : null,
  setTempoMap: ({ document, a, b }) =>
    setTempoMap(
      document,
      Array.from({ length: a % 4 }, (_, i) => ({
        at: 1 + ((b * (i + 1)) % 20_000),
        tempo: 20 + ((a + i * 31) % 380),
      })),
    ),
  'setLanding: stroke': ({ document, slot, row, a, b }) =>
    slot
      ? setLanding(document, 'verse', slot.id, b % 3 ? { voice: row, velocity: 1 + (a % 127) } : null)
      : null,
  playAsFollower: ({ document, a, b }) =>
    playAsFollower(document, a % 2 ? 'verse' : 'second', { section: `fs${a}`, occurrence: `fo${b}` }, 'o1'),
  onlyThisTime: ({ document, a }) => onlyThisTime(document, 'o1', `only${a}`),
  restoreSlot: ({ document, sections, slot, a }) =>
    restoreSlot(document, sections[a % sections.length] ?? 'verse', slot?.id ?? 'none'),
  letSectionGo: ({ document, sections, a, b }) =>
    a % 4 ? null : letSectionGo(document, sections[b % sections.length] ?? 'verse'),
  typeChords: ({ document, slots, a }) =>
    typeChords(
      document,
      slots.slice(0, 3).map(({ id }) => ({ section: 'verse', slot: id })),
      ['C', 'i VI', 'Dm | G7 C', 'Am F C G'][a % 4] ?? '',
    ),
  setSectionChords: ({ document, index, a }) => {
    const verse = index.section('verse');
    return verse ? setSectionChords(document, verse, ['i | VI', 'Dm | % | G7 / / C', ''][a % 3] ?? '') : null;
  },
  setChords: ({ document, slot, a, b }) =>
    setChords(document, slot ? [{ section: 'verse', slot: slot.id }] : [], () => [
      {
        at: 0,
        chord: { degree: 1 + (a % 7), quality: QUALITY_NAMES[b % QUALITY_NAMES.length] ?? 'major' },
      },
      { at: 960, chord: { root: TONICS[a % TONICS.length] ?? 'C', quality: 'minor' } },
    ]),
  setOpening: ({ document, row, a, b }) =>
    setOpening(document, 'verse', a % 3 ? { voice: row, velocity: 1 + (b % 127) } : null),
  'setLanding: swell or once': ({ document, slot, row, a, b }) =>
    slot
      ? setLanding(document, 'verse', slot.id, {
          voice: row,
          velocity: 1 + (b % 127),
          ...(a % 2 ? { swell: 240 * (1 + (b % 20)) } : { times: 'last' }),
          ...(a % 3 ? {} : { over: { to: 960, strokes: [{ at: 240 * (b % 4), voice: row, velocity: 90 }] } }),
        })
      : null,
  carrySlots: ({ document, index, pair, other, sections, a, b }) => {
    const onto = sections[a % sections.length] ?? 'verse';
    const slots = index.section(onto)?.slots ?? [];
    const target = slots[b % Math.max(1, slots.length)]?.id ?? other;
    const how = (['before', 'over', 'after'] as const)[a % 3] ?? 'after';
    const carrying = { how, copies: b % 2 === 0, idFor: (i: number) => `cs${a}-${b}-${i}` };
    return carrySlots(document, 'verse', pair, { section: onto, slot: target }, carrying);
  },
  addSlots: ({ document, slots, other, a, b }) =>
    slots.length > 12
      ? null
      : addSlots(
          document,
          'verse',
          [{ id: `as${a}-${b}`, length: 3840, layers: [plainLayer(other)] }],
          a % 4,
        ),
  replaceSlots: ({ document, other, pair, a, b }) =>
    replaceSlots(document, 'verse', pair, [
      { id: `rs${a}-${b}`, length: 960 * (1 + (b % 8)), layers: [plainLayer(other)] },
    ]),
  swapSlots: ({ document, slot, slots, sections, index, a, b }) => {
    const elsewhere = sections[a % sections.length] ?? 'verse';
    const there = index.section(elsewhere)?.slots ?? slots;
    const [one, other] = [slot?.id ?? 'none', there[b % Math.max(1, there.length)]?.id ?? 'none'];
    return swapSlots(document, { section: 'verse', slot: one }, { section: elsewhere, slot: other });
  },
  addSection: ({ document, index, other, a, b }) =>
    index.sections.length > 6
      ? null
      : addSection(
          document,
          {
            id: `sec${a}`,
            name: `Section ${a}`,
            role: SECTION_ROLES[b % SECTION_ROLES.length] ?? 'verse',
            slots: [{ id: `ss${b}`, length: 3840, layers: [plainLayer(other)] }],
          },
          `occ${a}-${b}`,
        ),
  playAgain: ({ document, index, sections, a, b }) =>
    index.song.form.length > 8
      ? null
      : playAgain(
          document,
          sections[a % sections.length] ?? 'verse',
          `again${a}-${b}`,
          b % 2 ? 'o1' : undefined,
        ),
  // The first stays, since others name it.
  removeOccurrences: ({ document, index, a, b }) =>
    index.song.form.length < 3
      ? null
      : removeOccurrences(document, idsOf(index.song.form.slice(1).slice(a % 5, (a % 5) + 1 + (b % 2)))),
  moveOccurrences: ({ document, index, a, b }) =>
    moveOccurrences(document, ['o1', ...idsOf(index.song.form.slice(b % 3, (b % 3) + (a % 2)))], a % 4),
  playOnceMore: ({ document, index, a, b }) =>
    index.song.form.length > 12
      ? null
      : playOnceMore(
          document,
          index.song.form.slice(a % 3, (a % 3) + 1 + (b % 2)),
          b % 6,
          (i) => `again${a}-${b}-${i}`,
        ),
  setTimes: ({ document, a }) => setTimes(document, 'o1', 1 + (a % 3)),
  editOccurrence: ({ document, index, a, b }) =>
    editOccurrence(document, index.song.form[a % index.song.form.length]?.id ?? 'none', 'times', (one) => ({
      ...one,
      times: 1 + (b % 3),
    })),
  renameSection: ({ document, sections, a, b }) =>
    renameSection(document, sections[a % sections.length] ?? 'verse', `Called ${b % 9}`),
  setSectionRole: ({ document, sections, a, b }) =>
    setSectionRole(
      document,
      sections[a % sections.length] ?? 'verse',
      SECTION_ROLES[b % SECTION_ROLES.length] ?? 'verse',
    ),
  letMessagesGo: ({ document, slot, a }) =>
    slot?.layers.length
      ? letMessagesGo(document, { section: 'verse', slot: slot.id }, a % slot.layers.length)
      : null,
  'letMessagesGo: laid down': ({ document, slot, a, b }) => laidDown(document, slot?.id, messagesBy(a, b)),
  removeLayer: ({ document, slot, a }) =>
    slot && slot.layers.length > 1
      ? removeLayer(document, { section: 'verse', slot: slot.id }, a % slot.layers.length)
      : null,
  intoSlot: ({ document, slot, row, a, b }) => {
    const at = {
      section: 'verse',
      slot: slot?.id ?? 'none',
      layer: a % Math.max(1, slot?.layers.length ?? 0),
    };
    const shown = withSlotPattern(document, at);
    if (!shown) return null;
    const { length, own } = resolve(shown, IN_SLOT).pattern;
    const [first = 'none'] = Object.keys(own);
    const edit = b % 2 ? addHits(shown, IN_SLOT, [{ id: `is${a}-${b}`, ...hit(row, b % length) }]) : null;
    return intoSlot(document, at, edit ?? removeHits(shown, IN_SLOT, [first]));
  },
};

/** Messages of its own for the first layer of a slot of the verse. */
function laidDown(document: SongDocument, slot: Id | undefined, messages: Messages): Outcome {
  const verse = indexOf(document).section('verse');
  if (!verse) return null;
  const slots = verse.slots.map((one) =>
    one.id === slot
      ? { ...one, layers: one.layers.map((layer, i) => (i ? layer : { ...layer, messages })) }
      : one,
  );
  return { label: 'messages', put: [{ ...verse, slots }], remove: [] };
}
