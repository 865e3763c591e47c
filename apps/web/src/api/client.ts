import type { ExportOptions, Problem, ShelfPattern, SongRecord } from '@plucky/core';

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

export interface ExportResult {
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

/** An answer that is no success, or none at all (status 0). */
export class ApiError extends Error {
  readonly status: number;
  readonly problems: readonly Problem[];
  constructor(status: number, message: string, problems: readonly Problem[] = []) {
    super(message);
    this.name = 'ApiError';
    this.status = status;
    this.problems = problems;
  }
}

async function call<T>(method: string, path: string, body?: unknown): Promise<T> {
  let response: Response;
  try {
    response = await fetch(`/api${path}`, {
      method,
      ...(body === undefined
        ? {}
        : { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }),
    });
  } catch {
    throw new ApiError(0, 'The server does not answer.');
  }
  if (response.status === 204) return undefined as T;
  const answer = (await response.json().catch(() => null)) as {
    message?: string;
    problems?: Problem[];
  } | null;
  if (!response.ok)
    throw new ApiError(
      response.status,
      answer?.message ?? `The server answered ${response.status}.`,
      answer?.problems,
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
  ) => call<{ revision: number }>('POST', `/songs/${id}/changes`, { base, ...change }),
  shelf: () => call<ShelfItem[]>('GET', '/shelf'),
  addToShelf: (pattern: ShelfPattern) => call<ShelfItem>('POST', '/shelf', { pattern }),
  takeOffShelf: (id: string) => call<void>('DELETE', `/shelf/${id}`),
  exportRegions: (id: string, options: ExportOptions) =>
    call<ExportResult>('POST', `/songs/${id}/exports`, options),
};

export const downloadUrl = {
  zip: (exportId: string, onlyChanged: boolean) =>
    `/api/exports/${exportId}.zip${onlyChanged ? '?only=changed' : ''}`,
  region: (exportId: string, regionId: string) =>
    `/api/exports/${exportId}/regions/${encodeURIComponent(regionId)}.mid`,
};
