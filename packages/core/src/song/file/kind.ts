/** First field of every song file. */
export const SONG_FILE_KIND = 'plucky-verse-song';
