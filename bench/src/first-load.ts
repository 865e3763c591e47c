import { readFileSync } from 'node:fs';
import { gzipSync } from 'node:zlib';
import type { Figure } from './measure.js';

/** Vite's facts of a built script: its file, and the scripts that are loaded with it, each by its name here. */
type Manifest = Readonly<Record<string, { readonly file: string; readonly imports?: readonly string[] }>>;

const dist = new URL('../../apps/web/dist/', import.meta.url);
const PAGE = 'index.html';
const SHELL = 'src/app/SongShell.tsx';
const LOADED = {
  'first load songs': [PAGE, 'src/rooms/songs/SongsRoom.tsx'],
  'first load groove': [PAGE, SHELL, 'src/rooms/groove/GrooveRoom.tsx'],
  'first load fills': [PAGE, SHELL, 'src/rooms/fills/FillsRoom.tsx'],
  'first load sheet': [PAGE, SHELL, 'src/rooms/sheet/SheetRoom.tsx'],
  'first load hand-off': [PAGE, SHELL, 'src/rooms/hand-off/HandOffRoom.tsx'],
};

/** The script that a browser loads before a page can be used, gzipped, from the built files. */
export function firstLoadFigures(): Figure[] {
  const manifest = JSON.parse(readFileSync(new URL('.vite/manifest.json', dist), 'utf8')) as Manifest;
  return Object.entries(LOADED).map(([name, entries]) => ({
    name,
    unit: 'kB gzipped',
    median: [...filesOf(manifest, entries)].reduce((sum, file) => sum + gzipped(file), 0) / 1000,
    runs: 1,
    ratio: {},
  }));
}

function filesOf(manifest: Manifest, names: readonly string[], found = new Set<string>()): Set<string> {
  for (const name of names) {
    const chunk = manifest[name];
    if (!chunk) throw new Error(`The build has no script for ${name}.`);
    if (found.has(chunk.file)) continue;
    found.add(chunk.file);
    filesOf(manifest, chunk.imports ?? [], found);
  }
  return found;
}

function gzipped(file: string): number {
  return gzipSync(readFileSync(new URL(file, dist))).length;
}
