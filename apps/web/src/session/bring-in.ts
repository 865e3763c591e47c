import { createForSong } from './song-store.ts';

/** A file that is to come into the open song, or is asked for; null where none is. */
export const useBringIn = createForSong<{ readonly asked: { readonly file: File | null } | null }>(() => ({
  asked: null,
}));

/** Opens the dialog by which a file comes into the open song. */
export function askForFile(file: File | null): void {
  useBringIn.setState({ asked: { file } });
}

export function endBringingIn(): void {
  useBringIn.setState({ asked: null });
}
