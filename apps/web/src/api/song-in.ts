import type { SongFile } from './client.ts';

/** Content of a file, for the server to check. Throws an error in words for one that is no JSON. */
export async function songIn(file: File): Promise<SongFile> {
  try {
    return JSON.parse(await file.text()) as SongFile;
  } catch {
    throw new Error(`${file.name} is no song file: it holds no JSON. Nothing was made.`);
  }
}
