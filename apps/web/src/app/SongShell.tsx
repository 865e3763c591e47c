import { Box } from '@mui/material';
import { layerIn } from '@plucky/core/form';
import { indexOf } from '@plucky/core/song';
import { counted } from '@plucky/core/time';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useMemo } from 'react';
import { Outlet, useParams } from 'react-router';
import { api, ApiError } from '../api/client.ts';
import { DocumentContext, useSongRecord } from '../document/context.tsx';
import { recall } from '../document/journal.ts';
import { createDocumentStore, type DocumentStore } from '../document/store.ts';
import { windowName } from '../document/window.ts';
import { choosePattern, leaveSlot } from '../session/groove.ts';
import { viewedStore } from '../session/in-slot.ts';
import { ROOMS, useOpenRoom } from '../session/rooms.ts';
import { beginSong } from '../session/song-store.ts';
import { patternInView, useSession } from '../session/store.ts';
import { notify } from '../shared/ui/notify.ts';
import { color } from '../shared/ui/tokens.ts';
import { Unseen } from '../shared/ui/Unseen.tsx';
import { whenIdle } from '../shared/when-idle.ts';
import { PlaysProvider } from '../transport/PlaysProvider.tsx';
import { Transport } from '../transport/Transport.tsx';
import { NotFound } from './NotFound.tsx';
import { Opening } from './Opening.tsx';
import { fetchRooms } from './room-loaders.ts';
import { SaveTrouble } from './SaveTrouble.tsx';
import { SongKeys } from './SongKeys.tsx';
import { stayInView } from './stay-in-view.ts';
import { TopBar } from './TopBar.tsx';
import { useLive } from './useLive.ts';

/** Loads a song and holds its rooms between the top bar and the transport. */
export function SongShell() {
  const { songId = '' } = useParams();
  const { data: opened, error } = useQuery({
    queryKey: ['open', songId],
    queryFn: () => openSong(songId),
    staleTime: Infinity,
    gcTime: 0,
    structuralSharing: false,
  });
  if (error) {
    const gone = error instanceof ApiError && error.status === 404;
    return <NotFound message={gone ? 'This song is gone; it may be in the bin.' : error.message} />;
  }
  if (!opened) return <Opening />;
  return <OpenSong key={songId} {...opened} />;
}

interface Opened {
  readonly store: DocumentStore;
  /** The name of this window. */
  readonly windowId: string;
}

/** The song as the server has it, and on it what this browser kept unsaved. */
async function openSong(songId: string): Promise<Opened> {
  const [contents, windowId] = await Promise.all([api.song(songId), windowName()]);
  const store = createDocumentStore(songId, contents);
  try {
    const { unreadable } = await recall(store);
    if (unreadable)
      notify(
        `${counted(unreadable, 'edit')} kept in this browser cannot be read. Nothing of it was removed.`,
        {
          variant: 'warning',
          persist: true,
        },
      );
  } catch {
    // Without its storage the browser keeps nothing, which is said as soon as it matters.
    store.setState({ keeping: 'not kept' });
  }
  beginSong();
  const first = patternInView(store.getState().document, null);
  if (first) choosePattern(first);
  return { store, windowId };
}

function OpenSong({ store, windowId }: Opened) {
  useEffect(() => stayInView(store), [store]);
  useEffect(() => {
    const title = () => {
      const named = `${indexOf(store.getState().document).song.name} · Plucky Verse`;
      if (document.title !== named) document.title = named;
    };
    title();
    return store.subscribe(title);
  }, [store]);

  // The other rooms are there by the time that they are entered.
  useEffect(() => whenIdle(fetchRooms), []);
  const room = useOpenRoom();
  // Only in the rows is a layer seen as a pattern.
  useEffect(() => {
    const { inSlot } = useSession.getState();
    const { document } = store.getState();
    if (room !== 'groove') leaveSlot((inSlot && layerIn(document, inSlot)?.layer.pattern) ?? null);
  }, [store, room]);
  const viewed = useMemo(() => viewedStore(store), [store]);
  return (
    <DocumentContext value={viewed}>
      <PlaysProvider>
        <Box
          sx={{
            display: 'grid',
            gridTemplateColumns: 'minmax(0, 1fr)',
            gridTemplateRows: { xs: 'auto auto 1fr auto', md: 'auto auto minmax(0, 1fr) auto' },
            height: '100dvh',
            overflow: { xs: 'auto', md: 'hidden' },
            background: color('paper'),
          }}
        >
          <SkipLink />
          <TopBar />
          <SaveTrouble />
          <Box component="main" id={MAIN} tabIndex={-1} sx={{ minHeight: 0, gridRow: 3, outline: 'none' }}>
            <RoomHeading />
            <Outlet />
          </Box>
          <Box sx={{ gridRow: 4, position: { xs: 'sticky', md: 'static' }, bottom: 0, zIndex: 2 }}>
            <Transport />
          </Box>
        </Box>
      </PlaysProvider>
      <SongKeys />
      <Live store={store} windowId={windowId} />
    </DocumentContext>
  );
}

/** The page below the head, for those who skip it. */
const MAIN = 'room';

/** Past the head, for those who go by the Tab key; seen while it has the focus. */
function SkipLink() {
  return (
    <Box
      component="a"
      href={`#${MAIN}`}
      onClick={(event) => {
        event.preventDefault();
        document.getElementById(MAIN)?.focus();
      }}
      sx={{
        position: 'absolute',
        left: 8,
        top: 8,
        zIndex: 10,
        px: 1.5,
        py: 0.75,
        borderRadius: '8px',
        background: color('plum'),
        color: color('on-plum'),
        '&:not(:focus)': { clipPath: 'inset(50%)', width: 1, height: 1, overflow: 'hidden', p: 0 },
      }}
    >
      Skip to the room
    </Box>
  );
}

/** The song and its room, for those who hear the page. */
function RoomHeading() {
  const room = useOpenRoom();
  const { name } = useSongRecord();
  return (
    <Unseen as="h1">
      {name}: {ROOMS.find(({ path }) => path === room)?.name}
    </Unseen>
  );
}

/** Saves the song, and takes what others save. */
function Live({ store, windowId }: Opened) {
  useLive(store, windowId);
  return null;
}
