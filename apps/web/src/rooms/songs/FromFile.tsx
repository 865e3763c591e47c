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
