import type { Section, Song, SongRecord } from '@plucky/core/song';
import { ask } from './http.js';

/** A song that the server holds. */
export interface MadeSong {
  readonly id: string;
  readonly revision: number;
  readonly records: readonly SongRecord[];
}

/** A song of one's own that begins as a demo, of 72 bars. */
export async function madeSong(address: string): Promise<MadeSong> {
  return JSON.parse(await ask(`${address}/api/songs`, { from: 'demo:paper-lanterns' })) as MadeSong;
}

/** Puts records into a song; gives its next revision. */
function put(
  address: string,
  at: Pick<MadeSong, 'id' | 'revision'>,
  records: readonly SongRecord[],
): Promise<number> {
  return save(address, at, { put: records, remove: [] });
}

/** Saves a change of a song at its revision; gives the next one. */
export async function save(
  address: string,
  { id, revision }: Pick<MadeSong, 'id' | 'revision'>,
  change: object,
): Promise<number> {
  const answer = await ask(`${address}/api/songs/${id}/changes`, {
    base: revision,
    label: 'bench',
    ...change,
  });
  return (JSON.parse(answer) as { revision: number }).revision;
}

const LONG = { sections: 62, bars: 1000 };
const BAR = 3840;

/** A song of 1,000 bars: copies of the demo's verse, each a section of its own. */
export async function longSong(address: string): Promise<MadeSong> {
  const song = await madeSong(address);
  const verse = song.records.find((one): one is Section => one.kind === 'section' && one.id === 'verse-1');
  const record = song.records.find((one): one is Song => one.kind === 'song');
  if (!verse || !record) throw new Error('The demo song has no verse.');
  const [last] = verse.slots.slice(-1);
  const once = verse.slots.reduce((sum, slot) => sum + slot.length, 0);
  const missing = LONG.bars * BAR - LONG.sections * once;
  const sections = Array.from({ length: LONG.sections }, (_, i): Section => ({
    ...verse,
    id: `long-${i}`,
    name: `Part ${i + 1}`,
    // The last one plays the bars that are missing to 1,000.
    slots:
      i === LONG.sections - 1 && last && missing > 0
        ? [...verse.slots, { ...last, id: 'more', length: missing }]
        : verse.slots,
  }));
  const form = sections.map((one, i) => ({ id: `o-${i}`, section: one.id, times: 1, silencedVoices: [] }));
  const revision = await put(address, song, [...sections, { ...record, form }]);
  return { ...song, revision };
}
