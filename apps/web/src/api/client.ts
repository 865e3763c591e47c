import { type Change, type ExportOptions, FORMAT, type ShelfPattern, sparse } from '@plucky/core/song';
import type { components, paths } from './contract.ts';

type Schemas = components['schemas'];

/** A song as lists show it. */
export type SongFace = Schemas['SongFaceDto'];
export type SongFile = Schemas['SongFileDto'];
export type SongContents = Schemas['SongContentsDto'];
export type EarlierRegionFace = Schemas['EarlierRegionDto'];
/** State of an export on its way. */
export type ExportState = Schemas['QueuedExportDto'] | Schemas['RunningExportDto'];
export type ExportResult = Schemas['ExportResultDto'];
/** The hand-offs of a song that are kept, the latest first. */
export type KeptExports = Schemas['KeptExportsDto'];
/** A pattern on the shelf; `own` is false for those that come with the application. */
export type ShelfItem = Schemas['ShelfItemDto'];
/** The answer to a save. */
export type SaveAnswer = Schemas['SaveAnswerDto'];
/** A change of a song as it was kept, and a window that has it open. */
export type SongEvent = Schemas['EventDto'];
export type Presence = Pick<Schemas['PresenceDto'], 'window' | 'name' | 'room' | 'at'>;
/** A kept revision of a song: what made it and when, and how many changes it stands for. */
export type Revision = Schemas['RevisionDto'];

type Problem = Schemas['ProblemDto'];
/** Trouble of the server's storage, where that is why nothing was saved. */
export type Trouble = NonNullable<Schemas['ErrorDto']['trouble']>;

/** An answer that is no success, or none at all (status 0). */
export class ApiError extends Error {
  readonly status: number;
  readonly problems: readonly Problem[];
  readonly trouble: Trouble | null;
  /** True where the server itself answered, and not a proxy. */
  readonly isOurs: boolean;
  constructor(
    status: number,
    message: string,
    { problems = [], trouble, statusCode }: Partial<Schemas['ErrorDto']> = {},
  ) {
    super(message);
    this.name = 'ApiError';
    this.status = status;
    this.problems = problems;
    this.trouble = trouble ?? null;
    this.isOurs = statusCode === status;
  }
}

type Method = 'get' | 'post' | 'delete';
/** The paths that can be asked this way. */
type Asked<M extends Method> = {
  [P in keyof paths]: paths[P] extends Record<M, object> ? P : never;
}[keyof paths];
type Operation<M extends Method, P extends keyof paths> = paths[P] extends Record<M, infer O> ? O : never;
/** Answer of a path's operation that succeeds. */
type Answer<O> = O extends { readonly responses: infer R } ? Json<R[keyof R & (200 | 201 | 202)]> : never;
type Json<R> = R extends { readonly content: { readonly 'application/json': infer T } } ? T : undefined;
type Body<O> = O extends {
  readonly requestBody: { readonly content: { readonly 'application/json': infer T } };
}
  ? T
  : undefined;

/**
 * Asks the server by a method and path of its contract. Throws ApiError for whatever is no success.
 * `names` fill the braces of the path.
 */
async function call<M extends Method, P extends Asked<M>>(
  method: M,
  path: P,
  names: Readonly<Record<string, string | number>>,
  body?: Body<Operation<M, P>>,
  headers: Readonly<Record<string, string>> = {},
): Promise<Answer<Operation<M, P>>> {
  const url = path.replace(/\{(\w+)\}/g, (_, name: string) => encodeURIComponent(names[name] ?? ''));
  let response: Response;
  try {
    response = await fetch(url, {
      method: method.toUpperCase(),
      ...(body === undefined
        ? {}
        : { headers: { 'content-type': 'application/json', ...headers }, body: JSON.stringify(body) }),
    });
  } catch {
    throw new ApiError(0, 'The server does not answer.');
  }
  if (response.status === 204) return undefined as Answer<Operation<M, P>>;
  const answer: unknown = await response.json().catch(() => null);
  if (!response.ok) {
    const refusal = (answer ?? {}) as Partial<Schemas['ErrorDto']>;
    throw new ApiError(
      response.status,
      refusal.message ?? `The server answered ${response.status}.`,
      refusal,
    );
  }
  return answer as Answer<Operation<M, P>>;
}

/** A change as it is saved. */
export interface MadeChange {
  readonly base: number;
  readonly id: string;
  /** The window that made it. */
  readonly by: string;
  readonly label: string;
  readonly change: Change;
  readonly format?: number;
}

export const api = {
  songs: () => call('get', '/api/songs', {}),
  bin: () => call('get', '/api/songs/bin', {}),
  song: (id: string) => call('get', '/api/songs/{id}', { id }),
  create: (from: string, name?: string) =>
    call('post', '/api/songs', {}, { from, ...(name ? { name } : {}) }),
  take: (file: SongFile) => call('post', '/api/songs/file', {}, file),
  remove: (id: string) => call('delete', '/api/songs/{id}', { id }),
  restore: (id: string) => call('post', '/api/songs/{id}/restore', { id }),
  /** Saves a change that was made on a revision, under a name by which a repeated one is known. */
  change: (song: string, { base, id, by, label, change, format = FORMAT }: MadeChange) =>
    call(
      'post',
      '/api/songs/{id}/changes',
      { id: song },
      { base, id, by, label, format, change: sparse(change) as Schemas['ChangeDto'] },
    ),
  here: (id: string, presence: Schemas['PresenceDto']) =>
    call('post', '/api/songs/{id}/here', { id }, presence),
  shelf: () => call('get', '/api/shelf', {}),
  addToShelf: (pattern: ShelfPattern) => call('post', '/api/shelf', {}, { pattern }),
  takeOffShelf: (id: string) => call('delete', '/api/shelf/{id}', { id }),
  beginExport: (id: string, options: ExportOptions & { readonly only?: readonly string[] }) =>
    call('post', '/api/songs/{id}/exports', { id }, options, { prefer: 'respond-async' }),
  keptExports: (id: string) => call('get', '/api/songs/{id}/exports', { id }),
  findExport: (exportId: string) => call('get', '/api/exports/{exportId}', { exportId }),
  cancelExport: (exportId: string) => call('delete', '/api/exports/{exportId}', { exportId }),
  history: (id: string) => call('get', '/api/songs/{id}/history', { id }),
  look: (id: string, revision: number) => call('get', '/api/songs/{id}/history/{revision}', { id, revision }),
};

/** Files of a zip: all of its hand-off, those that changed, or also those of earlier ones that still lie at the other side. */
const OF_ZIP = { all: '', changed: '?only=changed', withEarlier: '?with=earlier' } as const;

export const downloadUrl = {
  song: (id: string) => `/api/songs/${id}/file`,
  zip: (exportId: string, which: keyof typeof OF_ZIP = 'all') =>
    `/api/exports/${exportId}.zip${OF_ZIP[which]}`,
  region: (exportId: string, regionId: string) =>
    `/api/exports/${exportId}/regions/${encodeURIComponent(regionId)}.mid`,
};
