import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { readSongFile, type SongDocument } from '@plucky/core/song';
import { grooveStarter, type GrooveText, lineStarter, type LineText, type Starter } from './starter.ts';

const read = (path: string) => readFileSync(join(import.meta.dirname, '..', path), 'utf8');

const demo = (name: string) => [name, () => readSongFile(read(`demo/${name}.json`))] as const;

/** The demo songs by their names in requests, in the order in which they are shown. Each throws when its file is no sound song. */
export const DEMO_SONGS: Readonly<Record<string, () => SongDocument>> = Object.fromEntries(
  ['paper-lanterns', 'salt-waltz', 'night-ferry', 'seven-herons'].map(demo),
);

const grooves = JSON.parse(read('starters/grooves.json')) as Record<string, GrooveText>;
const lines = JSON.parse(read('starters/lines.json')) as Record<string, LineText>;

/** The patterns that stand on every shelf, by their names in requests: grooves, then lines of notes. The tests hold each sound. */
export const STARTERS: Readonly<Record<string, Starter>> = Object.fromEntries([
  ...Object.entries(grooves).map(([name, text]) => [name, grooveStarter(text)] as const),
  ...Object.entries(lines).map(([name, text]) => [name, lineStarter(text)] as const),
]);
