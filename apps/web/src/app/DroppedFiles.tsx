import { useEffect } from 'react';
import { matchPath } from 'react-router';
import { api } from '../api/client.ts';
import { songIn } from '../api/song-in.ts';
import { isMidiFile, useArriving } from '../session/arriving.ts';
import { askForFile } from '../session/bring-in.ts';
import { notify } from '../shared/ui/notify.ts';
import { useLatest } from '../shared/ui/useLatest.ts';

/** Takes a MIDI file or a song file wherever it is let go on the page, but where something of the page has taken it itself. */
export function DroppedFiles({ onGo }: { onGo: (path: string) => void }) {
  const go = useLatest(onGo);
  useEffect(() => {
    const over = (event: DragEvent) => {
      if (event.dataTransfer?.types.includes('Files')) event.preventDefault();
    };
    const drop = (event: DragEvent) => {
      const [file] = event.defaultPrevented ? [] : (event.dataTransfer?.files ?? []);
      if (!file) return;
      event.preventDefault();
      // Into an open song a file comes by its dialog.
      if (isMidiFile(file) && matchPath('/songs/:songId/*', window.location.pathname)) {
        askForFile(file);
        return;
      }
      take(file).then(go, (error: unknown) => {
        notify(error instanceof Error ? error.message : `${file.name} could not be taken.`, {
          variant: 'error',
        });
      });
    };
    window.addEventListener('dragover', over);
    window.addEventListener('drop', drop);
    return () => {
      window.removeEventListener('dragover', over);
      window.removeEventListener('drop', drop);
    };
  }, [go]);
  return null;
}

/** Takes a file, and says where it is seen. Throws an error in words for what is neither of MIDI nor a song. */
async function take(file: File): Promise<string> {
  if (isMidiFile(file)) {
    useArriving.setState({ file });
    return '/arrive';
  }
  if (!/\.json$/i.test(file.name))
    throw new Error(`${file.name} is neither a MIDI file nor a song file. Nothing was made.`);
  const { id } = await api.take(await songIn(file));
  return `/songs/${id}/groove`;
}
