import type { Id } from '../../song/index.ts';
import { foldedName } from '../file-names.ts';

/** A file that was written into a folder, by what it is of, with the hash of what was written. */
export interface WrittenFile {
  readonly id: Id;
  readonly file: string;
  readonly sha256: string;
}

/** Steps that make a folder hold some files. */
export interface FolderPlan {
  /** Under which name each file is to stand, as it will be remembered. */
  readonly files: readonly WrittenFile[];
  /** Those of them that are to be written; the others stand there already. */
  readonly write: readonly WrittenFile[];
  /** Names that somebody else's files have, so that ours stand beside them under another. */
  readonly taken: readonly string[];
}

/**
 * How files are laid into a folder: one that was written before is replaced in place under the name that it has there, by what it
 * is of, as long as nobody has changed it since; no other file is touched. What was written before and is not wanted any more stays
 * and is remembered. `present` tells the hash of what is there by its name; names that some system takes for one never stand beside
 * each other.
 */
export function planFolder(
  wanted: readonly WrittenFile[],
  written: readonly WrittenFile[],
  present: ReadonlyMap<string, string>,
): FolderPlan {
  const isOurs = (one: WrittenFile) => present.get(one.file) === one.sha256;
  const ours = new Map(written.filter(isOurs).map((one) => [one.id, one]));
  const ids = new Set(wanted.map(({ id }) => id));
  const stays = [...ours.values()].filter(({ id }) => !ids.has(id));
  const used = new Set([...present.keys()].map(foldedName));
  const kept = new Set<string>();
  const taken: string[] = [];
  const files = wanted.map((one): WrittenFile => {
    const before = ours.get(one.id);
    if (before && !kept.has(before.file)) {
      kept.add(before.file);
      return { ...one, file: before.file };
    }
    let name = one.file;
    if (used.has(foldedName(name))) taken.push(name);
    for (let n = 2; used.has(foldedName(name)); n++) name = numbered(one.file, n);
    used.add(foldedName(name));
    return { ...one, file: name };
  });
  const write = files.filter(({ id, file, sha256 }) => {
    const before = ours.get(id);
    return before?.file !== file || before.sha256 !== sha256;
  });
  return { files: [...files, ...stays], write, taken };
}

/** "Verse.mid" as "Verse (2).mid". */
function numbered(file: string, n: number): string {
  const dot = file.lastIndexOf('.');
  return dot < 0 ? `${file} (${n})` : `${file.slice(0, dot)} (${n})${file.slice(dot)}`;
}
