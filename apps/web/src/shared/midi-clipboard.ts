/** A browser's clipboard takes no MIDI file as such; this is the same type as pages give it to each other. */
const TYPE = 'web audio/midi';

/** True where files can be copied: by their type between pages, as their names for all else. */
export function copiesMidi(): boolean {
  return typeof ClipboardItem === 'function' && ClipboardItem.supports(TYPE);
}

/** Lays a MIDI file on the clipboard. Rejects where the browser does not allow it. */
export async function copyMidi(file: string, bytes: Promise<Blob>): Promise<void> {
  const midi = bytes.then((blob) => new Blob([blob], { type: TYPE }));
  await navigator.clipboard.write([
    new ClipboardItem({ [TYPE]: midi, 'text/plain': new Blob([file], { type: 'text/plain' }) }),
  ]);
}

/** The MIDI files on the clipboard. Rejects where the browser does not allow it. */
export async function pastedMidi(): Promise<File[]> {
  const files: File[] = [];
  for (const item of await navigator.clipboard.read()) {
    if (!item.types.includes(TYPE)) continue;
    const name = item.types.includes('text/plain') ? await (await item.getType('text/plain')).text() : '';
    files.push(new File([await item.getType(TYPE)], name || 'pasted.mid'));
  }
  return files;
}
