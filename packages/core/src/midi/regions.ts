import { type ExportOptions, type Id, indexOf, type SongDocument } from '../song/index.ts';
import type { MidiFile } from './bytes/format.ts';
import { writeMidi } from './bytes/write.ts';
import { meantFile } from './check/meant.ts';
import { type Verification, verify } from './check/verify.ts';
import { fileNames } from './file-names.ts';
import { leavingTimeline } from './leaving.ts';
import { leavingRegions, planRegions, type RegionPlan } from './region-list.ts';
import type { ListedTrack } from './region-texts.ts';
import { heardOf, soundText } from './sound.ts';
import { exportedNotes, midiFileOf } from './tracks.ts';

/** A region as it leaves. */
export interface ExportedRegion extends RegionPlan {
  readonly file: string;
  readonly bytes: Uint8Array<ArrayBuffer>;
  readonly hits: number;
  readonly verification: Verification;
  /** Its sounds as a text, whatever the options: see `soundText`. */
  readonly sound: string;
  readonly tracks: readonly ListedTrack[];
}

/** The tracks of a file that have notes. */
function tracksOf({ tracks }: MidiFile): ListedTrack[] {
  return tracks.flatMap(({ events, notes = [] }): ListedTrack[] => {
    const on = new Set(notes.map(({ channel }) => channel + 1));
    const title = events.find((event) => event.type === 'text');
    return on.size ? [{ name: title?.text ?? '', channels: [...on].sort((a, b) => a - b) }] : [];
  });
}

/** The file of a region. */
export function regionBytes(
  document: SongDocument,
  region: RegionPlan,
  options: ExportOptions,
): Uint8Array<ArrayBuffer> {
  return written(document, region, options).bytes;
}

function written(document: SongDocument, region: RegionPlan, options: ExportOptions) {
  const timeline = leavingTimeline(document, region.scope, options);
  const notes = exportedNotes(document, timeline, options);
  const cues = options.cueTrack && region.kind === 'song';
  const file = midiFileOf(document, region.name, timeline, notes, options, cues);
  return { timeline, notes, cues, file, bytes: writeMidi(file) };
}

/** The file name of each region of the kinds asked for, by its id: the same whichever of them leave. */
export function namesOfRegions(
  document: SongDocument,
  options: Pick<ExportOptions, 'regions' | 'names'>,
): ReadonlyMap<Id, string> {
  const planned = planRegions(document, options);
  const names = fileNames(planned, options.names, indexOf(document).song.name);
  return new Map(planned.map(({ id }, i) => [id, names[i] ?? 'region.mid']));
}

/**
 * Writes the regions that the options ask for, those chosen or all that play something, and reads each back to compare it with
 * what was meant; `progress` is told how much of it (0..1) is done.
 */
export function exportRegions(
  document: SongDocument,
  options: ExportOptions,
  chosen: ReadonlySet<Id> | null = null,
  progress: (done: number) => void = () => undefined,
): ExportedRegion[] {
  const regions = leavingRegions(document, options, chosen);
  const files = namesOfRegions(document, options);
  return regions.map((region, i) => {
    progress(i / regions.length);
    const { timeline, notes, cues, file, bytes } = written(document, region, options);
    const meant = meantFile(document, region.name, timeline, notes, options, cues);
    const verification = verify(bytes, meant, timeline);
    const sound = soundText(heardOf(document, region));
    const left = {
      file: files.get(region.id) ?? 'region.mid',
      bytes,
      hits: notes.length,
      verification,
      sound,
    };
    return { ...region, ...left, tracks: tracksOf(file) };
  });
}
