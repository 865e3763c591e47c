import { voicesOfBuild } from './build-recipe.ts';
import { indexOf, type SongDocument } from './document.ts';
import { differs } from './edit-song.ts';
import type { Id } from './names.ts';
import { omit } from './omit.ts';
import type { Outcome } from './outcome.ts';
import { landingWithin } from './over-the-bar.ts';
import type { Edits, Part, Pattern, Section, Slot, Song, SongRecord, Voice } from './records.ts';
import { shapeWithout } from './rule/shape/table.ts';

/** Changes fields of several voices alike; `null` when none differs. */
export function editVoices(
  document: SongDocument,
  ids: readonly Id[],
  change: (voice: Voice) => Partial<Omit<Voice, 'id' | 'kind' | 'part'>>,
  label: string,
): Outcome {
  const index = indexOf(document);
  const put = ids.flatMap((id) => {
    const voice = index.voice(id);
    if (!voice) return [];
    const fields = change(voice);
    return differs(voice, fields) ? [{ ...voice, ...fields }] : [];
  });
  return put.length ? { label, put, remove: [] } : null;
}

/** Adds a voice to its part, below all others. Refused when its id is taken. */
export function addVoice(document: SongDocument, voice: Voice): Outcome {
  const index = indexOf(document);
  if (Object.hasOwn(document.records, voice.id)) return { reason: `There is a row ${voice.name} already.` };
  const order = (index.voicesOf(voice.part).at(-1)?.order ?? 0) + 1;
  return { label: `add ${voice.name}`, put: [{ ...voice, order }], remove: [] };
}

/** Moves a voice to the place `to` among the rows of its part, counted from 0 at the top. */
export function moveVoice(document: SongDocument, id: Id, to: number): Outcome {
  const index = indexOf(document);
  const voice = index.voice(id);
  if (!voice) return { reason: 'That row is gone.' };
  const voices = index.voicesOf(voice.part);
  const target = Math.max(0, Math.min(voices.length - 1, to));
  if (voices[target] === voice) return null;
  const others = voices.filter((one) => one !== voice);
  const put = others
    .toSpliced(target, 0, voice)
    .flatMap((one, order) => (one.order === order ? [] : [{ ...one, order }]));
  return { label: `move ${voice.name}`, put, remove: [] };
}

/** Number of hits of patterns and slots on a voice. */
export function hitsOfVoice(document: SongDocument, id: Id): number {
  const inEdits = ({ own }: Edits) => Object.values(own).filter((hit) => hit.voice === id).length;
  return Object.values(document.records).reduce((sum, record) => {
    if (record.kind === 'pattern') return sum + inEdits(record);
    if (record.kind !== 'section') return sum;
    return sum + record.slots.flatMap((slot) => slot.layers).reduce((count, one) => count + inEdits(one), 0);
  }, 0);
}

/** Removes a voice with everything that names it, as one edit. Refused for the last voice of a part, and for one that notes follow. */
export function removeVoice(document: SongDocument, id: Id): Outcome {
  const index = indexOf(document);
  const voice = index.voice(id);
  if (!voice) return null;
  if (index.voicesOf(voice.part).length < 2) return { reason: 'A part keeps at least one row.' };
  const follower = Object.values(document.records).find(
    (one) => one.kind === 'pattern' && (one.fromRow?.row === id || one.fromRow?.plays === id),
  );
  if (follower?.kind === 'pattern')
    return { reason: `${follower.name} follows ${voice.name}. Let it follow nothing first.` };
  const put: SongRecord[] = [];
  for (const record of Object.values(document.records)) {
    const next = withoutVoice(record, id);
    if (next !== record) put.push(next);
  }
  return { label: `remove ${voice.name}`, put, remove: [id] };
}

function withoutVoice(record: SongRecord, id: Id): SongRecord {
  if (record.kind === 'pattern') return patternWithout(record, id);
  if (record.kind === 'section') return sectionWithout(record, id);
  if (record.kind === 'song') return songWithout(record, id);
  return record;
}

function patternWithout(pattern: Pattern, id: Id): Pattern {
  const edits = editsWithout(pattern, id);
  const shapes = pattern.shapes.flatMap((shape) => shapeWithout(shape, id) ?? []);
  const touched =
    edits !== pattern ||
    Object.hasOwn(pattern.grids, id) ||
    Object.values(pattern.seen ?? {}).some((hit) => hit.voice === id) ||
    pattern.controls?.some(({ voices }) => voices.includes(id)) ||
    buildsOn(pattern, id) ||
    shapes.some((shape, i) => shape !== pattern.shapes[i]);
  if (!touched && shapes.length === pattern.shapes.length) return pattern;
  const grids = Object.fromEntries(Object.entries(pattern.grids).filter(([voice]) => voice !== id));
  const { own, silenced, changed } = edits;
  const { controls } = pattern;
  const left = controls
    ?.map((one) => ({ ...one, voices: one.voices.filter((voice) => voice !== id) }))
    .filter((one) => one.voices.length);
  return {
    ...(buildsOn(pattern, id) ? omit(pattern, 'builtBy') : pattern),
    own,
    silenced,
    changed,
    shapes,
    grids,
    ...seenWithout(pattern, id),
    ...(left ? { controls: left } : {}),
  };
}

/** True for a build-up whose recipe names the voice, and so needs it to be made again. */
function buildsOn({ builtBy }: Pattern, id: Id): boolean {
  return builtBy !== undefined && (builtBy.second === id || voicesOfBuild(builtBy).includes(id));
}

function seenWithout({ seen }: Pattern, id: Id): Pick<Pattern, 'seen'> {
  if (!seen) return {};
  return { seen: Object.fromEntries(Object.entries(seen).filter(([, hit]) => hit.voice !== id)) };
}

function editsWithout<E extends Edits>(edits: E, id: Id): E {
  const own = Object.entries(edits.own).filter(([, hit]) => hit.voice !== id);
  const changed = Object.entries(edits.changed).filter(([, fields]) => fields.voice !== id);
  const same =
    own.length === Object.keys(edits.own).length && changed.length === Object.keys(edits.changed).length;
  return same ? edits : { ...edits, own: Object.fromEntries(own), changed: Object.fromEntries(changed) };
}

function sectionWithout(section: Section, id: Id): Section {
  const slots = section.slots.map((slot) => slotWithout(slot, id));
  const rest = section.opening?.voice === id ? omit(section, 'opening') : section;
  return slots.every((slot, i) => slot === section.slots[i]) ? rest : { ...rest, slots };
}

function slotWithout(before: Slot, id: Id): Slot {
  const slot = landingWithout(before, id);
  const layers = slot.layers.map((layer) => {
    const edits = editsWithout(layer, id);
    if (edits === layer && !layer.silencedVoices.includes(id)) return layer;
    return { ...edits, silencedVoices: layer.silencedVoices.filter((one) => one !== id) };
  });
  return layers.every((layer, i) => layer === slot.layers[i]) ? slot : { ...slot, layers };
}

function landingWithout(slot: Slot, id: Id): Slot {
  const { landing } = slot;
  if (!landing) return slot;
  if (landing.voice === id) return omit(slot, 'landing');
  if (!landing.over?.strokes.some(({ voice }) => voice === id)) return slot;
  return { ...slot, landing: landingWithin(landing, (voice) => voice !== id) };
}

function songWithout(song: Song, id: Id): Song {
  if (!song.form.some((occurrence) => occurrence.silencedVoices.includes(id))) return song;
  const form = song.form.map((occurrence) => ({
    ...occurrence,
    silencedVoices: occurrence.silencedVoices.filter((one) => one !== id),
  }));
  return { ...song, form };
}

/** Voices of a part that share a MIDI note with another, so that a receiver could not tell them apart. */
export function sharedNotes(document: SongDocument, part: Id): readonly (readonly Voice[])[] {
  const byNote = new Map<number, Voice[]>();
  for (const voice of indexOf(document).voicesOf(part))
    byNote.set(voice.note, [...(byNote.get(voice.note) ?? []), voice]);
  return [...byNote.values()].filter((voices) => voices.length > 1);
}

/**
 * Plays a part with another set of sounds. The notes that the voices have now are kept with the set that is left, and
 * each voice gets the note that it has in the new one: changed there before, or `usualNote`.
 */
export function chooseKit(
  document: SongDocument,
  id: Id,
  kit: Id,
  usualKit: Id,
  usualNote: (voice: Voice) => number,
): Outcome {
  const index = indexOf(document);
  const part = index.part(id);
  if (!part) return { reason: 'That part is gone.' };
  const before = part.kit ?? usualKit;
  if (before === kit) return null;
  const voices = index.voicesOf(id);
  const left = Object.fromEntries(
    voices.filter((voice) => voice.note !== usualNote(voice)).map((voice) => [voice.id, voice.note]),
  );
  const maps = { ...part.maps, [before]: left };
  const put: SongRecord[] = [{ ...part, kit, maps }];
  for (const voice of voices) {
    const note = maps[kit]?.[voice.id] ?? usualNote(voice);
    if (note !== voice.note) put.push({ ...voice, note });
  }
  return { label: 'choose a kit', put, remove: [] };
}

/** Changes fields of a part, such as its seat or room; `null` when none differs. */
export function editPart(
  document: SongDocument,
  id: Id,
  fields: Partial<Pick<Part, 'name' | 'seat' | 'room'>>,
  label: string,
): Outcome {
  const part = indexOf(document).part(id);
  if (!part) return { reason: 'That part is gone.' };
  return differs(part, fields) ? { label, put: [{ ...part, ...fields }], remove: [] } : null;
}
