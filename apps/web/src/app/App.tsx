import { CssBaseline, ThemeProvider } from '@mui/material';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { useMemo } from 'react';
import { createBrowserRouter, Navigate, RouterProvider } from 'react-router';
import { GrooveRoom } from '../rooms/groove/GrooveRoom.tsx';
import { HandOffRoom } from '../rooms/hand-off/HandOffRoom.tsx';
import { FillsRoom } from '../rooms/fills/FillsRoom.tsx';
import { SheetRoom } from '../rooms/sheet/SheetRoom.tsx';
import { SongsRoom } from '../rooms/songs/SongsRoom.tsx';
import { Notices } from '../shared/ui/Notices.tsx';
import { makeTheme } from '../shared/ui/theme.ts';
import { useMode } from '../shared/ui/mode.ts';
import { NotFound } from './NotFound.tsx';
import { SongShell } from './SongShell.tsx';
import { PageTrouble, RoomTrouble } from './Trouble.tsx';

const queries = new QueryClient({ defaultOptions: { queries: { retry: 1, refetchOnWindowFocus: false } } });

const router = createBrowserRouter([
  { path: '/', element: <SongsRoom />, errorElement: <PageTrouble /> },
  {
    path: '/songs/:songId',
    element: <SongShell />,
    errorElement: <PageTrouble />,
    children: [
      { index: true, element: <Navigate to="groove" replace /> },
      { path: 'groove', element: <GrooveRoom />, errorElement: <RoomTrouble /> },
      { path: 'fills', element: <FillsRoom />, errorElement: <RoomTrouble /> },
      { path: 'sheet', element: <SheetRoom />, errorElement: <RoomTrouble /> },
      { path: 'hand-off', element: <HandOffRoom />, errorElement: <RoomTrouble /> },
    ],
  },
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
