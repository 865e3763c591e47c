// Fetched once something is to be heard.
export { renderSound } from '@plucky/sound';
export { wrap } from 'comlink';
