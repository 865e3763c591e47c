import { cacheBy, cacheWhileSame } from '../time/index.ts';
import { type Change, recordIn } from './change.ts';
import type { SongDocument } from './document.ts';
import type { Problem } from './errors.ts';
import { inheritance, INHERITED_FIELDS } from './inherited/table.ts';
import { LIMITS, tooMany } from './limits.ts';
import { highestOf, type Messages } from './messages.ts';
import type { Id } from './names.ts';
import type { Edits, Part, Pattern, Section, Song, SongRecord, Voice } from './records.ts';
import { voicesOfShape } from './rule/shape/table.ts';

/** Faults between records, beyond each one's own fields; empty for a sound song. */
export function problemsOf(document: SongDocument): Problem[] {
  const check = checksOf(document);
  const records = Object.values(document.records);
  check.counts(records);
  check.lineages(records);
  for (const record of records) check.record(record);
  return check.problems;
}

/**
 * The problems that a change has made of a sound document: only what changed is looked at, and what names a record that is
 * gone, or that belongs to another now.
 */
export function problemsAfter(before: SongDocument, after: SongDocument, change: Change): Problem[] {
  const check = checksOf(after);
  const records = Object.values(after.records);
  const fresh = [...Object.values(change.added), ...Object.values(change.updated).map(([, to]) => to)];
  const gone = Object.values(change.removed);
  const touched = [...fresh, ...gone];
  if (touched.some(({ kind }) => kind === 'song' || kind === 'section') || Object.keys(change.added).length)
    check.counts(records);
  if (touched.some((record) => record.kind === 'pattern' && isOfAnotherLine(before, after, record)))
    check.lineages(records);
  const moved = new Set(
    Object.values(change.updated).flatMap(([from, to]) => (belongsAlike(from, to) ? [] : [to.id])),
  );
  const shaken = new Set([...Object.keys(change.removed), ...moved]);
  const checked = new Set<Id>();
  for (const record of fresh) {
    checked.add(record.id);
    check.record(record);
  }
  if (shaken.size)
    for (const record of records)
      if (!checked.has(record.id) && namedIn(before, record).some((id) => shaken.has(id)))
        check.record(record);
  return check.problems;
}

/** True where a record belongs to the same part and kind as before, for those that name it. */
function belongsAlike(from: SongRecord, to: SongRecord): boolean {
  if (from.kind !== to.kind) return false;
  if (from.kind === 'part') return from.type === (to as Part).type;
  return !('part' in from) || from.part === (to as typeof from).part;
}

function isOfAnotherLine(before: SongDocument, after: SongDocument, { id }: SongRecord): boolean {
  const parent = (document: SongDocument) => {
    const record = recordIn(document, id);
    return record?.kind === 'pattern' ? (record.parent ?? null) : undefined;
  };
  return parent(before) !== parent(after);
}

const namedCache = cacheWhileSame<readonly Id[], SongRecord>();

/** The ids of other records that a record of a sound document names, found once for each. */
function namedIn(document: SongDocument, record: SongRecord): readonly Id[] {
  return namedCache(record, [], () => idsNamedBy(document, record));
}

/** The ids of other records that a record names, as far as the document holds what leads to them. */
export function idsNamedBy(document: SongDocument, record: SongRecord): readonly Id[] {
  const asked = new Set<Id>();
  const lookUp = lookUpIn(document);
  const asking: LookUp = (id, kind) => {
    asked.add(id);
    return lookUp(id, kind);
  };
  checkRecord(record, asking, () => undefined);
  return [...asked];
}

/** The checks of a document, which gather what they find. */
function checksOf(document: SongDocument) {
  const problems: Problem[] = [];
  const report = (path: string, message: string) => void problems.push({ path, message });
  const lookUp = lookUpIn(document);
  return {
    problems,
    counts: (records: readonly SongRecord[]) => checkCounts(records, lookUp, report),
    lineages: (records: readonly SongRecord[]) => checkLineages(records, lookUp, report),
    record: (record: SongRecord) => checkRecord(record, lookUp, report),
  };
}

function checkRecord(record: SongRecord, lookUp: LookUp, report: Report): void {
  if (record.kind === 'song') {
    checkSong(record, lookUp, report);
    checkTempos(record, report);
  } else if (record.kind === 'voice') checkVoice(record, lookUp, report);
  else if (record.kind === 'pattern') checkPattern(record, lookUp, report);
  else if (record.kind === 'section') checkSection(record, lookUp, report);
}

/** Counts of a song's content and of its form, against the limits. */
function checkCounts(records: readonly SongRecord[], lookUp: LookUp, report: Report): void {
  const limit = (path: string, what: string, found: number, most: number) => {
    if (found > most) report(path, tooMany(what, found, most));
  };
  const songs = records.filter((record) => record.kind === 'song');
  if (songs.length !== 1) report('song', `there must be one song record, not ${songs.length}`);
  limit('song', 'records of the song', records.length, LIMITS.records);
  const references = records.filter((record) => record.kind === 'reference').length;
  limit('song', 'imported parts', references, LIMITS.references);
  for (const song of songs) {
    let [slots, ticks] = [0, 0];
    for (const { section: id, times } of song.form) {
      const section = lookUp(id, 'section');
      if (!section) continue;
      const extent = extentCache(section);
      slots += times * extent.slots;
      ticks += times * extent.ticks;
    }
    limit(`${song.id}.form`, 'slots as played', slots, LIMITS.slots);
    limit(`${song.id}.form`, 'bars of 4/4 in the song', Math.ceil(ticks / 3840), LIMITS.song / 3840);
  }
}

interface Extent {
  readonly slots: number;
  readonly ticks: number;
}

/** The number of slots and the length of a section. */
const extentCache = cacheBy(({ slots }: Section): Extent => ({
  slots: slots.length,
  ticks: slots.reduce((sum, slot) => sum + slot.length, 0),
}));

/** Distance of each pattern from one that follows none, each pattern looked at once. */
function checkLineages(records: readonly SongRecord[], lookUp: LookUp, report: Report): void {
  const depths = new Map<Id, number>();
  for (const record of records) {
    if (record.kind !== 'pattern') continue;
    const line: Pattern[] = [];
    const inLine = new Set<Id>();
    let at: Pattern | undefined = record;
    while (at && !depths.has(at.id) && !inLine.has(at.id)) {
      line.push(at);
      inLine.add(at.id);
      at = at.parent === undefined ? undefined : lookUp(at.parent, 'pattern');
    }
    if (at && inLine.has(at.id))
      for (const one of line.splice(line.indexOf(at))) {
        report(`${one.id}.parent`, 'follows itself, by way of its own followers');
        depths.set(one.id, 0);
      }
    let depth = at ? (depths.get(at.id) ?? 0) : -1;
    for (const one of line.reverse()) {
      depth++;
      depths.set(one.id, depth);
      if (depth === LIMITS.parents + 1)
        report(`${one.id}.parent`, tooMany('patterns that follow one another', depth, LIMITS.parents));
    }
  }
}

type Report = (path: string, message: string) => void;
type LookUp = <K extends SongRecord['kind']>(id: Id, kind: K) => Extract<SongRecord, { kind: K }> | undefined;

function lookUpIn(document: SongDocument): LookUp {
  return (id, kind) => {
    const record = Object.hasOwn(document.records, id) ? document.records[id] : undefined;
    return record?.kind === kind ? (record as Extract<SongRecord, { kind: typeof kind }>) : undefined;
  };
}

function checkSong(song: Song, lookUp: LookUp, report: Report): void {
  checkUnique(song.form, `${song.id}.form`, report);
  song.form.forEach((occurrence, i) => {
    const path = `${song.id}.form.${i}`;
    if (!lookUp(occurrence.section, 'section'))
      report(`${path}.section`, `no section has the id ${occurrence.section}`);
    checkVoices(occurrence.silencedVoices, null, `${path}.silencedVoices`, lookUp, report);
  });
}

function checkVoice(voice: Voice, lookUp: LookUp, report: Report): void {
  if (!lookUp(voice.part, 'part')) report(`${voice.id}.part`, `no part has the id ${voice.part}`);
}

function checkPattern(pattern: Pattern, lookUp: LookUp, report: Report): void {
  const { id, part } = pattern;
  if (!lookUp(part, 'part')) report(`${id}.part`, `no part has the id ${part}`);
  checkParent(pattern, lookUp, report);
  checkFromRow(pattern, lookUp, report);
  checkUnique(pattern.shapes, `${id}.shapes`, report);
  pattern.shapes.forEach((shape, i) =>
    checkVoices(voicesOfShape(shape), part, `${id}.shapes.${i}`, lookUp, report),
  );
  checkEdits(pattern, part, id, lookUp, report);
  for (const [hit, { voice }] of Object.entries(pattern.seen ?? {}))
    checkVoices([voice], part, `${id}.seen.${hit}.voice`, lookUp, report);
  for (const field of INHERITED_FIELDS) {
    const said = pattern[field];
    if (said !== undefined)
      checkVoices(inheritance(field).voices(said), part, `${id}.${field}`, lookUp, report);
  }
  checkMessages(pattern.messages, id, report);
  pattern.controls?.forEach(({ from, to }, i) => {
    if (from >= to) report(`${id}.controls.${i}`, `must end after ${from}, not at ${to}`);
  });
}

/** Messages are said in order, and have values that they can have. */
function checkMessages(messages: Messages | undefined, path: string, report: Report): void {
  if (!messages) return;
  const { holds, says } = messages;
  if (says.some(([at], i) => at < (says[i - 1]?.[0] ?? 0))) report(`${path}.messages`, 'must be in order');
  const all = [...holds, ...says.map(([, kind, value]) => [kind, value] as const)];
  if (all.some(([kind, value]) => value > highestOf(kind)))
    report(`${path}.messages`, 'must have values from 0 to 127, but for bends');
}

function checkFromRow(pattern: Pattern, lookUp: LookUp, report: Report): void {
  const { fromRow } = pattern;
  if (!fromRow) return;
  const path = `${pattern.id}.fromRow`;
  if (pattern.parent !== undefined) report(path, 'cannot be said of a pattern that follows another');
  const drums = lookUp(fromRow.pattern, 'pattern');
  if (!drums) {
    report(`${path}.pattern`, `no pattern has the id ${fromRow.pattern}`);
    return;
  }
  if (lookUp(drums.part, 'part')?.type !== 'drums' || lookUp(pattern.part, 'part')?.type !== 'notes')
    report(path, 'must be notes that follow drums');
  checkVoices([fromRow.row], drums.part, `${path}.row`, lookUp, report);
  checkVoices([fromRow.plays], pattern.part, `${path}.plays`, lookUp, report);
}

function checkParent(pattern: Pattern, lookUp: LookUp, report: Report): void {
  if (pattern.parent === undefined) return;
  const path = `${pattern.id}.parent`;
  const parent = lookUp(pattern.parent, 'pattern');
  if (!parent) {
    report(path, `no pattern has the id ${pattern.parent}`);
    return;
  }
  if (parent.part !== pattern.part) report(path, 'must belong to the same part');
}

function checkTempos({ id, tempos = [] }: Song, report: Report): void {
  if (tempos.some(({ at }, i) => i > 0 && at <= (tempos[i - 1]?.at ?? 0)))
    report(`${id}.tempos`, 'must be in order, each at a place of its own');
}

function checkSection(section: Section, lookUp: LookUp, report: Report): void {
  checkUnique(section.slots, `${section.id}.slots`, report);
  const seen = new Set<Id>();
  for (let at: Section = section; at.follows !== undefined;) {
    seen.add(at.id);
    const next: Section | undefined = lookUp(at.follows, 'section');
    if (!next && at === section) report(`${section.id}.follows`, `no section has the id ${at.follows}`);
    if (!next) break;
    if (seen.has(next.id)) {
      report(`${section.id}.follows`, 'follows itself, by way of its own followers');
      break;
    }
    at = next;
  }
  if (section.opening)
    checkVoices([section.opening.voice], null, `${section.id}.opening.voice`, lookUp, report);
  section.slots.forEach((slot, i) => {
    if (slot.landing)
      checkVoices(
        [slot.landing.voice, ...(slot.landing.over?.strokes.map(({ voice }) => voice) ?? [])],
        null,
        `${section.id}.slots.${i}.landing.voice`,
        lookUp,
        report,
      );
    slot.layers.forEach((layer, j) => {
      const path = `${section.id}.slots.${i}.layers.${j}`;
      const pattern = lookUp(layer.pattern, 'pattern');
      if (!pattern) {
        report(`${path}.pattern`, `no pattern has the id ${layer.pattern}`);
        return;
      }
      const { from = 0, to } = layer;
      if (to !== undefined && (to === 0 || (from < 0 === to < 0 && from >= to)))
        report(path, `must end after it begins, not from ${from} to ${to}`);
      checkVoices(layer.silencedVoices, pattern.part, `${path}.silencedVoices`, lookUp, report);
      checkEdits(layer, pattern.part, path, lookUp, report);
      checkMessages(layer.messages, path, report);
    });
  });
}

function checkEdits(edits: Edits, part: Id, path: string, lookUp: LookUp, report: Report): void {
  // The path is put together only where something is wrong: there may be thousands of hits.
  for (const [id, { voice }] of Object.entries(edits.own))
    if (!isOf(voice, part, lookUp)) checkVoices([voice], part, `${path}.own.${id}.voice`, lookUp, report);
  for (const [id, { voice }] of Object.entries(edits.changed))
    if (voice !== undefined && !isOf(voice, part, lookUp))
      checkVoices([voice], part, `${path}.changed.${id}.voice`, lookUp, report);
}

function isOf(voice: Id, part: Id, lookUp: LookUp): boolean {
  return lookUp(voice, 'voice')?.part === part;
}

/** Checks that the voices exist and, unless `part` is null, that they belong to that part. */
function checkVoices(
  voices: readonly Id[],
  part: Id | null,
  path: string,
  lookUp: LookUp,
  report: Report,
): void {
  for (const id of voices) {
    const voice = lookUp(id, 'voice');
    if (!voice) report(path, `no voice has the id ${id}`);
    else if (part !== null && voice.part !== part) report(path, `the voice ${id} belongs to another part`);
  }
}

function checkUnique(items: readonly { readonly id: Id }[], path: string, report: Report): void {
  const seen = new Set<Id>();
  for (const { id } of items) {
    if (seen.has(id)) report(path, `holds the id ${id} twice`);
    seen.add(id);
  }
}
