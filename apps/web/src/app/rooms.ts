/** The rooms of a song in the order in which people work. */
export const ROOMS = [
  { path: 'groove', name: 'Groove' },
  { path: 'fills', name: 'Fills' },
  { path: 'sheet', name: 'Sheet' },
  { path: 'hand-off', name: 'Hand-off' },
] as const;
