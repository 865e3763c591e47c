import { CssBaseline, ThemeProvider } from '@mui/material';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { useMemo } from 'react';
import { createBrowserRouter, Navigate, RouterProvider } from 'react-router';
import { useMode } from '../shared/ui/mode.ts';
import { Notices } from '../shared/ui/Notices.tsx';
import { makeTheme } from '../shared/ui/theme.ts';
import { NotFound } from './NotFound.tsx';
import { Opening } from './Opening.tsx';
import { PageTrouble, RoomTrouble } from './Trouble.tsx';

const queries = new QueryClient({ defaultOptions: { queries: { retry: 1, refetchOnWindowFocus: false } } });

/** Each room is loaded when it is first entered, together with whatever it stands in. */
const router = createBrowserRouter([
  {
    path: '/',
    lazy: { Component: async () => (await import('../rooms/songs/SongsRoom.tsx')).SongsRoom },
    errorElement: <PageTrouble />,
    HydrateFallback: Opening,
  },
  {
    path: '/songs/:songId',
    lazy: { Component: async () => (await import('./SongShell.tsx')).SongShell },
    errorElement: <PageTrouble />,
    HydrateFallback: Opening,
    children: [
      { index: true, element: <Navigate to="groove" replace /> },
      {
        path: 'groove',
        lazy: { Component: async () => (await import('../rooms/groove/GrooveRoom.tsx')).GrooveRoom },
        errorElement: <RoomTrouble />,
      },
      {
        path: 'fills',
        lazy: { Component: async () => (await import('../rooms/fills/FillsRoom.tsx')).FillsRoom },
        errorElement: <RoomTrouble />,
      },
      {
        path: 'sheet',
        lazy: { Component: async () => (await import('../rooms/sheet/SheetRoom.tsx')).SheetRoom },
        errorElement: <RoomTrouble />,
      },
      {
        path: 'hand-off',
        lazy: { Component: async () => (await import('../rooms/hand-off/HandOffRoom.tsx')).HandOffRoom },
        errorElement: <RoomTrouble />,
      },
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
        <Notices>
          <RouterProvider router={router} />
        </Notices>
      </QueryClientProvider>
    </ThemeProvider>
  );
}
