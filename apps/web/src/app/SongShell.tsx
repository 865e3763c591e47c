import { Box } from '@mui/material';
import { indexOf, layerIn } from '@plucky/core';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useMemo } from 'react';
import { Outlet, useParams } from 'react-router';
import { api, ApiError } from '../api/client.ts';
import { startAutosave } from '../document/autosave.ts';
import { DocumentContext } from '../document/context.tsx';
import { recall } from '../document/journal.ts';
import { createDocumentStore, type DocumentStore } from '../document/store.ts';
import { viewedStore } from '../session/in-slot.ts';
import { useOpenRoom } from '../session/rooms.ts';
import { beginSong } from '../session/song-store.ts';
import { choosePattern, leaveSlot, patternInView, useSession } from '../session/store.ts';
import { later } from '../shared/ui/later.tsx';
import { color } from '../shared/ui/tokens.ts';
import { whenIdle } from '../shared/when-idle.ts';
import { Transport } from '../transport/Transport.tsx';
import { NotFound } from './NotFound.tsx';
import { Opening } from './Opening.tsx';
import { fetchRooms } from './room-loaders.ts';
import { SongKeys } from './SongKeys.tsx';
import { stayInView } from './stay-in-view.ts';
import { TopBar } from './TopBar.tsx';

const SaveTrouble = later(async () => (await import('./SaveTrouble.tsx')).SaveTrouble);

/** Loads a song and holds its rooms between the top bar and the transport. */
export function SongShell() {
  const { songId = '' } = useParams();
  const { data: store, error } = useQuery({
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
  if (!store) return <Opening />;
  return <OpenSong key={songId} store={store} />;
}

/** The song as the server has it, and on it what this browser kept unsaved. */
async function openSong(songId: string): Promise<DocumentStore> {
  const store = createDocumentStore(songId, await api.song(songId));
  await recall(store);
  beginSong();
  const first = patternInView(store.getState().document, null);
  if (first) choosePattern(first);
  return store;
}

function OpenSong({ store }: { store: DocumentStore }) {
  useEffect(() => startAutosave(store), [store]);
  useEffect(() => stayInView(store), [store]);
  useEffect(() => {
    const title = () => (document.title = `${indexOf(store.getState().document).song.name} · Plucky Verse`);
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
        <TopBar />
        <SaveTrouble />
        <Box component="main" sx={{ minHeight: 0, gridRow: 3 }}>
          <Outlet />
        </Box>
        <Box sx={{ gridRow: 4, position: { xs: 'sticky', md: 'static' }, bottom: 0, zIndex: 2 }}>
          <Transport />
        </Box>
      </Box>
      <SongKeys />
    </DocumentContext>
  );
}
