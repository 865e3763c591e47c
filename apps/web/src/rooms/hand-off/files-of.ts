import type { GivenFile } from '@plucky/core/midi';
import { downloadUrl } from '../../api/client.ts';

/** All that lies at the other side with a hand-off, lists and all, as anybody gets it; null where the server does not give it. */
export async function filesOf(exportId: string): Promise<readonly GivenFile[] | null> {
  const answer = await fetch(downloadUrl.zip(exportId, 'withEarlier'));
  return answer.ok ? unpacked(new Uint8Array(await answer.arrayBuffer())) : null;
}

/** The files of a zip. Throws an error where it is none. */
export async function unpacked(zip: Uint8Array): Promise<readonly GivenFile[]> {
  const { unzipSync } = await import('fflate');
  return Object.entries(unzipSync(zip)).map(([file, bytes]) => ({ file, bytes }));
}

/** A file of a hand-off at its address. Throws an error where the server does not give it. */
export async function fileAt(url: string): Promise<Blob> {
  const answer = await fetch(url);
  if (!answer.ok) throw new Error('The file could not be had from the server.');
  return answer.blob();
}
