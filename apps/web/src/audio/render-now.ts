// Fetched once a song is open, after its first picture.
export { renderSound } from '@plucky/sound';
export { wrap } from 'comlink';
