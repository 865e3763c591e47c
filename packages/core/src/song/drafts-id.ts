/** The id of the record that holds a song's drafts; it keeps the name under which it was first stored. */
export const DRAFTS = 'bench';
