import { GlobalStyles } from '@mui/material';
import { SnackbarProvider } from 'notistack';
import { useEffect } from 'react';
import { noticesStand } from './notify.ts';
import { color, SANS, TEXT, type Token } from './tokens.ts';

/** Above the transport, so that none of its buttons is covered, in px. */
const ABOVE_TRANSPORT = 66;

/** The edge of a notice by what it is about, after the page's own colours. */
const EDGE = {
  default: 'plum',
  info: 'plum',
  success: 'good',
  warning: 'warn',
  error: 'snare',
} as const satisfies Record<string, Token>;

const edges = Object.fromEntries(
  Object.entries(EDGE).map(([variant, token]) => [
    `.notices .notistack-MuiContent-${variant}`,
    { borderLeftColor: color(token) },
  ]),
);

/** A notice covers for a moment what stands under it, but takes no press from it: only its buttons do. */
const styles = {
  '.notices.notices': { bottom: ABOVE_TRANSPORT },
  '.notices .notistack-MuiContent': {
    pointerEvents: 'none',
    background: color('page'),
    color: color('ink'),
    border: `1px solid ${color('strong')}`,
    borderLeftWidth: 4,
    borderRadius: 8,
    fontFamily: SANS,
    fontSize: TEXT.plain,
  },
  ...edges,
  '.notices .notistack-MuiContent a, .notices .notistack-MuiContent button': { pointerEvents: 'auto' },
} as const;

/**
 * Where notices stand: in the middle, where no dialog has its buttons, above the transport. They belong to the
 * page and not to the room, since a dialog hides the room from who listens to the page.
 */
export function Notices() {
  useEffect(noticesStand, []);
  return (
    <SnackbarProvider
      maxSnack={3}
      autoHideDuration={5000}
      hideIconVariant
      domRoot={document.body}
      anchorOrigin={{ vertical: 'bottom', horizontal: 'center' }}
      classes={{ containerRoot: 'notices' }}
    >
      <GlobalStyles styles={styles} />
    </SnackbarProvider>
  );
}
