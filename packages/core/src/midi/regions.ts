import { indexOf, type SongDocument } from '../song/document.ts';
import { compile } from '../timeline/compile.ts';
import { writeMidi } from './bytes/write.ts';
import { fileNames } from './file-names.ts';
import type { ExportOptions } from './options.ts';
import { planRegions, type RegionPlan } from './region-list.ts';
import { exportedNotes, midiFileOf, movesIn } from './tracks.ts';
import { type Verification, verify } from './verify.ts';

/** A region as it leaves. */
export interface ExportedRegion extends RegionPlan {
  readonly file: string;
  readonly bytes: Uint8Array<ArrayBuffer>;
  readonly hits: number;
  readonly verification: Verification;
}

/**
 * Writes every region that the options ask for, and reads each back to compare it with what was meant; `progress` is told
 * how much of it (0..1) is done.
 */
export function exportRegions(
  document: SongDocument,
  options: ExportOptions,
  progress: (done: number) => void = () => undefined,
): ExportedRegion[] {
  const regions = planRegions(document, options);
  const files = fileNames(regions, options.names, indexOf(document).song.name);
  return regions.map((region, i) => {
    progress(i / regions.length);
    const timeline = compile(document, region.scope, { timing: options.timing });
    const notes = exportedNotes(document, timeline, options);
    const cues = options.cueTrack && region.kind === 'song';
    const bytes = writeMidi(midiFileOf(document, region.name, timeline, notes, options, cues));
    const verification = verify(bytes, notes, timeline, movesIn(document, timeline, options), options);
    return { ...region, file: files[i] ?? 'region.mid', bytes, hits: notes.length, verification };
  });
}
