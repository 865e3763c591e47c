export { blankSong, songFrom } from './blank.ts';
