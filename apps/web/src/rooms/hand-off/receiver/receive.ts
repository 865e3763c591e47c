import { type GivenFile, type Received, receiveFiles } from '@plucky/core/midi';
import { counted } from '@plucky/core/time';
import { notify } from '../../../shared/ui/notify.ts';
import { filesOf, unpacked } from '../files-of.ts';

/** The files of a hand-off, as anybody gets them. Throws an error in words where they cannot be had. */
export async function receiveHandOff(exportId: string): Promise<Received> {
  const files = await filesOf(exportId);
  if (!files) throw new Error('The files could not be had from the server.');
  return receiveFiles(files);
}

/** Takes files from anywhere, those of a zip one by one; says what could not be taken. */
export async function receiveFrom(list: Iterable<File>): Promise<Received> {
  const given: GivenFile[] = [];
  const unread: string[] = [];
  for (const file of list) {
    const bytes = new Uint8Array(await file.arrayBuffer());
    if (!file.name.toLowerCase().endsWith('.zip')) given.push({ file: file.name, bytes });
    else
      try {
        given.push(...(await unpacked(bytes)));
      } catch {
        unread.push(`${file.name} is no zip that can be read`);
      }
  }
  const received = receiveFiles(given);
  const wrong = [...unread, ...received.refused.map(({ file, why }) => `${file}: ${why}`)];
  if (!received.files.length && !wrong.length) wrong.push('There was no MIDI file among them');
  if (wrong.length)
    notify(`${wrong.join('. ')}. ${counted(received.files.length, 'file')} taken.`, { variant: 'error' });
  return received;
}
