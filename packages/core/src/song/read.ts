import { z } from 'zod';
import { documentOf, type SongDocument } from './document.ts';
import { InvalidSongError, type Problem } from './errors.ts';
import { problemsOf } from './invariants.ts';
import { recordSchema, type SongRecord } from './records.ts';
import { schemaProblems } from './schema-problems.ts';

// Only what reads from outside loads the schema library; see zod.ts.

const schema = recordSchema(z);

/** Reads records from outside. Throws InvalidSongError naming each field that is wrong. */
export function readRecords(input: readonly unknown[]): SongRecord[] {
  const problems: Problem[] = [];
  const records: SongRecord[] = [];
  input.forEach((value, i) => {
    const read = schema.safeParse(value);
    if (read.success) records.push(read.data);
    else problems.push(...schemaProblems(read.error, nameOf(value, i)));
  });
  if (problems.length) throw new InvalidSongError(problems);
  return records;
}

/** Reads a whole song from outside. Throws InvalidSongError naming every field and invariant that is wrong. */
export function readSong(input: readonly unknown[]): SongDocument {
  const document = documentOf(readRecords(input));
  const problems = problemsOf(document);
  if (problems.length) throw new InvalidSongError(problems);
  return document;
}

function nameOf(value: unknown, index: number): string {
  const id = typeof value === 'object' && value !== null && 'id' in value ? value.id : undefined;
  return typeof id === 'string' ? id.slice(0, 64) : `put[${index}]`;
}
