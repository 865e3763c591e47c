import type { Problem } from '@plucky/core/song';
import type { CheckpointDone, CheckpointJob } from '../database/checkpoint.job.ts';
import type { CopyDone, CopyJob } from '../database/copy.job.ts';
import type { ExportDone, ExportJob } from '../exports/export.job.ts';
import type { ZipJob } from '../exports/zip.job.ts';
import type { NamedFile } from '../http/file-of.ts';
import type { FoldImportDone, FoldImportJob, ReadImportDone, ReadImportJob } from '../imports/import.job.ts';
import type { LookDone, LookJob } from '../songs/history/look.job.ts';
import type { ThinDone, ThinJob } from '../songs/history/thin.job.ts';
import type { MadeSong } from '../songs/made-song.ts';
import type { ReadSongJob } from '../songs/read-song.job.ts';

/** Long jobs, which a worker does over a snapshot of the database that it reads itself. */
export interface Jobs {
  readonly export: { readonly job: ExportJob; readonly done: ExportDone };
  readonly zip: { readonly job: ZipJob; readonly done: NamedFile };
  readonly look: { readonly job: LookJob; readonly done: LookDone };
  readonly thin: { readonly job: ThinJob; readonly done: ThinDone };
  readonly checkpoint: { readonly job: CheckpointJob; readonly done: CheckpointDone };
  readonly readImport: { readonly job: ReadImportJob; readonly done: ReadImportDone };
  readonly foldImport: { readonly job: FoldImportJob; readonly done: FoldImportDone };
  readonly readSong: { readonly job: ReadSongJob; readonly done: MadeSong };
  readonly copy: { readonly job: CopyJob; readonly done: CopyDone };
}

export type JobKind = keyof Jobs;

export interface JobRequest<K extends JobKind = JobKind> {
  readonly kind: K;
  readonly databaseFile: string;
  readonly job: Jobs[K]['job'];
}

/** Answer of a worker about its job. */
export type JobAnswer =
  | { readonly says: 'progress'; readonly done: number }
  | { readonly says: 'done'; readonly result: Jobs[JobKind]['done'] }
  | {
      readonly says: 'refused';
      readonly status: number;
      readonly message: string;
      readonly problems: readonly Problem[];
    }
  | { readonly says: 'failed'; readonly message: string; readonly code: string };
