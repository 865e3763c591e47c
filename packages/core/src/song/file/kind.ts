/** What every song file says first. */
export const SONG_FILE_KIND = 'plucky-verse-song';
