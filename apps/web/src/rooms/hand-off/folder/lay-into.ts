import { type FolderPlan, planFolder, renamedInList, type WrittenFile } from '@plucky/core/midi';
import type { Id } from '@plucky/core/song';
import type { Folder } from './folder.ts';

/** File in which a folder remembers our files; a file of that name that is none of ours is left alone. */
export const REMEMBERED = 'plucky-verse hand-off.json';
const KIND = 'plucky-verse-folder';

/** A file that is to stand in a folder, by what it is of. */
export interface FileToLay {
  readonly id: Id;
  readonly file: string;
  readonly bytes: Uint8Array<ArrayBuffer>;
  /** True for a list of the others. */
  readonly isList?: boolean;
}

/**
 * Lays files into a folder: those that were laid there before are replaced in place, and no other file is touched. Gives what was
 * done. Throws an error in words where the folder holds a file that stands in the way of remembering that.
 */
export async function layInto(folder: Folder, files: readonly FileToLay[]): Promise<FolderPlan> {
  const names = await folder.names();
  const written = names.includes(REMEMBERED) ? rememberedIn(await textOf(folder, REMEMBERED)) : [];
  const known = new Set(written.map(({ file }) => file));
  const present = new Map<string, string>();
  // Only what was ours is read; of anything else the name is enough.
  for (const name of names)
    present.set(name, known.has(name) ? await sha256(await folder.read(name)) : 'not ours');
  // The names there depend on no content, and the lists name them.
  const called = planFolder(
    files.map(({ id, file }) => ({ id, file, sha256: '' })),
    written,
    present,
  );
  const laid = inFolder(files, called);
  const hashed = laid.map(async ({ id, file, bytes }) => ({ id, file, sha256: await sha256(bytes) }));
  const plan = planFolder(await Promise.all(hashed), written, present);
  const content = new Map(laid.map((one) => [one.id, one.bytes]));
  // Remembered before, so that whatever ends this halfway leaves no file of ours that is taken for somebody else's.
  await remember(folder, [...written, ...plan.files]);
  for (const { id, file } of plan.write) await folder.write(file, content.get(id) ?? new Uint8Array());
  await remember(folder, plan.files);
  return plan;
}

/** Files with lists that call each as it is called in a folder. */
function inFolder(files: readonly FileToLay[], { files: called }: FolderPlan): readonly FileToLay[] {
  const there = new Map(called.map(({ id, file }) => [id, file]));
  const names = new Map(
    files.flatMap(({ id, file }) => {
      const name = there.get(id) ?? file;
      return name === file ? [] : [[file, name] as const];
    }),
  );
  return files.map((one) => {
    if (!one.isList) return one;
    const text = renamedInList({ file: one.file, text: new TextDecoder().decode(one.bytes) }, names);
    return { ...one, bytes: new TextEncoder().encode(text) };
  });
}

async function textOf(folder: Folder, name: string): Promise<string> {
  return new TextDecoder().decode(await folder.read(name));
}

interface Remembered {
  readonly kind?: unknown;
  readonly files?: unknown;
}

function rememberedIn(text: string): readonly WrittenFile[] {
  const { kind, files } = readAs(text);
  if (kind !== KIND || !Array.isArray(files))
    throw new Error(`The folder has a file “${REMEMBERED}” that is not ours. Nothing was written.`);
  return files as readonly WrittenFile[];
}

function readAs(text: string): Remembered {
  try {
    return (JSON.parse(text) as Remembered | null) ?? {};
  } catch {
    return {};
  }
}

function remember(folder: Folder, files: readonly WrittenFile[]): Promise<void> {
  const text = `${JSON.stringify({ kind: KIND, files }, null, 2)}\n`;
  return folder.write(REMEMBERED, new TextEncoder().encode(text));
}

async function sha256(bytes: Uint8Array<ArrayBuffer>): Promise<string> {
  const hash = new Uint8Array(await crypto.subtle.digest('SHA-256', bytes));
  return [...hash].map((byte) => byte.toString(16).padStart(2, '0')).join('');
}
