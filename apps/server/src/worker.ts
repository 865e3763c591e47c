import { exportSong } from './exports/export.job.ts';
import { zip } from './exports/zip.job.ts';
import { checkpoint } from './housekeeping/checkpoint.job.ts';
import { copy } from './housekeeping/copy.job.ts';
import { foldImport, readImport } from './imports/import.job.ts';
import { serveJobs } from './jobs/serve-jobs.ts';
import { look } from './songs/history/look.job.ts';
import { thin } from './songs/history/thin.job.ts';
import { readSongText } from './songs/read-song.job.ts';

// The thread that does what takes long; `jobs/lane.ts` starts it.
serveJobs([checkpoint, copy, exportSong, foldImport, look, readImport, readSongText, thin, zip]);
