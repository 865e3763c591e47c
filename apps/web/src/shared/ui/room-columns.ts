/**
 * A room's columns side by side; on a page too narrow for them, as a large one is at 200 %, they stand one below the
 * other and the whole page scrolls.
 */
export function roomColumns(compact: string, wide: string) {
  return {
    display: 'grid',
    gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: compact, lg: wide },
    gridTemplateRows: { xs: 'none', md: 'minmax(0, 1fr)' },
    height: { xs: 'auto', md: '100%' },
  };
}
