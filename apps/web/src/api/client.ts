import { FORMAT, type ExportOptions, type Problem, type ShelfPattern, type SongRecord } from '@plucky/core';

/** A song as lists show it. */
export interface SongFace {
  readonly id: string;
  readonly name: string;
  readonly tempo: number;
  readonly meter: string;
  readonly bars: number;
  readonly keyName: string;
  readonly revision: number;
  readonly updatedAt: string;
}

export interface SongContents {
  readonly revision: number;
  readonly records: readonly SongRecord[];
}

export interface ExportedRegionFace {
  readonly id: string;
  readonly kind: string;
  readonly name: string;
  readonly file: string;
  readonly startBar: number | null;
  readonly bars: number;
  readonly hits: number;
  readonly state: 'new' | 'changed' | 'same';
  readonly sha256: string;
  readonly differences: readonly string[];
}

/** How an export is that is on its way. */
export type ExportState =
  { readonly state: 'queued'; readonly ahead: number } | { readonly state: 'running'; readonly done: number };

export interface ExportResult {
  readonly state: 'done';
  readonly exportId: string;
  readonly number: number;
  readonly revision: number;
  readonly regions: readonly ExportedRegionFace[];
  readonly verified: { readonly events: number; readonly differences: number };
}

/** A pattern on the shelf; `own` is false for those that come with the application. */
export interface ShelfItem {
  readonly id: string;
  readonly own: boolean;
  readonly pattern: ShelfPattern;
}

/** A kept revision of a song: what made it and when, and how many changes it stands for. */
export interface Revision {
  readonly revision: number;
  readonly label: string;
  readonly at: string;
  readonly covers: number;
}

/** What is wrong with the server's storage, where that is why nothing was saved. */
export type Trouble = 'full' | 'read-only' | 'locked' | 'damaged' | 'no memory' | 'broken';

/** An answer that is no success, or none at all (status 0). */
export class ApiError extends Error {
  readonly status: number;
  readonly problems: readonly Problem[];
  readonly trouble: Trouble | null;
  constructor(
    status: number,
    message: string,
    { problems = [], trouble = null }: { problems?: readonly Problem[]; trouble?: Trouble | null } = {},
  ) {
    super(message);
    this.name = 'ApiError';
    this.status = status;
    this.problems = problems;
    this.trouble = trouble;
  }
}

async function call<T>(
  method: string,
  path: string,
  body?: unknown,
  headers: Readonly<Record<string, string>> = {},
): Promise<T> {
  let response: Response;
  try {
    response = await fetch(`/api${path}`, {
      method,
      ...(body === undefined
        ? {}
        : { headers: { 'content-type': 'application/json', ...headers }, body: JSON.stringify(body) }),
    });
  } catch {
    throw new ApiError(0, 'The server does not answer.');
  }
  if (response.status === 204) return undefined as T;
  const answer = (await response.json().catch(() => null)) as {
    message?: string;
    problems?: Problem[];
    trouble?: Trouble;
  } | null;
  if (!response.ok)
    throw new ApiError(
      response.status,
      answer?.message ?? `The server answered ${response.status}.`,
      answer ?? {},
    );
  return answer as T;
}

export const api = {
  songs: () => call<SongFace[]>('GET', '/songs'),
  bin: () => call<SongFace[]>('GET', '/songs/bin'),
  song: (id: string) => call<SongContents>('GET', `/songs/${id}`),
  create: (from: string, name?: string) =>
    call<SongFace & SongContents>('POST', '/songs', { from, ...(name ? { name } : {}) }),
  remove: (id: string) => call<void>('DELETE', `/songs/${id}`),
  restore: (id: string) => call<void>('POST', `/songs/${id}/restore`),
  change: (
    id: string,
    base: number,
    change: { label: string; put: readonly SongRecord[]; remove: readonly string[] },
  ) => call<{ revision: number }>('POST', `/songs/${id}/changes`, { base, format: FORMAT, ...change }),
  shelf: () => call<ShelfItem[]>('GET', '/shelf'),
  addToShelf: (pattern: ShelfPattern) => call<ShelfItem>('POST', '/shelf', { pattern }),
  takeOffShelf: (id: string) => call<void>('DELETE', `/shelf/${id}`),
  beginExport: (id: string, options: ExportOptions) =>
    call<{ exportId: string } & ExportState>('POST', `/songs/${id}/exports`, options, {
      prefer: 'respond-async',
    }),
  findExport: (exportId: string) =>
    call<ExportResult | ExportState | { readonly state: 'failed'; readonly message: string }>(
      'GET',
      `/exports/${exportId}`,
    ),
  cancelExport: (exportId: string) => call<void>('DELETE', `/exports/${exportId}`),
  history: (id: string) => call<Revision[]>('GET', `/songs/${id}/history`),
  look: (id: string, revision: number) => call<SongContents>('GET', `/songs/${id}/history/${revision}`),
  revert: (id: string, revision: number) =>
    call<{ revision: number }>('POST', `/songs/${id}/revert`, { revision }),
};

export const downloadUrl = {
  zip: (exportId: string, onlyChanged: boolean) =>
    `/api/exports/${exportId}.zip${onlyChanged ? '?only=changed' : ''}`,
  region: (exportId: string, regionId: string) =>
    `/api/exports/${exportId}/regions/${encodeURIComponent(regionId)}.mid`,
};
