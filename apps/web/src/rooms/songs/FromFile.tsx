import { Button } from '@mui/material';
import { useRef } from 'react';
import type { SongFile } from '../../api/client.ts';

/** A new song from a file: one that a song was saved as, or one of MIDI. */
export function FromFile({ onChoose }: { onChoose: (file: File) => void }) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button onClick={() => input.current?.click()} sx={{ px: 2, py: 1 }}>
        From a file…
      </Button>
      <input
        ref={input}
        hidden
        type="file"
        accept=".json,.mid,.midi,application/json,audio/midi"
        aria-label="Song or MIDI file"
        onChange={({ target }) => {
          const [file] = target.files ?? [];
          // So that the same file can be chosen again.
          target.value = '';
          if (file) onChoose(file);
        }}
      />
    </>
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
