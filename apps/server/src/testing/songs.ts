import type { SongRecord } from '@plucky/core/song';
import type { useApp } from './app.ts';

type Api = ReturnType<typeof useApp>['api'];

export interface NewSong {
  readonly id: string;
  readonly revision: number;
  readonly records: SongRecord[];
}

/** Calls of tests on songs over HTTP. */
export function songsOf(api: Api) {
  return {
    newSong: async (from = 'blank', name = 'Mine'): Promise<NewSong> => {
      const response = await api().post('/api/songs').send({ from, name }).expect(201);
      return response.body as NewSong;
    },
    contents: async (id: string): Promise<{ revision: number; records: SongRecord[] }> =>
      (await api().get(`/api/songs/${id}`).expect(200)).body as { revision: number; records: SongRecord[] },
    save: (id: string, base: number, put: readonly object[], remove: readonly string[] = [], label = 'try') =>
      api().post(`/api/songs/${id}/changes`).send({ base, label, put, remove }),
  };
}

export function recordOf<K extends SongRecord['kind']>(records: readonly SongRecord[], kind: K, id?: string) {
  const found = records.find((record) => record.kind === kind && (id === undefined || record.id === id));
  if (!found) throw new Error(`no ${kind}`);
  return found as Extract<SongRecord, { kind: K }>;
}

export const hit = (at: number, velocity = 100) => ({
  voice: 'kick',
  at,
  velocity,
  length: 120,
  offsetMs: 0,
  pitch: 0,
});

/** Records by id, to compare songs whatever order they come in. */
export function byId(records: readonly SongRecord[]): Readonly<Record<string, SongRecord>> {
  return Object.fromEntries(records.map((record) => [record.id, record]));
}
