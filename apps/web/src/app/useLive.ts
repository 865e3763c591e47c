import { changeFromSparse, changeSetOf, isNothing, rebase } from '@plucky/core/song';
import { createElement, useEffect } from 'react';
import { api, type Presence, type SongEvent } from '../api/client.ts';
import { startAutosave } from '../document/autosave.ts';
import { listenTo } from '../document/live.ts';
import { applyOutcome, type DocumentStore } from '../document/store.ts';
import { useHere } from '../session/here.ts';
import { useOpenRoom } from '../session/rooms.ts';
import { useSession } from '../session/store.ts';
import { NoticeAction } from '../shared/ui/NoticeAction.tsx';
import { notify } from '../shared/ui/notify.ts';

/** The interval at which a window says that it is here, and the delay after it went elsewhere in the song, in ms. */
const [EVERY, SOON] = [20_000, 600];

/** Saves the song, takes what others make of it, and says where this window works, for as long as it is open. */
export function useLive(store: DocumentStore, window_: string): void {
  useEffect(() => {
    const { songId } = store.getState();
    const autosave = startAutosave(store, window_, api, {
      isShared: () => useHere.getState().others.length > 0,
      aside: (label, why) =>
        notify(`“${label}” was laid aside: ${why}. It is in the history.`, { variant: 'warning' }),
    });
    const stop = listenTo(
      songId,
      () => store.getState().revision,
      (live) => {
        if (live.says === 'here')
          useHere.setState({ others: live.windows.filter(({ window }) => window !== window_) });
        else if (live.says === 'gap') autosave.catchUp();
        else if (live.says === 'gone')
          store.setState({
            saving: { kind: 'ended', message: 'This song was put in the bin in another window.' },
          });
        else {
          autosave.take([live.event]);
          if (live.event.by !== window_) tellOverwritten(store, live.event);
        }
      },
    );
    return () => {
      stop();
      autosave.stop();
      useHere.setState({ others: [] });
    };
  }, [store, window_]);
  useSayHere(store, window_);
}

/** Tells that another window has changed what was changed here, with the way back, once it is seen here. */
function tellOverwritten(store: DocumentStore, event: SongEvent): void {
  const { label, overwritten, revision } = event;
  if (!overwritten) return;
  if (store.getState().revision < revision) {
    // Before that there would be nothing to take back.
    const stop = store.subscribe((state) => {
      if (state.revision < revision) return;
      stop();
      tellOverwritten(store, event);
    });
    return;
  }
  const takeBack = () => {
    const { document } = store.getState();
    const { change } = rebase(changeFromSparse(document, overwritten), document);
    if (!isNothing(change)) applyOutcome(store, changeSetOf(change, `take back: ${label}`));
  };
  notify(`“${label}” in another window has replaced what was changed here.`, {
    variant: 'info',
    autoHideDuration: 20_000,
    action: createElement(NoticeAction, { onClick: takeBack, children: 'Take it back' }),
  });
}

function useSayHere(store: DocumentStore, window_: string): void {
  const room = useOpenRoom();
  const pattern = useSession((session) => session.pattern) ?? '';
  const occurrence = useSession((session) => session.slot?.occurrence) ?? '';
  const at = room === 'sheet' ? occurrence : pattern;
  useEffect(() => {
    const { songId } = store.getState();
    const presence: Presence = { window: window_, name: '', room, at: /^[\w-]*$/.test(at) ? at : '' };
    const say = () => void api.here(songId, { ...presence, gone: false }).catch(() => undefined);
    const soon = setTimeout(say, SOON);
    const again = setInterval(say, EVERY);
    return () => {
      clearTimeout(soon);
      clearInterval(again);
    };
  }, [store, window_, room, at]);
  useEffect(() => {
    const { songId } = store.getState();
    const leave = () => {
      const gone = new Blob([JSON.stringify({ window: window_, gone: true })], { type: 'application/json' });
      navigator.sendBeacon(`/api/songs/${encodeURIComponent(songId)}/here`, gone);
    };
    window.addEventListener('pagehide', leave);
    return () => {
      window.removeEventListener('pagehide', leave);
      leave();
    };
  }, [store, window_]);
}
