import type { SongFile } from '../../api/client.ts';
import { FileButton } from '../../shared/ui/FileButton.tsx';

/** A new song from a file: one that a song was saved as, or one of MIDI. */
export function FromFile({ onChoose }: { onChoose: (file: File) => void }) {
  return (
    <FileButton
      label="Song or MIDI file"
      accept=".json,.mid,.midi,application/json,audio/midi"
      sx={{ px: 2, py: 1 }}
      onFiles={([file]) => {
        if (file) onChoose(file);
      }}
    >
      From a file…
    </FileButton>
  );
}

/** What a file says, to be looked at by the server. Throws an error in words for one that is no JSON. */
export async function songIn(file: File): Promise<SongFile> {
  try {
    return JSON.parse(await file.text()) as SongFile;
  } catch {
    throw new Error(`${file.name} is no song file: it holds no JSON. Nothing was made.`);
  }
}
