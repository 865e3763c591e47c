import type { NoteMap } from '@plucky/core/fold';
import { DRUM_NAMES, type DrumName } from '@plucky/core/pattern';
import { create } from 'zustand';
import { persist } from 'zustand/middleware';

/** Maps that were kept by a name, in this browser, since a file has no song yet that could keep them. */
const useKept = create<{ readonly maps: Readonly<Record<string, NoteMap>> }>()(
  persist(() => ({ maps: {} }), {
    name: 'plucky-note-maps',
    merge: (stored, now) => ({ ...now, maps: mapsIn(stored) }),
  }),
);

export function useNoteMaps(): Readonly<Record<string, NoteMap>> {
  return useKept(({ maps }) => maps);
}

export function keepMap(name: string, map: NoteMap): void {
  useKept.setState(({ maps }) => ({ maps: { ...maps, [name]: map } }));
}

export function forgetMap(name: string): void {
  useKept.setState(({ maps }) => ({
    maps: Object.fromEntries(Object.entries(maps).filter(([one]) => one !== name)),
  }));
}

/** Note maps that a browser has kept, which anybody may have changed: only those that are maps. */
function mapsIn(stored: unknown): Record<string, NoteMap> {
  const { maps } = (typeof stored === 'object' && stored !== null ? stored : {}) as { maps?: unknown };
  if (typeof maps !== 'object' || maps === null) return {};
  return Object.fromEntries(
    Object.entries(maps).flatMap(([name, map]: [string, unknown]) =>
      typeof map === 'object' && map !== null ? [[name, drumsIn(map)] as const] : [],
    ),
  );
}

function drumsIn(map: object): NoteMap {
  const isDrum = (drum: unknown): drum is DrumName => DRUM_NAMES.some((name) => name === drum);
  return Object.fromEntries(
    Object.entries(map).map(([note, drum]: [string, unknown]) => [Number(note), isDrum(drum) ? drum : null]),
  );
}
