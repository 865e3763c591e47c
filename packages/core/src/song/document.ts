import { cacheBy, guarded } from '../time/index.ts';
import type { Drafts } from './drafts.ts';
import { DRAFTS } from './drafts-id.ts';
import type { Id } from './names.ts';
import type { Part, Pattern, Reference, Section, Song, SongRecord, Voice } from './records.ts';

/** A song as its records by id. It is a value: an edit makes another one that shares every record it left alone. */
export interface SongDocument {
  readonly records: Readonly<Record<Id, SongRecord>>;
}

/** The records of a document by kind, in their order. */
export interface SongIndex {
  readonly song: Song;
  readonly parts: readonly Part[];
  readonly sections: readonly Section[];
  readonly references: readonly Reference[];
  readonly drafts: Drafts | undefined;
  readonly voicesOf: (part: Id) => readonly Voice[];
  readonly patternsOf: (part: Id) => readonly Pattern[];
  readonly followersOf: (pattern: Id) => readonly Pattern[];
  /** Patterns of notes that follow a row of a drum pattern. */
  readonly rowFollowersOf: (pattern: Id) => readonly Pattern[];
  readonly part: (id: Id) => Part | undefined;
  readonly voice: (id: Id) => Voice | undefined;
  readonly pattern: (id: Id) => Pattern | undefined;
  readonly section: (id: Id) => Section | undefined;
}

/** The document with a record in it, new or changed and known to fit, to be worked out before it is taken. */
export function withRecord(document: SongDocument, record: SongRecord): SongDocument {
  return guarded({ records: { ...document.records, [record.id]: record } });
}

const indexCache = cacheBy(makeIndex);

/** The index of a document, made once for each. Throws when there is no song record. */
export function indexOf(document: SongDocument): SongIndex {
  return indexCache(document);
}

function makeIndex(document: SongDocument): SongIndex {
  const songs: Song[] = [];
  const parts = new Map<Id, Part>();
  const voices = new Map<Id, Voice>();
  const patterns = new Map<Id, Pattern>();
  const sections = new Map<Id, Section>();
  const references: Reference[] = [];
  for (const record of Object.values(document.records)) {
    if (record.kind === 'song') songs.push(record);
    else if (record.kind === 'part') parts.set(record.id, record);
    else if (record.kind === 'voice') voices.set(record.id, record);
    else if (record.kind === 'pattern') patterns.set(record.id, record);
    else if (record.kind === 'section') sections.set(record.id, record);
    else if (record.kind === 'reference') references.push(record);
  }
  const [song] = songs;
  if (!song) throw new Error('A document without a song record.');
  const voicesByPart = groupInOrder(voices.values(), (voice) => voice.part);
  const patternsByPart = groupInOrder(patterns.values(), (pattern) => pattern.part);
  const followers = groupInOrder(patterns.values(), (pattern) => pattern.parent);
  const rowFollowers = groupInOrder(patterns.values(), (pattern) => pattern.fromRow?.pattern);
  return {
    song,
    parts: [...parts.values()].sort(byOrder),
    sections: [...sections.values()],
    references,
    drafts: draftsOf(document),
    voicesOf: (part) => voicesByPart.get(part) ?? [],
    patternsOf: (part) => patternsByPart.get(part) ?? [],
    followersOf: (pattern) => followers.get(pattern) ?? [],
    rowFollowersOf: (pattern) => rowFollowers.get(pattern) ?? [],
    part: (id) => parts.get(id),
    voice: (id) => voices.get(id),
    pattern: (id) => patterns.get(id),
    section: (id) => sections.get(id),
  };
}

function draftsOf({ records }: SongDocument): Drafts | undefined {
  const drafts = Object.hasOwn(records, DRAFTS) ? records[DRAFTS] : undefined;
  return drafts?.kind === 'bench' ? drafts : undefined;
}

interface Ordered {
  readonly id: Id;
  readonly order: number;
}

function byOrder(a: Ordered, b: Ordered): number {
  return a.order - b.order || (a.id < b.id ? -1 : 1);
}

function groupInOrder<T extends Ordered>(
  items: Iterable<T>,
  keyOf: (item: T) => Id | undefined,
): Map<Id, T[]> {
  const groups = new Map<Id, T[]>();
  for (const item of items) {
    const key = keyOf(item);
    if (key === undefined) continue;
    const group = groups.get(key);
    if (group) group.push(item);
    else groups.set(key, [item]);
  }
  for (const group of groups.values()) group.sort(byOrder);
  return groups;
}

/** The document that holds these records; of two with one id the later counts. */
export function documentOf(records: Iterable<SongRecord>): SongDocument {
  return guarded({ records: Object.fromEntries([...records].map((record) => [record.id, record])) });
}

/** The document as text that is the same for equal documents: records by id, keys in order. */
export function serialize({ records }: SongDocument): string {
  const texts = Object.keys(records)
    .sort()
    .map((id) => `${JSON.stringify(id)}:${textOf(records[id])}`);
  return `{${texts.join(',')}}`;
}

/** Texts of records, which never change, so that an edit costs no more than what it changes. */
const textCache = cacheBy((record: SongRecord) => JSON.stringify(inOrder(record)));

function textOf(record: SongRecord | undefined): string | undefined {
  return record && textCache(record);
}

/** The value with the keys of every object in order and without undefined ones. */
function inOrder(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(inOrder);
  if (value === null || typeof value !== 'object') return value;
  const entries = Object.entries(value).filter(([, v]) => v !== undefined);
  entries.sort(([a], [b]) => (a < b ? -1 : 1));
  return Object.fromEntries(entries.map(([key, v]) => [key, inOrder(v)]));
}
