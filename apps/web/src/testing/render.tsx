import { ThemeProvider } from '@mui/material';
import { documentOf, type Id, indexOf, type SongDocument } from '@plucky/core/song';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, render } from '@testing-library/react';
import type { ReactElement, ReactNode } from 'react';
import { DocumentContext, useSong } from '../document/context.tsx';
import { createDocumentStore, type DocumentStore } from '../document/store.ts';
import { undo } from '../document/undo.ts';
import { type PatternView, viewOf } from '../rooms/groove/pattern-view.ts';
import { useGroove } from '../session/groove.ts';
import { useSession } from '../session/store.ts';
import { Notices } from '../shared/ui/Notices.tsx';
import { makeTheme } from '../shared/ui/theme.ts';

export interface Shown {
  readonly store: DocumentStore;
  readonly document: () => SongDocument;
  /** The song without its drafts. */
  readonly music: () => SongDocument;
  readonly undo: () => void;
}

/** Shows a part of the page over an open song, with nothing chosen. */
export function show(document: SongDocument, page: ReactElement): Shown {
  useSession.setState(useSession.getInitialState(), true);
  useGroove.setState(useGroove.getInitialState(), true);
  const store = createDocumentStore('s', { revision: 1, records: Object.values(document.records) });
  render(
    <QueryClientProvider client={new QueryClient({ defaultOptions: { queries: { retry: false } } })}>
      <ThemeProvider theme={makeTheme('light')}>
        <Notices />
        <DocumentContext value={store}>{page}</DocumentContext>
      </ThemeProvider>
    </QueryClientProvider>,
  );
  const current = () => store.getState().document;
  return {
    store,
    document: current,
    music: () => documentOf(Object.values(current().records).filter((one) => one.kind !== 'bench')),
    undo: () => act(() => void undo(store)),
  };
}

/** Shows what stands beside a pattern's rows, kept up with every edit. */
export function showBeside(
  document: SongDocument,
  pattern: Id,
  beside: (view: PatternView) => ReactNode,
): Shown {
  const shown = show(document, <Beside pattern={pattern} beside={beside} />);
  act(() => useSession.setState({ pattern }));
  return shown;
}

function Beside({ pattern, beside }: { pattern: Id; beside: (view: PatternView) => ReactNode }) {
  const document = useSong();
  const view = indexOf(document).pattern(pattern) && viewOf(document, pattern);
  return view ? beside(view) : null;
}
