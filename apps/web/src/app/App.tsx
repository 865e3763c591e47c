import { CssBaseline, ThemeProvider } from '@mui/material';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { useMemo } from 'react';
import { createBrowserRouter, Navigate, RouterProvider } from 'react-router';
import { GrooveRoom } from '../rooms/groove/GrooveRoom.tsx';
import { HandOffRoom } from '../rooms/hand-off/HandOffRoom.tsx';
import { FillsRoom } from '../rooms/fills/FillsRoom.tsx';
import { SheetRoom } from '../rooms/sheet/SheetRoom.tsx';
import { SongsRoom } from '../rooms/songs/SongsRoom.tsx';
import { Notices } from '../ui/Notices.tsx';
import { makeTheme } from '../ui/theme.ts';
import { useMode } from './mode.ts';
import { NotFound } from './NotFound.tsx';
import { SongShell } from './SongShell.tsx';

const queries = new QueryClient({ defaultOptions: { queries: { retry: 1, refetchOnWindowFocus: false } } });

const router = createBrowserRouter([
  { path: '/', element: <SongsRoom /> },
  {
    path: '/songs/:songId',
    element: <SongShell />,
    children: [
      { index: true, element: <Navigate to="groove" replace /> },
      { path: 'groove', element: <GrooveRoom /> },
      { path: 'fills', element: <FillsRoom /> },
      { path: 'sheet', element: <SheetRoom /> },
      { path: 'hand-off', element: <HandOffRoom /> },
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
