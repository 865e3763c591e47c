import { createContext, useContext } from 'react';
import type { WhatPlays } from './what-plays.ts';

export const WhatPlaysContext = createContext<WhatPlays | null>(null);

/** Target of play, in the room that is open. */
export function useWhatPlays(): WhatPlays | null {
  return useContext(WhatPlaysContext);
}
