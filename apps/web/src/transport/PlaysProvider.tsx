import { type ReactNode, useDeferredValue, useMemo } from 'react';
import { useSong } from '../document/context.tsx';
import { useOpenRoom } from '../session/rooms.ts';
import { useSessionFields } from '../session/store.ts';
import { heardFrom, useAsked } from './asked.ts';
import { useHeardSide, withSide } from './heard-side.ts';
import { previewHeard, usePreview } from './preview.ts';
import { WhatPlaysContext } from './useWhatPlays.ts';
import { CHOICES, type WhatPlays, whatPlays } from './what-plays.ts';

/** Works out what plays, once for all who ask. */
export function PlaysProvider({ children }: { children: ReactNode }) {
  // The sound follows an edit, or a choice, as soon as it has been painted.
  const document = useDeferredValue(useSong());
  const open = useOpenRoom();
  const session = useDeferredValue(useSessionFields(...CHOICES));
  const asked = useAsked((state) => state.asked);
  const preview = usePreview(previewHeard);
  const what = useMemo(() => {
    const { room, choices } = heardFrom(asked, { room: open, choices: session });
    return whatPlays(document, room, choices, preview);
  }, [document, asked, open, session, preview]);
  return <PlaysSide what={what}>{children}</PlaysSide>;
}

/** Target of play as the side of a comparison that is heard. */
function PlaysSide({ what, children }: { what: WhatPlays | null; children: ReactNode }) {
  const side = useHeardSide();
  const heard = useMemo(() => withSide(what, side), [what, side]);
  return <WhatPlaysContext value={heard}>{children}</WhatPlaysContext>;
}
