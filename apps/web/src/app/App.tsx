import { CssBaseline, ThemeProvider } from '@mui/material';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { type ComponentType, useMemo } from 'react';
import { createBrowserRouter, Navigate, RouterProvider } from 'react-router';
import { ROOMS } from '../session/rooms.ts';
import { later } from '../shared/ui/later.tsx';
import { useMode } from '../shared/ui/mode.ts';
import { makeTheme } from '../shared/ui/theme.ts';
import { DroppedFiles } from './DroppedFiles.tsx';
import { NotFound } from './NotFound.tsx';
import { Opening } from './Opening.tsx';
import { ROOM_LOADERS } from './room-loaders.ts';
import { NotFetched, PageTrouble, RoomTrouble } from './Trouble.tsx';

const Notices = later(async () => (await import('../shared/ui/Notices.tsx')).Notices);

const queries = new QueryClient({ defaultOptions: { queries: { retry: 1, refetchOnWindowFocus: false } } });

/** Fetches a page or room; one that does not come says so in its place, and can be asked for again. */
function fetched(load: () => Promise<ComponentType>): () => Promise<ComponentType> {
  return () => load().catch(() => later(load, NotFetched));
}

/** Each room is loaded when it is first entered, together with whatever it stands in. */
const router = createBrowserRouter([
  {
    path: '/',
    lazy: { Component: fetched(async () => (await import('../rooms/songs/SongsRoom.tsx')).SongsRoom) },
    errorElement: <PageTrouble />,
    HydrateFallback: Opening,
  },
  {
    path: '/arrive',
    lazy: { Component: fetched(async () => (await import('../rooms/arrive/ArriveRoom.tsx')).ArriveRoom) },
    errorElement: <PageTrouble />,
    HydrateFallback: Opening,
  },
  {
    path: '/songs/:songId',
    lazy: { Component: fetched(async () => (await import('./SongShell.tsx')).SongShell) },
    errorElement: <PageTrouble />,
    HydrateFallback: Opening,
    children: [
      { index: true, element: <Navigate to="groove" replace /> },
      ...ROOMS.map(({ path }) => ({
        path,
        lazy: { Component: fetched(ROOM_LOADERS[path]) },
        errorElement: <RoomTrouble />,
      })),
    ],
  },
  ...(import.meta.env.DEV
    ? [
        {
          path: '/kitchen',
          lazy: { Component: async () => (await import('./kitchen/Kitchen.tsx')).Kitchen },
          HydrateFallback: Opening,
        },
      ]
    : []),
  { path: '*', element: <NotFound /> },
]);

export function App() {
  const mode = useMode();
  const theme = useMemo(() => makeTheme(mode), [mode]);
  return (
    <ThemeProvider theme={theme}>
      <CssBaseline />
      <QueryClientProvider client={queries}>
        <Notices />
        <DroppedFiles onGo={(path) => void router.navigate(path)} />
        <RouterProvider router={router} />
      </QueryClientProvider>
    </ThemeProvider>
  );
}
