/** The id of a song's bench, of which there is one at the most. */
export const BENCH = 'bench';
