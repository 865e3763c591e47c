import { useEffect } from 'react';
import { isMidiFile, useArriving } from '../session/arriving.ts';
import { notify } from '../shared/ui/notify.ts';
import { useLatest } from '../shared/ui/useLatest.ts';

/** Takes a MIDI file wherever it is let go on the page, but where something of the page has taken it itself. */
export function DroppedFiles({ onArrive }: { onArrive: () => void }) {
  const arrive = useLatest(onArrive);
  useEffect(() => {
    const over = (event: DragEvent) => {
      if (event.dataTransfer?.types.includes('Files')) event.preventDefault();
    };
    const drop = (event: DragEvent) => {
      if (event.defaultPrevented) return;
      const files = [...(event.dataTransfer?.files ?? [])];
      if (!files.length) return;
      event.preventDefault();
      const file = files.find(isMidiFile);
      if (!file) {
        notify('Only MIDI files can be let go here; a song file is taken on the page of all songs.', {
          variant: 'error',
        });
        return;
      }
      useArriving.setState({ file });
      arrive();
    };
    window.addEventListener('dragover', over);
    window.addEventListener('drop', drop);
    return () => {
      window.removeEventListener('dragover', over);
      window.removeEventListener('drop', drop);
    };
  }, [arrive]);
  return null;
}
